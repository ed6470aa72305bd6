package zelvan.audio;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/// Measures how loud mono or stereo sound is, block by block. Used by one thread.
///
/// **Source:** Recommendation ITU-R BS.1770-5 (2023).
public final class Loudness {
    /// What [#integratedLufs] says of sound in which nothing is loud enough to count.
    public static final double SILENCE_LUFS = Double.NEGATIVE_INFINITY;

    private static final double STEP_SECONDS = 0.1;
    private static final int STEPS_IN_BLOCK = 4;
    private static final double ABSOLUTE_GATE_LUFS = -70;
    private static final double RELATIVE_GATE_DECIBELS = -10;

    private final KWeighting[] weightings;
    private final int stepFrames;
    private final List<Double> steps = new ArrayList<>();
    private double sum;
    private int frames;

    /// @param channels 1 or 2, all of the same weight
    public Loudness(int sampleRateHertz, int channels) {
        weightings = new KWeighting[channels];
        Arrays.setAll(weightings, c -> new KWeighting(sampleRateHertz));
        stepFrames = (int) Math.round(STEP_SECONDS * sampleRateHertz);
    }

    /// Listens on.
    ///
    /// @param channels one array a channel
    /// @param count frames of them that count
    public void add(float[][] channels, int count) {
        for (int i = 0; i < count; i++) {
            for (int c = 0; c < channels.length; c++) {
                double weighted = weightings[c].process(channels[c][i]);
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
        return power > 0 ? KWeighting.lufs(power) : SILENCE_LUFS;
    }
}
