package zelvan.measure;

import java.util.Arrays;
import zelvan.dsp.Fft;
import zelvan.dsp.Percentile;
import zelvan.dsp.Windows;

/// How far two sounds are the same sound twice, a little apart: then their sum is filtered as by a
/// comb. Two takes of one singer are not, however tightly they sit.
///
/// How it works: in windows of a fifth of a second both spectra are whitened; where the phases of
/// all bins agree on one delay, their cross-correlation has a peak of 1, where they do not, none.
/// The sounds are as alike as the median window in which both sound.
///
/// **Source:** C. Knapp & G. Carter, *The generalized correlation method for estimation of time
/// delay* (1976), the phase transform.
public final class CombMeter {
    private static final double WINDOW_SECONDS = 0.2;

    /// The first notch of a comb is at `1 / (2 · delay)`: delays beyond this are heard as two, not
    /// as one coloured sound (common practice).
    private static final double LONGEST_DELAY_SECONDS = 0.015;

    // Below are rumble and breath noise, above is little of a voice.
    private static final double LOWEST_HERTZ = 120;
    private static final double HIGHEST_HERTZ = 5000;

    /// Windows this far below the loudest say nothing.
    private static final double SILENT_SHARE = 1e-3;

    private CombMeter() {}

    /// @param a one sound
    /// @param b another, of the same length
    /// @return 0 (nothing to do with each other) to 1 (the same, at most delayed)
    public static double likeness(float[] a, float[] b, int sampleRateHertz) {
        int length = Integer.highestOneBit((int) (WINDOW_SECONDS * sampleRateHertz));
        int hop = length / 2;
        int windows = Math.max(0, (Math.min(a.length, b.length) - length) / hop + 1);
        double[] peaks = new double[windows];
        double[] power = new double[windows];
        double[] window = Windows.hann(length);
        Fft fft = new Fft(2 * length);
        for (int w = 0; w < windows; w++) {
            double[] x = spectrum(fft, a, w * hop, window);
            double[] y = spectrum(fft, b, w * hop, window);
            power[w] = Math.min(energy(x), energy(y));
            peaks[w] = peak(fft, x, y, sampleRateHertz);
        }
        double loudest = Arrays.stream(power).max().orElse(0);
        double[] sounding = new double[windows];
        int count = 0;
        for (int w = 0; w < windows; w++) {
            if (power[w] > SILENT_SHARE * loudest) {
                sounding[count++] = peaks[w];
            }
        }
        return count == 0 ? 0 : Percentile.median(Arrays.copyOf(sounding, count));
    }

    private static double[] spectrum(Fft fft, float[] samples, int from, double[] window) {
        double[] data = new double[fft.length()];
        for (int i = 0; i < window.length; i++) {
            data[i] = window[i] * samples[from + i];
        }
        fft.forward(data);
        return data;
    }

    private static double energy(double[] spectrum) {
        return Arrays.stream(spectrum).map(v -> v * v).sum();
    }

    private static double peak(Fft fft, double[] x, double[] y, int sampleRateHertz) {
        int low = (int) (LOWEST_HERTZ / sampleRateHertz * fft.length());
        int high =
                (int)
                        (Math.min(HIGHEST_HERTZ, 0.45 * sampleRateHertz)
                                / sampleRateHertz
                                * fft.length());
        double[] cross = new double[fft.length()];
        for (int k = low; k < high; k++) {
            double re = x[2 * k] * y[2 * k] + x[2 * k + 1] * y[2 * k + 1];
            double im = x[2 * k + 1] * y[2 * k] - x[2 * k] * y[2 * k + 1];
            double size = Math.hypot(re, im) + 1e-30;
            cross[2 * k] = re / size;
            cross[2 * k + 1] = im / size;
        }
        fft.inverse(cross);
        int longest = (int) (LONGEST_DELAY_SECONDS * sampleRateHertz);
        double most = 0;
        for (int delay = -longest; delay <= longest; delay++) {
            most = Math.max(most, cross[Math.floorMod(delay, cross.length)]);
        }
        // All bins in phase sum up to this.
        return Math.clamp(most * fft.length() / (2.0 * (high - low)), 0, 1);
    }
}
