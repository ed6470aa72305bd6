package zelvan.desktop.closeup.time;

import java.util.function.DoubleUnaryOperator;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import zelvan.analysis.Outline;
import zelvan.analysis.VoiceAnalysis;
import zelvan.desktop.desk.Viewport;

/// A voice's energy as the width of a band along its lane's middle.
final class Ribbon {
    private Ribbon() {}

    /// @param shown where a moment of the voice is shown, seconds
    /// @param centre pixels down
    /// @param half height where the voice is loudest
    static void paint(
            GraphicsContext g,
            Viewport view,
            Outline outline,
            DoubleUnaryOperator shown,
            Color colour,
            double width,
            double centre,
            double half) {
        int from = firstFrame(outline, shown, view.startSeconds());
        int to = Math.min(outline.frames() - 1, firstFrame(outline, shown, view.endSeconds()) + 1);
        int stride = Math.max(1, (int) ((to - from) / Math.max(1, 2 * width)));
        g.beginPath();
        g.moveTo(view.x(shown.applyAsDouble(from * VoiceAnalysis.HOP_SECONDS), width), centre);
        for (int f = from; f <= to; f += stride) {
            g.lineTo(
                    view.x(shown.applyAsDouble(f * VoiceAnalysis.HOP_SECONDS), width),
                    centre - half * outline.loudness(f, f + 1));
        }
        for (int f = to; f >= from; f -= stride) {
            g.lineTo(
                    view.x(shown.applyAsDouble(f * VoiceAnalysis.HOP_SECONDS), width),
                    centre + half * outline.loudness(f, f + 1));
        }
        g.closePath();
        g.setFill(colour);
        g.fill();
    }

    private static int firstFrame(Outline outline, DoubleUnaryOperator shown, double seconds) {
        int low = 0;
        int high = outline.frames() - 1;
        while (low < high) {
            int middle = (low + high + 1) >>> 1;
            if (shown.applyAsDouble(middle * VoiceAnalysis.HOP_SECONDS) <= seconds) {
                low = middle;
            } else {
                high = middle - 1;
            }
        }
        return low;
    }
}
