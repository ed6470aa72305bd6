package zelvan.bench.takes;

import zelvan.dsp.Fft;

/// What distinguishes sounds by their spectrum, frame by frame.
///
/// How it works: the logarithms of the energies of 24 bands that are even on the mel scale, and
/// their cosine transform (S. B. Davis & P. Mermelstein, *Comparison of parametric
/// representations*, 1980), coefficients 1 to 13. Two frames differ by the mel-cepstral distortion
/// (R. F. Kubichek 1993), decibels.
final class MelCepstra {
    private static final int BANDS = 24;
    private static final int COEFFICIENTS = 13;
    private static final double FRAME_SECONDS = 0.02;
    private static final double LOWEST_HERTZ = 80;
    private static final double HIGHEST_HERTZ = 8000;

    /// A band that is softer is not heard.
    private static final double FLOOR = 1e-7;

    private final int rate;
    private final int length;
    private final Fft fft;
    private final double[] edges = new double[BANDS + 2];

    MelCepstra(int sampleRateHertz) {
        rate = sampleRateHertz;
        length = (int) (FRAME_SECONDS * rate);
        fft = new Fft(Integer.highestOneBit(length) * 2);
        double from = mel(LOWEST_HERTZ);
        double to = mel(HIGHEST_HERTZ);
        for (int b = 0; b < edges.length; b++) {
            edges[b] = hertz(from + (to - from) * b / (BANDS + 1));
        }
    }

    private static double mel(double hertz) {
        return 2595 * Math.log10(1 + hertz / 700);
    }

    private static double hertz(double mel) {
        return 700 * (Math.pow(10, mel / 2595) - 1);
    }

    /// Of the frame around a sample.
    double[] at(float[] samples, int middle) {
        double[] data = new double[fft.length()];
        for (int i = 0; i < length; i++) {
            int at = middle - length / 2 + i;
            double window = 0.5 - 0.5 * Math.cos(2 * Math.PI * (i + 0.5) / length);
            data[i] = at >= 0 && at < samples.length ? window * samples[at] : 0;
        }
        fft.forward(data);
        double[] power = new double[fft.length() / 2 + 1];
        fft.power(data, power);
        double[] logs = new double[BANDS];
        for (int b = 0; b < BANDS; b++) {
            logs[b] = Math.log(FLOOR + energy(power, b) / length);
        }
        double[] cepstrum = new double[COEFFICIENTS];
        for (int c = 0; c < COEFFICIENTS; c++) {
            for (int b = 0; b < BANDS; b++) {
                cepstrum[c] += logs[b] * Math.cos(Math.PI * (c + 1) * (b + 0.5) / BANDS) / BANDS;
            }
        }
        return cepstrum;
    }

    private double energy(double[] power, int band) {
        double energy = 0;
        for (int k = 0; k < power.length; k++) {
            double hertz = (double) k * rate / fft.length();
            double rising = (hertz - edges[band]) / (edges[band + 1] - edges[band]);
            double falling = (edges[band + 2] - hertz) / (edges[band + 2] - edges[band + 1]);
            energy += power[k] * Math.max(0, Math.min(rising, falling));
        }
        return energy;
    }

    /// Decibels.
    static double distortion(double[] a, double[] b) {
        double sum = 0;
        for (int c = 0; c < a.length; c++) {
            sum += (a[c] - b[c]) * (a[c] - b[c]);
        }
        return 10 / Math.log(10) * Math.sqrt(2 * sum);
    }
}
