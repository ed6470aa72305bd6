package zelvan.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Point2D;
import javafx.scene.Node;
import javafx.scene.control.ChoiceBox;
import javafx.scene.image.WritableImage;
import javafx.scene.paint.Color;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import zelvan.analysis.Landmark;
import zelvan.analysis.LandmarkKind;
import zelvan.desktop.acts.Guiding;
import zelvan.desktop.acts.Repairs;
import zelvan.desktop.acts.Selection;
import zelvan.desktop.acts.Words;
import zelvan.desktop.closeup.Lane;
import zelvan.desktop.desk.Viewport;
import zelvan.play.Version;
import zelvan.units.RecordedSpan;

/// What is seen of the sound itself in the Time lens.
class RibbonTest extends CloseUpTestBase {
    @Start
    void start(Stage stage) {
        open(stage);
    }

    private static final String BED = "Concertina and bass (bed)";

    private Lane lane(String name) {
        return Lane.of(desk.now(), closeUp.getBoundsInLocal().getHeight()).stream()
                .filter(l -> l.voice().name().equals(name))
                .findFirst()
                .orElseThrow();
    }

    /// Rows of pixels in which something stands out from the lane, in one column of it.
    private static int high(WritableImage image, double x, Lane lane) {
        Color empty = image.getPixelReader().getColor((int) x, (int) lane.top() + 2);
        int high = 0;
        for (int y = (int) lane.top() + 1; y < lane.top() + lane.height() - 1; y++) {
            Color here = image.getPixelReader().getColor((int) x, y);
            boolean differs =
                    Math.abs(here.getRed() - empty.getRed())
                                    + Math.abs(here.getGreen() - empty.getGreen())
                                    + Math.abs(here.getBlue() - empty.getBlue())
                            > 0.02;
            high += differs ? 1 : 0;
        }
        return high;
    }

    private WritableImage look(FxRobot robot, double from, double to) {
        robot.interact(() -> desk.sight().show(new Viewport(from, to)));
        return pictureAtRest(robot, closeUp);
    }

    private double x(double seconds) {
        return desk.sight().viewport().get().x(seconds, width());
    }

    @Test
    void peaksStandAroundTheEnergyWhereTheSoundIsSeenFromNear(FxRobot robot) {
        openDoubles(robot, 5, 8);
        robot.interact(() -> desk.hearing().hear(Version.RAW));
        WritableImage near = look(robot, 5, 8);
        double loud =
                derived(LEFT).analysis().orElseThrow().notes().stream()
                        .filter(n -> n.span().startSeconds() > 5.3 && n.span().seconds() > 0.3)
                        .mapToDouble(n -> n.span().middleSeconds() + 0.037)
                        .findFirst()
                        .orElseThrow();
        int withPeaks = high(near, x(loud), lane(LEFT));
        assertThat(withPeaks).isGreaterThan(20).isLessThan((int) lane(LEFT).height());
        // A voice that is silent has hardly any height.
        assertThat(high(look(robot, 0, 1), x(0.5), lane(LEFT))).isLessThan(5);
    }

    @Test
    void essesAreCombed(FxRobot robot) {
        openDoubles(robot, 5, 8);
        robot.interact(() -> desk.hearing().hear(Version.RAW));
        RecordedSpan ess =
                derived(LEFT).analysis().orElseThrow().esses().stream()
                        .filter(e -> e.seconds() > 0.08)
                        .findFirst()
                        .orElseThrow();
        WritableImage image = look(robot, ess.startSeconds() - 0.3, ess.endSeconds() + 0.3);
        Lane lane = lane(LEFT);
        int y = (int) (lane.top() + lane.height() * (0.34 + 0.33));
        int changes = 0;
        double from = x(ess.startSeconds()) + 12;
        double to = x(ess.endSeconds()) - 12;
        for (int px = (int) from; px < to; px++) {
            changes +=
                    image.getPixelReader().getArgb(px, y)
                                    != image.getPixelReader().getArgb(px - 1, y)
                            ? 1
                            : 0;
        }
        assertThat(changes).as("comb along the middle").isGreaterThan((int) ((to - from) / 4));
    }

    @Test
    void whereARibbonWasIsSeenBehindIt(FxRobot robot) {
        openDoubles(robot, 5, 8);
        String late = "Mara take 2";
        robot.interact(() -> desk.select(Selection.ofVoice(voice(late).id())));
        waitUntilDerived();
        double start =
                derived(late).analysis().orElseThrow().phrases().stream()
                        .mapToDouble(RecordedSpan::startSeconds)
                        .filter(t -> t > 5)
                        .findFirst()
                        .orElseThrow();
        double sounds = derived(late).timing().map().outputSecondsAt(start);
        assertThat(Math.abs(sounds - start)).isGreaterThan(0.3);
        double end =
                derived(late).analysis().orElseThrow().phrases().stream()
                        .filter(p -> p.startSeconds() == start)
                        .mapToDouble(RecordedSpan::endSeconds)
                        .findFirst()
                        .orElseThrow();
        // Late as recorded: after the phrase has ended as it sounds, it still sounds as recorded.
        double between = end - 0.25 * (end - derived(late).timing().map().outputSecondsAt(end));
        WritableImage image = look(robot, between - 2, between + 1);
        assertThat(high(image, x(between), lane(late))).isGreaterThan(6);
    }

    @Test
    void theBedIsLaidUnderTheGuide(FxRobot robot) {
        openDoubles(robot, 5, 8);
        WritableImage without = look(robot, 0, 2);
        int before = high(without, x(1), lane("Mara lead"));
        ChoiceBox<?> under = robot.lookup("#laid-under").queryAs(ChoiceBox.class);
        int bed =
                under.getItems().stream()
                        .map(Object::toString)
                        .toList()
                        .indexOf(BED + " under the guide");
        robot.interact(() -> under.getSelectionModel().select(bed));
        WritableImage with = look(robot, 0, 2);
        assertThat(high(with, x(1), lane("Mara lead"))).isGreaterThan(before + 8);
        robot.interact(() -> under.getSelectionModel().select(0));
        assertThat(differing(without, look(robot, 0, 2))).isZero();
    }

    @Test
    void aSyllableIsDraggedToTheVowelThatItIsSungOn(FxRobot robot) {
        openDoubles(robot, 0, 6);
        robot.interact(() -> {
            desk.looking().show(desk.derived().get().guidePhrases().getFirst());
            desk.act(now -> new Words(now).set("lan-terns"));
        });
        waitUntilDerived();
        Words.Syllable terns = syllable(1);
        double later =
                new Repairs(desk.now())
                        .guideLandmarks().stream()
                                .filter(l -> l.kind() == LandmarkKind.VOWEL)
                                .mapToDouble(Landmark::seconds)
                                .filter(t -> t > terns.guideSeconds())
                                .findFirst()
                                .orElseThrow();
        WritableImage before = pictureAtRest(robot, closeUp);
        Point2D onWord =
                at(robot, closeUp, x(terns.guideSeconds()) + 8, lane("Mara lead").top() + 51);
        drag(robot, onWord, x(later) - x(terns.guideSeconds()));
        assertThat(syllable(1).guideSeconds()).isEqualTo(later);
        assertThat(undoTitle()).isEqualTo("“terns” of phrase 1");
        assertThat(differing(before, pictureAtRest(robot, closeUp))).isPositive();
        robot.interact(desk::undo);
        assertThat(syllable(1)).isEqualTo(terns);
    }

    private Words.Syllable syllable(int index) {
        return new Words(desk.now()).spread(0).get(index);
    }

    /// The bed's tones begin where the beat is; a bead of the guide is dragged there.
    @Test
    void aBeadSnapsToWhereTheTrackUnderTheGuideBegins(FxRobot robot) {
        openDoubles(robot, 5, 8);
        workOn(robot, "Mara lead");
        // Its lines lie where the bed's tones begin.
        robot.interact(() -> desk.act(now -> new Guiding(now).removeGrid()));
        robot.interact(() -> desk.sight().layUnder(Optional.of(voice(BED).id())));
        waitUntil(() -> !onsetsOfBed().isEmpty());
        double pixel = desk.sight().viewport().get().seconds() / width();
        double onset =
                onsetsOfBed().stream().filter(t -> t > 6 && t < 7.6).findFirst().orElseThrow();
        double bead =
                new Repairs(desk.now())
                        .guideLandmarks().stream()
                                .mapToDouble(Landmark::seconds)
                                .filter(t -> Math.abs(t - onset) > 12 * pixel)
                                .boxed()
                                .min(Comparator.comparingDouble(t -> Math.abs(t - onset)))
                                .orElseThrow();
        Point2D taken = at(robot, closeUp, x(bead), 22 + 0.6 * 62);
        drag(robot, taken, (onset - bead) / pixel + 3);
        assertThat(hand("Mara lead").anchors())
                .singleElement()
                .satisfies(a -> assertThat(a.guideSeconds()).isCloseTo(onset, within(1e-6)));
        assertThat(sounds("Mara lead", bead)).isCloseTo(onset, within(0.002));
    }

    private List<Double> onsetsOfBed() {
        return desk.findings().onsets().get().seconds();
    }

    /// By itself it scrolls rows, with Ctrl it zooms around the pointer, with Shift it moves along.
    @Test
    void theWheelScrollsZoomsAndMovesAlong(FxRobot robot) {
        openDemo(robot);
        Node closeUp = robot.lookup("#close-up").query();
        double width = closeUp.getBoundsInLocal().getWidth();
        robot.interact(() -> desk.looking().show(desk.derived().get().guidePhrases().get(3)));
        Viewport before = desk.sight().viewport().get();
        robot.interact(() -> wheel(closeUp, 0.25 * width, 90, 40, false, false));
        assertThat(desk.sight().viewport().get()).isEqualTo(before);
        double under = before.secondsAt(0.25 * width, width);
        robot.interact(() -> wheel(closeUp, 0.25 * width, 90, 40, false, true));
        Viewport closer = desk.sight().viewport().get();
        assertThat(closer.seconds()).isLessThan(before.seconds());
        assertThat(closer.secondsAt(0.25 * width, width))
                .isCloseTo(under, within(before.seconds() / width));
        robot.interact(() -> wheel(closeUp, 0.25 * width, 90, -40, true, false));
        Viewport later = desk.sight().viewport().get();
        assertThat(later.startSeconds()).isGreaterThan(closer.startSeconds());
        assertThat(later.seconds()).isCloseTo(closer.seconds(), within(1e-9));
    }
}
