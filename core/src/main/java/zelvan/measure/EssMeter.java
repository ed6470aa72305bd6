package zelvan.measure;

import java.util.List;
import zelvan.audio.Sound;
import zelvan.dsp.Biquad;
import zelvan.units.RecordedSpan;

/// How loud esses are: by what lies above 4 kHz, where sibilants have most of their energy, up to
/// the recording's own limit (common practice of de-essing; S. Jongman, R. Wayland & S. Wong,
/// *Acoustic characteristics of English fricatives*, 2000, from memory: peaks at 4 to 8 kHz).
public final class EssMeter {
    private static final double FROM_HERTZ = 4000;

    /// The filter has settled after it.
    private static final double SETTLING_SECONDS = 0.002;

    private EssMeter() {}

    /// Root mean square of each of them, decibels.
    public static double[] decibels(Sound sound, List<RecordedSpan> esses) {
        int rate = sound.sampleRateHertz();
        int settling = (int) Math.round(SETTLING_SECONDS * rate);
        return esses.stream()
                .mapToDouble(ess -> {
                    int count = (int) Math.round(ess.seconds() * rate);
                    long from = Math.round(ess.startSeconds() * rate);
                    return decibels(sound.mono(from - settling, settling + count), settling, rate);
                })
                .toArray();
    }

    private static double decibels(float[] samples, int from, int rate) {
        Biquad filter = Biquad.highPass(FROM_HERTZ, rate);
        double sum = 0;
        for (int i = 0; i < samples.length; i++) {
            double high = filter.process(samples[i]);
            sum += i < from ? 0 : high * high;
        }
        return 10 * Math.log10(sum / Math.max(1, samples.length - from) + 1e-15);
    }
}
