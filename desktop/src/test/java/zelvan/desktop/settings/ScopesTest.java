package zelvan.desktop.settings;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import zelvan.desktop.model.Selection;
import zelvan.session.AudioReference;
import zelvan.session.Edit;
import zelvan.session.Role;
import zelvan.session.Scope;
import zelvan.session.Session;
import zelvan.session.Setting;
import zelvan.session.Stack;
import zelvan.session.StartingPoint;
import zelvan.session.Turn;
import zelvan.session.Voice;
import zelvan.timing.LineUp;
import zelvan.timing.TimingSettings;
import zelvan.tuning.PitchTarget;
import zelvan.tuning.TuningSettings;
import zelvan.units.TimeSpan;

class ScopesTest {
    private static final TimeSpan PHRASE = new TimeSpan(4, 6);
    private static final TimingSettings HALF = new TimingSettings(0.5, 0);

    /// Doubles follow the guide's pitch, octaves the nearest octave, harmonies their own line.
    private static Session session() {
        AudioReference audio = new AudioReference("/a.wav", 1, "");
        return Session.EMPTY
                .withStacks(
                        List.of(
                                new Stack("doubles", "Doubles", HALF)
                                        .withTuning(
                                                new TuningSettings(PitchTarget.GUIDE, 0.8, 5, 1)),
                                new Stack("octaves", "Octaves", new TimingSettings(0.7, 0.01))
                                        .withTuning(
                                                new TuningSettings(PitchTarget.OCTAVE, 0.9, 0, 1)),
                                new Stack("harmonies", "Harmonies", HALF)))
                .withVoices(
                        List.of(
                                Voice.of("g", "Lead", audio, Role.GUIDE, ""),
                                Voice.of("v", "Left", audio, Role.DOUBLE, "doubles"),
                                Voice.of("w", "Right", audio, Role.DOUBLE, "doubles"),
                                Voice.of("o", "Low", audio, Role.OCTAVE, "octaves"),
                                Voice.of("h", "High", audio, Role.HARMONY, "harmonies")));
    }

    private static Scopes of(Selection selection) {
        return Scopes.of(selection, session());
    }

    private static <T> Session turned(Session session, Scopes scopes, Setting<T> setting, T value) {
        return scopes.turning(setting, value, 1).apply(session);
    }

    @Test
    void theSelectionDecidesTheScope() {
        assertThat(of(Selection.NOTHING).title()).isEqualTo("All stacks");
        assertThat(of(Selection.ofStack("octaves")).title()).isEqualTo("Octaves");
        assertThat(of(Selection.ofVoice("v")).title()).isEqualTo("Doubles ▸ Left");
        assertThat(of(Selection.ofCell("v", PHRASE)).title())
                .isEqualTo("Doubles ▸ Left ▸ phrase at 0:04.0");
        assertThat(of(Selection.ofVoice("g")).title()).isEqualTo("All stacks");
        assertThat(of(Selection.ofCell("v", PHRASE).toggling("o")).title())
                .isEqualTo("2 voices ▸ phrase at 0:04.0");
    }

    /// With nothing selected, pull in pitch is turned: what each stack is drawn to stays.
    @Test
    void allStacksKeepWhatIsNotTurned() {
        Session turned = turned(session(), of(Selection.NOTHING), Setting.PITCH_PULL, 0.4);
        for (Stack before : session().stacks()) {
            Stack after = turned.stack(before.id()).orElseThrow();
            assertThat(after.tuning()).isEqualTo(before.tuning().withPull(0.4));
            assertThat(after.timing()).isEqualTo(before.timing());
        }
        assertThat(Setting.PITCH_TARGET.values(turned, List.of(Scope.ALL)))
                .containsExactly(PitchTarget.GUIDE, PitchTarget.OCTAVE, PitchTarget.OWN);
    }

    @Test
    void whereTheyDifferAllValuesAreKnown() {
        assertThat(Setting.TIMING_PULL.values(session(), of(Selection.NOTHING).all()))
                .containsExactly(0.5, 0.7);
        assertThat(
                        Setting.TIMING_PULL.values(
                                session(), of(Selection.ofVoice("v").toggling("w")).all()))
                .containsExactly(0.5);
    }

    @Test
    void allVoicesThatAreSelectedAreTurnedAndNoOther() {
        Scopes both = of(Selection.ofVoice("v").toggling("o"));
        Session turned = turned(session(), both, Setting.TIMING_SLACK, 0.03);
        for (String id : List.of("v", "o")) {
            assertThat(turned.voice(id).orElseThrow().timing().slackSeconds()).contains(0.03);
            assertThat(turned.voice(id).orElseThrow().timing().pull()).isEmpty();
        }
        assertThat(turned.voice("w")).isEqualTo(session().voice("w"));
        assertThat(both.givingBack(turned, Setting.TIMING).orElseThrow().apply(turned))
                .isEqualTo(session());
    }

    @Test
    void onlyWhatIsMovedDeparts() {
        Scopes phrase = of(Selection.ofCell("v", PHRASE));
        Session changed = turned(session(), phrase, Setting.TIMING_SLACK, 0.02);
        Voice voice = changed.voice("v").orElseThrow();
        assertThat(voice.phraseTiming(PHRASE).pull()).isEmpty();
        assertThat(voice.phraseTiming(PHRASE).slackSeconds()).contains(0.02);
        assertThat(phrase.givingBack(changed, Setting.TUNING)).isEmpty();
    }

    @Test
    void settingTheSameAsAboveIsNoDeparture() {
        Scopes voice = of(Selection.ofVoice("v"));
        Session tighter = turned(session(), voice, Setting.TIMING_PULL, 0.9);
        assertThat(voice.givingBack(tighter, Setting.TIMING)).isPresent();
        Session same = turned(tighter, voice, Setting.TIMING_PULL, 0.5);
        assertThat(same).isEqualTo(session());
        assertThat(voice.givingBack(same, Setting.TIMING)).isEmpty();
    }

    @Test
    void givingBackPitchLeavesTiming() {
        Scopes phrase = of(Selection.ofCell("v", PHRASE));
        Session timed = turned(session(), phrase, Setting.TIMING_PULL, 1.0);
        Session both = turned(timed, phrase, Setting.PITCH_TARGET, PitchTarget.OWN);
        assertThat(phrase.givingBack(both, Setting.TUNING).orElseThrow().apply(both))
                .isEqualTo(timed);
    }

    /// A voice or a phrase that starts as something is lined up so as well.
    @Test
    void aStartingPointIsWholeWhereverItIsSet() {
        for (Selection selection :
                List.of(
                        Selection.ofStack("doubles"),
                        Selection.ofVoice("v"),
                        Selection.ofCell("v", PHRASE))) {
            Scopes scopes = of(selection);
            Session changed =
                    Turn.startingAs(scopes.all(), scopes.title(), StartingPoint.RAP)
                            .apply(session());
            assertThat(Setting.LINE_UP.values(changed, scopes.all()))
                    .containsExactly(LineUp.CONSONANTS);
            assertThat(Setting.TIMING_PULL.values(changed, scopes.all()))
                    .containsExactly(StartingPoint.RAP.timing().pull());
            assertThat(Setting.PITCH_TARGET.values(changed, scopes.all()))
                    .containsExactly(StartingPoint.RAP.tuning().target());
            assertThat(changed.stack("octaves")).isEqualTo(session().stack("octaves"));
        }
    }

    @Test
    void oneDragIsOneStepAndTwoAreTwo() {
        Scopes doubles = of(Selection.ofStack("doubles"));
        Edit first = doubles.turning(Setting.TIMING_PULL, 0.6, 7);
        Edit same = doubles.turning(Setting.TIMING_PULL, 0.7, 7);
        assertThat(same.continues(first)).isTrue();
        assertThat(doubles.turning(Setting.TIMING_PULL, 0.7, 8).continues(first)).isFalse();
        assertThat(doubles.turning(Setting.TIMING_SLACK, 0.01, 7).continues(first)).isFalse();
    }

    @Test
    void aTrackThatIsSaidToBeTheBedIsNotMovedAnyMore() {
        Stack stack = new Stack("takes", "Takes", HALF);
        Session bed = new Edit.SetRole(List.of("w"), "Right", Role.BED, stack).apply(session());
        assertThat(bed.voice("w").orElseThrow().role()).isEqualTo(Role.BED);
        assertThat(bed.voice("w").orElseThrow().stackId()).isEmpty();
        assertThat(bed.stacks()).isEqualTo(session().stacks());
        Session take = new Edit.SetRole(List.of("v", "w"), "2 voices", Role.TAKE, stack).apply(bed);
        assertThat(take.stack("takes")).isEqualTo(Optional.of(stack));
        assertThat(take.followers()).extracting(Voice::stackId).contains("takes", "takes");
    }
}
