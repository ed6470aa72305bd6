package zelvan.render;

import java.util.Arrays;

/// A voiced stretch, put together from its glottal cycles: each grain is two cycles of the source
/// around an epoch, faded in and out, and laid where its cycle is to sound. The first and the last
/// grain are halves of what sounds before and after, so that nothing is heard to begin or to end.
///
/// **Source:** E. Moulines & F. Charpentier, *Pitch-synchronous waveform processing techniques for
/// text-to-speech synthesis using diphones* (1990).
final class Grains implements Stretch {
    /// A half of a Hann window, from its top to its foot, with one point to spare.
    private static final int WINDOW_POINTS = 2048;

    private static final float[] WINDOW = new float[WINDOW_POINTS + 2];

    static {
        for (int i = 0; i <= WINDOW_POINTS; i++) {
            WINDOW[i] = (float) (0.5 + 0.5 * Math.cos(Math.PI * i / WINDOW_POINTS));
        }
    }

    private final double[] output;
    private final double[] source;
    private final double[] fadeIn;
    private final double[] fadeOut;
    private final float[] gain;
    private final double speed;
    private final double longest;

    /// @param output where in the output the grains' middles lie, increasing, frames
    /// @param source where in the source they come from, frames
    /// @param fadeIn lengths of their first halves, frames of the output; 0 for the first grain
    /// @param fadeOut lengths of their second halves; 0 for the last grain
    /// @param gain their amplitudes
    /// @param speed at which the grains between the first and the last are read: the factor by
    ///   which their formants rise
    Grains(
            double[] output,
            double[] source,
            double[] fadeIn,
            double[] fadeOut,
            float[] gain,
            double speed) {
        this.output = output;
        this.source = source;
        this.fadeIn = fadeIn;
        this.fadeOut = fadeOut;
        this.gain = gain;
        this.speed = speed;
        longest =
                Math.max(
                        Arrays.stream(fadeIn).max().orElse(0),
                        Arrays.stream(fadeOut).max().orElse(0));
    }

    @Override
    public void render(float[] samples, long frame, float[] into, int start, int count) {
        Arrays.fill(into, start, start + count, 0);
        int found = Arrays.binarySearch(output, frame - longest);
        for (int g = Math.max(0, found >= 0 ? found : -found - 1);
                g < output.length && output[g] - longest < frame + count;
                g++) {
            // The first grain is there from the pin on, and the last one up to the pin, whatever
            // part of a frame their middles are away from it.
            long from = g == 0 ? frame : Math.max(frame, ceil(output[g] - fadeIn[g]));
            long to =
                    g == output.length - 1
                            ? frame + count
                            : Math.min(frame + count, ceil(output[g] + fadeOut[g]));
            add(samples, g, from, to, into, (int) (start - frame + from));
        }
    }

    private static long ceil(double value) {
        return (long) Math.ceil(value);
    }

    private void add(float[] samples, int g, long from, long to, float[] into, int start) {
        boolean edge = g == 0 || g == output.length - 1;
        double rate = edge ? 1 : speed;
        double perFadeIn = fadeIn[g] > 0 ? WINDOW_POINTS / fadeIn[g] : 0;
        double perFadeOut = fadeOut[g] > 0 ? WINDOW_POINTS / fadeOut[g] : 0;
        for (long n = from; n < to; n++) {
            double away = n - output[g];
            double at = Math.min(WINDOW_POINTS, away < 0 ? -away * perFadeIn : away * perFadeOut);
            int point = (int) at;
            float window =
                    WINDOW[point] + (float) (at - point) * (WINDOW[point + 1] - WINDOW[point]);
            into[(int) (start + n - from)] +=
                    gain[g] * window * Interpolator.at(samples, source[g] + rate * away);
        }
    }
}
