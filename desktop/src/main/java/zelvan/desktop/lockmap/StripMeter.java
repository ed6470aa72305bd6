package zelvan.desktop.lockmap;

import javafx.scene.Node;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.Region;
import javafx.scene.shape.Rectangle;
import zelvan.desktop.canvas.Meters;
import zelvan.desktop.desk.Desk;
import zelvan.units.Decibels;

/// How loud a track is by itself: a thin line along the lower edge of its strip, from −48 dB to
/// full scale, and a square where it was cut off, until that is clicked away.
final class StripMeter {
    private static final double LINE_PIXELS = 2;

    private final Desk desk;
    private final String voiceId;
    private final Rectangle line = new Rectangle(0, LINE_PIXELS);
    private final Region clip = new Region();

    StripMeter(Desk desk, String voiceId) {
        this.desk = desk;
        this.voiceId = voiceId;
        line.setId("level-" + voiceId);
        line.getStyleClass().add("strip-level");
        line.setManaged(false);
        line.setMouseTransparent(true);
        line.setY(LockMapRow.VOICE_HEIGHT - LINE_PIXELS);
        clip.setId("clip-" + voiceId);
        clip.getStyleClass().add("strip-clip");
        Tooltip.install(clip, new Tooltip("This track was cut off at full scale; click to forget"));
        clip.setOnMouseClicked(e -> {
            desk.hearing().player().peaks().forgetClips();
            e.consume();
        });
        showClip(false);
    }

    Node line() {
        return line;
    }

    Node clip() {
        return clip;
    }

    /// @param width of the strip, pixels
    void refresh(double width) {
        double peak = desk.hearing().player().peaks().of(voiceId);
        line.setWidth(Math.rint(width * Decibels.meterShare(peak, Meters.LOWEST_DECIBELS)));
        showClip(desk.hearing().player().peaks().clipped(voiceId));
    }

    boolean showsLevel() {
        return line.getWidth() > 0;
    }

    private void showClip(boolean shown) {
        clip.setVisible(shown);
        clip.setManaged(shown);
    }
}
