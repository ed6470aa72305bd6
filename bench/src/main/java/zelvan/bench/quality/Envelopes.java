package zelvan.bench.quality;

import zelvan.audio.Sound;

/// What happens in the milliseconds around a moment.
final class Envelopes {
    private static final double STEP_SECONDS = 0.0005;
    private static final double AROUND_SECONDS = 0.05;
    private static final double LARGEST_LAG_SECONDS = 0.02;
    private static final double WINDOW_SECONDS = 0.003;
    private static final double FLOOR_DECIBELS = -75;

    private Envelopes() {}

    /// How much later a moment is in a sound than in another; not a number if nothing happens
    /// there.
    static double lagSeconds(Sound sound, Sound truth, double seconds) {
        int around = (int) (AROUND_SECONDS / STEP_SECONDS);
        int most = (int) (LARGEST_LAG_SECONDS / STEP_SECONDS);
        double[] a = changes(sound, seconds, around + most);
        double[] b = changes(truth, seconds, around);
        double[] alike = new double[2 * most + 1];
        int best = most;
        for (int lag = 0; lag < alike.length; lag++) {
            double product = 0;
            double power = 1e-9;
            for (int i = 0; i < b.length; i++) {
                product += a[i + lag] * b[i];
                power += a[i + lag] * a[i + lag];
            }
            alike[lag] = product / Math.sqrt(power);
            best = alike[lag] > alike[best] ? lag : best;
        }
        if (best == 0 || best == alike.length - 1 || alike[best] <= 0) {
            return Double.NaN;
        }
        double curve = alike[best - 1] - 2 * alike[best] + alike[best + 1];
        double part = curve < 0 ? 0.5 * (alike[best - 1] - alike[best + 1]) / curve : 0;
        return (best - most + part) * STEP_SECONDS;
    }

    /// The most that the level rises within 5 ms, decibels, around a moment.
    static double sharpestRise(Sound sound, double seconds) {
        int around = (int) (0.03 / STEP_SECONDS);
        double[] levels = levels(sound, seconds, around);
        int within = (int) (0.005 / STEP_SECONDS);
        double most = 0;
        for (int i = within; i < levels.length; i++) {
            most = Math.max(most, levels[i] - levels[i - within]);
        }
        return most;
    }

    private static double[] changes(Sound sound, double seconds, int around) {
        double[] levels = levels(sound, seconds, around + 4);
        double[] changes = new double[2 * around + 1];
        for (int i = 0; i < changes.length; i++) {
            changes[i] = levels[i + 8] - levels[i];
        }
        return changes;
    }

    private static double[] levels(Sound sound, double seconds, int around) {
        float[] samples = sound.channel(0);
        int rate = sound.sampleRateHertz();
        int radius = (int) (0.5 * WINDOW_SECONDS * rate);
        double[] levels = new double[2 * around + 1];
        for (int i = 0; i < levels.length; i++) {
            int centre = (int) Math.round((seconds + (i - around) * STEP_SECONDS) * rate);
            double sum = 0;
            for (int n = centre - radius; n <= centre + radius; n++) {
                // The difference of neighbours: what is high counts more, as at consonants.
                double x = n > 0 && n < samples.length ? samples[n] - samples[n - 1] : 0;
                sum += x * x;
            }
            double power = sum / (2 * radius + 1);
            levels[i] = Math.max(FLOOR_DECIBELS, 10 * Math.log10(power + 1e-15));
        }
        return levels;
    }
}
