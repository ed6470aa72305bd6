package zelvan.dsp;

import java.util.function.IntToDoubleFunction;

/// How alike two signals are, however loud.
public final class Correlation {
    private Correlation() {}

    /// The normalised correlation of two stretches of as many samples: 1 where one is the other, −1
    /// where it is its opposite, 0 where they have nothing in common or one of them is silent.
    ///
    /// @param one its samples from 0 to `count − 1`
    public static double of(int count, IntToDoubleFunction one, IntToDoubleFunction other) {
        double both = 0;
        double ones = 0;
        double others = 0;
        for (int i = 0; i < count; i++) {
            double a = one.applyAsDouble(i);
            double b = other.applyAsDouble(i);
            both += a * b;
            ones += a * a;
            others += b * b;
        }
        return ones > 0 && others > 0 ? both / Math.sqrt(ones * others) : 0;
    }
}
