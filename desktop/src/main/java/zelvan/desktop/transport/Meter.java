package zelvan.desktop.transport;

import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.Tooltip;
import zelvan.desktop.canvas.Meters;
import zelvan.desktop.canvas.PaintedRegion;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.theme.Palette;
import zelvan.desktop.theme.Theme;
import zelvan.units.Decibels;

/// Peak level of both sides, from −48 dB to full scale, and whether the sum was cut off there; that
/// stays until it is clicked away.
final class Meter {
    private static final double CLIP_PIXELS = 8;
    private static final double HOT_DECIBELS = -1;

    private final Desk desk;
    private final Theme theme;
    private double shown;
    private final PaintedRegion region = new PaintedRegion(this::paint);

    Meter(Desk desk, Theme theme) {
        this.desk = desk;
        this.theme = theme;
        region.setId("meter");
        region.setMinSize(110, 18);
        region.setMaxSize(110, 18);
        Tooltip.install(
                region,
                new Tooltip(
                        "Peak level. The square fills when something was cut off at full scale;"
                                + " click to forget it."));
        region.setOnMouseClicked(e -> {
            desk.hearing().player().peaks().forgetClips();
            region.repaint();
        });
    }

    PaintedRegion node() {
        return region;
    }

    /// Whether something is shown that is not heard any more, or may be heard.
    boolean showsLevel() {
        return shown > 0 || peak() > 0;
    }

    private double peak() {
        return Math.max(
                desk.hearing().player().peaks().left(), desk.hearing().player().peaks().right());
    }

    private void paint(GraphicsContext g, double width, double height) {
        Palette colours = theme.palette().get();
        shown = peak();
        double bars = width - CLIP_PIXELS - 4;
        bar(g, colours, desk.hearing().player().peaks().left(), 2, bars);
        bar(g, colours, desk.hearing().player().peaks().right(), 10, bars);
        boolean clipped = desk.hearing().player().peaks().clipped();
        g.setFill(clipped ? colours.late() : colours.line());
        g.fillRect(width - CLIP_PIXELS, 2, CLIP_PIXELS, 14);
        if (!clipped) {
            g.setFill(colours.surface());
            g.fillRect(width - CLIP_PIXELS + 1, 3, CLIP_PIXELS - 2, 12);
        }
    }

    private static void bar(
            GraphicsContext g, Palette colours, double peak, double y, double width) {
        g.setFill(colours.line());
        g.fillRect(0, y, width, 6);
        double share = Decibels.meterShare(peak, Meters.LOWEST_DECIBELS);
        boolean hot = Decibels.ofAmplitude(peak) > HOT_DECIBELS;
        g.setFill(hot ? colours.late() : colours.guide());
        g.fillRect(0, y, share * width, 6);
    }
}
