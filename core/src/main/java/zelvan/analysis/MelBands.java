package zelvan.analysis;

import java.util.Arrays;
import zelvan.dsp.FramePowers;
import zelvan.dsp.Sums;
import zelvan.dsp.Windows;

/// The spectrum as an ear sees it: the energy of mel bands, normalised over the voice.
///
/// Each row holds the natural logarithm of [#BANDS] bands, each band with mean 0 and variance 1
/// over the frames in which something is sung: that takes away the microphone and some of the
/// singer.
///
/// **Source:** S. Davis & P. Mermelstein, *Comparison of parametric representations for
/// monosyllabic word recognition* (1980); B. S. Atal, *Effectiveness of linear prediction
/// characteristics* (1974), for the mean's removal.
final class MelBands {
    static final int BANDS = 26;

    private static final int FFT_LENGTH = 512;
    private static final int BINS = FFT_LENGTH / 2 + 1;
    private static final Sums SUMS = Sums.quickest();
    private static final double WINDOW_SECONDS = 0.025;
    private static final double LOWEST_HERTZ = 80;
    private static final double HIGHEST_HERTZ = 7600;
    private static final double FLOOR_BELOW_ACTIVE_DECIBELS = 12;

    /// A band that hardly moves (nothing was recorded up there) is not blown up.
    private static final double LEAST_DEVIATION = 0.3;

    private final int sampleRateHertz;
    private final float[][] weights = new float[BANDS][BINS];

    MelBands(int sampleRateHertz) {
        this.sampleRateHertz = sampleRateHertz;
        double low = mel(LOWEST_HERTZ);
        double step = (mel(HIGHEST_HERTZ) - low) / (BANDS + 1);
        double binHertz = (double) sampleRateHertz / FFT_LENGTH;
        for (int b = 0; b < BANDS; b++) {
            double left = hertz(low + b * step) / binHertz;
            double centre = hertz(low + (b + 1) * step) / binHertz;
            double right = hertz(low + (b + 2) * step) / binHertz;
            int first = (int) Math.ceil(left);
            for (int k = first; k <= Math.max(first, Math.floor(right)); k++) {
                double rise =
                        k < centre ? (k - left) / (centre - left) : (right - k) / (right - centre);
                weights[b][k] = (float) Math.max(0.02, rise);
            }
        }
    }

    private static double mel(double hertz) {
        return 1127 * Math.log(1 + hertz / 700);
    }

    private static double hertz(double mel) {
        return 700 * (Math.exp(mel / 1127) - 1);
    }

    /// @param activeDecibels level above which something is sung; sets the floor of each band
    /// @return one row of [#BANDS] a frame
    float[][] analyse(
            float[] samples, float[] levelDecibels, double activeDecibels, double hopSeconds) {
        int frames = levelDecibels.length;
        int length = (int) Math.round(WINDOW_SECONDS * sampleRateHertz);
        double[] window = Windows.hann(length);
        double windowPower = 0;
        for (double w : window) {
            windowPower += w * w;
        }
        double floor =
                Math.pow(10, (activeDecibels - FLOOR_BELOW_ACTIVE_DECIBELS) / 10)
                        * windowPower
                        * FFT_LENGTH
                        / BANDS
                        / 8;
        float[] sharpened = new float[samples.length];
        for (int i = 1; i < samples.length; i++) {
            sharpened[i] = (float) (samples[i] - 0.9 * samples[i - 1]);
        }
        int hop = (int) Math.round(hopSeconds * sampleRateHertz);
        FramePowers spectra = new FramePowers(sharpened, hop, window, FFT_LENGTH);
        float[] power = new float[BINS * FramePowers.FRAMES];
        float[][] sums = new float[BANDS][FramePowers.FRAMES];
        float[][] rows = new float[frames][BANDS];
        for (int f = 0; f < frames; f += FramePowers.FRAMES) {
            spectra.read(f * hop - length / 2, power);
            for (float[] sum : sums) {
                Arrays.fill(sum, (float) floor);
            }
            SUMS.ofRows(weights, power, FramePowers.FRAMES, sums);
            for (int n = 0; n < Math.min(FramePowers.FRAMES, frames - f); n++) {
                for (int b = 0; b < BANDS; b++) {
                    rows[f + n][b] = (float) Math.log(sums[b][n]);
                }
            }
        }
        normalize(rows, levelDecibels, activeDecibels);
        return rows;
    }

    private static void normalize(float[][] rows, float[] levels, double activeDecibels) {
        for (int b = 0; b < BANDS; b++) {
            double sum = 0;
            double squares = 0;
            int count = 0;
            for (int f = 0; f < rows.length; f++) {
                if (levels[f] > activeDecibels) {
                    sum += rows[f][b];
                    squares += (double) rows[f][b] * rows[f][b];
                    count++;
                }
            }
            double mean = count > 0 ? sum / count : 0;
            double deviation =
                    count > 0 ? Math.sqrt(Math.max(0, squares / count - mean * mean)) : 1;
            for (float[] row : rows) {
                row[b] = (float) ((row[b] - mean) / Math.max(deviation, LEAST_DEVIATION));
            }
        }
    }

    static final int CEPSTRA = 13;

    /// The shape of each row: its cosine coefficients from the second on, each with variance 1 over
    /// all rows.
    static float[][] cepstra(float[][] rows) {
        float[][] cepstra = new float[rows.length][CEPSTRA];
        double[] squares = new double[CEPSTRA];
        for (int f = 0; f < rows.length; f++) {
            for (int c = 0; c < CEPSTRA; c++) {
                double sum = 0;
                for (int b = 0; b < BANDS; b++) {
                    sum += rows[f][b] * COSINES[c][b];
                }
                cepstra[f][c] = (float) sum;
                squares[c] += sum * sum / rows.length;
            }
        }
        for (float[] row : cepstra) {
            for (int c = 0; c < CEPSTRA; c++) {
                row[c] /= (float) Math.sqrt(squares[c] + 1e-9);
            }
        }
        return cepstra;
    }

    private static final double[][] COSINES = cosines();

    private static double[][] cosines() {
        double[][] table = new double[CEPSTRA][BANDS];
        for (int c = 0; c < CEPSTRA; c++) {
            for (int b = 0; b < BANDS; b++) {
                table[c][b] = Math.cos(Math.PI * (c + 1) * (b + 0.5) / BANDS);
            }
        }
        return table;
    }
}
