package zelvan.engine;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zelvan.derived.Derived;
import zelvan.derived.ToMend;
import zelvan.exchange.VoiceFolder;
import zelvan.files.Targets;
import zelvan.measure.Combing;
import zelvan.measure.Flaw;
import zelvan.session.Session;
import zelvan.session.Strip;
import zelvan.session.Voice;
import zelvan.singers.Fault;
import zelvan.singers.LargeSession;
import zelvan.units.GuideSpan;

/// What is planted in a song of a minute, twenty voices, is told and stands near the top. (A voiced
/// ess that the analysis does not find cannot be told; other seeds plant one.)
class MendListTest {
    private static final int VOICES = 20;
    private static final int NEAR_THE_TOP = 15;

    @TempDir static Path folder;
    private static List<Fault> faults = List.of();
    private static Derived derived = Derived.NOTHING;
    private static List<ToMend> list = List.of();

    @BeforeAll
    static void sing() throws Exception {
        Path song = folder.resolve("song");
        faults = LargeSession.writeWithFaults(song, VOICES, 60, 1, Targets.replacingNothing());
        try (Engine engine = new Engine(new KeptWork(folder.resolve("kept")))) {
            Session session = RoleFinder.known(VoiceFolder.session(List.of(song)), engine);
            derived = engine.derive(session, Progress.NONE);
            list = engine.toMend(derived, List.of());
        }
    }

    private static Voice voice(Fault.Kind kind) {
        return derived.session().followers().stream()
                .filter(v ->
                        derived.session()
                                .audioOf(v)
                                .file()
                                .getFileName()
                                .equals(fault(kind).file().getFileName()))
                .findFirst()
                .orElseThrow();
    }

    private static Fault fault(Fault.Kind kind) {
        return faults.stream().filter(f -> f.kind() == kind).findFirst().orElseThrow();
    }

    @Test
    void whatIsHeardFirstIsFirst() {
        assertThat(list)
                .extracting(m -> -m.flaw().plainness())
                .isSortedAccordingTo(Comparator.naturalOrder());
    }

    @Test
    void eachKindOfFaultIsToldWhereItIs() {
        Map<Fault.Kind, Set<Flaw.Kind>> told =
                Map.of(
                        Fault.Kind.SHARP_NOTE, Set.of(Flaw.Kind.PITCH),
                        Fault.Kind.PILED_UP_ESS, Set.of(Flaw.Kind.ESS),
                        Fault.Kind.MISSING_PHRASE, Set.of(Flaw.Kind.PAUSE),
                        Fault.Kind.WRONG_OCTAVE, Set.of(Flaw.Kind.OCTAVE),
                        Fault.Kind.WRONG_WORD,
                                Set.of(
                                        Flaw.Kind.OTHER_WORDS,
                                        Flaw.Kind.SING_AGAIN,
                                        Flaw.Kind.MATCH));
        told.forEach((kind, as) -> {
            GuideSpan phrase =
                    new GuideSpan(fault(kind).phraseFromSeconds(), fault(kind).phraseToSeconds());
            assertThat(list)
                    .as(kind.words())
                    .anyMatch(m ->
                            m.voiceId().equals(voice(kind).id())
                                    && as.contains(m.flaw().kind())
                                    && m.flaw().span().overlaps(phrase));
        });
    }

    @Test
    void anOctaveAMissingLineAndALoudEssAreNearTheTop() {
        List<ToMend> top = list.subList(0, NEAR_THE_TOP);
        assertThat(top)
                .anyMatch(m -> m.flaw().kind() == Flaw.Kind.OCTAVE)
                .anyMatch(m -> m.flaw().kind() == Flaw.Kind.PAUSE)
                .anyMatch(m -> m.flaw().kind() == Flaw.Kind.ESS);
    }

    @Test
    void ofAVoiceThatIsMutedNothingIsHeard() {
        Voice voice = voice(Fault.Kind.WRONG_OCTAVE);
        Session muted =
                derived.session().changing(voice.id(), v -> v.withStrip(new Strip(true, false)));
        try (Engine engine = new Engine(new KeptWork(folder.resolve("kept")))) {
            assertThat(engine.toMend(derived.of(muted), List.<Combing>of()))
                    .noneMatch(m -> m.voiceId().equals(voice.id()))
                    .isNotEmpty();
        }
    }
}
