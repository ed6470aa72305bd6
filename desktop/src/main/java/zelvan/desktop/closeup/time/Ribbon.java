package zelvan.desktop.closeup.time;

import java.util.function.DoubleUnaryOperator;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import zelvan.analysis.VoiceAnalysis;
import zelvan.desktop.desk.Viewport;
import zelvan.units.Decibels;

/// A voice's energy as the width of a band along its lane's middle.
final class Ribbon {
    /// Loudness grows with amplitude to this power (S. S. Stevens, *The measurement of loudness*,
    /// 1955).
    private static final double LOUDNESS_EXPONENT = 0.6;

    private static final double THINNEST = 0.02;

    private Ribbon() {}

    /// @param shown where a moment of the voice is shown, seconds
    /// @param centre pixels down
    /// @param half height where the voice is loudest
    static void paint(
            GraphicsContext g,
            Viewport view,
            VoiceAnalysis voice,
            DoubleUnaryOperator shown,
            Color colour,
            double width,
            double centre,
            double half) {
        int from = firstFrame(voice, shown, view.startSeconds());
        int to = Math.min(voice.frames() - 1, firstFrame(voice, shown, view.endSeconds()) + 1);
        double loudest = loudest(voice);
        int stride = Math.max(1, (int) ((to - from) / Math.max(1, 2 * width)));
        g.beginPath();
        g.moveTo(view.x(shown.applyAsDouble(from * VoiceAnalysis.HOP_SECONDS), width), centre);
        for (int f = from; f <= to; f += stride) {
            g.lineTo(
                    view.x(shown.applyAsDouble(f * VoiceAnalysis.HOP_SECONDS), width),
                    centre - half * loudness(voice, f, loudest));
        }
        for (int f = to; f >= from; f -= stride) {
            g.lineTo(
                    view.x(shown.applyAsDouble(f * VoiceAnalysis.HOP_SECONDS), width),
                    centre + half * loudness(voice, f, loudest));
        }
        g.closePath();
        g.setFill(colour);
        g.fill();
    }

    private static int firstFrame(VoiceAnalysis voice, DoubleUnaryOperator shown, double seconds) {
        int low = 0;
        int high = voice.frames() - 1;
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

    private static double loudness(VoiceAnalysis voice, int frame, double loudestDecibels) {
        double amplitude = Decibels.toAmplitude(voice.levelDecibels()[frame] - loudestDecibels);
        return Math.clamp(Math.pow(amplitude, LOUDNESS_EXPONENT), THINNEST, 1);
    }

    private static double loudest(VoiceAnalysis voice) {
        double loudest = voice.activeDecibels();
        for (float level : voice.levelDecibels()) {
            loudest = Math.max(loudest, level);
        }
        return loudest;
    }
}
