package zelvan.analysis;

import java.util.Arrays;
import zelvan.audio.Sound;
import zelvan.dsp.Fft;
import zelvan.dsp.Parabola;
import zelvan.dsp.Windows;
import zelvan.units.Pitch;

/// Finds which tones are played in any sound, an accompaniment above all.
///
/// How it works: the peaks of the spectrum are counted for the pitch class that they are nearest
/// to, each by the square root of its amplitude beside that of the highest, so that a quiet tone of
/// a chord counts as well.
///
/// **Source:** T. Fujishima, *Realtime chord recognition of musical sound* (1999), for the profile
/// of pitch classes.
public final class ToneFinder {
    /// Changes whenever the same sound may come out otherwise.
    public static final int VERSION = 1;

    private static final int PITCH_CLASSES = 12;

    /// Half a second: half tones can be told apart from the great C on.
    private static final int LENGTH = 8192;

    private static final double LOWEST_HERTZ = 62;

    /// Above it lie more overtones than tones.
    private static final double HIGHEST_HERTZ = 1000;

    private static final double LEAST_POWER = 1e-3;
    private static final double SILENT_POWER = 1e-6;

    private ToneFinder() {}

    /// @return how much there is of each of the twelve pitch classes, from C on, 0 or more
    public static double[] find(Sound sound) {
        float[] samples = VoiceAnalyser.atAnalysisRate(sound);
        double[] window = Windows.hann(LENGTH);
        Fft fft = new Fft(LENGTH);
        double[] data = new double[LENGTH];
        double[] power = new double[LENGTH / 2 + 1];
        double[] weights = new double[PITCH_CLASSES];
        for (int start = 0; start < samples.length; start += LENGTH / 2) {
            for (int i = 0; i < LENGTH; i++) {
                data[i] = start + i < samples.length ? window[i] * samples[start + i] : 0;
            }
            fft.forward(data);
            fft.power(data, power);
            count(power, weights);
        }
        return weights;
    }

    private static void count(double[] power, double[] weights) {
        double binHertz = (double) VoiceAnalyser.ANALYSIS_RATE_HERTZ / LENGTH;
        int from = (int) (LOWEST_HERTZ / binHertz);
        int to = (int) (HIGHEST_HERTZ / binHertz);
        double most = Arrays.stream(power, from, to).max().orElse(0);
        if (most < SILENT_POWER) {
            return;
        }
        for (int k = from; k < to; k++) {
            boolean peak = power[k] > power[k - 1] && power[k] >= power[k + 1];
            if (peak && power[k] > LEAST_POWER * most) {
                double hertz = (k + vertex(power, k)) * binHertz;
                int midi = (int) Math.round(Pitch.midiNoteOf(hertz));
                weights[Math.floorMod(midi, PITCH_CLASSES)] += Math.pow(power[k] / most, 0.25);
            }
        }
    }

    /// Where between the bins a peak is, by the logarithms.
    private static double vertex(double[] power, int k) {
        return Parabola.lowest(
                -Math.log(power[k - 1] + Double.MIN_NORMAL),
                -Math.log(power[k] + Double.MIN_NORMAL),
                -Math.log(power[k + 1] + Double.MIN_NORMAL));
    }
}
