package zelvan.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.KeyCode;
import javafx.scene.shape.Rectangle;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import zelvan.analysis.PitchTrack;
import zelvan.analysis.VoiceAnalyser;
import zelvan.audio.Loudness;
import zelvan.audio.Sound;
import zelvan.derived.DerivedVoice;
import zelvan.desktop.acts.Focus;
import zelvan.desktop.acts.Selection;
import zelvan.desktop.closeup.Lane;
import zelvan.desktop.desk.Viewport;
import zelvan.dsp.Percentile;
import zelvan.engine.Listening;
import zelvan.level.LevelSettings;
import zelvan.play.Mixer;
import zelvan.play.Program;
import zelvan.play.Version;
import zelvan.render.VoiceSource;
import zelvan.session.Edit;
import zelvan.session.Role;
import zelvan.session.Scope;
import zelvan.session.Strip;
import zelvan.session.Turn;
import zelvan.session.Voice;
import zelvan.setting.Settings;
import zelvan.tuning.PitchTarget;
import zelvan.units.GuideSpan;
import zelvan.units.Pitch;
import zelvan.units.RecordedSpan;
import zelvan.units.SongSpan;

/// What is heard.
class ListeningTest extends WindowTestBase {
    @Start
    void start(Stage stage) {
        open(stage);
    }

    private static double lufs(Program program, double seconds) {
        Mixer mixer = new Mixer();
        mixer.goOnFrom(program, 0);
        Loudness meter = new Loudness(RATE, 2);
        float[][] block = new float[2][Mixer.BLOCK_FRAMES];
        for (long at = 0; at < seconds * RATE; at += Mixer.BLOCK_FRAMES) {
            mixer.mix(program, at, block[0], block[1]);
            meter.add(block, Mixer.BLOCK_FRAMES);
        }
        return meter.integratedLufs();
    }

    @Test
    void rawAndLockedAreEquallyLoud(FxRobot robot) {
        openDemo(robot);
        robot.interact(() -> desk.apply(pull(100)));
        waitUntilDerived();
        waitUntil(() -> desk.hearing().rawGainDecibels().get() != 0);
        double seconds = desk.derived().get().seconds();
        Program program = work.playback().program();

        assertThat(lufs(program.withVersion(Version.RAW), seconds))
                .isCloseTo(lufs(program.withVersion(Version.LOCKED), seconds), within(0.3));
        double unmatched = lufs(program.withRawGain(1).withVersion(Version.RAW), seconds);
        assertThat(lufs(program.withVersion(Version.RAW), seconds) - unmatched)
                .isCloseTo(desk.hearing().rawGainDecibels().get(), within(0.01));
    }

    @Test
    void halfSpeedTakesTwiceTheTimeAtTheSamePitch(FxRobot robot) {
        openDemo(robot);
        waitUntilDerived();
        robot.interact(() -> {
            desk.hearing().slowDown(true);
            assertThat(desk.hearing().player().slowness())
                    .as("the window does not wait for it")
                    .isEqualTo(1);
            desk.hearing().slowDown(false);
        });
        robot.clickOn("#half-speed");
        waitUntil(() -> desk.hearing().player().slowness() == 2);
        robot.interact(() -> desk.hearing().player().seek(6));
        robot.clickOn("#play");
        long from = output.writtenFrames();
        waitUntil(() -> output.writtenFrames() - from >= 2L * RATE);
        // However late this thread is: between what was played just before and just after.
        double least = 0.5 * (output.writtenFrames() - from) / RATE;
        double position = desk.hearing().player().positionSeconds() - 6;
        double most = 0.5 * (output.writtenFrames() - from) / RATE;
        assertThat(position).isBetween(least - 0.1, most + 0.1);
        robot.clickOn("#half-speed");
        assertThat(desk.hearing().player().slowness()).isEqualTo(1);
        robot.clickOn("#play");
    }

    /// Heard again by the analysis: each moment has the pitch that it has at full speed, which is
    /// not the recorded one.
    @Test
    void halfSpeedSoundsAtThePitchThatIsSet(FxRobot robot) {
        openDemo(robot);
        robot.interact(() -> {
            desk.apply(turned(pitch(PitchTarget.GUIDE, 100, 0)));
            Voice right = voice("Mara double right");
            desk.apply(
                    new Edit.SetStrip(
                            right.id(), right.name(), right.strip().withSolo(true), "solo"));
        });
        waitUntilDerived();
        PitchTrack asSung = heard(Version.LOCKED, 1);
        PitchTrack slow = heard(Version.LOCKED, 2);
        PitchTrack raw = heard(Version.RAW, 2);
        List<Double> apart = new ArrayList<>();
        List<Double> fromRaw = new ArrayList<>();
        for (double t = 5; t < 20; t += 0.01) {
            double hertz = asSung.hertzNear(t);
            double half = slow.hertzNear(2 * t);
            double recorded = raw.hertzNear(2 * t);
            if (hertz > 0 && half > 0 && recorded > 0) {
                apart.add(Math.abs(Pitch.centsBetween(hertz, half)));
                fromRaw.add(Math.abs(Pitch.centsBetween(hertz, recorded)));
            }
        }
        assertThat(apart).hasSizeGreaterThan(400);
        assertThat(median(apart)).isLessThan(4);
        assertThat(median(fromRaw)).isGreaterThan(12);
    }

    private static double median(List<Double> values) {
        return Percentile.median(values.stream().mapToDouble(v -> v).toArray());
    }

    private PitchTrack heard(Version version, double slowness) {
        Program.Track track =
                new Listening(RATE, slowness)
                        .program(desk.session(), desk.derived().get(), version)
                        .tracks()
                        .getFirst();
        VoiceSource source = version == Version.RAW ? track.raw() : track.locked();
        float[] samples = new float[(int) (20 * slowness * RATE)];
        source.read(0, 0, samples, samples.length);
        return new VoiceAnalyser().analyse(Sound.owning(RATE, samples)).pitch();
    }

    /// By a key: what is taken away of the esses, and nothing where nothing is.
    @Test
    void onlyWhatIsTakenAwayIsHeard(FxRobot robot) {
        openDemo(robot);
        Voice left = voice("Mara double left");
        robot.interact(() ->
                desk.apply(
                        Turn.all(
                                List.of(Scope.ALL),
                                "all",
                                "esses",
                                Settings.of(LevelSettings.ESSES, 0.0)
                                        .with(LevelSettings.BREATHS, 0.0))));
        robot.interact(() ->
                desk.apply(
                        Turn.all(
                                List.of(new Scope.OfVoice(left.id())),
                                "left",
                                "esses",
                                Settings.of(LevelSettings.ESSES, -18.0))));
        waitUntilDerived();
        robot.interact(() -> window.scene().getRoot().requestFocus());
        robot.press(KeyCode.CONTROL).type(KeyCode.R).release(KeyCode.CONTROL);
        assertThat(desk.hearing().version().get()).isEqualTo(Version.TAKEN);
        assertThat(robot.lookup("#taken").queryAs(ToggleButton.class).isSelected()).isTrue();
        Program.Track track =
                work.playback().program().tracks().stream()
                        .filter(t -> t.id().equals(left.id()))
                        .findFirst()
                        .orElseThrow();
        float[] samples = new float[20 * RATE];
        track.locked().read(0, 0, samples, samples.length);
        boolean[] hisses = new boolean[samples.length];
        DerivedVoice made = derived("Mara double left");
        made.levelled().result().sounds().stream()
                .map(t -> t.sound().span().widenedBy(0.02))
                .forEach(span -> {
                    double from = made.timing().map().outputSecondsAt(span.startSeconds());
                    double to = made.timing().map().outputSecondsAt(span.endSeconds());
                    for (int i = (int) (from * RATE);
                            i < Math.min(to * RATE, samples.length);
                            i++) {
                        hisses[i] = true;
                    }
                });
        double most = 0;
        for (int i = 0; i < samples.length; i++) {
            most = Math.max(most, Math.abs(samples[i]));
            if (!hisses[i]) {
                assertThat(Math.abs(samples[i])).as("at %s s", i / (double) RATE).isLessThan(1e-6f);
            }
        }
        assertThat(most).isGreaterThan(0.01);
        robot.press(KeyCode.CONTROL).type(KeyCode.R).release(KeyCode.CONTROL);
        assertThat(desk.hearing().version().get()).isEqualTo(Version.LOCKED);
    }

    /// What is mixed of the voice are its recorded samples, of the others those that are locked.
    @Test
    void oneVoiceIsHeardRawAgainstTheOthersLocked(FxRobot robot) {
        openDemo(robot);
        Voice left = voice("Mara double left");
        robot.interact(() -> desk.select(Selection.ofVoice(left.id())));
        robot.interact(() -> window.scene().getRoot().requestFocus());
        Program locked = work.playback().program();
        robot.press(KeyCode.SHIFT).type(KeyCode.R).release(KeyCode.SHIFT);
        Program one = work.playback().program();
        int at = desk.session().voices().indexOf(left);
        for (int i = 0; i < desk.session().voices().size(); i++) {
            if (desk.session().voices().get(i).role().follows()) {
                Program.Track track = one.tracks().get(i);
                assertThat(track.locked())
                        .isSameAs(i == at ? track.raw() : locked.tracks().get(i).locked());
            }
        }
        assertThat(robot.lookup("#strip-" + left.id() + " .figure").queryLabeled().getText())
                .isEqualTo("heard raw");
        robot.press(KeyCode.SHIFT).type(KeyCode.R).release(KeyCode.SHIFT);
        assertThat(work.playback().program().tracks().get(at)).isEqualTo(locked.tracks().get(at));
    }

    /// Voices of another session may have the same ids.
    @Test
    void whatWasHeardRawInOneSessionIsNotInTheNext(FxRobot robot) {
        openDemo(robot);
        String left = voice("Mara double left").id();
        robot.interact(() -> desk.hearing().switchRaw(List.of(left)));
        robot.interact(() -> desk.open(desk.session(), Optional.empty(), desk.session()));
        assertThat(desk.hearing().raw().get()).isEmpty();
        assertThat(desk.findings().toMend().get()).isEmpty();
        assertThat(desk.findings().stale().get()).isTrue();
    }

    @Test
    void aRangeThatWasDraggedOutIsLooped(FxRobot robot) {
        openDemo(robot);
        Voice left = voice("Mara double left");
        GuideSpan phrase = desk.derived().get().guidePhrases().get(2);
        robot.interact(() -> {
            desk.looking().visit(left.id(), phrase);
            desk.hearing().loop(true);
        });
        SongSpan whole = desk.hearing().player().loop().orElseThrow();
        RecordedSpan range = new RecordedSpan(12.4, 12.9);
        robot.interact(() -> desk.focusOn(new Focus.OnRange(left.id(), range)));
        SongSpan looped = desk.hearing().player().loop().orElseThrow();
        assertThat(looped).isEqualTo(desk.derived().get().clocks(left.id()).song(range));
        robot.interact(() -> desk.focusOn(Focus.NOTHING));
        assertThat(desk.hearing().player().loop()).contains(whole);
    }

    private List<String> heardIds() {
        return work.playback().program().tracks().stream().map(Program.Track::id).toList();
    }

    /// With K the voice under the pointer, with Shift all of that moment; then all is as before.
    @Test
    void whatIsUnderThePointerSoundsAsLongAsAKeyIsHeld(FxRobot robot) {
        openDemo(robot);
        Voice right = voice("Mara double right");
        robot.interact(() -> {
            desk.select(Selection.ofVoice(right.id()));
            desk.sight().show(new Viewport(5, 9));
            desk.hearing().goTo(2);
        });
        Node closeUp = robot.lookup("#close-up").query();
        double width = closeUp.getBoundsInLocal().getWidth();
        Lane lane =
                Lane.of(desk.now(), closeUp.getBoundsInLocal().getHeight()).stream()
                        .filter(l -> l.voice().equals(right))
                        .findFirst()
                        .orElseThrow();
        double vowel =
                derived("Mara double right").analysis().orElseThrow().notes().stream()
                        .filter(n -> n.span().seconds() > 0.4 && n.span().startSeconds() > 5.5)
                        .mapToDouble(n -> n.span().middleSeconds())
                        .findFirst()
                        .orElseThrow();
        double at = derived("Mara double right").timing().map().outputSecondsAt(vowel);
        List<String> before = heardIds();
        robot.moveTo(at(robot, closeUp, (at - 5) / 4 * width, lane.top() + lane.height() / 2));
        robot.press(KeyCode.K);
        assertThat(heardIds()).containsExactly(right.id());
        waitUntil(() -> output.writtenFrames() > RATE);
        double sung = derived("Mara double right").analysis().orElseThrow().pitch().hertzAt(vowel);
        PitchTrack heard =
                new VoiceAnalyser().analyse(Sound.owning(RATE, output.lastLeft(RATE / 2))).pitch();
        assertThat(Math.abs(Pitch.centsBetween(sung, heard.hertz(heard.frames() / 2))))
                .isLessThan(60);
        robot.release(KeyCode.K);
        assertThat(heardIds()).isEqualTo(before);
        assertThat(desk.hearing().player().positionSeconds()).isEqualTo(2);

        robot.press(KeyCode.SHIFT, KeyCode.K);
        assertThat(heardIds())
                .containsExactlyInAnyOrderElementsOf(
                        desk.session().voices().stream()
                                .filter(v -> v.role() != Role.BED)
                                .map(Voice::id)
                                .toList());
        robot.release(KeyCode.K, KeyCode.SHIFT);
        assertThat(heardIds()).isEqualTo(before);
    }

    @Test
    void whatIsCutOffIsShownUntilItIsClickedAway(FxRobot robot) {
        openDemo(robot);
        Voice lead = voice("Mara lead");
        Node clip = robot.lookup("#clip-" + lead.id()).query();
        robot.interact(() -> {
            desk.apply(
                    new Turn<>(
                            List.of(new Scope.OfVoice(lead.id())), lead.name(), Strip.LEVEL, 24.0));
            desk.hearing().goTo(5);
        });
        waitUntilDerived();
        robot.clickOn("#play");
        waitUntil(() -> clip.isVisible());
        Rectangle level = robot.lookup("#level-" + lead.id()).queryAs(Rectangle.class);
        assertThat(level.getWidth()).isGreaterThan(100);
        robot.clickOn("#play");
        waitUntil(() -> level.getWidth() == 0);
        assertThat(clip.isVisible()).as("kept").isTrue();
        assertThat(desk.hearing().player().peaks().clipped()).isTrue();
        robot.clickOn("#meter");
        assertThat(desk.hearing().player().peaks().clipped()).isFalse();
    }
}
