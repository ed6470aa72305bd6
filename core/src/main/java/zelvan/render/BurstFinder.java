package zelvan.render;

import java.util.ArrayList;
import java.util.List;
import zelvan.audio.Sound;

/// Finds where sound without pitch begins all of a sudden: plosives, clicks of the tongue.
final class BurstFinder {
    private static final double HOP_SECONDS = 0.001;

    /// Between the levels that are compared.
    private static final int RISE_HOPS = 3;

    private static final double RISE_DECIBELS = 12;
    private static final double QUIETEST_DECIBELS = -65;

    /// Bursts are further apart.
    private static final int APART_HOPS = 15;

    private BurstFinder() {}

    /// The frames at which bursts open between two frames, increasing.
    static List<Long> between(Sound sound, long from, long to) {
        int hop = Math.max(1, (int) Math.round(HOP_SECONDS * sound.sampleRateHertz()));
        long first = Math.max(0, from);
        int hops = (int) Math.max(0, (Math.min(to, sound.frames()) - first) / hop);
        // One sample more in front: levels are of differences.
        float[] samples = sound.mono(first - 1, hops * hop + 1);
        double[] levels = new double[hops];
        for (int h = 0; h < hops; h++) {
            levels[h] = level(samples, 1 + h * hop, hop);
        }
        List<Long> bursts = new ArrayList<>();
        int last = -APART_HOPS;
        for (int h = RISE_HOPS; h < hops; h++) {
            boolean sudden = rise(levels, h) >= RISE_DECIBELS;
            boolean steepest =
                    rise(levels, h) >= rise(levels, h - 1)
                            && (h + 1 == hops || rise(levels, h) > rise(levels, h + 1));
            if (sudden && steepest && h - last >= APART_HOPS) {
                bursts.add(first + (long) (h - RISE_HOPS / 2) * hop);
                last = h;
            }
        }
        return bursts;
    }

    private static double rise(double[] levels, int at) {
        return at < RISE_HOPS ? 0 : levels[at] - levels[at - RISE_HOPS];
    }

    /// Of the difference of neighbours: what is high counts more, as in consonants.
    private static double level(float[] samples, int start, int hop) {
        double sum = 0;
        for (int i = start; i < start + hop; i++) {
            double x = samples[i] - samples[i - 1];
            sum += x * x;
        }
        return Math.max(QUIETEST_DECIBELS, 10 * Math.log10(sum / hop + 1e-12));
    }
}
