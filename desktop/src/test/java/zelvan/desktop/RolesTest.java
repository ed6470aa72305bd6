package zelvan.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import javafx.event.ActionEvent;
import javafx.scene.control.Label;
import javafx.scene.control.MenuItem;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.stage.Stage;
import org.jspecify.annotations.NullUnmarked;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import zelvan.align.Anchor;
import zelvan.analysis.Note;
import zelvan.derived.Clocks;
import zelvan.desktop.acts.Selection;
import zelvan.level.LevelEdit;
import zelvan.play.Program;
import zelvan.session.BalanceEdit;
import zelvan.session.Protection;
import zelvan.session.RepairEdit;
import zelvan.session.Role;
import zelvan.session.Scope;
import zelvan.session.Strip;
import zelvan.session.TuningEdit;
import zelvan.session.Turn;
import zelvan.session.Voice;
import zelvan.setting.Settings;
import zelvan.timing.TimingSettings;
import zelvan.tuning.NoteEdit;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

/// What tracks are, what may change them, and what one takes over from another.
@NullUnmarked // TestFX sets the fields
class RolesTest extends WindowTestBase {
    @Start
    void start(Stage stage) {
        open(stage);
    }

    /// A bed and a harmony under names that do not tell.
    private void openUntidy(FxRobot robot, Path untidy) throws Exception {
        Files.createDirectory(untidy);
        for (var file :
                Map.of(
                                "Concertina and bass (bed).wav", "a bounce 0412.wav",
                                "Mara lead.wav", "Mara LEAD.wav",
                                "Wren high harmony.wav", "Audio 17_03.wav",
                                "Mara double left.wav", "Mara dbl.wav")
                        .entrySet()) {
            Files.copy(demo.resolve(file.getKey()), untidy.resolve(file.getValue()));
        }
        robot.interact(() -> work.documents().open(List.of(untidy)));
        waitUntilDerived();
        waitUntil(() -> voice("a bounce 0412").role() == Role.BED);
        waitUntilDerived();
    }

    private Label role(FxRobot robot, String name) {
        return robot.lookup("#role-" + voice(name).id()).queryAs(Label.class);
    }

    @Test
    void aTrackWhoseRoleWasGuessedSaysSoUntilSomebodySaysIt(FxRobot robot) throws Exception {
        openUntidy(robot, folder.resolve("untidy"));
        assertThat(role(robot, "a bounce 0412").getText()).isEqualTo("bed?");
        assertThat(role(robot, "Audio 17_03").getText()).isEqualTo("harmony?");
        assertThat(role(robot, "Mara dbl").isVisible()).as("its name says it").isFalse();
        assertThat(desk.history().get().titles()).containsExactly("Opened", "Add 4 tracks");
        assertThat(desk.dirty()).as("nothing that wants to be saved").isFalse();

        robot.clickOn(role(robot, "Audio 17_03"));
        robot.interact(() -> item(menu().getItems(), "track-role-take").fire());
        assertThat(voice("Audio 17_03").role()).isEqualTo(Role.TAKE);
        assertThat(role(robot, "Audio 17_03").isVisible()).isFalse();
        waitUntilDerived();
        assertThat(voice("Audio 17_03").role()).as("said is said").isEqualTo(Role.TAKE);
        robot.interact(desk::undo);
        assertThat(role(robot, "Audio 17_03").getText()).isEqualTo("harmony?");
    }

    @Test
    void oneGestureOnThreeVoicesLeavesTheOneAloneThatIsOnlySeen(FxRobot robot) {
        openDemo(robot);
        robot.clickOn("#safe-" + voice("Mara double right").id());
        robot.clickOn(strip("Mara double left"));
        clickWithShift(robot, strip("Mara take 2"));
        assertThat(robot.lookup("#only-seen").queryAs(Label.class).getText())
                .isEqualTo("1 of 3 are only seen");
        double before = inForce("Mara double right", TimingSettings.PULL);
        TextField pull = robot.lookup("#timing-pull-field").queryAs(TextField.class);
        robot.interact(() -> {
            pull.setText("20");
            pull.getOnAction().handle(new ActionEvent());
        });
        assertThat(inForce("Mara double left", TimingSettings.PULL)).isEqualTo(20);
        assertThat(inForce("Mara take 2", TimingSettings.PULL)).isEqualTo(20);
        assertThat(inForce("Mara double right", TimingSettings.PULL)).isEqualTo(before);
        assertThat(said()).containsExactly("Mara double right is only seen.");

        robot.clickOn(strip("Mara double right"));
        key(robot, KeyCode.CONTROL, KeyCode.E);
        assertThat(voice("Mara double right").safe()).isFalse();
    }

    @Test
    void anotherRecordingTakesTheOldOnesPlaceAndSettings(FxRobot robot) {
        openDemo(robot);
        Voice voice = voice("Mara take 2");
        robot.interact(() -> {
            desk.select(Selection.ofVoice(voice.id()));
            desk.apply(
                    new RepairEdit.Protect(
                            voice.id(),
                            voice.name(),
                            new Protection(new RecordedSpan(5, 7), Protection.Kind.BOTH)));
            desk.apply(
                    new Turn<>(
                            List.of(new Scope.OfVoice(voice.id())),
                            voice.name(),
                            TimingSettings.SLACK,
                            11.0));
            work.documents().replace(voice.id(), demo.resolve("Mara double right.wav"));
        });
        waitUntil(() -> undoTitle().equals("Mara take 2: another recording"));
        waitUntilDerived();
        assertThat(derived("Mara take 2").alignment())
                .isEqualTo(derived("Mara double right").alignment());
        assertThat(inForce("Mara take 2", TimingSettings.SLACK)).isEqualTo(11);
        assertThat(hand("Mara take 2").protections()).isEmpty();
        assertThat(said().getLast()).contains("sung otherwise at 1 place");
        robot.interact(desk::undo);
        assertThat(hand("Mara take 2").protections()).hasSize(1);
        assertThat(desk.session().files()).contains(demo.resolve("Mara take 2.wav"));
    }

    @Test
    void whatIsSetForAVoiceAndDoneToItByHandIsCarriedOverToOthers(FxRobot robot) {
        openDemo(robot);
        String from = "Mara double right";
        GuideSpan phrase = desk.derived().get().guidePhrases().get(2);
        double guide = phrase.startSeconds() + 1;
        Note note = derived(from).analysis().orElseThrow().notes().get(14);
        robot.interact(() -> {
            Voice voice = voice(from);
            Clocks clocks = desk.derived().get().clocks(voice.id());
            desk.apply(
                    Turn.all(
                            List.of(new Scope.OfVoice(voice.id())),
                            from,
                            "",
                            Settings.of(TimingSettings.PULL, 64.0).with(Strip.LEVEL, -9.0)));
            desk.apply(
                    new Turn<>(
                            List.of(new Scope.OfPhrase(voice.id(), phrase)),
                            from,
                            TimingSettings.SLACK,
                            19.0));
            desk.apply(
                    new RepairEdit.SetAnchors(
                            from,
                            List.of(
                                    new RepairEdit.Of(
                                            voice.id(),
                                            Anchor.heldAway(
                                                    clocks.recordedSecondsOf(guide),
                                                    guide,
                                                    guide + 0.03)))));
            desk.apply(
                    new RepairEdit.Protect(
                            voice.id(),
                            from,
                            new Protection(
                                    clocks.recorded(phrase.shiftedBy(0.2)),
                                    Protection.Kind.PITCH)));
            desk.apply(
                    new TuningEdit.SetNotes(
                            List.of(
                                    new TuningEdit.SetNotes.Of(
                                            voice.id(),
                                            List.of(NoteEdit.of(note.span()).withVibrato(0.2)))),
                            ""));
            desk.apply(
                    new BalanceEdit.SetLevels(
                            List.of(
                                    new BalanceEdit.SetLevels.Set(
                                            voice.id(), new LevelEdit(note.span(), -2.5, 0.03))),
                            "-2.5 dB"));
        });
        waitUntilDerived();
        robot.clickOn(strip(from));
        key(robot, KeyCode.CONTROL, KeyCode.C);
        robot.clickOn(strip("Mara double left"));
        clickWithShortcut(robot, strip("Mara take 2"));
        key(robot, KeyCode.CONTROL, KeyCode.V);
        for (String name : List.of("Mara double left", "Mara take 2")) {
            assertThat(inForce(name, TimingSettings.PULL)).isEqualTo(64);
            assertThat(inForce(name, Strip.LEVEL)).as("how loud it is heard").isZero();
            assertThat(voice(name).inPhrase(phrase).get(TimingSettings.SLACK)).contains(19.0);
        }
        assertThat(undoTitle()).isEqualTo("2 voices: set as Mara double right");

        key(robot, KeyCode.CONTROL, KeyCode.SHIFT, KeyCode.V);
        waitUntilDerived();
        for (String name : List.of("Mara double left", "Mara take 2")) {
            assertThat(hand(name).anchors()).hasSize(1);
            assertThat(hand(name).protections()).hasSize(1);
            double held = hand(name).anchors().getFirst().sourceSeconds();
            assertThat(derived(name).timing().map().outputSecondsAt(held))
                    .as("%s sounds where it is held", name)
                    .isCloseTo(guide + 0.03, within(0.002));
            assertThat(hand(name).levels())
                    .singleElement()
                    .satisfies(l -> assertThat(l.decibels()).isEqualTo(-2.5));
            assertThat(hand(name).notes()).hasSize(1);
            NoteEdit carried = hand(name).notes().getFirst();
            assertThat(carried.vibrato()).contains(0.2);
            Clocks clocks = desk.derived().get().clocks(voice(name).id());
            assertThat(clocks.guide(carried.span()).middleSeconds())
                    .isCloseTo(
                            desk.derived()
                                    .get()
                                    .clocks(voice(from).id())
                                    .guide(note.span())
                                    .middleSeconds(),
                            within(0.05));
        }
        key(robot, KeyCode.CONTROL, KeyCode.Z);
        assertThat(hand("Mara take 2").size()).isZero();
    }

    /// What is set for the stack holds for the voices that set nothing else.
    @Test
    void aStackHasALevel(FxRobot robot) {
        openDemo(robot);
        robot.clickOn(strip("Mara double right"));
        setLevel(robot, "-2");
        robot.clickOn("#stack-doubles");
        setLevel(robot, "-7");
        assertThat(undoTitle()).isEqualTo("Doubles: level -7 dB");
        assertThat(inForce("Mara double left", Strip.LEVEL)).isEqualTo(-7);
        assertThat(inForce("Mara double right", Strip.LEVEL)).isEqualTo(-2);
        Program.Track left =
                work.playback().program().tracks().stream()
                        .filter(t -> t.id().equals(voice("Mara double left").id()))
                        .findFirst()
                        .orElseThrow();
        assertThat(left.leftGain()).isCloseTo(Math.pow(10, -7 / 20.0), within(1e-9));
    }

    private void setLevel(FxRobot robot, String decibels) {
        TextField level = robot.lookup("#level-field").queryAs(TextField.class);
        robot.interact(() -> {
            level.setText(decibels);
            level.getOnAction().handle(new ActionEvent());
        });
    }

    /// Nothing in the names tells who leads: the first voice does, until somebody says so or
    /// otherwise.
    @Test
    void aGuideThatWasGuessedIsConfirmedOrAnotherTrackLeads(FxRobot robot) throws Exception {
        Path untold = Files.createDirectory(folder.resolve("untold"));
        Files.copy(demo.resolve("Mara double left.wav"), untold.resolve("a.wav"));
        Files.copy(demo.resolve("Mara lead.wav"), untold.resolve("b.wav"));
        robot.interact(() -> work.documents().open(List.of(untold)));
        waitUntilDerived();
        assertThat(role(robot, "a").getText()).isEqualTo("guide?");
        robot.clickOn(role(robot, "a"));
        assertThat(menu().getItems())
                .extracting(MenuItem::getId)
                .containsExactly("track-role-guide");
        robot.interact(() -> item(menu().getItems(), "track-role-guide").fire());
        assertThat(role(robot, "a").getText()).isEqualTo("guide");
        assertThat(undoTitle()).isEqualTo("a: guide");

        robot.interact(() -> menu().hide());
        robot.clickOn(role(robot, "b"));
        robot.interact(() -> item(menu().getItems(), "track-role-guide").fire());
        waitUntilDerived();
        assertThat(voice("b").role()).isEqualTo(Role.GUIDE);
        assertThat(voice("b").guessed()).isFalse();
    }
}
