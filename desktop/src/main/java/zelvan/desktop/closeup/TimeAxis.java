package zelvan.desktop.closeup;

import java.util.List;
import javafx.geometry.VPos;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.text.TextAlignment;
import zelvan.desktop.desk.Viewport;
import zelvan.desktop.theme.Palette;
import zelvan.desktop.theme.Theme;
import zelvan.units.Clock;
import zelvan.units.Grid;
import zelvan.units.TempoMap;

/// Paints time: seconds on the ruler, and the lines and bars of the grid.
///
/// @param width of the view, pixels
public record TimeAxis(GraphicsContext g, Palette colours, Viewport view, double width) {
    private static final double CLOSEST_LINES_PIXELS = 8;
    private static final double CLOSEST_BARS_PIXELS = 60;

    /// Seconds.
    public void ruler() {
        g.setFont(Theme.font(11));
        g.setTextAlign(TextAlignment.LEFT);
        g.setTextBaseline(VPos.CENTER);
        double step = step(view.seconds() / Math.max(1, width / 90));
        g.setStroke(colours.line());
        g.setFill(colours.quiet());
        for (double t = Math.ceil(view.startSeconds() / step) * step;
                t < view.endSeconds();
                t += step) {
            double x = view.x(t, width);
            g.strokeLine(x, Lane.RULER_HEIGHT - 6, x, Lane.RULER_HEIGHT);
            g.fillText(label(t, step), x + 3, Lane.RULER_HEIGHT / 2 - 1);
        }
    }

    /// Lines where notes may begin; bars stand out.
    public void grid(Grid grid, double height) {
        List<Double> lines = grid.linesIn(view.span().time());
        boolean crowded = lines.size() > width / CLOSEST_LINES_PIXELS;
        for (double line : lines) {
            double beat = grid.tempo().beatAt(line);
            boolean onBeat = Math.abs(beat - Math.rint(beat)) < 1e-6;
            boolean bar = onBeat && Math.rint(beat) % grid.tempo().beatsPerBar() == 0;
            if (bar || !crowded) {
                double x = view.x(line, width);
                g.setStroke(
                        colours.line().interpolate(colours.quiet(), bar ? 0.7 : onBeat ? 0.3 : 0));
                g.setLineDashes(bar ? new double[0] : new double[] {1, 4});
                g.strokeLine(x, Lane.RULER_HEIGHT, x, height);
                g.setLineDashes();
            }
        }
    }

    /// The numbers of the bars, on top of the guide's ribbon.
    public void bars(TempoMap tempo) {
        int beats = tempo.beatsPerBar();
        long bar = (long) Math.ceil(tempo.beatAt(view.startSeconds()) / beats);
        double last = Double.NEGATIVE_INFINITY;
        g.setFill(colours.quiet());
        g.setFont(Theme.font(11));
        g.setTextAlign(TextAlignment.LEFT);
        g.setTextBaseline(VPos.CENTER);
        for (double at = tempo.secondsAt((double) bar * beats);
                at < view.endSeconds();
                at = tempo.secondsAt((double) ++bar * beats)) {
            double x = view.x(at, width);
            if (x - last > CLOSEST_BARS_PIXELS) {
                g.fillText("bar " + (bar + 1), x + 3, Lane.RULER_HEIGHT + 8);
                last = x;
            }
        }
    }

    private static double step(double least) {
        double decade = Math.pow(10, Math.floor(Math.log10(least)));
        for (double factor : new double[] {1, 2, 5}) {
            if (factor * decade >= least) {
                return factor * decade;
            }
        }
        return 10 * decade;
    }

    private static String label(double seconds, double step) {
        int digits = step >= 1 ? 0 : step >= 0.1 ? 1 : step >= 0.01 ? 2 : 3;
        return Clock.text(seconds, digits);
    }
}
