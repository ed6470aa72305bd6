package zelvan.analysis;

import zelvan.dsp.Fft;
import zelvan.dsp.Windows;

/// Energy in a few broad bands, every millisecond: fine enough to see where a consonant begins.
final class BandEnergies {
    static final double HOP_SECONDS = 0.001;

    /// Borders of the bands, hertz: voice bar, first formant, two bands of upper formants, hiss.
    private static final double[] BORDERS_HERTZ = {80, 350, 900, 1800, 3200, 5000, 7800};

    static final int BANDS = BORDERS_HERTZ.length - 1;

    /// The bands in which a vowel stands out from the consonants around it.
    static final int SONORANT_FROM = 1;

    static final int SONORANT_TO = 4;

    /// The bands in which esses stand out.
    static final int HISS_FROM = 4;

    private static final int FFT_LENGTH = 256;

    /// Decibels, one array a band.
    final float[][] decibels = new float[BANDS][];

    final int frames;

    /// @param floorDecibels what is quieter than this counts as this
    BandEnergies(float[] samples, int sampleRateHertz, double floorDecibels) {
        frames = (int) (samples.length / (sampleRateHertz * HOP_SECONDS)) + 1;
        for (int b = 0; b < BANDS; b++) {
            decibels[b] = new float[frames];
        }
        double[] window = Windows.hann(FFT_LENGTH);
        double windowPower = 0;
        for (double w : window) {
            windowPower += w * w;
        }
        double floor = Math.pow(10, floorDecibels / 10);
        double scale = 2 / (windowPower * FFT_LENGTH);
        Fft fft = new Fft(FFT_LENGTH);
        double[] data = new double[FFT_LENGTH];
        double[] power = new double[FFT_LENGTH / 2 + 1];
        double binHertz = (double) sampleRateHertz / FFT_LENGTH;
        for (int f = 0; f < frames; f++) {
            int start = (int) Math.round(f * HOP_SECONDS * sampleRateHertz) - FFT_LENGTH / 2;
            for (int i = 0; i < FFT_LENGTH; i++) {
                int at = start + i;
                data[i] = at >= 0 && at < samples.length ? window[i] * samples[at] : 0;
            }
            fft.forward(data);
            fft.power(data, power);
            for (int b = 0; b < BANDS; b++) {
                double sum = 0;
                int from = (int) Math.ceil(BORDERS_HERTZ[b] / binHertz);
                int to = (int) Math.ceil(BORDERS_HERTZ[b + 1] / binHertz);
                for (int k = from; k < to; k++) {
                    sum += power[k];
                }
                decibels[b][f] = (float) (10 * Math.log10(sum * scale + floor));
            }
        }
    }

    /// The mean over some bands, by frame.
    double[] mean(int fromBand, int toBand) {
        double[] mean = new double[frames];
        for (int b = fromBand; b < toBand; b++) {
            for (int f = 0; f < frames; f++) {
                mean[f] += decibels[b][f] / (toBand - fromBand);
            }
        }
        return mean;
    }
}
