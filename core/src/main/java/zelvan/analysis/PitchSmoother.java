package zelvan.analysis;

/// Takes out of a measured pitch what no voice does: where the mouth moves fast, the harmonics that
/// it favours change, and single periods are measured some ten cents off.
///
/// How it works: each frame becomes what a parabola through its neighbours says, in cents; near
/// neighbours count for more, unsure ones for less, and, in a second and third round, those that
/// the others do not agree with for next to nothing. Glides and vibrato are parabolas over so short
/// a time. Nothing is carried over a pause or a leap.
///
/// **Source:** W. S. Cleveland, *Robust locally weighted regression and smoothing scatterplots*
/// (1979); Cauchy's weights as in P. W. Holland & R. E. Welsch, *Robust regression using
/// iteratively reweighted least-squares* (1977).
final class PitchSmoother {
    private static final int RADIUS_FRAMES = 6;
    private static final double LEAP_CENTS = 300;
    private static final double LEAST_UNLIKENESS = 0.005;

    /// As far off the others as this, a frame counts for half.
    private static final double SPREAD_CENTS = 8;

    private static final int ROUNDS = 3;
    private static final double REFERENCE_HERTZ = 55;

    private PitchSmoother() {}

    /// @param hertz by frame, not a number where there is no pitch
    /// @param unlikeness of each frame's period and the next, 0 to 1
    static float[] smooth(float[] hertz, float[] unlikeness) {
        float[] smooth = hertz.clone();
        int from = 0;
        while (from < hertz.length) {
            int to = from + 1;
            while (to < hertz.length && joined(hertz[to - 1], hertz[to])) {
                to++;
            }
            if (!Float.isNaN(hertz[from])) {
                smoothRun(smooth, unlikeness, from, to);
            }
            from = to;
        }
        return smooth;
    }

    /// False if one of the two is not a number.
    private static boolean joined(float before, float after) {
        return Math.abs(cents(after / before)) < LEAP_CENTS;
    }

    private static double cents(double ratio) {
        return 1200 * Math.log(ratio) / Math.log(2);
    }

    private static void smoothRun(float[] hertz, float[] unlikeness, int from, int to) {
        int length = to - from;
        double[] measured = new double[length];
        double[] trust = new double[length];
        for (int k = 0; k < length; k++) {
            measured[k] = cents(hertz[from + k] / REFERENCE_HERTZ);
            double spread = LEAST_UNLIKENESS + unlikeness[from + k];
            trust[k] = 1 / (spread * spread);
        }
        double[] weight = trust.clone();
        double[] fitted = new double[length];
        for (int round = 0; round < ROUNDS; round++) {
            if (round > 0) {
                for (int k = 0; k < length; k++) {
                    double off = (measured[k] - fitted[k]) / SPREAD_CENTS;
                    weight[k] = trust[k] / (1 + off * off);
                }
            }
            for (int k = 0; k < length; k++) {
                fitted[k] = parabola(measured, weight, k);
            }
        }
        for (int k = 0; k < length; k++) {
            hertz[from + k] = (float) (REFERENCE_HERTZ * Math.pow(2, fitted[k] / 1200));
        }
    }

    /// Least squares: what the parabola is in its middle.
    private static double parabola(double[] values, double[] weight, int middle) {
        double[] s = new double[5];
        double[] t = new double[3];
        int from = Math.max(0, middle - RADIUS_FRAMES);
        int to = Math.min(values.length - 1, middle + RADIUS_FRAMES);
        for (int k = from; k <= to; k++) {
            double x = (k - middle) / (RADIUS_FRAMES + 1.0);
            double nearness = 1 - Math.abs(x * x * x);
            double w = nearness * nearness * nearness * weight[k];
            s[0] += w;
            s[1] += w * x;
            s[2] += w * x * x;
            s[3] += w * x * x * x;
            s[4] += w * x * x * x * x;
            t[0] += w * values[k];
            t[1] += w * values[k] * x;
            t[2] += w * values[k] * x * x;
        }
        double a = s[2] * s[4] - s[3] * s[3];
        double b = s[2] * s[3] - s[1] * s[4];
        double c = s[1] * s[3] - s[2] * s[2];
        double determinant = s[0] * a + s[1] * b + s[2] * c;
        boolean certain = to - from > 3 && determinant > 1e-9 * s[0] * s[0] * s[0];
        return certain ? (t[0] * a + t[1] * b + t[2] * c) / determinant : t[0] / s[0];
    }
}
