package zelvan.measure;

import java.util.Arrays;
import zelvan.dsp.Fft;
import zelvan.dsp.Windows;

/// How flat a spectrum is: its geometric by its arithmetic mean, decibels of power.
///
/// **Source:** A. Gray & J. Markel, *A spectral-flatness measure for studying the autocorrelation
/// method of linear prediction of speech analysis* (1974).
final class Flatness {
    private static final double WINDOW_SECONDS = 0.04;
    private static final int POINTS = 2048;
    private static final double FROM_HERTZ = 94;
    private static final double TO_HERTZ = 5000;

    private final int rate;
    private final double[] window;
    private final Fft fft;
    private final double[] data;
    private final double[] power;
    private final int first;
    private final int last;

    Flatness(int rateHertz) {
        rate = rateHertz;
        window = Windows.hann((int) Math.round(WINDOW_SECONDS * rate));
        int points = POINTS;
        while (points < window.length) {
            points *= 2;
        }
        fft = new Fft(points);
        data = new double[points];
        power = new double[points / 2 + 1];
        double bin = (double) rate / points;
        first = (int) Math.round(FROM_HERTZ / bin);
        last = (int) Math.round(TO_HERTZ / bin);
    }

    double at(float[] samples, double seconds) {
        int start = (int) Math.round(seconds * rate) - window.length / 2;
        Arrays.fill(data, 0);
        int to = Math.min(window.length, samples.length - start);
        for (int i = Math.max(0, -start); i < to; i++) {
            data[i] = window[i] * samples[start + i];
        }
        fft.forward(data);
        fft.power(data, power);
        double logs = 0;
        double sum = 0;
        for (int b = first; b < last; b++) {
            double p = power[b] + 1e-10;
            logs += Math.log10(p);
            sum += p;
        }
        int count = last - first;
        return 10 * (logs / count - Math.log10(sum / count));
    }
}
