package zelvan.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import javafx.event.Event;
import javafx.event.EventType;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Slider;
import javafx.scene.image.WritableImage;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import zelvan.align.Anchor;
import zelvan.audio.Sound;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.desktop.model.Doubts;
import zelvan.desktop.model.Focus;
import zelvan.desktop.model.Selection;
import zelvan.desktop.model.Viewport;
import zelvan.play.Version;
import zelvan.session.Edit;
import zelvan.session.Protection;
import zelvan.session.Voice;
import zelvan.timing.TimingSettings;
import zelvan.units.TimeSpan;

/// Mending a match in the close-up, with mouse and keys; what is seen and what is heard.
@org.jspecify.annotations.NullUnmarked // set when the demo is open
class RepairTest extends WindowTestBase {
    @Start
    void start(Stage stage) {
        open(stage);
    }

    private static final String LEFT = "Mara double left";
    private static final String RIGHT = "Mara double right";

    // The lanes of the doubles: ruler, guide, left, right; beads lie two thirds down.
    private static final double LANES_TOP = 22 + 62;
    private static final double BEAD_SHARE = 0.67;

    private Node closeUp;

    private void openDoubles(FxRobot robot, double from, double to) {
        openDemo(robot);
        robot.interact(() -> {
            model.select(Selection.ofVoice(voice(RIGHT).id()));
            model.viewport().set(new Viewport(from, to));
        });
        WaitForAsyncUtils.waitForFxEvents();
        closeUp = robot.lookup("#close-up").query();
    }

    private double width() {
        return closeUp.getBoundsInLocal().getWidth();
    }

    /// A point on a double's ribbon.
    private Point2D on(FxRobot robot, String name, double shownSeconds) {
        double lane = Math.clamp((closeUp.getBoundsInLocal().getHeight() - LANES_TOP) / 2, 54, 128);
        double top = LANES_TOP + (name.equals(RIGHT) ? lane : 0);
        return at(
                robot,
                closeUp,
                model.viewport().get().x(shownSeconds, width()),
                top + BEAD_SHARE * lane);
    }

    private Point2D onGuide(FxRobot robot, double shownSeconds) {
        return at(robot, closeUp, model.viewport().get().x(shownSeconds, width()), 22 + 0.6 * 62);
    }

    private double sounds(String name, double sourceSeconds) {
        return derived(name).timing().map().outputSecondsAt(sourceSeconds);
    }

    /// The first bead after a moment of the guide.
    private Anchor bead(String name, double afterGuideSeconds) {
        return derived(name).alignment().anchors().stream()
                .filter(a -> a.kind().isPresent() && a.guideSeconds() > afterGuideSeconds)
                .findFirst()
                .orElseThrow();
    }

    private void drag(FxRobot robot, Point2D from, double pixels, KeyCode... keys) {
        for (KeyCode key : keys) {
            robot.press(key);
        }
        robot.moveTo(from).press(MouseButton.PRIMARY);
        for (int step = 1; step <= 5; step++) {
            robot.moveTo(from.add(pixels * step / 5, 0));
        }
        robot.release(MouseButton.PRIMARY);
        for (KeyCode key : keys) {
            robot.release(key);
        }
        waitUntilDerived();
    }

    /// Of the robot's keys the platform without a display does not tell the mouse.
    private void dragWithShift(Point2D from, FxRobot robot, double pixels) {
        Point2D corner = at(robot, closeUp, 0, 0);
        double x = from.getX() - corner.getX();
        double y = from.getY() - corner.getY();
        robot.interact(() -> {
            fire(MouseEvent.MOUSE_PRESSED, x, y);
            for (int step = 1; step <= 5; step++) {
                fire(MouseEvent.MOUSE_DRAGGED, x + pixels * step / 5, y);
            }
            fire(MouseEvent.MOUSE_RELEASED, x + pixels, y);
        });
        waitUntilDerived();
    }

    private void fire(EventType<MouseEvent> type, double x, double y) {
        Point2D inScene = closeUp.localToScene(x, y);
        Event.fireEvent(
                closeUp,
                new MouseEvent(
                        type,
                        inScene.getX(),
                        inScene.getY(),
                        x,
                        y,
                        MouseButton.PRIMARY,
                        1,
                        true,
                        false,
                        false,
                        false,
                        true,
                        false,
                        false,
                        false,
                        false,
                        true,
                        null));
    }

    private void type(FxRobot robot, KeyCode... keys) {
        robot.interact(() -> closeUp.requestFocus());
        robot.press(keys);
        robot.release(keys);
        waitUntilDerived();
    }

    private String undoTitle() {
        return model.history().get().undoTitle().orElse("");
    }

    @Test
    void draggingABeadHoldsItThereAndUndoLetsGo(FxRobot robot) {
        openDoubles(robot, 2, 5);
        Anchor anchor = bead(RIGHT, 3.1);
        double shown = sounds(RIGHT, anchor.sourceSeconds());
        float[] soundBefore = locked(RIGHT, 3);
        WritableImage pictureBefore = picture(robot, closeUp);
        drag(robot, on(robot, RIGHT, shown), -20);
        assertThat(voice(RIGHT).anchors())
                .singleElement()
                .satisfies(a -> {
                    assertThat(a.held()).isTrue();
                    assertThat(a.sourceSeconds()).isCloseTo(anchor.sourceSeconds(), within(1e-9));
                });
        double pixel = model.viewport().get().seconds() / width();
        assertThat(sounds(RIGHT, anchor.sourceSeconds()))
                .isCloseTo(shown - 20 * pixel, within(8 * pixel));
        assertThat(undoTitle()).startsWith("Mara double right: hold at 0:0");
        assertThat(Arrays.mismatch(soundBefore, locked(RIGHT, 3))).isNotEqualTo(-1);
        assertThat(differing(pictureBefore, picture(robot, closeUp))).isGreaterThan(50);
        float[] elsewhere = locked(RIGHT, 34);

        robot.interact(model::undo);
        waitUntilDerived();
        assertThat(voice(RIGHT).anchors()).isEmpty();
        assertThat(sounds(RIGHT, anchor.sourceSeconds())).isEqualTo(shown);
        assertThat(Arrays.mismatch(soundBefore, locked(RIGHT, 3))).isEqualTo(-1);
        // Half a song away nothing was matched anew.
        assertThat(Arrays.mismatch(elsewhere, locked(RIGHT, 34))).isEqualTo(-1);
    }

    @Test
    void theSameSyllableInAllSelectedVoicesIsOneGesture(FxRobot robot) {
        openDoubles(robot, 2, 5);
        robot.interact(() ->
                model.select(
                        new Selection(
                                Optional.empty(),
                                List.of(voice(RIGHT).id(), voice(LEFT).id()),
                                Optional.empty())));
        waitUntilDerived();
        Anchor anchor = bead(RIGHT, 3.1);
        drag(robot, on(robot, RIGHT, sounds(RIGHT, anchor.sourceSeconds())), 24);
        Anchor right = voice(RIGHT).anchors().getFirst();
        Anchor left = voice(LEFT).anchors().getFirst();
        assertThat(left.guideSeconds()).isEqualTo(right.guideSeconds());
        assertThat(sounds(LEFT, left.sourceSeconds()))
                .isCloseTo(sounds(RIGHT, right.sourceSeconds()), within(1e-6));
        assertThat(undoTitle()).startsWith("2 voices: hold at");
        robot.interact(model::undo);
        assertThat(voice(LEFT).anchors()).isEmpty();
        assertThat(voice(RIGHT).anchors()).isEmpty();
    }

    @Test
    void keysNudgeTheBeadAndLetItGo(FxRobot robot) {
        openDoubles(robot, 2, 5);
        Anchor anchor = bead(RIGHT, 3.1);
        double shown = sounds(RIGHT, anchor.sourceSeconds());
        robot.clickOn(on(robot, RIGHT, shown));
        assertThat(model.focus().get())
                .isEqualTo(new Focus.OnBead(voice(RIGHT).id(), anchor.sourceSeconds()));
        type(robot, KeyCode.ALT, KeyCode.RIGHT);
        assertThat(sounds(RIGHT, anchor.sourceSeconds())).isCloseTo(shown + 0.001, within(1e-6));
        type(robot, KeyCode.ALT, KeyCode.SHIFT, KeyCode.LEFT);
        assertThat(sounds(RIGHT, anchor.sourceSeconds())).isCloseTo(shown - 0.004, within(1e-6));
        type(robot, KeyCode.G);
        double guide =
                model.repairs().guideLandmarks().stream()
                        .mapToDouble(l -> l.seconds())
                        .boxed()
                        .min(java.util.Comparator.comparingDouble(t -> Math.abs(t - shown)))
                        .orElseThrow();
        assertThat(sounds(RIGHT, anchor.sourceSeconds())).isCloseTo(guide, within(1e-6));
        type(robot, KeyCode.L);
        assertThat(voice(RIGHT).anchors()).isEmpty();
        assertThat(sounds(RIGHT, anchor.sourceSeconds())).isEqualTo(shown);
    }

    @Test
    void aLandmarkIsReplacedWithoutMovingAudioAsRecorded(FxRobot robot) {
        openDoubles(robot, 2, 5);
        robot.interact(() -> model.version().set(Version.RAW));
        waitUntil(() -> true);
        robot.sleep(400);
        Anchor anchor = bead(RIGHT, 3.1);
        dragWithShift(on(robot, RIGHT, anchor.sourceSeconds()), robot, 12);
        Anchor placed = voice(RIGHT).anchors().getFirst();
        double pixel = model.viewport().get().seconds() / width();
        assertThat(placed.origin()).isEqualTo(Anchor.Origin.PLACED);
        assertThat(placed.guideSeconds()).isEqualTo(anchor.guideSeconds());
        assertThat(placed.sourceSeconds())
                .isCloseTo(anchor.sourceSeconds() + 12 * pixel, within(2 * pixel));
        // At half pull a placed landmark keeps half of its offset, where a held one has none.
        assertThat(sounds(RIGHT, placed.sourceSeconds()))
                .isCloseTo((placed.sourceSeconds() + placed.guideSeconds()) / 2, within(0.003));
        assertThat(undoTitle()).startsWith("Mara double right: landmark at");
    }

    @Test
    void landmarksAreAddedAndTakenAway(FxRobot robot) {
        openDoubles(robot, 2, 5);
        long before = beads(RIGHT);
        Anchor first = bead(RIGHT, 3.3);
        Anchor next = bead(RIGHT, first.guideSeconds() + 0.1);
        double between = (first.sourceSeconds() + next.sourceSeconds()) / 2;
        robot.doubleClickOn(on(robot, RIGHT, sounds(RIGHT, between)));
        waitUntilDerived();
        assertThat(beads(RIGHT)).isEqualTo(before + 1);
        assertThat(voice(RIGHT).anchors().getFirst().origin()).isEqualTo(Anchor.Origin.PLACED);
        type(robot, KeyCode.DELETE);
        assertThat(beads(RIGHT)).isEqualTo(before);
        robot.clickOn(on(robot, RIGHT, sounds(RIGHT, first.sourceSeconds())));
        type(robot, KeyCode.DELETE);
        assertThat(beads(RIGHT)).isEqualTo(before - 1);
        assertThat(undoTitle()).isEqualTo("Mara double right: landmark taken away");
    }

    private long beads(String name) {
        return derived(name).alignment().anchors().stream()
                .filter(a -> a.kind().isPresent() && a.guideSeconds() > 2 && a.guideSeconds() < 5)
                .count();
    }

    @Test
    void sensitivityShowsMoreBeadsOrFewer(FxRobot robot) {
        openDoubles(robot, 2, 8);
        long usual =
                derived(RIGHT).alignment().anchors().stream()
                        .filter(a -> a.kind().isPresent())
                        .count();
        Slider slider = robot.lookup("#sensitivity").queryAs(Slider.class);
        robot.interact(() -> slider.setValue(10));
        waitUntilDerived();
        long few =
                derived(RIGHT).alignment().anchors().stream()
                        .filter(a -> a.kind().isPresent())
                        .count();
        zelvan.timing.TimeMap coarse = derived(RIGHT).timing().map();
        robot.interact(() -> slider.setValue(100));
        waitUntilDerived();
        long many =
                derived(RIGHT).alignment().anchors().stream()
                        .filter(a -> a.kind().isPresent())
                        .count();
        assertThat(few).isLessThan(usual);
        assertThat(many).isGreaterThan(usual);
        assertThat(derived(RIGHT).timing().map()).isNotEqualTo(coarse);
        assertThat(undoTitle()).isEqualTo("Mara double right: sensitivity 100 %");
    }

    @Test
    void aStretchIsDraggedOutProtectedChangedAndLifted(FxRobot robot) {
        openDoubles(robot, 2, 5);
        robot.interact(() -> model.version().set(Version.RAW));
        robot.sleep(400);
        Point2D from = on(robot, RIGHT, 3.55);
        double pixel = model.viewport().get().seconds() / width();
        drag(robot, from, 0.3 / pixel);
        assertThat(model.focus().get()).isInstanceOf(Focus.OnRange.class);
        type(robot, KeyCode.F);
        Protection protection = voice(RIGHT).protections().getFirst();
        assertThat(protection.span().startSeconds()).isCloseTo(3.55, within(2 * pixel));
        assertThat(protection.span().endSeconds()).isCloseTo(3.85, within(2 * pixel));
        assertSourceInside(RIGHT, protection.span());

        drag(robot, on(robot, RIGHT, protection.span().endSeconds()), 0.2 / pixel);
        TimeSpan wider = voice(RIGHT).protections().getFirst().span();
        assertThat(wider.startSeconds()).isEqualTo(protection.span().startSeconds());
        assertThat(wider.endSeconds()).isCloseTo(4.05, within(4 * pixel));
        assertSourceInside(RIGHT, wider);

        choose(robot, "#protection-stays", true);
        assertThat(sounds(RIGHT, wider.middleSeconds()))
                .isCloseTo(wider.middleSeconds(), within(1e-6));
        type(robot, KeyCode.K);
        assertThat(voice(RIGHT).protections().getFirst().kind()).isEqualTo(Protection.Kind.PITCH);
        assertThat(undoTitle()).startsWith("Mara double right: protect pitch at");
        type(robot, KeyCode.DELETE);
        assertThat(voice(RIGHT).protections()).isEmpty();
    }

    @SuppressWarnings("unchecked") // what is in the box is known here
    private <T> void choose(FxRobot robot, String id, T value) {
        ChoiceBox<T> box = robot.lookup(id).queryAs(ChoiceBox.class);
        robot.interact(() -> box.setValue(value));
        waitUntilDerived();
    }

    /// What sounds inside a protected stretch are the source's own samples.
    private void assertSourceInside(String name, TimeSpan span) {
        double moved = sounds(name, span.middleSeconds()) - span.middleSeconds();
        float[] source = derived(name).file().orElseThrow().sound().channel(0);
        int from = (int) (span.startSeconds() * RATE) + 100;
        float[] out = new float[(int) (span.seconds() * RATE) - 200];
        derived(name)
                .locked()
                .orElseThrow()
                .read(0, from + Math.round(moved * RATE), out, out.length);
        assertThat(Arrays.mismatch(out, Arrays.copyOfRange(source, from, from + out.length)))
                .isEqualTo(-1);
    }

    @Test
    void anAdLibIsSuggestedForProtection(FxRobot robot) {
        openDoubles(robot, 21, 24);
        List<TimeSpan> suggested = model.protections().suggestions(voice(RIGHT));
        assertThat(suggested).isNotEmpty();
        Button button = robot.lookup("#protect-suggested").queryAs(Button.class);
        robot.interact(button::fire);
        waitUntilDerived();
        assertThat(voice(RIGHT).protections())
                .extracting(Protection::span)
                .containsExactlyElementsOf(suggested);
        assertThat(sounds(RIGHT, suggested.getFirst().middleSeconds()))
                .isCloseTo(suggested.getFirst().middleSeconds(), within(1e-6));
    }

    @Test
    void doubtfulPlacesAreListedAndStepped(FxRobot robot) {
        openDemo(robot);
        List<Doubts.Place> places = Doubts.in(model.derived().get());
        assertThat(places).hasSizeBetween(1, 20);
        assertThat(robot.lookup("#doubts").queryAs(Button.class).getText())
                .startsWith(places.size() + " doubtful");
        robot.interact(() -> window.scene().getRoot().requestFocus());
        robot.type(KeyCode.N);
        robot.type(KeyCode.N);
        Doubts.Place second = places.get(1);
        assertThat(model.selection().get().voiceIds()).containsExactly(second.voice().id());
        Viewport view = model.viewport().get();
        assertThat(
                        new TimeSpan(view.startSeconds(), view.endSeconds())
                                .contains(second.doubt().span().middleSeconds()))
                .isTrue();
        robot.press(KeyCode.SHIFT).type(KeyCode.N).release(KeyCode.SHIFT);
        assertThat(model.selection().get().voiceIds())
                .containsExactly(places.getFirst().voice().id());
    }

    @Test
    void theGuideGoesToTheGridAndTheVoicesFollow(FxRobot robot) throws Exception {
        openDemo(robot);
        robot.interact(() -> model.apply(new Edit.SetAllTiming(TimingSettings.FULL)));
        Voice guide = voice("Mara lead");
        robot.clickOn("#strip-" + guide.id());
        Anchor anchor = bead(RIGHT, 25);
        type(robot, "#tempo", "150");
        robot.interact(() -> {
            ChoiceBox<?> box = robot.lookup("#guide-reference").queryAs(ChoiceBox.class);
            box.getSelectionModel().select(1);
        });
        type(robot, "#guide-pull-field", "100");
        waitUntilDerived();
        assertThat(model.session().grid().orElseThrow().tempo().beatsPerMinuteAt(3))
                .isCloseTo(150, within(0.01));
        robot.interact(() -> model.seek(5.2));
        waitUntil(() ->
                robot.lookup("#bar")
                        .queryAs(javafx.scene.control.Label.class)
                        .getText()
                        .equals("bar 4.2"));
        double guideSounds =
                derived("Mara lead").timing().map().outputSecondsAt(anchor.guideSeconds());
        assertThat(derived("Mara lead").timing().map().isIdentity()).isFalse();
        assertThat(sounds(RIGHT, anchor.sourceSeconds())).isCloseTo(guideSounds, within(0.004));
        assertThat(derived(RIGHT).lock().after().medianSeconds()).isLessThan(0.004);
        assertThat(undoTitle()).isEqualTo("Guide: pull");

        // A corrected guide is printed with the others.
        Path out = folder.resolve("with guide");
        robot.interact(() -> model.documents().print(out));
        waitUntil(() ->
                WaitForAsyncUtils.asyncFx(() ->
                                model.messages().stream().anyMatch(m -> m.startsWith("Printed 7")))
                        .get());
        float[] printed = SoundFiles.read(out.resolve("Mara lead.wav")).sound().channel(0);
        float[] heard = locked("Mara lead", 25);
        for (int i = 0; i < heard.length; i++) {
            assertThat(printed[25 * RATE + i]).isCloseTo(heard[i], within(1.25f / (1 << 24)));
        }
    }

    private void type(FxRobot robot, String id, String text) {
        javafx.scene.control.TextField field =
                robot.lookup(id).queryAs(javafx.scene.control.TextField.class);
        robot.interact(() -> {
            field.setText(text);
            field.getOnAction().handle(new javafx.event.ActionEvent());
        });
    }

    @Test
    void theGuideIsCorrectedByHandWithTheSameBeads(FxRobot robot) {
        openDoubles(robot, 2, 5);
        double vowel =
                model.repairs().guideLandmarks().stream()
                        .mapToDouble(l -> l.seconds())
                        .filter(t -> t > 3.4)
                        .findFirst()
                        .orElseThrow();
        double before = sounds(RIGHT, derived(RIGHT).alignment().sourceSecondsAt(vowel));
        drag(robot, onGuide(robot, vowel), 30);
        assertThat(voice("Mara lead").anchors()).hasSize(1);
        double moved = derived("Mara lead").timing().map().outputSecondsAt(vowel) - vowel;
        assertThat(moved).isGreaterThan(0.05);
        // At half pull, half of where the guide went.
        assertThat(sounds(RIGHT, derived(RIGHT).alignment().sourceSecondsAt(vowel)) - before)
                .isCloseTo(moved / 2, within(0.02));
        assertThat(undoTitle()).startsWith("Mara lead: hold at");
    }

    @Test
    void aStackFollowsAnotherVoice(FxRobot robot) {
        openDemo(robot);
        robot.interact(() -> model.apply(new Edit.SetAllTiming(TimingSettings.FULL)));
        robot.clickOn("#stack-octaves");
        ChoiceBox<?> leader = robot.lookup("#leader").queryAs(ChoiceBox.class);
        robot.interact(() -> leader.getSelectionModel().select(4));
        waitUntilDerived();
        assertThat(undoTitle()).startsWith("Octaves: follow");
        assertThat(medianErrorMillis("Odo octave")).isLessThan(12);
        robot.interact(model::undo);
        waitUntilDerived();
        assertThat(model.session().stack("octaves").orElseThrow().leaderId()).isEmpty();
    }

    @Test
    void aStartingPointSetsAStackAtOnce(FxRobot robot) {
        openDemo(robot);
        robot.clickOn("#stack-harmonies");
        robot.clickOn("#start-as");
        robot.clickOn("legato");
        waitUntilDerived();
        TimingSettings timing = model.session().stack("harmonies").orElseThrow().timing();
        assertThat(timing.pull()).isEqualTo(0.6);
        assertThat(timing.lineUp()).isEqualTo(zelvan.timing.LineUp.VOWELS);
        assertThat(undoTitle()).isEqualTo("Harmonies: start as legato");
    }

    /// The lead once more, 4 ms later, is no double.
    @Test
    void theSameTakeTwiceIsSaidToComb(FxRobot robot) throws Exception {
        Path lead = demo.resolve("Mara lead.wav");
        float[] once = SoundFiles.read(lead).sound().channel(0);
        float[] later = new float[once.length];
        System.arraycopy(once, 0, later, RATE / 250, once.length - RATE / 250);
        Path copy = folder.resolve("Mara again.wav");
        SoundFiles.write(copy, Sound.owning(RATE, later), SoundFormat.WAV_24);
        robot.interact(() ->
                model.documents().open(List.of(lead, copy, demo.resolve("Mara double left.wav"))));
        waitUntilDerived();
        waitUntil(() -> WaitForAsyncUtils.asyncFx(() -> !model.combing().get().isEmpty()).get());
        assertThat(model.combing().get())
                .allSatisfy(pair -> {
                    assertThat(pair.voiceId()).isEqualTo(voice("Mara again").id());
                    assertThat(pair.otherId()).isEqualTo(voice("Mara lead").id());
                    assertThat(pair.likeness()).isGreaterThan(0.6);
                    // 4 ms cannot be opened to 12.
                    assertThat(pair.openingSlackSeconds()).isEmpty();
                });
        assertThat(robot.lookup("#combing").queryAs(Button.class).isVisible()).isTrue();
        assertThat(robot.lookup("#combing").queryAs(Button.class).getText())
                .isEqualTo(model.combing().get().size() + " phrases comb");
    }
}
