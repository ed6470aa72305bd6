package zelvan.bench.quality;

import zelvan.audio.Sound;
import zelvan.dsp.Fft;
import zelvan.dsp.Resampler;
import zelvan.dsp.Windows;

/// Short-time spectra of a sound, every 5 ms, up to 8 kHz.
final class Spectra {
    static final double HOP_SECONDS = 0.005;

    private static final int RATE_HERTZ = 16_000;
    private static final int WINDOW = 512;
    private static final int BANDS = 40;
    private static final int CEPSTRA = 24;
    private static final int SMOOTH_CEPSTRA = 13;
    private static final double FLOOR = 1e-10;

    /// From natural logarithms of amplitude to the usual decibels of cepstral distortion.
    private static final double DISTORTION_SCALE = 10 / Math.log(10) * Math.sqrt(2);

    private static final double PERIOD_SEARCH = 0.03;

    private final float[] samples;
    private final double[][] cepstra;
    private final double[] levels;

    Spectra(Sound sound) {
        float[] mono = sound.mono();
        samples =
                sound.sampleRateHertz() == RATE_HERTZ
                        ? mono
                        : new Resampler(sound.sampleRateHertz(), RATE_HERTZ).resample(mono);
        int frames = (int) (samples.length / (RATE_HERTZ * HOP_SECONDS));
        cepstra = new double[frames][];
        levels = new double[frames];
        Fft fft = new Fft(WINDOW);
        double[] window = Windows.hann(WINDOW);
        double[][] mel = mel();
        double[] data = new double[WINDOW];
        double[] power = new double[WINDOW / 2 + 1];
        for (int f = 0; f < frames; f++) {
            double energy = 1e-12;
            for (int i = 0; i < WINDOW; i++) {
                data[i] = window[i] * sample(centre(f) - WINDOW / 2 + i);
                energy += data[i] * data[i];
            }
            levels[f] = 10 * Math.log10(energy);
            fft.forward(data);
            fft.power(data, power);
            cepstra[f] = cepstrum(mel, power);
        }
    }

    private static int centre(int frame) {
        return (int) Math.round(frame * HOP_SECONDS * RATE_HERTZ);
    }

    private double sample(int at) {
        return at >= 0 && at < samples.length ? samples[at] : 0;
    }

    private static double[] cepstrum(double[][] mel, double[] power) {
        double[] logs = new double[BANDS];
        for (int b = 0; b < BANDS; b++) {
            double sum = FLOOR;
            for (int k = 0; k < power.length; k++) {
                sum += mel[b][k] * power[k];
            }
            logs[b] = 0.5 * Math.log(sum);
        }
        double[] cepstrum = new double[CEPSTRA + 1];
        for (int c = 1; c <= CEPSTRA; c++) {
            for (int b = 0; b < BANDS; b++) {
                cepstrum[c] += logs[b] * Math.cos(Math.PI * c * (b + 0.5) / BANDS) * 2 / BANDS;
            }
        }
        return cepstrum;
    }

    /// Triangles, equally spaced on the mel scale (S. S. Stevens et al. 1937, as by D.
    /// O'Shaughnessy 1987).
    private static double[][] mel() {
        double[][] mel = new double[BANDS][WINDOW / 2 + 1];
        double low = 2595 * Math.log10(1 + 60.0 / 700);
        double high = 2595 * Math.log10(1 + 7800.0 / 700);
        for (int b = 0; b < BANDS; b++) {
            double from = hertz(low + (high - low) * b / (BANDS + 1));
            double top = hertz(low + (high - low) * (b + 1) / (BANDS + 1));
            double to = hertz(low + (high - low) * (b + 2) / (BANDS + 1));
            for (int k = 0; k < mel[b].length; k++) {
                double f = (double) k * RATE_HERTZ / WINDOW;
                mel[b][k] = Math.max(0, Math.min((f - from) / (top - from), (to - f) / (to - top)));
            }
        }
        return mel;
    }

    private static double hertz(double mel) {
        return 700 * (Math.pow(10, mel / 2595) - 1);
    }

    int frames() {
        return levels.length;
    }

    double[] levels() {
        return levels;
    }

    double level(int frame) {
        return levels[frame];
    }

    double distortion(Spectra other, int frame) {
        return DISTORTION_SCALE * distance(other, frame, CEPSTRA);
    }

    double envelopeDistance(Spectra other, int frame) {
        // Parseval: the mean square of the difference of the logarithms is half the cepstra's.
        return 20 / Math.log(10) * Math.sqrt(0.5) * distance(other, frame, SMOOTH_CEPSTRA);
    }

    private double distance(Spectra other, int frame, int count) {
        double sum = 0;
        for (int c = 1; c <= count; c++) {
            double d = cepstra[frame][c] - other.cepstra[frame][c];
            sum += d * d;
        }
        return Math.sqrt(sum);
    }

    /// Energy that repeats from period to period, over energy that does not.
    double harmonicsDecibels(int frame, double hertz) {
        double period = RATE_HERTZ / hertz;
        int length = (int) Math.round(Math.max(2.5 * period, 0.012 * RATE_HERTZ));
        int from = centre(frame) - length / 2;
        double best = 0;
        int low = (int) Math.floor(period * (1 - PERIOD_SEARCH));
        int high = (int) Math.ceil(period * (1 + PERIOD_SEARCH));
        double[] r = new double[high - low + 3];
        for (int lag = low - 1; lag <= high + 1; lag++) {
            r[lag - low + 1] = correlation(from, length, lag);
        }
        for (int i = 1; i < r.length - 1; i++) {
            double curve = r[i - 1] - 2 * r[i] + r[i + 1];
            double slope = 0.5 * (r[i + 1] - r[i - 1]);
            double peak = curve < 0 ? r[i] - 0.5 * slope * slope / curve : r[i];
            best = Math.max(best, r[i] >= r[i - 1] && r[i] >= r[i + 1] ? peak : r[i]);
        }
        double share = Math.clamp(best, 1e-3, 1 - 1e-5);
        return 10 * Math.log10(share / (1 - share));
    }

    private double correlation(int from, int length, int lag) {
        double product = 0;
        double a = 1e-12;
        double b = 1e-12;
        for (int i = from; i < from + length; i++) {
            double x = sample(i);
            double y = sample(i + lag);
            product += x * y;
            a += x * x;
            b += y * y;
        }
        return product / Math.sqrt(a * b);
    }
}
