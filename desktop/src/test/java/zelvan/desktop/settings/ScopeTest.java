package zelvan.desktop.settings;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;
import zelvan.desktop.model.Selection;
import zelvan.session.AudioReference;
import zelvan.session.Edit;
import zelvan.session.Role;
import zelvan.session.Session;
import zelvan.session.Stack;
import zelvan.session.StartingPoint;
import zelvan.session.Voice;
import zelvan.timing.TimingSettings;
import zelvan.tuning.PitchTarget;
import zelvan.tuning.TuningSettings;
import zelvan.units.TimeSpan;

class ScopeTest {
    private static final TimeSpan PHRASE = new TimeSpan(4, 6);
    private static final TimingSettings HALF = new TimingSettings(0.5, 0);

    private static Session session() {
        AudioReference audio = new AudioReference("/a.wav", 1, "");
        return Session.EMPTY
                .withStacks(
                        List.of(
                                new Stack("doubles", "Doubles", HALF),
                                new Stack("takes", "Takes", HALF)))
                .withVoices(
                        List.of(
                                Voice.of("g", "Lead", audio, Role.GUIDE, ""),
                                Voice.of("v", "Left", audio, Role.DOUBLE, "doubles"),
                                Voice.of("t", "Take", audio, Role.TAKE, "takes")));
    }

    @Test
    void theSelectionDecidesTheScope() {
        assertThat(Scope.of(Selection.NOTHING, session()).title(session())).isEqualTo("All stacks");
        assertThat(Scope.of(Selection.ofStack("takes"), session()).title(session()))
                .isEqualTo("Takes");
        assertThat(Scope.of(Selection.ofVoice("v"), session()).title(session()))
                .isEqualTo("Doubles ▸ Left");
        assertThat(Scope.of(Selection.ofCell("v", PHRASE), session()).title(session()))
                .isEqualTo("Doubles ▸ Left ▸ phrase at 0:04.0");
        assertThat(Scope.of(Selection.ofVoice("g"), session()).title(session()))
                .isEqualTo("All stacks");
    }

    @Test
    void onlyWhatIsMovedDeparts() {
        Scope scope = Scope.of(Selection.ofCell("v", PHRASE), session());
        Session changed = scope.setting(session(), new TimingSettings(0.5, 0.02)).apply(session());
        Voice voice = changed.voice("v").orElseThrow();
        assertThat(voice.phraseTiming(PHRASE).pull()).isEmpty();
        assertThat(voice.phraseTiming(PHRASE).slackSeconds()).contains(0.02);
        assertThat(scope.timing(changed)).isEqualTo(new TimingSettings(0.5, 0.02));
    }

    @Test
    void settingTheSameAsAboveIsNoDeparture() {
        Scope scope = Scope.of(Selection.ofVoice("v"), session());
        Session tighter = scope.setting(session(), new TimingSettings(0.9, 0)).apply(session());
        assertThat(scope.givingBackTiming(tighter)).isPresent();
        Session same = scope.setting(tighter, HALF).apply(tighter);
        assertThat(same.voice("v").orElseThrow().timing().isNone()).isTrue();
        assertThat(scope.givingBackTiming(same)).isEmpty();
    }

    @Test
    void givingBackRestoresWhatStandsAbove() {
        Scope phrase = Scope.of(Selection.ofCell("v", PHRASE), session());
        Session changed = phrase.setting(session(), new TimingSettings(1, 0.01)).apply(session());
        Session back = phrase.givingBackTiming(changed).orElseThrow().apply(changed);
        assertThat(back).isEqualTo(session());
    }

    @Test
    void aStackDoesNotTouchTheOthers() {
        Scope scope = Scope.of(Selection.ofStack("takes"), session());
        Session changed = scope.setting(session(), TimingSettings.FULL).apply(session());
        assertThat(changed.stack("takes").orElseThrow().timing()).isEqualTo(TimingSettings.FULL);
        assertThat(changed.stack("doubles").orElseThrow().timing()).isEqualTo(HALF);
    }

    @Test
    void pitchDepartsByItself() {
        Scope phrase = Scope.of(Selection.ofCell("v", PHRASE), session());
        TuningSettings guide = TuningSettings.OFF.withTarget(PitchTarget.GUIDE);
        Session changed = phrase.setting(session(), guide).apply(session());
        assertThat(phrase.tuning(changed)).isEqualTo(guide);
        Voice voice = changed.voice("v").orElseThrow();
        assertThat(voice.phraseTuning(PHRASE).target()).contains(PitchTarget.GUIDE);
        assertThat(voice.phraseTuning(PHRASE).pull()).isEmpty();
        assertThat(phrase.givingBackTiming(changed)).isEmpty();
        Session back = phrase.givingBackTuning(changed).orElseThrow().apply(changed);
        assertThat(back).isEqualTo(session());
    }

    @Test
    void severalEditsAreOneStep() {
        Scope stack = Scope.of(Selection.ofStack("doubles"), session());
        Edit together =
                new Edit.Together(
                        "Doubles: start as double",
                        List.of(
                                stack.setting(session(), StartingPoint.DOUBLE.timing()),
                                stack.setting(session(), StartingPoint.DOUBLE.tuning())));
        Session changed = together.apply(session());
        assertThat(stack.timing(changed)).isEqualTo(StartingPoint.DOUBLE.timing());
        assertThat(stack.tuning(changed)).isEqualTo(StartingPoint.DOUBLE.tuning());
        assertThat(changed.stack("takes")).isEqualTo(session().stack("takes"));
    }
}
