package zelvan.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zelvan.analysis.VoiceAnalyser;
import zelvan.analysis.VoiceAnalysis;
import zelvan.audio.Sound;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.derived.Derived;
import zelvan.derived.DerivedVoice;
import zelvan.dsp.Percentile;
import zelvan.exchange.VoiceFolder;
import zelvan.files.Target;
import zelvan.session.Clips;
import zelvan.session.Edit;
import zelvan.session.Session;
import zelvan.session.Voice;
import zelvan.singers.Performance;
import zelvan.singers.Performer.Departures;
import zelvan.singers.Performer.Habits;
import zelvan.singers.Singer;
import zelvan.singers.Song;
import zelvan.testing.Takes;
import zelvan.testing.Wanted;
import zelvan.units.RecordedSpan;

/// Voices that are put together from stretches of recordings: what is heard, seen and matched.
class ArrangedTest {
    private static final int RATE = Takes.RATE_HERTZ;

    /// A line, another one, and the first again.
    private static final Song SONG =
            new Song(
                    0.45,
                    List.of(
                            Song.phrase("a", 2, "l.ae.n:67:1 t.er.n:69:1 aa.n:71:2 p.ih.r:67:2"),
                            Song.phrase("b", 10, "k.ae:64:1 r.iy:66:1 m.iy:67:2 b.eh:71:2"),
                            Song.phrase(
                                    "again", 18, "l.ae.n:67:1 t.er.n:69:1 aa.n:71:2 p.ih.r:67:2")));

    private static final Takes.Take LEAD =
            Takes.sing(SONG, Singer.MARA, Habits.PERFECT, Departures.NONE, 1);

    /// Leaves the line out when it comes again.
    private static final Takes.Take DOUBLE =
            Takes.sing(
                    SONG,
                    Singer.WREN,
                    new Habits(0.05, 1, 0.02, 0.02, 0.03, 10, 0, false),
                    new Departures(Set.of("again"), Map.of(), List.of(), Set.of()),
                    2);

    @TempDir static Path folder;
    private static Engine engine;
    private static Session session;

    @BeforeAll
    static void write() throws Exception {
        Path voices = Files.createDirectory(folder.resolve("voices"));
        SoundFiles.write(
                Target.fresh(voices.resolve("lead.wav")), LEAD.sound(), SoundFormat.WAV_FLOAT);
        SoundFiles.write(
                Target.fresh(voices.resolve("double.wav")), DOUBLE.sound(), SoundFormat.WAV_FLOAT);
        session = VoiceFolder.session(List.of(voices));
        engine = new Engine(new KeptWork(folder.resolve("kept")));
    }

    @AfterAll
    static void close() {
        engine.close();
    }

    private static Voice voice() {
        return session.followers().getFirst();
    }

    private static Session with(UnaryOperator<Clips> change) {
        Clips whole = Clips.of(voice().layer(), DOUBLE.sound().seconds());
        return new Edit.Arrange(voice().id(), "double", "change", change.apply(whole).all())
                .apply(session);
    }

    private static DerivedVoice derived(Session wanted) {
        Derived derived = engine.derive(wanted, Progress.NONE);
        assertThat(derived.problems()).isEmpty();
        return derived.voice(voice().id()).orElseThrow();
    }

    private static float[] heard(DerivedVoice made) {
        float[] samples = new float[DOUBLE.sound().frames()];
        made.locked().orElseThrow().read(0, 0, samples, samples.length);
        return samples;
    }

    private static RecordedSpan phrase(int index) {
        return DOUBLE.analysis().phrases().get(index);
    }

    @Test
    void whatIsSilencedIsSilentMissingAndNothingElseChanges() {
        RecordedSpan gone = phrase(1).widenedBy(0.05);
        Session wanted = Wanted.timing(0, 0).apply(with(c -> c.silencing(gone)));
        DerivedVoice made = derived(wanted);
        assertThat(made.analysis().orElseThrow().phrases()).hasSize(1);
        assertThat(made.alignment().missing())
                .anySatisfy(m ->
                        assertThat(m.overlaps(LEAD.analysis().phrasesAsGuide().get(1))).isTrue());
        float[] heard = heard(made);
        float[] sung = DOUBLE.sound().channel(0);
        int from = (int) Math.round(gone.startSeconds() * RATE);
        int to = (int) Math.round(gone.endSeconds() * RATE);
        int edge = (int) (Clips.EDGE_SECONDS * RATE) + 1;
        for (int i = 0; i < heard.length; i++) {
            if (i < from - edge || i >= to + edge) {
                assertThat(heard[i]).isEqualTo(sung[i]);
            } else if (i >= from && i < to) {
                assertThat(heard[i]).isZero();
            }
        }
    }

    @Test
    void aCutIsNotHeardNorSeen() {
        double at = phrase(0).middleSeconds();
        DerivedVoice made = derived(with(c -> c.dividing(at)));
        DerivedVoice before = derived(session);
        assertThat(made.analysis().orElseThrow().phrases())
                .isEqualTo(before.analysis().orElseThrow().phrases());
        assertThat(made.alignment().anchors().size())
                .isCloseTo(before.alignment().anchors().size(), within(2));
        assertThat(made.file().orElseThrow().sound().channel(0))
                .isEqualTo(DOUBLE.sound().channel(0));
        assertThat(made.timing().map().outputSecondsAt(at))
                .isCloseTo(before.timing().map().outputSecondsAt(at), within(0.002));
    }

    /// It belongs to what the guide sings there, and is locked to it.
    @Test
    void aLineThatIsBroughtFromElsewhereIsMatchedWhereItLands() {
        RecordedSpan line = phrase(0).widenedBy(0.1);
        double later =
                LEAD.analysis().phrases().get(2).startSeconds()
                        - LEAD.analysis().phrases().get(0).startSeconds()
                        + 0.06;
        Session wanted =
                Wanted.timing(100, 0)
                        .apply(with(c -> c.copying(line, line.startSeconds() + later)));
        DerivedVoice made = derived(wanted);
        assertThat(made.analysis().orElseThrow().phrases()).hasSize(3);
        assertThat(made.alignment().missing()).isEmpty();
        Map<String, Double> guide =
                LEAD.performance().moments().stream()
                        .collect(
                                Collectors.toMap(
                                        Performance.Moment::id, Performance.Moment::seconds));
        List<Double> apart = new ArrayList<>();
        for (Performance.Moment moment : DOUBLE.performance().moments()) {
            Double wantedSeconds = guide.get(moment.id().replaceFirst("^a/", "again/"));
            if (moment.id().startsWith("a/") && wantedSeconds != null) {
                double sounds = made.timing().map().outputSecondsAt(moment.seconds() + later);
                apart.add(Math.abs(sounds - wantedSeconds));
            }
        }
        assertThat(apart).hasSizeGreaterThan(4);
        assertThat(Percentile.median(apart.stream().mapToDouble(a -> a).toArray()))
                .isLessThan(0.008);
        assertThat(apart).allSatisfy(a -> assertThat(a).isLessThan(0.04));
    }

    /// Nobody listens again, and it comes out as if somebody had.
    @Test
    void whatIsPutTogetherIsHeardAsIfItWereListenedTo() {
        RecordedSpan line = phrase(0).widenedBy(0.1);
        DerivedVoice made = derived(with(c -> c.moving(line, line.startSeconds() + 0.4)));
        VoiceAnalysis put = made.analysis().orElseThrow();
        Sound sound = made.file().orElseThrow().sound();
        VoiceAnalysis again = new VoiceAnalyser().analyse(Sound.owning(RATE, sound.channel(0)));
        assertThat(put.phrases()).hasSameSizeAs(again.phrases());
        for (int i = 0; i < put.phrases().size(); i++) {
            assertThat(put.phrases().get(i).startSeconds())
                    .isCloseTo(again.phrases().get(i).startSeconds(), within(0.02));
        }
        int voiced = 0;
        int alike = 0;
        for (int f = 0; f < Math.min(put.frames(), again.frames()); f++) {
            if (put.pitch().voiced(f) && again.pitch().voiced(f)) {
                voiced++;
                double cents =
                        1200
                                * Math.log(put.pitch().hertz(f) / again.pitch().hertz(f))
                                / Math.log(2);
                alike += Math.abs(cents) < 10 ? 1 : 0;
            }
        }
        assertThat(voiced).isGreaterThan(500);
        assertThat(alike).isGreaterThan((int) (0.98 * voiced));
    }

    @Test
    void aRecordingThatIsNotThereIsNamed() throws Exception {
        Path other = Files.createDirectory(folder.resolve("gone"));
        Files.copy(folder.resolve("voices/lead.wav"), other.resolve("lead.wav"));
        Files.copy(folder.resolve("voices/double.wav"), other.resolve("double.wav"));
        Session moved = VoiceFolder.session(List.of(other));
        Voice its = moved.followers().getFirst();
        Session cut =
                new Edit.Arrange(
                                its.id(),
                                "double",
                                "cut",
                                Clips.of(its.layer(), 13).dividing(4).all())
                        .apply(moved);
        Files.delete(other.resolve("double.wav"));
        Derived derived = engine.derive(cut, Progress.NONE);
        assertThat(derived.problems())
                .singleElement()
                .satisfies(p -> assertThat(p.getMessage()).contains("double.wav"));
        assertThat(derived.voice(its.id()).orElseThrow().file()).isEmpty();
    }
}
