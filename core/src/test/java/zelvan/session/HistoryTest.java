package zelvan.session;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import zelvan.align.Anchor;
import zelvan.timing.TimingSettings;
import zelvan.units.TimeSpan;

class HistoryTest {
    static final Stack DOUBLES = new Stack("doubles", "Doubles", new TimingSettings(0.5, 0));

    static Session session() {
        AudioReference audio = new AudioReference("/songs/a.wav", 1, "");
        return Session.EMPTY
                .withName("Song")
                .withStacks(List.of(DOUBLES))
                .withVoices(
                        List.of(
                                Voice.of("g", "Lead", audio, Role.GUIDE, ""),
                                Voice.of("v", "Left", audio, Role.DOUBLE, "doubles"),
                                Voice.of("w", "Right", audio, Role.DOUBLE, "doubles")));
    }

    private static Edit randomEdit(Random random) {
        TimingSettings timing = new TimingSettings(random.nextDouble(), random.nextDouble());
        double at = 10 * random.nextDouble();
        return switch (random.nextInt(8)) {
            case 0 -> Turn.all(List.of(new Scope.OfStack("doubles")), "Doubles", timing);
            case 1 -> Turn.all(timing);
            case 2 -> Turn.of(new Scope.OfVoice("v"), Setting.TIMING_PULL, timing.pull(), "Left");
            case 3 ->
                    new RepairEdit.SetAnchors(
                            "Left",
                            List.of(new RepairEdit.Of("v", Anchor.held(at, at + 0.1))),
                            random.nextLong());
            case 4 ->
                    new RepairEdit.Protect(
                            "w",
                            "Right",
                            new Protection(new TimeSpan(at, at + 1), Protection.Kind.TIMING));
            case 5 -> new Edit.SetStrip("w", "Right", Strip.PLAIN.withGain(-at), "level");
            case 6 -> new Edit.SetMix(new Mix(timing.pull(), random.nextBoolean()));
            default -> new Edit.SetGuide("v", "Left", DOUBLES);
        };
    }

    @RepeatedTest(30)
    void undoTakesBackExactlyWhatAnEditDid(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        History history = History.startingWith(session());
        List<Session> states = new ArrayList<>(List.of(history.current()));
        for (int i = 0; i < 40; i++) {
            int position = history.position();
            history = history.apply(randomEdit(random));
            if (history.position() == position) {
                states.set(position, history.current());
            } else {
                states.add(history.current());
            }
        }
        History back = history;
        for (int i = states.size() - 1; i > 0; i--) {
            assertThat(back.current())
                    .as("seed %d", info.getCurrentRepetition())
                    .isEqualTo(states.get(i));
            back = back.undo();
        }
        assertThat(back.current()).isEqualTo(session());
        assertThat(back.undo().current()).isEqualTo(session());
        for (int i = 1; i < states.size(); i++) {
            back = back.redo();
            assertThat(back.current()).isEqualTo(states.get(i));
        }
    }

    @Test
    void aDragIsOneStep() {
        History history = History.startingWith(session());
        for (int i = 1; i <= 10; i++) {
            history = history.apply(pull(0.5 + 0.05 * i, 7));
        }
        assertThat(history.titles()).containsExactly("Opened", "All stacks: pull 100 %");
        assertThat(history.undo().current()).isEqualTo(session());
    }

    private static Edit pull(double value, long gesture) {
        return new Turn<>(
                List.of(Scope.ALL), Setting.TIMING_PULL, Optional.of(value), "All stacks", gesture);
    }

    /// However soon one follows the other.
    @Test
    void twoDragsOfOneControlAreTwoSteps() {
        History history = History.startingWith(session()).apply(pull(0.6, 1)).apply(pull(0.7, 2));
        assertThat(history.titles())
                .containsExactly("Opened", "All stacks: pull 60 %", "All stacks: pull 70 %");
    }

    @Test
    void anEditThatChangesNothingIsNotAStep() {
        History history = History.startingWith(session());
        assertThat(history.apply(Turn.all(DOUBLES.timing()))).isSameAs(history);
    }

    @Test
    void settingsComeFromThePhraseThenTheVoiceThenTheStack() {
        TimeSpan phrase = new TimeSpan(4, 6);
        Session session =
                Turn.of(new Scope.OfPhrase("v", phrase), Setting.TIMING_PULL, 1.0, "Left")
                        .apply(
                                Turn.of(new Scope.OfVoice("v"), Setting.TIMING_SLACK, 0.02, "Left")
                                        .apply(session()));
        Voice voice = session.voice("v").orElseThrow();
        TimingSettings stack = session.stackTiming(voice);
        assertThat(voice.timingAt(1, stack)).isEqualTo(new TimingSettings(0.5, 0.02));
        assertThat(voice.timingAt(5, stack)).isEqualTo(new TimingSettings(1, 0.02));
        assertThat(voice.withPhrase(phrase, TimingDeparture.NONE).phrases()).isEmpty();
    }

    @Test
    void anotherGuideLeavesExactlyOne() {
        Session session = new Edit.SetGuide("w", "Right", DOUBLES).apply(session());
        assertThat(session.guide().map(Voice::id)).isEqualTo(Optional.of("w"));
        assertThat(session.voice("g").orElseThrow().stackId()).isEqualTo("doubles");
        assertThat(session.followers()).hasSize(2);
    }

    @Test
    void aHeldAnchorReplacesThoseThatContradictIt() {
        Voice voice = session().voice("v").orElseThrow();
        Voice held =
                voice.setting(Anchor.held(1, 1.1))
                        .setting(Anchor.held(2, 2.1))
                        .setting(Anchor.held(1.5, 2.5));
        assertThat(held.anchors()).extracting(Anchor::sourceSeconds).containsExactly(1.0, 1.5);
    }
}
