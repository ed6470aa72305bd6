package zelvan.analysis;

import java.util.Arrays;
import zelvan.dsp.FramePowers;
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

    /// By so much the lower hiss may be louder than the upper one.
    private static final float MOST_LOWER_DECIBELS = 10;

    private static final int FFT_LENGTH = 256;

    /// Decibels, one array a band.
    final float[][] decibels = new float[BANDS][];

    final int frames;

    /// What is quieter counts as this.
    final double floorDecibels;

    /// @param floorDecibels what is quieter than this counts as this
    BandEnergies(float[] samples, int sampleRateHertz, double floorDecibels) {
        this.floorDecibels = floorDecibels;
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
        float[] power = new float[(FFT_LENGTH / 2 + 1) * FramePowers.FRAMES];
        double binHertz = (double) sampleRateHertz / FFT_LENGTH;
        int hop = (int) Math.round(HOP_SECONDS * sampleRateHertz);
        FramePowers spectra = new FramePowers(samples, hop, window, FFT_LENGTH);
        float[] sums = new float[FramePowers.FRAMES];
        for (int f = 0; f < frames; f += FramePowers.FRAMES) {
            spectra.read(f * hop - FFT_LENGTH / 2, power);
            int count = Math.min(FramePowers.FRAMES, frames - f);
            for (int b = 0; b < BANDS; b++) {
                Arrays.fill(sums, 0);
                int from = (int) Math.ceil(BORDERS_HERTZ[b] / binHertz);
                int to = (int) Math.ceil(BORDERS_HERTZ[b + 1] / binHertz);
                for (int k = from; k < to; k++) {
                    for (int n = 0; n < sums.length; n++) {
                        sums[n] += power[k * FramePowers.FRAMES + n];
                    }
                }
                for (int n = 0; n < count; n++) {
                    decibels[b][f + n] = (float) (10 * Math.log10(sums[n] * scale + floor));
                }
            }
        }
    }

    /// How loud it hisses, by frame: in the upper band, or in the one below it where there is hiss
    /// in both. Formants reach into the lower one only.
    double[] hiss() {
        float[] lower = decibels[HISS_FROM];
        float[] upper = decibels[HISS_FROM + 1];
        double[] hiss = new double[frames];
        for (int f = 0; f < frames; f++) {
            hiss[f] = Math.max(upper[f], Math.min(lower[f], upper[f] + MOST_LOWER_DECIBELS));
        }
        return hiss;
    }

    /// The loudest of some bands, by frame.
    double[] loudest(int fromBand, int toBand) {
        double[] loudest = new double[frames];
        Arrays.fill(loudest, Double.NEGATIVE_INFINITY);
        for (int b = fromBand; b < toBand; b++) {
            for (int f = 0; f < frames; f++) {
                loudest[f] = Math.max(loudest[f], decibels[b][f]);
            }
        }
        return loudest;
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
