package zelvan.desktop.closeup;

import java.util.List;
import java.util.Optional;
import java.util.function.DoubleUnaryOperator;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.paint.Color;
import org.jspecify.annotations.Nullable;
import zelvan.analysis.Outline;
import zelvan.analysis.VoiceAnalysis;
import zelvan.audio.Sound;
import zelvan.desktop.desk.Viewport;
import zelvan.desktop.desk.Waves;
import zelvan.units.Curve;
import zelvan.units.Decibels;
import zelvan.units.RecordedSpan;
import zelvan.units.Search;

/// A voice's sound along its lane's middle: its energy as the width of a band, and around that,
/// where it is seen from near, the peaks of its wave. Esses are combed.
///
/// @param view what is in sight
/// @param width of the picture, pixels
/// @param centre pixels down
/// @param half height where the voice is loudest
/// @param shown where a moment of the voice is shown, seconds
/// @param gainDecibels how much louder its moments sound than they were recorded
public record Ribbon(
        GraphicsContext g,
        Viewport view,
        double width,
        double centre,
        double half,
        DoubleUnaryOperator shown,
        Curve gainDecibels) {
    /// Where more is in sight, peaks and energy are the same picture.
    private static final double MOST_SECONDS_WITH_PEAKS = 12;

    private static final double COMB_PIXELS = 3;

    /// Peaks of a voice are two to three times as high as its root mean square (common practice).
    private static final double CREST = 2.2;

    private static final double PEAKS_OPACITY = 0.55;

    /// @param sound where its peaks are seen; empty if there is none
    /// @param esses in the voice's time, in order
    public void paint(
            Outline outline,
            Optional<Sound> sound,
            Waves waves,
            List<RecordedSpan> esses,
            Color colour,
            Color combed) {
        if (view.seconds() <= MOST_SECONDS_WITH_PEAKS) {
            sound.ifPresent(
                    s -> peaks(s, waves, outline, colour.deriveColor(0, 1, 1, PEAKS_OPACITY)));
        }
        energy(outline, colour);
        for (RecordedSpan ess : esses) {
            comb(ess, outline, combed);
        }
    }

    /// Height of the band where the voice is loudest; peaks stand around it.
    private double high() {
        return view.seconds() <= MOST_SECONDS_WITH_PEAKS
                ? half * Outline.loudness(1 / CREST)
                : half;
    }

    /// Nothing but the band, for what is only hinted at.
    public void energy(Outline outline, Color colour) {
        double high = high();
        int from = firstFrame(outline, view.startSeconds());
        int to = Math.min(outline.frames() - 1, firstFrame(outline, view.endSeconds()) + 1);
        int stride = Math.max(1, (int) ((to - from) / Math.max(1, 2 * width)));
        g.beginPath();
        g.moveTo(x(from * VoiceAnalysis.HOP_SECONDS), centre);
        for (int f = from; f <= to; f += stride) {
            g.lineTo(x(f * VoiceAnalysis.HOP_SECONDS), centre - high * tall(outline, f));
        }
        for (int f = to; f >= from; f -= stride) {
            g.lineTo(x(f * VoiceAnalysis.HOP_SECONDS), centre + high * tall(outline, f));
        }
        g.closePath();
        g.setFill(colour);
        g.fill();
    }

    /// How loud a frame sounds, 1 where the voice was recorded loudest.
    private double tall(Outline outline, int frame) {
        double gain = gainDecibels.at(frame * VoiceAnalysis.HOP_SECONDS);
        return outline.loudness(frame, frame + 1) * (gain == 0 ? 1 : factor(gain));
    }

    private static double factor(double decibels) {
        return Math.min(2, Outline.loudness(Decibels.toAmplitude(decibels)));
    }

    private void peaks(Sound sound, Waves waves, Outline outline, Color colour) {
        double loudest = CREST * Decibels.toAmplitude(outline.loudestDecibels());
        double fromSeconds = firstFrame(outline, view.startSeconds()) * VoiceAnalysis.HOP_SECONDS;
        double toSeconds = (firstFrame(outline, view.endSeconds()) + 1) * VoiceAnalysis.HOP_SECONDS;
        int from = (int) (fromSeconds * Waves.POINTS_A_SECOND);
        int to = (int) (toSeconds * Waves.POINTS_A_SECOND);
        int stride = Math.max(1, (int) ((to - from) / Math.max(1, width)));
        int count = (to - from) / stride + 1;
        double[] xs = new double[2 * count];
        double[] ys = new double[2 * count];
        for (int k = 0; k < count; k++) {
            int point = from + k * stride;
            double lowest = 0;
            double highest = 0;
            for (int p = point; p < point + stride; p++) {
                Waves.@Nullable Second second = waves.of(sound, p / Waves.POINTS_A_SECOND);
                if (second != null) {
                    lowest = Math.min(lowest, second.lowest()[p % Waves.POINTS_A_SECOND]);
                    highest = Math.max(highest, second.highest()[p % Waves.POINTS_A_SECOND]);
                }
            }
            xs[k] = x((double) point / Waves.POINTS_A_SECOND);
            xs[2 * count - 1 - k] = xs[k];
            double gain = gainDecibels.at((double) point / Waves.POINTS_A_SECOND);
            double louder = gain == 0 ? 1 : factor(gain);
            ys[k] = centre - louder * high(highest, loudest);
            ys[2 * count - 1 - k] = centre + louder * high(-lowest, loudest);
        }
        g.setFill(colour);
        g.fillPolygon(xs, ys, xs.length);
    }

    private double high(double amplitude, double loudest) {
        return half * Math.min(1, Outline.loudness(amplitude / loudest));
    }

    private void comb(RecordedSpan ess, Outline outline, Color colour) {
        double high = high();
        double from = x(ess.startSeconds());
        double to = x(ess.endSeconds());
        if (to < 0 || from > width || to - from < 2 * COMB_PIXELS) {
            return;
        }
        g.setFill(colour);
        for (double at = from + COMB_PIXELS; at < to; at += COMB_PIXELS) {
            double share = (at - from) / (to - from);
            double seconds = ess.startSeconds() + share * ess.seconds();
            int frame = (int) (seconds / VoiceAnalysis.HOP_SECONDS);
            double tall = high * tall(outline, frame);
            g.fillRect(at, centre - tall, 1, 2 * tall);
        }
    }

    private double x(double seconds) {
        return view.x(shown.applyAsDouble(seconds), width);
    }

    /// The last frame that is shown at a moment or before it.
    private int firstFrame(Outline outline, double seconds) {
        int after =
                Search.first(
                        outline.frames(),
                        f -> shown.applyAsDouble(f * VoiceAnalysis.HOP_SECONDS) > seconds);
        return Math.max(0, after - 1);
    }
}
