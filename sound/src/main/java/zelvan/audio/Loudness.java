package zelvan.audio;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import zelvan.dsp.Biquad;

/// Measures how loud mono or stereo sound is, block by block. Used by one thread.
///
/// **Source:** Recommendation ITU-R BS.1770-4 (2015). The filters are given there for 48 kHz; for
/// other rates they are designed from the same analogue prototypes, after B. De Man, *Evaluation of
/// implementations of the EBU R128 loudness measurement* (2018).
public final class Loudness {
    /// What [#integratedLufs] says of sound in which nothing is loud enough to count.
    public static final double SILENCE_LUFS = Double.NEGATIVE_INFINITY;

    private static final double STEP_SECONDS = 0.1;
    private static final int STEPS_IN_BLOCK = 4;
    private static final double ABSOLUTE_GATE_LUFS = -70;
    private static final double RELATIVE_GATE_DECIBELS = -10;

    private final Biquad[] shelves;
    private final Biquad[] highPasses;
    private final int stepFrames;
    private final List<Double> steps = new ArrayList<>();
    private double sum;
    private int frames;

    /// @param channels 1 or 2, all of the same weight
    public Loudness(int sampleRateHertz, int channels) {
        shelves = new Biquad[channels];
        highPasses = new Biquad[channels];
        Arrays.setAll(shelves, c -> shelf(sampleRateHertz));
        Arrays.setAll(highPasses, c -> highPass(sampleRateHertz));
        stepFrames = (int) Math.round(STEP_SECONDS * sampleRateHertz);
    }

    /// What the head does to sound: a little more from 1.5 kHz up.
    static Biquad shelf(int sampleRateHertz) {
        double k = Math.tan(Math.PI * 1681.974450955533 / sampleRateHertz);
        double q = 0.7071752369554196;
        double high = Math.pow(10, 3.999843853973347 / 20);
        double band = Math.pow(high, 0.4996667741545416);
        double a0 = 1 + k / q + k * k;
        return new Biquad(
                (high + band * k / q + k * k) / a0,
                2 * (k * k - high) / a0,
                (high - band * k / q + k * k) / a0,
                2 * (k * k - 1) / a0,
                (1 - k / q + k * k) / a0);
    }

    /// What is very low counts less.
    static Biquad highPass(int sampleRateHertz) {
        double k = Math.tan(Math.PI * 38.13547087602444 / sampleRateHertz);
        double q = 0.5003270373238773;
        double a0 = 1 + k / q + k * k;
        return new Biquad(1, -2, 1, 2 * (k * k - 1) / a0, (1 - k / q + k * k) / a0);
    }

    /// Listens on.
    ///
    /// @param channels one array a channel
    /// @param count frames of them that count
    public void add(float[][] channels, int count) {
        for (int i = 0; i < count; i++) {
            for (int c = 0; c < channels.length; c++) {
                double weighted = highPasses[c].process(shelves[c].process(channels[c][i]));
                sum += weighted * weighted;
            }
            if (++frames == stepFrames) {
                steps.add(sum / stepFrames);
                sum = 0;
                frames = 0;
            }
        }
    }

    /// Loudness of everything so far, LUFS, with what is silent or much softer left out.
    public double integratedLufs() {
        double[] powers = new double[Math.max(0, steps.size() - STEPS_IN_BLOCK + 1)];
        for (int b = 0; b < powers.length; b++) {
            for (int s = 0; s < STEPS_IN_BLOCK; s++) {
                powers[b] += steps.get(b + s) / STEPS_IN_BLOCK;
            }
        }
        double loud = lufs(meanAbove(powers, ABSOLUTE_GATE_LUFS));
        return lufs(meanAbove(powers, Math.max(ABSOLUTE_GATE_LUFS, loud + RELATIVE_GATE_DECIBELS)));
    }

    private static double meanAbove(double[] powers, double gateLufs) {
        return Arrays.stream(powers).filter(p -> lufs(p) > gateLufs).average().orElse(0);
    }

    private static double lufs(double power) {
        return power > 0 ? -0.691 + 10 * Math.log10(power) : SILENCE_LUFS;
    }
}
