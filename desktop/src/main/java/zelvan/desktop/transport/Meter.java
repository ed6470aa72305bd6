package zelvan.desktop.transport;

import javafx.scene.canvas.GraphicsContext;
import zelvan.desktop.canvas.PaintedRegion;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.theme.Palette;
import zelvan.desktop.theme.Theme;
import zelvan.units.Decibels;

/// Peak level of both sides, from −48 dB to full scale.
final class Meter {
    private static final double LOWEST_DECIBELS = -48;
    private static final double HOT_DECIBELS = -1;

    private final Desk desk;
    private final Theme theme;
    private final PaintedRegion region = new PaintedRegion(this::paint);

    Meter(Desk desk, Theme theme) {
        this.desk = desk;
        this.theme = theme;
        region.setId("meter");
        region.setMinSize(110, 18);
        region.setMaxSize(110, 18);
    }

    PaintedRegion node() {
        return region;
    }

    private void paint(GraphicsContext g, double width, double height) {
        Palette colours = theme.palette().get();
        bar(g, colours, desk.hearing().player().peakLeft(), 2, width);
        bar(g, colours, desk.hearing().player().peakRight(), 10, width);
    }

    private static void bar(
            GraphicsContext g, Palette colours, double peak, double y, double width) {
        g.setFill(colours.line());
        g.fillRect(0, y, width, 6);
        double decibels = Decibels.ofAmplitude(Math.max(1e-6, peak));
        double share = Math.clamp(1 - decibels / LOWEST_DECIBELS, 0, 1);
        g.setFill(decibels > HOT_DECIBELS ? colours.late() : colours.guide());
        g.fillRect(0, y, share * width, 6);
    }
}
