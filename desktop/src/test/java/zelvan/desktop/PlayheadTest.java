package zelvan.desktop;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import javafx.geometry.Bounds;
import javafx.scene.Node;
import javafx.scene.image.WritableImage;
import javafx.scene.input.KeyCode;
import javafx.scene.input.MouseButton;
import javafx.stage.Stage;
import org.junit.jupiter.api.Test;
import org.testfx.api.FxRobot;
import org.testfx.framework.junit5.Start;
import org.testfx.util.WaitForAsyncUtils;
import zelvan.desktop.acts.Selection;
import zelvan.desktop.desk.Lens;
import zelvan.desktop.desk.Viewport;
import zelvan.session.Voice;
import zelvan.units.GuideSpan;
import zelvan.units.SongSpan;

/// Where the playhead stands, and what of the song is shown.
class PlayheadTest extends WindowTestBase {
    @Start
    void start(Stage stage) {
        open(stage);
    }

    /// In the map and through all lenses; nothing else in the picture changes with it.
    @Test
    void thePlayheadStandsWhereTheSongIs(FxRobot robot) {
        openDemo(robot);
        robot.interact(() -> desk.sight().show(new Viewport(6, 14)));
        for (Lens lens : Lens.values()) {
            robot.interact(() -> desk.sight().lookThrough(lens));
            String id =
                    switch (lens) {
                        case TIME -> "#close-up";
                        case PITCH -> "#pitch-lens";
                        case SOUND -> "#sound-lens";
                    };
            Node region = robot.lookup(id).query();
            WritableImage at8 = withPlayheadAt(robot, 8, region);
            WritableImage at12 = withPlayheadAt(robot, 12, region);
            Bounds bounds = region.getBoundsInLocal();
            assertThat(playheadX(region))
                    .isCloseTo((12 - 6) / 8.0 * bounds.getWidth(), within(1.0));
            if (lens != Lens.PITCH) {
                // A line of up to two pixels, twice. Through that lens the tones of another
                // chord stand out.
                assertThat(differing(at8, at12))
                        .isBetween((int) bounds.getHeight(), 4 * (int) bounds.getHeight() + 8);
            }
        }
        Node map = robot.lookup("#lock-map").query();
        withPlayheadAt(robot, 10, map);
        assertThat(playheadX(map))
                .isCloseTo(
                        10 / desk.derived().get().seconds() * map.getBoundsInLocal().getWidth(),
                        within(1.0));
    }

    private WritableImage withPlayheadAt(FxRobot robot, double seconds, Node region) {
        robot.interact(() -> desk.hearing().player().seek(seconds));
        double[] before = {-1};
        waitUntil(() -> {
            double now = WaitForAsyncUtils.asyncFx(() -> playheadX(region)).get();
            boolean stands = now == before[0];
            before[0] = now;
            Thread.sleep(50);
            return stands;
        });
        return picture(robot, region);
    }

    private static double playheadX(Node region) {
        return region.lookup(".playhead").getTranslateX() + 0.5;
    }

    @Test
    void draggingAlongTheRulerIsHeardAndLeavesThePlayheadThere(FxRobot robot) {
        openDemo(robot);
        Node map = robot.lookup("#lock-map").query();
        double width = map.getBoundsInLocal().getWidth();
        long before = output.writtenFrames();
        robot.moveTo(at(robot, map, 0.3 * width, 20)).press(MouseButton.PRIMARY);
        for (int i = 1; i <= 20; i++) {
            robot.moveTo(at(robot, map, (0.3 + 0.005 * i) * width, 20));
        }
        waitUntil(() -> output.writtenFrames() > before + 2000);
        robot.release(MouseButton.PRIMARY);
        assertThat(desk.hearing().player().playing()).isFalse();
        assertThat(desk.hearing().player().positionSeconds())
                .isCloseTo(0.4 * desk.derived().get().seconds(), within(0.5));
    }

    @Test
    void theCloseUpFitsWhatIsSelectedAndTheSong(FxRobot robot) {
        openDemo(robot);
        List<GuideSpan> phrases = desk.derived().get().guidePhrases();
        Voice left = voice("Mara double left");
        robot.interact(
                () -> desk.select(Selection.ofCells(List.of(left.id()), phrases.subList(2, 4))));
        robot.interact(() -> window.scene().getRoot().requestFocus());
        robot.type(KeyCode.X);
        SongSpan shown = desk.sight().viewport().get().span();
        assertThat(shown.startSeconds())
                .isBetween(phrases.get(2).startSeconds() - 1, phrases.get(2).startSeconds());
        assertThat(shown.endSeconds())
                .isBetween(phrases.get(3).endSeconds(), phrases.get(3).endSeconds() + 1);
        robot.press(KeyCode.SHIFT).type(KeyCode.X).release(KeyCode.SHIFT);
        assertThat(desk.sight().viewport().get().span())
                .isEqualTo(new SongSpan(0, desk.derived().get().seconds()));
        // Without a phrase, the one where the playhead is.
        robot.interact(() -> {
            desk.select(Selection.NOTHING);
            desk.hearing().goTo(phrases.get(5).middleSeconds());
        });
        robot.type(KeyCode.X);
        assertThat(desk.sight().viewport().get().span().startSeconds())
                .isCloseTo(phrases.get(5).startSeconds(), within(0.6));
    }
}
