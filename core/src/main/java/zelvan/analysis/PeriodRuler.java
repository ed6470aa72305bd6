package zelvan.analysis;

import zelvan.dsp.Parabola;

/// Measures a period that is roughly known.
final class PeriodRuler {
    /// A period is measured at its first multiple of at least this length.
    private static final double MEASURED_SECONDS = 0.009;

    /// How far off a candidate may be, samples at the rate at which it is measured; and how far off
    /// a multiple of a period that was measured once.
    private static final int ROUGH_SAMPLES = 6;

    private static final int FINE_SAMPLES = 5;

    private final SelfSimilarity heard;
    private final double[] around = new double[SelfSimilarity.LAGS];

    private double unlikeness;

    PeriodRuler(SelfSimilarity heard) {
        this.heard = heard;
    }

    /// How unlike itself what was measured last is, a period later.
    double unlikeness() {
        return unlikeness;
    }

    void attend(double seconds, double roughHertz) {
        double period = heard.rateHertz() / roughHertz;
        double longest = period + Math.max(period, MEASURED_SECONDS * heard.rateHertz());
        heard.attend(seconds, (int) longest, window(period + ROUGH_SAMPLES));
    }

    /// How unlike itself a period later the sound is.
    double unlikeness(double hertz) {
        double period = heard.rateHertz() / hertz;
        heard.unlikeness((int) Math.round(period) - SelfSimilarity.MIDDLE, window(period), around);
        return around[SelfSimilarity.MIDDLE];
    }

    /// The pitch near one that is roughly known: first by its period, then by a multiple.
    double measured(double roughHertz) {
        double rate = heard.rateHertz();
        double period = near(rate / roughHertz, 1);
        int multiple = (int) Math.ceil(MEASURED_SECONDS * rate / period);
        return rate / (multiple > 1 ? near(period, multiple) : period);
    }

    private int window(double period) {
        return PeriodSearch.windowSamples(heard.rateHertz(), (int) Math.round(period));
    }

    private double near(double period, int multiple) {
        int reach = multiple == 1 ? ROUGH_SAMPLES : FINE_SAMPLES;
        int window = window(period);
        int first = Math.max(2, (int) Math.round(multiple * period) - reach) - 1;
        heard.unlikeness(first, window, around);
        int best = 0;
        for (int i = 1; i <= 2 * reach + 1; i++) {
            boolean dip = around[i] < around[i - 1] && around[i] <= around[i + 1];
            if (dip && (best == 0 || around[i] < around[best])) {
                best = i;
            }
        }
        if (best == 0) {
            unlikeness = 1;
            return period;
        }
        unlikeness = around[best];
        double shift = Parabola.lowest(around[best - 1], around[best], around[best + 1]);
        return (first + best + shift) / multiple;
    }
}
