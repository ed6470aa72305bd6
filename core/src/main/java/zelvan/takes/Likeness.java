package zelvan.takes;

import zelvan.dsp.Correlation;
import zelvan.units.Pitch;

/// How much it would be heard if one recording went over into another.
final class Likeness {
    /// So far before the one and after the other is looked at as well: that is what follows upon
    /// each other.
    private static final double BESIDE_SECONDS = 0.015;

    private static final double CENTS_THAT_ARE_HEARD = 60;
    private static final double DECIBELS_THAT_ARE_HEARD = 6;
    private static final double MOST = 3;

    /// What is so far above rest counts fully.
    private static final double FULL_DECIBELS = 12;

    private static final double REST_COUNTS = 0.03;

    /// Two cycles of a low voice.
    private static final double WAVE_SECONDS = 0.016;

    private final Laid before;
    private final Laid after;

    Likeness(Laid before, Laid after) {
        this.before = before;
        this.after = after;
    }

    /// How much of them is heard around a moment: 1 where they are sung, next to nothing in rests.
    double loudness(double seconds) {
        double above = -Double.MAX_VALUE;
        for (double beside = -BESIDE_SECONDS; beside <= BESIDE_SECONDS; beside += BESIDE_SECONDS) {
            above =
                    Math.max(
                            above,
                            Math.max(
                                    before.aboveRestAt(seconds + beside),
                                    after.aboveRestAt(seconds + beside)));
        }
        return Math.clamp(1 + (above - FULL_DECIBELS) / FULL_DECIBELS, REST_COUNTS, 1);
    }

    /// 0 where nothing changes; by sound, pitch and level.
    double difference(double seconds) {
        int a = before.frameAt(seconds);
        int b = after.frameAt(seconds);
        double level = before.decibelsAt(seconds) - after.decibelsAt(seconds);
        double over =
                before.decibelsAt(seconds - BESIDE_SECONDS)
                        - after.decibelsAt(seconds + BESIDE_SECONDS);
        double difference =
                spectrum(a, b)
                        + spectrum(
                                before.frameAt(seconds - BESIDE_SECONDS),
                                after.frameAt(seconds + BESIDE_SECONDS))
                        + pitch(a, b)
                        + decibels(level)
                        + decibels(over);
        return difference * loudness(seconds);
    }

    private static double decibels(double difference) {
        return Math.min(MOST, Math.abs(difference) / DECIBELS_THAT_ARE_HEARD);
    }

    /// The mean square of what mel cepstra of variance 1 differ by.
    private double spectrum(int a, int b) {
        float[] one = before.heard().spectrum().row(a);
        float[] other = after.heard().spectrum().row(b);
        double sum = 0;
        for (int c = 0; c < one.length; c++) {
            double d = one[c] - other[c];
            sum += d * d;
        }
        return sum / one.length;
    }

    private double pitch(int a, int b) {
        boolean one = before.heard().pitch().voiced(a);
        boolean other = after.heard().pitch().voiced(b);
        if (one != other) {
            return 1;
        }
        if (!one) {
            return 0;
        }
        double cents =
                Pitch.centsBetween(before.heard().pitch().hertz(a), after.heard().pitch().hertz(b));
        return Math.min(MOST, Math.abs(cents) / CENTS_THAT_ARE_HEARD);
    }

    /// How alike the waves are: 1 the same, −1 each other's opposite (waveform similarity, Verhelst
    /// and Roelands 1993).
    double wave(double seconds) {
        int count = (int) (WAVE_SECONDS * before.sound().sampleRateHertz());
        float[] one = before.around(seconds, count);
        float[] other =
                after.around(seconds, (int) (WAVE_SECONDS * after.sound().sampleRateHertz()));
        return one.length == other.length ? Correlation.of(count, i -> one[i], i -> other[i]) : 0;
    }
}
