package zelvan.session;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.Random;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zelvan.align.Anchor;
import zelvan.setting.Settings;
import zelvan.timing.TimingSettings;
import zelvan.tuning.PitchTarget;
import zelvan.tuning.TuningSettings;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

class HistoryTest {
    static final Stack DOUBLES =
            new Stack("doubles", "Doubles", Settings.of(TimingSettings.PULL, 50.0));
    private static final List<Scope> STACK = List.of(new Scope.OfStack("doubles"));

    static Session session() {
        AudioReference audio = new AudioReference("/songs/a.wav", 1, "");
        return Session.EMPTY
                .withName("Song")
                .withStacks(List.of(DOUBLES))
                .withRecordings(
                        Stream.of("g", "v", "w").map(id -> Recording.of(id, audio)).toList())
                .withVoices(
                        List.of(
                                Voice.of("g", "Lead", Role.GUIDE, "", Layer.sung("g")),
                                Voice.of("v", "Left", Role.DOUBLE, "doubles", Layer.sung("v")),
                                Voice.of("w", "Right", Role.DOUBLE, "doubles", Layer.sung("w"))));
    }

    private static Edit pull(List<Scope> scopes, double percent) {
        return new Turn<>(scopes, "All stacks", TimingSettings.PULL, percent);
    }

    private static Edit randomEdit(Random random) {
        double percent = 100 * random.nextDouble();
        double at = 10 * random.nextDouble();
        return switch (random.nextInt(8)) {
            case 0 -> pull(STACK, percent);
            case 1 -> pull(List.of(Scope.ALL), percent);
            case 2 -> pull(List.of(new Scope.OfVoice("v")), percent);
            case 3 ->
                    new RepairEdit.SetAnchors(
                            "Left", List.of(new RepairEdit.Of("v", Anchor.held(at, at + 0.1))));
            case 4 ->
                    new RepairEdit.Protect(
                            "w",
                            "Right",
                            new Protection(new RecordedSpan(at, at + 1), Protection.Kind.TIMING));
            case 5 -> new Edit.SetStrip("w", "Right", Strip.PLAIN.withMuted(at > 5), "muted");
            case 6 -> new Edit.SetMix("Blend", new Mix(percent / 100, random.nextBoolean(), 0));
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
        Gesture drag = Gesture.begin();
        for (int i = 1; i <= 10; i++) {
            history = history.apply(pull(List.of(Scope.ALL), 50 + 5 * i), drag);
        }
        assertThat(history.titles()).containsExactly("Opened", "All stacks: timing pull 100 %");
        assertThat(history.undo().current()).isEqualTo(session());
    }

    /// However soon one follows the other.
    @Test
    void twoDragsOfOneControlAreTwoSteps() {
        History history =
                History.startingWith(session())
                        .apply(pull(List.of(Scope.ALL), 60), Gesture.begin())
                        .apply(pull(List.of(Scope.ALL), 70), Gesture.begin());
        assertThat(history.titles())
                .containsExactly(
                        "Opened", "All stacks: timing pull 60 %", "All stacks: timing pull 70 %");
    }

    @Test
    void anEditThatChangesNothingIsNotAStep() {
        History history = History.startingWith(session());
        assertThat(history.apply(pull(STACK, 50))).isSameAs(history);
    }

    private static TimingSettings at(Session session, double guideSeconds) {
        return session.inForce(session.voice("v").orElseThrow(), TimingSettings::of)
                .apply(guideSeconds);
    }

    @Test
    void settingsComeFromThePhraseThenTheVoiceThenTheStack() {
        GuideSpan phrase = new GuideSpan(4, 6);
        Session session =
                new Turn<>(List.of(new Scope.OfVoice("v")), "Left", TimingSettings.SLACK, 20.0)
                        .apply(session());
        session = pull(List.of(new Scope.OfPhrase("v", phrase)), 100).apply(session);
        assertThat(at(session, 1)).isEqualTo(new TimingSettings(0.5, 0.02));
        assertThat(at(session, 5)).isEqualTo(new TimingSettings(1, 0.02));
        Session back =
                Turn.back(List.of(new Scope.OfPhrase("v", phrase)), "Left", TimingSettings.SETTINGS)
                        .apply(session);
        assertThat(back.voice("v").orElseThrow().phrases()).isEmpty();
    }

    /// Whether they touch, overlap or lie within each other.
    @ParameterizedTest
    @CsvSource({
        "12, 20, 80 80 80 60 60 60 60 60",
        "11.99, 20, 80 80 80 60 60 60 60 60",
        "12.03, 20, 80 80 80 60 60 60 60 60",
        "11, 20, 80 60 60 60 60 60 60 60",
        "8, 11, 60 80 80 0 0 0 0 0",
        "10.5, 11.5, 80 60 80 0 0 0 0 0",
        "10, 12, 60 60 60 0 0 0 0 0",
        "9.99, 12.01, 60 60 60 0 0 0 0 0",
        "8, 20, 60 60 60 60 60 60 60 60"
    })
    void stretchesKeepTheirOwnValues(double from, double to, String expected) {
        Session session = pull(List.of(in(10, 12)), 80).apply(session());
        Session changed = pull(List.of(in(from, to)), 60).apply(session);
        List<Double> moments = List.of(10.25, 11.25, 11.9, 12.1, 13.0, 15.0, 17.0, 19.9);
        String there =
                moments.stream()
                        .map(t ->
                                at(changed, t).equals(at(session(), t))
                                        ? 0
                                        : 100 * at(changed, t).pull())
                        .map(p -> String.format(Locale.ROOT, "%.0f", p))
                        .collect(Collectors.joining(" "));
        assertThat(there).isEqualTo(expected);
    }

    /// Another setting of a part of it: both hold there, and each by itself elsewhere.
    @Test
    void stretchesThatOverlapHoldBoth() {
        Session session = pull(List.of(in(10, 12)), 80).apply(session());
        session = new Turn<>(List.of(in(11, 13)), "", TimingSettings.SLACK, 33.0).apply(session);
        double slack = at(session(), 1).slackSeconds();
        double pull = at(session(), 1).pull();
        assertThat(at(session, 10.5)).isEqualTo(new TimingSettings(0.8, slack));
        assertThat(at(session, 11.5)).isEqualTo(new TimingSettings(0.8, 0.033));
        assertThat(at(session, 12.5)).isEqualTo(new TimingSettings(pull, 0.033));
        session = pull(List.of(in(10, 13)), 80).apply(session);
        assertThat(at(session, 12.5)).isEqualTo(new TimingSettings(0.8, 0.033));
        session = Turn.back(List.of(in(10, 13)), "", TimingSettings.SETTINGS).apply(session);
        assertThat(session.voice("v").orElseThrow().phrases()).isEmpty();
    }

    private static Scope in(double from, double to) {
        return new Scope.OfPhrase("v", new GuideSpan(from, to));
    }

    /// A control turned for several stacks leaves all that is different between them.
    @Test
    void oneSettingIsTurnedAndNoOther() {
        Stack harmonies =
                new Stack(
                        "harmonies",
                        "Harmonies",
                        Settings.of(TuningSettings.TARGET, PitchTarget.KEY)
                                .with(TimingSettings.PULL, 20.0));
        Session session = session().withStacks(List.of(DOUBLES, harmonies));
        Session turned =
                new Turn<>(List.of(Scope.ALL), "All stacks", TimingSettings.SLACK, 8.0)
                        .apply(session);
        for (Stack stack : session.stacks()) {
            assertThat(turned.stack(stack.id()).orElseThrow().settings())
                    .isEqualTo(stack.settings().with(TimingSettings.SLACK, 8.0));
        }
        assertThat(turned.withStacks(session.stacks())).isEqualTo(session);
    }

    @Test
    void whatIsTheSameAsAboveFollowsIt() {
        Scope voice = new Scope.OfVoice("v");
        Session session = pull(List.of(voice), 70).apply(session());
        assertThat(session.voice("v").orElseThrow().settings().isNone()).isFalse();
        session = pull(List.of(voice), 50).apply(session);
        assertThat(session.voice("v").orElseThrow().settings().isNone()).isTrue();
        session = pull(STACK, 90).apply(session);
        assertThat(at(session, 1).pull()).isEqualTo(0.9);
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
        HandWork held =
                HandWork.NONE
                        .setting(Anchor.held(1, 1.1))
                        .setting(Anchor.held(2, 2.1))
                        .setting(Anchor.held(1.5, 2.5));
        assertThat(held.anchors()).extracting(Anchor::sourceSeconds).containsExactly(1.0, 1.5);
    }

    /// How tightly the old guide followed the grid says nothing of how it follows the new one.
    @Test
    void theOldGuideFollowsAsItsStackDoes() {
        Session session = pull(List.of(new Scope.OfVoice("g")), 95).apply(session());
        Session led = new Edit.SetGuide("w", "Right", DOUBLES).apply(session);
        assertThat(led.settingsOf(led.voice("g").orElseThrow()).get(TimingSettings.PULL))
                .contains(50.0);
    }

    @Test
    void aTrackIsRemovedWithItsRecording() {
        Session session = new TrackEdit.Remove(List.of("v"), "Left").apply(session());
        assertThat(session.recordings()).extracting(Recording::id).containsExactly("g", "w");
    }
}
