package zelvan.desktop.acts;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import zelvan.session.AudioReference;
import zelvan.session.Edit;
import zelvan.session.Layer;
import zelvan.session.Recording;
import zelvan.session.Role;
import zelvan.session.Scope;
import zelvan.session.Session;
import zelvan.session.Stack;
import zelvan.session.StartingPoint;
import zelvan.session.Turn;
import zelvan.session.Voice;
import zelvan.setting.Setting;
import zelvan.setting.Settings;
import zelvan.timing.TimingSettings;
import zelvan.tuning.PitchTarget;
import zelvan.tuning.TuningSettings;
import zelvan.units.GuideSpan;

class ScopesTest {
    private static final GuideSpan PHRASE = new GuideSpan(4, 6);
    private static final Settings HALF = Settings.of(TimingSettings.PULL, 50.0);

    /// Doubles follow the guide's pitch, octaves the nearest octave, harmonies their own line.
    private static Session session() {
        AudioReference audio = new AudioReference("/a.wav", 1, "");
        return Session.EMPTY
                .withStacks(
                        List.of(
                                new Stack("doubles", "Doubles", to(PitchTarget.GUIDE)),
                                new Stack(
                                        "octaves",
                                        "Octaves",
                                        to(PitchTarget.OCTAVE).with(TimingSettings.PULL, 70.0)),
                                new Stack("harmonies", "Harmonies", HALF)))
                .withRecordings(
                        Stream.of("g", "v", "w", "o", "h")
                                .map(id -> Recording.of(id, audio))
                                .toList())
                .withVoices(
                        List.of(
                                voice("g", "Lead", Role.GUIDE, ""),
                                voice("v", "Left", Role.DOUBLE, "doubles"),
                                voice("w", "Right", Role.DOUBLE, "doubles"),
                                voice("o", "Low", Role.OCTAVE, "octaves"),
                                voice("h", "High", Role.HARMONY, "harmonies")));
    }

    private static Settings to(PitchTarget target) {
        return HALF.with(TuningSettings.TARGET, target).with(TuningSettings.PULL, 80.0);
    }

    private static Voice voice(String id, String name, Role role, String stackId) {
        return Voice.of(id, name, role, stackId, Layer.sung(id));
    }

    private static Scopes of(Selection selection) {
        return Scopes.of(selection, session());
    }

    private static <T> Session turned(Session session, Scopes scopes, Setting<T> setting, T value) {
        return scopes.turning(setting, value).apply(session);
    }

    @Test
    void theSelectionDecidesTheScope() {
        assertThat(of(Selection.NOTHING).title()).isEqualTo("All stacks");
        assertThat(of(Selection.ofStack("octaves")).title()).isEqualTo("Octaves");
        assertThat(of(Selection.ofVoice("v")).title()).isEqualTo("Doubles ▸ Left");
        assertThat(of(Selection.ofCell("v", PHRASE)).title())
                .isEqualTo("Doubles ▸ Left ▸ phrase at 0:04.0");
        assertThat(of(Selection.ofVoice("g")).title()).isEqualTo("Guide ▸ Lead");
        assertThat(of(Selection.ofCell("v", PHRASE).toggling("o")).title())
                .isEqualTo("2 voices ▸ phrase at 0:04.0");
        Scopes area =
                of(Selection.ofCells(List.of("v", "o"), List.of(PHRASE, PHRASE.shiftedBy(10))));
        assertThat(area.title()).isEqualTo("2 voices ▸ 2 phrases");
        assertThat(area.all()).hasSize(4);
    }

    /// With nothing selected, pull in pitch is turned: what each stack is drawn to stays.
    @Test
    void allStacksKeepWhatIsNotTurned() {
        Session turned = turned(session(), of(Selection.NOTHING), TuningSettings.PULL, 40.0);
        for (Stack before : session().stacks()) {
            Stack after = turned.stack(before.id()).orElseThrow();
            assertThat(after.settings())
                    .isEqualTo(before.settings().with(TuningSettings.PULL, 40.0));
        }
        assertThat(Scope.values(turned, List.of(Scope.ALL), TuningSettings.TARGET))
                .containsExactly(PitchTarget.GUIDE, PitchTarget.OCTAVE, PitchTarget.OWN);
    }

    @Test
    void whereTheyDifferAllValuesAreKnown() {
        assertThat(Scope.values(session(), of(Selection.NOTHING).all(), TimingSettings.PULL))
                .containsExactly(50.0, 70.0);
        assertThat(
                        Scope.values(
                                session(),
                                of(Selection.ofVoice("v").toggling("w")).all(),
                                TimingSettings.PULL))
                .containsExactly(50.0);
    }

    @Test
    void allVoicesThatAreSelectedAreTurnedAndNoOther() {
        Scopes both = of(Selection.ofVoice("v").toggling("o"));
        Session turned = turned(session(), both, TimingSettings.SLACK, 30.0);
        for (String id : List.of("v", "o")) {
            assertThat(turned.voice(id).orElseThrow().settings())
                    .isEqualTo(Settings.of(TimingSettings.SLACK, 30.0));
        }
        assertThat(turned.voice("w")).isEqualTo(session().voice("w"));
        assertThat(both.givingBack(turned, TimingSettings.SETTINGS).orElseThrow().apply(turned))
                .isEqualTo(session());
    }

    @Test
    void onlyWhatIsMovedDeparts() {
        Scopes phrase = of(Selection.ofCell("v", PHRASE));
        Session changed = turned(session(), phrase, TimingSettings.SLACK, 20.0);
        Voice voice = changed.voice("v").orElseThrow();
        assertThat(voice.inPhrase(PHRASE)).isEqualTo(Settings.of(TimingSettings.SLACK, 20.0));
        assertThat(phrase.givingBack(changed, TuningSettings.SETTINGS)).isEmpty();
    }

    @Test
    void settingTheSameAsAboveIsNoDeparture() {
        Scopes voice = of(Selection.ofVoice("v"));
        Session tighter = turned(session(), voice, TimingSettings.PULL, 90.0);
        assertThat(voice.givingBack(tighter, TimingSettings.SETTINGS)).isPresent();
        Session same = turned(tighter, voice, TimingSettings.PULL, 50.0);
        assertThat(same).isEqualTo(session());
        assertThat(voice.givingBack(same, TimingSettings.SETTINGS)).isEmpty();
    }

    @Test
    void givingBackPitchLeavesTiming() {
        Scopes phrase = of(Selection.ofCell("v", PHRASE));
        Session timed = turned(session(), phrase, TimingSettings.PULL, 100.0);
        Session both = turned(timed, phrase, TuningSettings.TARGET, PitchTarget.OWN);
        assertThat(phrase.givingBack(both, TuningSettings.SETTINGS).orElseThrow().apply(both))
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
                    Turn.startingAs(
                                    scopes.all(),
                                    scopes.title(),
                                    StartingPoint.RAP.word(),
                                    StartingPoint.RAP.settings())
                            .apply(session());
            for (Setting<?> setting : StartingPoint.RAP.settings().set()) {
                assertInForce(changed, scopes, setting);
            }
            assertThat(changed.stack("octaves")).isEqualTo(session().stack("octaves"));
        }
    }

    private static <T> void assertInForce(Session session, Scopes scopes, Setting<T> setting) {
        assertThat(Scope.values(session, scopes.all(), setting))
                .containsExactly(StartingPoint.RAP.settings().inForce(setting));
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
