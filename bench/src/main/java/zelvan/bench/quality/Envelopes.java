package zelvan.bench.quality;

import java.util.function.DoubleUnaryOperator;
import zelvan.audio.Sound;
import zelvan.timing.TimeMap;

/// What happens in the milliseconds around a moment.
final class Envelopes {
    private static final double STEP_SECONDS = 0.0005;
    private static final double AROUND_SECONDS = 0.05;
    private static final double LARGEST_LAG_SECONDS = 0.02;

    /// Longer than a cycle of a low voice, so that what is compared is not the place of its cycles.
    private static final double WINDOW_SECONDS = 0.01;

    private static final double SHORT_WINDOW_SECONDS = 0.003;
    private static final double FLOOR_DECIBELS = -75;

    private Envelopes() {}

    /// How much later a moment of a voice sounds than a map asks; not a number if nothing happens
    /// there.
    ///
    /// @param sound the voice along the map
    /// @param voice as sung
    /// @param seconds the moment, in the voice
    static double lagSeconds(Sound sound, Sound voice, TimeMap map, double seconds) {
        int around = (int) (AROUND_SECONDS / STEP_SECONDS);
        int most = (int) (LARGEST_LAG_SECONDS / STEP_SECONDS);
        double asked = map.outputSecondsAt(seconds);
        double[] a = changes(sound, around + most, t -> asked + t);
        double[] b = changes(voice, around, t -> map.sourceSecondsAt(asked + t));
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
        double[] levels = levels(sound, around, t -> seconds + t, SHORT_WINDOW_SECONDS);
        int within = (int) (0.005 / STEP_SECONDS);
        double most = 0;
        for (int i = within; i < levels.length; i++) {
            most = Math.max(most, levels[i] - levels[i - within]);
        }
        return most;
    }

    private static double[] changes(Sound sound, int around, DoubleUnaryOperator place) {
        double[] levels = levels(sound, around + 4, place, WINDOW_SECONDS);
        double[] changes = new double[2 * around + 1];
        for (int i = 0; i < changes.length; i++) {
            changes[i] = levels[i + 8] - levels[i];
        }
        return changes;
    }

    /// @param place where in the sound so many seconds from the moment lie
    private static double[] levels(
            Sound sound, int around, DoubleUnaryOperator place, double windowSeconds) {
        float[] samples = sound.channel(0);
        int rate = sound.sampleRateHertz();
        double[] levels = new double[2 * around + 1];
        for (int i = 0; i < levels.length; i++) {
            double centre = (i - around) * STEP_SECONDS;
            int from = frame(place.applyAsDouble(centre - 0.5 * windowSeconds), rate);
            int to = frame(place.applyAsDouble(centre + 0.5 * windowSeconds), rate);
            double sum = 0;
            for (int n = from; n <= to; n++) {
                // The difference of neighbours: what is high counts more, as at consonants.
                double x = n > 0 && n < samples.length ? samples[n] - samples[n - 1] : 0;
                sum += x * x;
            }
            double power = sum / (to - from + 1);
            levels[i] = Math.max(FLOOR_DECIBELS, 10 * Math.log10(power + 1e-15));
        }
        return levels;
    }

    private static int frame(double seconds, int rate) {
        return (int) Math.round(seconds * rate);
    }
}
