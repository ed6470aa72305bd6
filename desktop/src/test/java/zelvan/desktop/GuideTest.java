package zelvan.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Point2D;
import javafx.scene.control.Button;
import javafx.scene.control.ChoiceBox;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import zelvan.align.Anchor;
import zelvan.analysis.Note;
import zelvan.audio.SoundFiles;
import zelvan.desktop.acts.Focus;
import zelvan.desktop.acts.Notes;
import zelvan.desktop.acts.Repairs;
import zelvan.desktop.acts.Selection;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.desk.Lens;
import zelvan.desktop.work.Prints;
import zelvan.play.Player;
import zelvan.play.SimulatedOutput;
import zelvan.session.Session;
import zelvan.session.Voice;
import zelvan.timing.TimingSettings;
import zelvan.tuning.MatchedPitch;
import zelvan.units.Grid;

/// What the voices follow: the guide corrected, another guide, another voice; and how tightly.
class GuideTest extends CloseUpTestBase {
    @Start
    void start(Stage stage) {
        open(stage);
    }

    @Test
    void theGuideGoesToTheGridAndTheVoicesFollow(FxRobot robot) throws Exception {
        openDemo(robot);
        robot.interact(() -> desk.apply(pull(100)));
        Voice guide = voice("Mara lead");
        workOn(robot, "Mara lead");
        robot.clickOn("#strip-" + guide.id());
        Anchor anchor = bead(RIGHT, 25);
        type(robot, "#tempo", "150");
        robot.interact(() -> {
            ChoiceBox<?> box = robot.lookup("#guide-reference").queryAs(ChoiceBox.class);
            box.getSelectionModel().select(1);
        });
        type(robot, "#timing-pull-field", "100");
        waitUntilDerived();
        assertThat(desk.session().grid().orElseThrow().tempo().beatsPerMinuteAt(3))
                .isCloseTo(150, within(0.01));
        robot.interact(() -> desk.hearing().player().seek(5.2));
        waitUntil(() ->
                robot.lookup("#bar")
                        .queryAs(javafx.scene.control.Label.class)
                        .getText()
                        .equals("bar 5.2"));
        double guideSounds =
                derived("Mara lead").timing().map().outputSecondsAt(anchor.guideSeconds());
        assertThat(derived("Mara lead").timing().map().isIdentity()).isFalse();
        assertThat(sounds(RIGHT, anchor.sourceSeconds())).isCloseTo(guideSounds, within(0.004));
        assertThat(derived(RIGHT).lock().after().medianSeconds()).isLessThan(0.004);
        assertThat(undoTitle()).isEqualTo("Guide ▸ Mara lead: timing pull 100 %");

        // A corrected guide is printed with the others.
        Path out = folder.resolve("with guide");
        robot.interact(() -> work.prints().print(out, Prints.Wish.VOICES, false));
        waitUntil(() ->
                WaitForAsyncUtils.asyncFx(
                                () -> said().stream().anyMatch(m -> m.startsWith("Printed 7")))
                        .get());
        float[] printed = SoundFiles.read(out.resolve("Mara lead.wav")).sound().channel(0);
        float[] heard = locked("Mara lead", 25);
        for (int i = 0; i < heard.length; i++) {
            assertThat(printed[25 * RATE + i]).isCloseTo(heard[i], within(3.25f / (1 << 24)));
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
        workOn(robot, "Mara lead");
        robot.interact(() -> desk.apply(pull(50)));
        waitUntilDerived();
        double vowel =
                new Repairs(desk.now())
                        .guideLandmarks().stream()
                                .mapToDouble(l -> l.seconds())
                                .filter(t -> t > 3.4)
                                .findFirst()
                                .orElseThrow();
        drag(robot, onGuide(robot, vowel), 30);
        assertThat(hand("Mara lead").anchors()).hasSize(1);
        double moved = derived("Mara lead").timing().map().outputSecondsAt(vowel) - vowel;
        assertThat(moved).isGreaterThan(0.05);
        // Its phrase goes to where the guide's went; of what is felt, half is left.
        double source = derived(RIGHT).alignment().sourceSecondsAt(vowel);
        double offset = source - vowel - moved;
        double place = derived(RIGHT).timing().placement().secondsAt(source);
        double left = offset - new TimingSettings(0.5, 0).moveSeconds(offset, place);
        assertThat(sounds(RIGHT, source)).isCloseTo(vowel + moved + left, within(0.02));
        assertThat(Math.abs(left)).isLessThan(0.5 * Math.abs(source - vowel));
        assertThat(undoTitle()).startsWith("Mara lead: hold at");
    }

    private Point2D onGuide(FxRobot robot, double shownSeconds) {
        return at(
                robot,
                closeUp,
                desk.sight().viewport().get().x(shownSeconds, width()),
                22 + 0.6 * 62);
    }

    @Test
    void withoutALeadAllMeetInTheirOwnMiddle(FxRobot robot) {
        openDemo(robot);
        workOn(robot, "Mara lead");
        robot.clickOn("#strip-" + voice("Mara lead").id());
        ChoiceBox<?> box = robot.lookup("#guide-reference").queryAs(ChoiceBox.class);
        robot.interact(() -> box.getSelectionModel().select(2));
        waitUntilDerived();
        assertThat(undoTitle()).isEqualTo("Guide: line up with the middle of all voices");
        assertThat(inForce("Mara lead", TimingSettings.PULL)).isEqualTo(100);
        assertThat(derived("Mara lead").timing().map().isIdentity()).isFalse();
        assertThat(derived(RIGHT).lock().after().medianSeconds()).isLessThan(0.01);
    }

    /// Correcting the guide is a choice.
    @Test
    void theGuideIsOnlySeenUntilItIsWorkedOn(FxRobot robot) {
        openDoubles(robot, 2, 5);
        robot.clickOn("#strip-" + voice("Mara lead").id());
        assertThat(robot.lookup("#guide-reference").query().isDisabled()).isTrue();
        Session before = desk.session();
        drag(robot, onGuide(robot, 3.5), 30);
        assertThat(desk.session()).isEqualTo(before);
        assertThat(said()).containsExactly("Mara lead is only seen.");
        robot.interact(() -> desk.messages().getFirst().offers().getFirst().action().run());
        assertThat(voice("Mara lead").safe()).isFalse();
        assertThat(undoTitle()).isEqualTo("Mara lead: worked on");
        assertThat(robot.lookup("#guide-reference").query().isDisabled()).isFalse();
        drag(robot, onGuide(robot, 3.5), 30);
        assertThat(hand("Mara lead").anchors()).hasSize(1);
    }

    @Test
    void whatCannotBeATempoIsSaidSoAndChangesNothing(FxRobot robot) {
        openDemo(robot);
        workOn(robot, "Mara lead");
        robot.clickOn("#strip-" + voice("Mara lead").id());
        Optional<Grid> before = desk.session().grid();
        for (String text : List.of("quick", "5", "-120")) {
            type(robot, "#tempo", text);
            assertThat(said().getLast()).startsWith("Tempo: “" + text + "” cannot be used.");
        }
        assertThat(desk.session().grid()).isEqualTo(before);
    }

    @Test
    void anotherGuideLetsHeldBeadsGoAndSaysSo(FxRobot robot) {
        openDoubles(robot, 2, 5);
        drag(robot, on(robot, RIGHT, sounds(RIGHT, bead(RIGHT, 3.1).sourceSeconds())), -20);
        robot.interact(() -> desk.select(Selection.ofVoice(voice(LEFT).id())));
        Button guide = robot.lookup("#make-guide").queryAs(Button.class);
        robot.interact(guide::fire);
        waitUntilDerived();
        assertThat(desk.session().guide().map(Voice::name)).contains(LEFT);
        assertThat(hand(RIGHT).anchors()).isEmpty();
        assertThat(said()).anyMatch(m -> m.contains("Undo brings them"));
        robot.interact(desk::undo);
        assertThat(hand(RIGHT).anchors()).hasSize(1);
    }

    @Test
    void aStackFollowsAnotherVoice(FxRobot robot) {
        openDemo(robot);
        robot.interact(() -> desk.apply(pull(100)));
        robot.clickOn("#stack-octaves");
        ChoiceBox<?> leader = robot.lookup("#leader").queryAs(ChoiceBox.class);
        robot.interact(() -> leader.getSelectionModel().select(4));
        waitUntilDerived();
        assertThat(undoTitle()).startsWith("Octaves: follow");
        assertThat(medianErrorMillis("Odo octave")).isLessThan(12);
        robot.interact(desk::undo);
        waitUntilDerived();
        assertThat(desk.session().stack("octaves").orElseThrow().leaderId()).isEmpty();
    }

    @Test
    void aStartingPointSetsAStackAtOnce(FxRobot robot) {
        openDemo(robot);
        robot.clickOn("#stack-harmonies");
        robot.clickOn("#start-as");
        robot.clickOn("legato");
        waitUntilDerived();
        TimingSettings timing =
                TimingSettings.of(desk.session().stack("harmonies").orElseThrow().settings());
        assertThat(timing.pull()).isEqualTo(0.6);
        assertThat(timing.lineUp()).isEqualTo(zelvan.timing.LineUp.VOWELS);
        assertThat(undoTitle()).isEqualTo("Harmonies: start as legato");
    }

    @Test
    void whatIsSetIsKeptUnderANameForOtherVoicesAndSongs(FxRobot robot) {
        openDemo(robot);
        robot.clickOn("#stack-octaves");
        type(robot, "#timing-pull-field", "61");
        type(robot, "#timing-slack-field", "7");
        robot.clickOn("#start-as");
        robot.clickOn("#start-name").write("gang, loose").press(KeyCode.ENTER);
        robot.release(KeyCode.ENTER);
        assertThat(desk.starts().get().byName()).containsOnlyKeys("gang, loose");

        robot.clickOn("#stack-harmonies");
        robot.clickOn("#start-as");
        robot.clickOn("gang, loose");
        assertThat(inForce("Wren high harmony", TimingSettings.PULL)).isEqualTo(61);
        assertThat(inForce("Wren high harmony", TimingSettings.SLACK)).isEqualTo(7);
        assertThat(undoTitle()).isEqualTo("Harmonies: start as gang, loose");

        // Another run finds it, and it can be forgotten.
        Desk next = new Desk(new Player(new SimulatedOutput(RATE)));
        robot.interact(() -> newWork(next).close());
        assertThat(next.starts().get()).isEqualTo(desk.starts().get());
        robot.clickOn("#start-as");
        robot.clickOn(".forget");
        assertThat(desk.starts().get().byName()).isEmpty();
    }

    /// The lead's notes go to the key, one of them by hand, and a double goes where it has gone.
    @Test
    void theLeadIsTunedFirstAndTheVoicesFollowWhatItHasBecome(FxRobot robot) {
        openDemo(robot);
        robot.interact(() -> {
            desk.select(Selection.ofStack("doubles"));
            desk.sight().lookThrough(Lens.PITCH);
        });
        type(robot, "#pitch-pull-field", "100");
        type(robot, "#keep-detail-field", "0");
        waitUntilDerived();
        Voice guide = voice("Mara lead");
        Note note = derived("Mara lead").analysis().orElseThrow().notes().get(12);
        double middle = note.span().middleSeconds();
        double before = targetAt(RIGHT, middle);
        assertThat(derived("Mara lead").isUnchanged()).isTrue();

        workOn(robot, "Mara lead");
        robot.clickOn("#strip-" + guide.id());
        ChoiceBox<?> target = robot.lookup("#pitch-target").queryAs(ChoiceBox.class);
        assertThat(target.getItems().stream().map(Object::toString)).hasSize(3);
        robot.interact(() -> target.getSelectionModel().select(1));
        type(robot, "#pitch-pull-field", "100");
        waitUntilDerived();
        double toKey = derived("Mara lead").pitched().result().map().centsAt(middle);
        assertThat(Math.abs(toKey)).isBetween(0.5, 50.0);
        assertThat(targetAt(RIGHT, middle)).isCloseTo(before + toKey, within(3.0));

        robot.interact(() -> {
            desk.focusOn(new Focus.OnNote(guide.id(), note.span()));
            desk.act(now -> new Notes(now).nudge(40));
        });
        waitUntilDerived();
        double byHand = derived("Mara lead").pitched().result().map().centsAt(middle);
        assertThat(byHand).isCloseTo(toKey + 40, within(3.0));
        assertThat(targetAt(RIGHT, middle)).isCloseTo(before + byHand, within(3.0));
        assertThat(desk.derived().get().printable()).extracting(Voice::name).contains("Mara lead");
        assertThat(desk.history().get().undoTitle()).contains("Note: moved");

        robot.interact(desk::undo);
        robot.interact(desk::undo);
        robot.interact(desk::undo);
        waitUntilDerived();
        assertThat(derived("Mara lead").isUnchanged()).isTrue();
        assertThat(targetAt(RIGHT, middle)).isEqualTo(before);
    }

    /// What a voice is drawn to at a moment of the guide, cents.
    private double targetAt(String name, double guideSeconds) {
        MatchedPitch matched = derived(name).pitched().matched().orElseThrow();
        return derived(name).pitched().result().targetCents()[matched.firstFrom(guideSeconds)];
    }
}
