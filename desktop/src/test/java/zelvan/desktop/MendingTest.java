package zelvan.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Path;
import java.util.Comparator;
import java.util.List;
import java.util.Set;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ListView;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import zelvan.align.Anchor;
import zelvan.audio.Sound;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.derived.ToMend;
import zelvan.desktop.acts.Focus;
import zelvan.desktop.acts.Mending;
import zelvan.desktop.acts.Mending.Place;
import zelvan.desktop.acts.Selection;
import zelvan.desktop.desk.Lens;
import zelvan.desktop.desk.Viewport;
import zelvan.files.Target;
import zelvan.level.LevelEdit;
import zelvan.measure.Flaw;
import zelvan.session.BalanceEdit;
import zelvan.session.Edit;
import zelvan.session.Role;
import zelvan.session.Scope;
import zelvan.session.SessionFile;
import zelvan.session.Turn;
import zelvan.setting.Settings;
import zelvan.timing.TimingSettings;
import zelvan.tuning.PitchTarget;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

/// What is left to mend: what is still heard, what the program doubts, voices that comb.
class MendingTest extends CloseUpTestBase {
    @Start
    void start(Stage stage) {
        open(stage);
    }

    @Test
    void placesAreListedAsTheyAreHeardAndStepped(FxRobot robot) {
        openListed(robot);
        List<Place> places = places();
        assertThat(places).hasSizeGreaterThan(5);
        assertThat(places)
                .extracting(p -> -p.flaw().plainness())
                .isSortedAccordingTo(Comparator.naturalOrder());
        assertThat(shown(robot)).isEqualTo(places);
        assertThat(heading(robot)).isEqualTo(places.size() + " left to mend");
        robot.interact(() -> window.scene().getRoot().requestFocus());
        robot.type(KeyCode.N);
        robot.type(KeyCode.N);
        Place second = places.get(1);
        assertThat(desk.selection().get().voiceIds()).containsExactly(second.voice().id());
        Viewport view = desk.sight().viewport().get();
        assertThat(
                        new GuideSpan(view.startSeconds(), view.endSeconds())
                                .contains(second.flaw().span().middleSeconds()))
                .isTrue();
        robot.press(KeyCode.SHIFT).type(KeyCode.N).release(KeyCode.SHIFT);
        assertThat(desk.selection().get().voiceIds())
                .containsExactly(places.getFirst().voice().id());
    }

    /// The left double leaves a line of the chorus out, which the others of its stack sing.
    @Test
    void whatTheDemoLeavesOutIsAmongTheFirst(FxRobot robot) {
        openListed(robot);
        double begins =
                truth.voices().getFirst().moments().stream()
                        .filter(m -> m.id().startsWith("chorus 1b/"))
                        .mapToDouble(m -> m.seconds())
                        .min()
                        .orElseThrow();
        assertThat(places().subList(0, 3))
                .anySatisfy(p -> {
                    assertThat(p.flaw().kind()).isEqualTo(Flaw.Kind.PAUSE);
                    assertThat(p.voice().name()).isEqualTo(LEFT);
                    assertThat(p.flaw().span().startSeconds()).isCloseTo(begins, within(0.2));
                });
    }

    @Test
    void aPlaceIsMendedByOneClickAndOneStep(FxRobot robot) {
        openListed(robot);
        Edit loose = turned(Settings.of(TimingSettings.PULL, 0.0));
        robot.interact(() -> desk.apply(loose));
        waitUntilListed();
        Place late =
                places().stream()
                        .filter(p -> p.flaw().kind() == Flaw.Kind.CONSONANT)
                        .findFirst()
                        .orElseThrow();
        visit(robot, late);
        assertThat(robot.lookup("#mend").queryAs(Button.class).getText())
                .isEqualTo("Hold at the guide's");
        robot.clickOn("#mend");
        waitUntilListed();
        assertThat(desk.history().get().undoTitle().orElseThrow()).contains("hold at");
        double belongs = late.flaw().span().middleSeconds();
        Anchor held = desk.session().handOf(voice(late.voice().name())).anchors().getFirst();
        assertThat(
                        derived(late.voice().name())
                                .timing()
                                .map()
                                .outputSecondsAt(held.sourceSeconds()))
                .isCloseTo(belongs, within(0.001));
        assertThat(places())
                .noneMatch(p ->
                        p.voice().id().equals(late.voice().id())
                                && p.flaw().kind() == Flaw.Kind.CONSONANT
                                && p.flaw().span().equals(late.flaw().span()));
        robot.interact(desk::undo);
        waitUntilListed();
        assertThat(places()).anyMatch(p -> p.flaw().equals(late.flaw()));
    }

    @Test
    void aNoteIsPutInTune(FxRobot robot) {
        openListed(robot);
        Place sharp =
                places().stream()
                        .filter(p -> p.flaw().kind() == Flaw.Kind.PITCH)
                        .filter(p -> p.voice().role() == Role.DOUBLE)
                        .findFirst()
                        .orElseThrow();
        visit(robot, sharp);
        assertThat(desk.sight().lens().get()).isEqualTo(Lens.PITCH);
        robot.clickOn("#mend");
        waitUntilListed();
        RecordedSpan there =
                desk.derived().get().clocks(sharp.voice().id()).recorded(sharp.flaw().span());
        assertThat(
                        derived(sharp.voice().name())
                                .pitched()
                                .result()
                                .map()
                                .centsAt(there.middleSeconds()))
                .isCloseTo(-sharp.flaw().amount(), within(6.0));
        assertThat(places())
                .noneMatch(p ->
                        p.voice().id().equals(sharp.voice().id())
                                && p.flaw().kind() == Flaw.Kind.PITCH
                                && p.flaw().span().overlaps(sharp.flaw().span()));
    }

    /// What is kept as sung is not doubted any more.
    @Test
    void aMatchThatIsNotSureIsKeptAsSung(FxRobot robot) {
        openListed(robot);
        Place unsure = firstOf(Flaw.Kind.MATCH);
        visit(robot, unsure);
        assertThat(robot.lookup("#mend").queryAs(Button.class).getText()).isEqualTo("Keep as sung");
        robot.clickOn("#mend");
        waitUntilListed();
        assertThat(hand(unsure.voice().name()).protections()).hasSize(1);
        assertThat(places())
                .noneMatch(p ->
                        p.voice().id().equals(unsure.voice().id())
                                && p.flaw().kind() == Flaw.Kind.MATCH
                                && p.flaw().span().equals(unsure.flaw().span()));
    }

    @Test
    void aMatchThatIsNotSureCanBeTakenOtherwise(FxRobot robot) {
        openListed(robot);
        Place unsure =
                places().stream()
                        .filter(p -> new Mending(desk.now()).otherMend(p).isPresent())
                        .findFirst()
                        .orElseThrow();
        assertThat(unsure.flaw().kind()).isEqualTo(Flaw.Kind.MATCH);
        visit(robot, unsure);
        assertThat(robot.lookup("#mend-otherwise").queryAs(Button.class).getText())
                .isEqualTo("Take the other match");
        robot.clickOn("#mend-otherwise");
        waitUntilDerived();
        assertThat(hand(unsure.voice().name()).anchors())
                .singleElement()
                .satisfies(anchor -> {
                    assertThat(anchor.origin()).isEqualTo(Anchor.Origin.PLACED);
                    assertThat(derived(unsure.voice().name()).alignment().anchors())
                            .contains(anchor);
                });
        robot.interact(desk::undo);
        assertThat(hand(unsure.voice().name()).anchors()).isEmpty();
    }

    @Test
    void whatIsMeantIsTickedOffAndSaved(FxRobot robot) throws Exception {
        openListed(robot);
        Place first = places().getFirst();
        int before = places().size();
        visit(robot, first);
        robot.clickOn("#tick-off");
        assertThat(shown(robot)).hasSize(before - 1);
        assertThat(desk.history().get().undoTitle().orElseThrow()).contains("meant");
        Path file = folder.resolve("ticked.zelvan");
        SessionFile.write(Target.fresh(file), desk.session());
        assertThat(SessionFile.read(file).handOf(first.voice()).meant()).hasSize(1);
        // Seen again, and taken back.
        robot.interact(() -> kinds(robot).getSelectionModel().selectLast());
        assertThat(shown(robot)).extracting(Place::flaw).containsExactly(first.flaw());
        robot.interact(() -> kinds(robot).getSelectionModel().selectFirst());
        robot.interact(desk::undo);
        assertThat(shown(robot)).hasSize(before);
    }

    @Test
    void theListIsNarrowedToAKindAndToWhatIsSelected(FxRobot robot) {
        openListed(robot);
        robot.interact(() -> kinds(robot).getSelectionModel().select(2));
        assertThat(shown(robot))
                .isNotEmpty()
                .allMatch(p -> p.flaw().kind().subject() == Flaw.Subject.PITCH);
        robot.interact(() -> kinds(robot).getSelectionModel().selectFirst());
        robot.interact(() -> desk.select(Selection.ofVoice(voice(LEFT).id())));
        robot.clickOn("#mend-selected");
        assertThat(shown(robot)).isNotEmpty().allMatch(p -> p.voice().name().equals(LEFT));
    }

    private List<Place> places() {
        return new Mending(desk.now())
                .places(desk.findings().toMend().get(), Mending.Narrowing.NONE);
    }

    @SuppressWarnings("unchecked")
    private static List<Place> shown(FxRobot robot) {
        return List.copyOf(((ListView<Place>) robot.lookup("#places").query()).getItems());
    }

    private static ComboBox<?> kinds(FxRobot robot) {
        return robot.lookup("#mend-kinds").queryAs(ComboBox.class);
    }

    private static String heading(FxRobot robot) {
        return robot.lookup("#left-to-mend").queryAs(Label.class).getText();
    }

    /// As a click in the list does.
    @SuppressWarnings("unchecked")
    private static void visit(FxRobot robot, Place place) {
        robot.interact(() -> {
            ListView<Place> list = (ListView<Place>) robot.lookup("#places").query();
            list.getSelectionModel().select(place);
            list.fireEvent(
                    new KeyEvent(
                            KeyEvent.KEY_PRESSED,
                            "",
                            "",
                            KeyCode.ENTER,
                            false,
                            false,
                            false,
                            false));
        });
    }

    private void openListed(FxRobot robot) {
        openDemo(robot);
        waitUntil(() ->
                WaitForAsyncUtils.asyncFx(() -> !desk.findings().toMend().get().isEmpty()).get());
    }

    private void waitUntilListed() {
        waitUntilDerived();
        List<ToMend> before = desk.findings().toMend().get();
        waitUntil(() ->
                WaitForAsyncUtils.asyncFx(() -> desk.findings().toMend().get() != before).get());
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
        waitUntilListed();
        assertThat(octaves()).hasSize(1);
        Place place = octaves().getFirst();
        assertThat(place.flaw().span().middleSeconds()).isCloseTo(2.275, within(0.1));

        robot.interact(() -> desk.looking().visit(place));
        assertThat(desk.sight().lens().get()).isEqualTo(Lens.PITCH);
        assertThat(desk.focus().get()).isInstanceOf(Focus.OnRange.class);
        robot.press(KeyCode.CONTROL, KeyCode.SHIFT)
                .type(KeyCode.ENTER)
                .release(KeyCode.SHIFT, KeyCode.CONTROL);
        waitUntilListed();
        assertThat(octaves()).isEmpty();
        assertThat(desk.history().get().undoTitle()).contains("Pitch heard in the right octave");
        robot.interact(desk::undo);
        waitUntilListed();
        assertThat(octaves()).hasSize(1);
        robot.interact(() -> desk.looking().visit(place));
        robot.press(KeyCode.CONTROL, KeyCode.SHIFT)
                .type(KeyCode.DOWN)
                .release(KeyCode.SHIFT, KeyCode.CONTROL);
        waitUntilListed();
        assertThat(octaves()).isEmpty();
        assertThat(derived("double of tones").analysis().orElseThrow().pitch().hertzNear(2.28))
                .isCloseTo(150, within(3.0));
    }

    private List<Place> octaves() {
        return places().stream().filter(p -> p.flaw().kind() == Flaw.Kind.OCTAVE_HEARD).toList();
    }

    /// A low harmony that is drawn up to the lead itself cannot sound as it was sung.
    @Test
    void placesThatCameOutWorseAreListedWhenTheyAreHeard(FxRobot robot) {
        openListed(robot);
        String id = voice("Odo low harmony").id();
        Scope odo = new Scope.OfVoice(id);
        Edit drawn = Turn.all(List.of(odo), "Odo", "pitch", pitch(PitchTarget.GUIDE, 100, 100));
        robot.interact(() -> desk.apply(drawn));
        waitUntil(() -> WaitForAsyncUtils.asyncFx(() -> !cameOutWorse().isEmpty()).get());
        List<Place> worse = cameOutWorse();
        assertThat(worse).extracting(p -> p.voice().id()).containsOnly(id);
        assertThat(worse)
                .allSatisfy(p -> assertThat(p.phrase().overlaps(p.flaw().span())).isTrue());
        robot.interact(desk::undo);
        waitUntilListed();
        assertThat(cameOutWorse()).isEmpty();
    }

    private List<Place> cameOutWorse() {
        Set<Flaw.Kind> worse = Set.of(Flaw.Kind.CLICK, Flaw.Kind.LOUDNESS, Flaw.Kind.ROUGH);
        return places().stream().filter(p -> worse.contains(p.flaw().kind())).toList();
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
        waitUntil(() ->
                WaitForAsyncUtils.asyncFx(() -> !desk.findings().combing().get().isEmpty()).get());
        assertThat(desk.findings().combing().get())
                .allSatisfy(pair -> {
                    assertThat(pair.voiceId()).isEqualTo(voice("Mara again").id());
                    assertThat(pair.otherId()).isEqualTo(voice("Mara lead").id());
                    assertThat(pair.likeness()).isGreaterThan(0.6);
                    // 4 ms cannot be opened to 12.
                    assertThat(pair.openingSlackSeconds()).isEmpty();
                });
        waitUntil(() ->
                WaitForAsyncUtils.asyncFx(() ->
                                places().stream()
                                        .anyMatch(p -> p.flaw().kind() == Flaw.Kind.COMBING))
                        .get());
        // Nothing can be done about it with one click.
        assertThat(new Mending(desk.now()).mend(firstOf(Flaw.Kind.COMBING))).isEmpty();
    }

    /// A phrase that is too loud, and over full scale: one click each.
    @Test
    void whatIsTooLoudIsTurnedDown(FxRobot robot) {
        openListed(robot);
        RecordedSpan phrase =
                derived(LEFT).analysis().orElseThrow().phrases().get(1).widenedBy(0.05);
        LevelEdit louder = new LevelEdit(phrase, 21, 0.02);
        robot.interact(() ->
                desk.apply(
                        new BalanceEdit.SetLevels(
                                List.of(new BalanceEdit.SetLevels.Set(voice(LEFT).id(), louder)),
                                "+21 dB")));
        waitUntilListed();
        waitUntil(() ->
                WaitForAsyncUtils.asyncFx(() ->
                                places().stream().anyMatch(p -> p.flaw().kind() == Flaw.Kind.OVER))
                        .get());
        Place loud = firstOf(Flaw.Kind.LEVEL);
        assertThat(loud.voice().name()).isEqualTo(LEFT);
        visit(robot, loud);
        assertThat(robot.lookup("#mend").queryAs(Button.class).getText())
                .startsWith("Turn down by ");
        robot.clickOn("#mend");
        waitUntilListed();
        assertThat(places())
                .noneMatch(p ->
                        p.flaw().kind() == Flaw.Kind.LEVEL
                                && p.flaw().span().equals(loud.flaw().span()));
        robot.interact(desk::undo);
        waitUntilListed();
        Place over = firstOf(Flaw.Kind.OVER);
        assertThat(new Mending(desk.now()).mend(over).orElseThrow().word())
                .matches("Turn down by \\d+ dB");
    }

    private Place firstOf(Flaw.Kind kind) {
        return places().stream().filter(p -> p.flaw().kind() == kind).findFirst().orElseThrow();
    }
}
