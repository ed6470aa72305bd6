package zelvan.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Path;
import java.util.List;
import java.util.Set;
import javafx.scene.control.Button;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import zelvan.audio.Sound;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.desktop.acts.Doubts;
import zelvan.desktop.acts.Focus;
import zelvan.desktop.desk.Lens;
import zelvan.desktop.desk.Viewport;
import zelvan.files.Target;
import zelvan.measure.Doubt;
import zelvan.session.Edit;
import zelvan.session.Scope;
import zelvan.session.Turn;
import zelvan.tuning.PitchTarget;
import zelvan.units.GuideSpan;

/// What the program says about its own work: doubtful places, voices that comb.
class DoubtsTest extends CloseUpTestBase {
    @Start
    void start(Stage stage) {
        open(stage);
    }

    @Test
    void doubtfulPlacesAreListedAndStepped(FxRobot robot) {
        openDemo(robot);
        List<Doubts.Place> places = Doubts.in(desk.derived().get());
        assertThat(places).hasSizeBetween(1, 20);
        assertThat(robot.lookup("#doubts").queryAs(Button.class).getText())
                .startsWith(places.size() + " doubtful");
        robot.interact(() -> window.scene().getRoot().requestFocus());
        robot.type(KeyCode.N);
        robot.type(KeyCode.N);
        Doubts.Place second = places.get(1);
        assertThat(desk.selection().get().voiceIds()).containsExactly(second.voice().id());
        Viewport view = desk.sight().viewport().get();
        assertThat(
                        new GuideSpan(view.startSeconds(), view.endSeconds())
                                .contains(second.doubt().span().middleSeconds()))
                .isTrue();
        robot.press(KeyCode.SHIFT).type(KeyCode.N).release(KeyCode.SHIFT);
        assertThat(desk.selection().get().voiceIds())
                .containsExactly(places.getFirst().voice().id());
    }

    /// Three tones of a second. Of the double's second one, every other pulse is weaker for a
    /// while.
    private static float[] tones(boolean weak) {
        float[] samples = new float[5 * RATE];
        for (int i = 0; i < samples.length; i++) {
            double t = (double) i / RATE - 0.5;
            double inTone = t - Math.floor(t / 1.3) * 1.3;
            if (t < 0 || t > 3.9 || inTone > 1) {
                continue;
            }
            double level = Math.min(1, Math.min(inTone, 1 - inTone) / 0.02);
            for (int k = 1; k <= 20; k++) {
                samples[i] += (float) (0.04 * level / k * Math.cos(2 * Math.PI * 300 * k * t));
                boolean half = weak && t > 1.7 && t < 1.85;
                if (half) {
                    samples[i] +=
                            (float) (0.006 / k * Math.cos(2 * Math.PI * 150 * (2 * k - 1) * t));
                }
            }
        }
        return samples;
    }

    @Test
    void anOctaveThatIsNotSureIsVisitedInPitchAndConfirmed(FxRobot robot) throws Exception {
        Path lead = folder.resolve("lead of tones.wav");
        Path twin = folder.resolve("double of tones.wav");
        SoundFiles.write(Target.fresh(lead), Sound.owning(RATE, tones(false)), SoundFormat.WAV_24);
        SoundFiles.write(Target.fresh(twin), Sound.owning(RATE, tones(true)), SoundFormat.WAV_24);
        robot.interact(() -> work.documents().open(List.of(lead, twin)));
        waitUntilDerived();
        assertThat(octaves()).isEmpty();
        // Only where pitch is drawn to something does it matter.
        robot.interact(() -> desk.apply(turned(pitch(PitchTarget.GUIDE, 50, 100))));
        waitUntilDerived();
        assertThat(octaves()).hasSize(1);
        Doubts.Place place = octaves().getFirst();
        assertThat(place.doubt().span().middleSeconds()).isCloseTo(2.275, within(0.1));

        robot.interact(() -> desk.visit(place));
        assertThat(desk.sight().lens().get()).isEqualTo(Lens.PITCH);
        assertThat(desk.focus().get()).isInstanceOf(Focus.OnRange.class);
        robot.press(KeyCode.CONTROL, KeyCode.SHIFT)
                .type(KeyCode.ENTER)
                .release(KeyCode.SHIFT, KeyCode.CONTROL);
        waitUntilDerived();
        assertThat(octaves()).isEmpty();
        assertThat(desk.history().get().undoTitle()).contains("Pitch heard in the right octave");
        robot.interact(desk::undo);
        waitUntilDerived();
        assertThat(octaves()).hasSize(1);
        robot.interact(() -> desk.visit(place));
        robot.press(KeyCode.CONTROL, KeyCode.SHIFT)
                .type(KeyCode.DOWN)
                .release(KeyCode.SHIFT, KeyCode.CONTROL);
        waitUntilDerived();
        assertThat(octaves()).isEmpty();
        assertThat(derived("double of tones").analysis().orElseThrow().pitch().hertzNear(2.28))
                .isCloseTo(150, within(3.0));
    }

    private List<Doubts.Place> octaves() {
        return Doubts.in(desk.derived().get()).stream()
                .filter(p -> p.doubt().reason() == Doubt.Reason.OCTAVE)
                .toList();
    }

    /// A low harmony that is drawn up to the lead itself cannot sound as it was sung.
    @Test
    void placesThatCameOutWorseAreListedWhenTheyAreHeard(FxRobot robot) {
        openDemo(robot);
        String id = voice("Odo low harmony").id();
        Scope odo = new Scope.OfVoice(id);
        Edit drawn = Turn.all(List.of(odo), "Odo", "pitch", pitch(PitchTarget.GUIDE, 100, 100));
        robot.interact(() -> desk.apply(drawn));
        waitUntil(() -> WaitForAsyncUtils.asyncFx(() -> !cameOutWorse().isEmpty()).get());
        List<Doubts.Place> worse = cameOutWorse();
        assertThat(worse).extracting(p -> p.voice().id()).containsOnly(id);
        assertThat(worse)
                .allSatisfy(p -> assertThat(p.phrase().overlaps(p.doubt().span())).isTrue());
        assertThat(robot.lookup("#doubts").queryAs(Button.class).getText())
                .startsWith(Doubts.in(desk.derived().get()).size() + " doubtful");
        robot.interact(desk::undo);
        waitUntilDerived();
        assertThat(cameOutWorse()).isEmpty();
    }

    private List<Doubts.Place> cameOutWorse() {
        Set<Doubt.Reason> reasons =
                Set.of(Doubt.Reason.CLICK, Doubt.Reason.LOUDNESS, Doubt.Reason.ROUGH);
        return Doubts.in(desk.derived().get()).stream()
                .filter(p -> reasons.contains(p.doubt().reason()))
                .toList();
    }

    /// The lead once more, 4 ms later, is no double.
    @Test
    void theSameTakeTwiceIsSaidToComb(FxRobot robot) throws Exception {
        Path lead = demo.resolve("Mara lead.wav");
        float[] once = SoundFiles.read(lead).sound().channel(0);
        float[] later = new float[once.length];
        System.arraycopy(once, 0, later, RATE / 250, once.length - RATE / 250);
        Path copy = folder.resolve("Mara again.wav");
        SoundFiles.write(Target.fresh(copy), Sound.owning(RATE, later), SoundFormat.WAV_24);
        robot.interact(() ->
                work.documents().open(List.of(lead, copy, demo.resolve("Mara double left.wav"))));
        waitUntilDerived();
        waitUntil(() -> WaitForAsyncUtils.asyncFx(() -> !desk.combing().get().isEmpty()).get());
        assertThat(desk.combing().get())
                .allSatisfy(pair -> {
                    assertThat(pair.voiceId()).isEqualTo(voice("Mara again").id());
                    assertThat(pair.otherId()).isEqualTo(voice("Mara lead").id());
                    assertThat(pair.likeness()).isGreaterThan(0.6);
                    // 4 ms cannot be opened to 12.
                    assertThat(pair.openingSlackSeconds()).isEmpty();
                });
        assertThat(robot.lookup("#combing").queryAs(Button.class).isVisible()).isTrue();
        assertThat(robot.lookup("#combing").queryAs(Button.class).getText())
                .isEqualTo(desk.combing().get().size() + " phrases comb");
    }
}
