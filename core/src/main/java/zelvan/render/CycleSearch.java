package zelvan.render;

import zelvan.dsp.Parabola;

/// Where the sound around an epoch of a voice comes again.
///
/// How it works: moments about a period away are compared with it, first coarsely, then finely
/// around the best. One that is far from what is expected has to be so much more alike.
///
/// **Source:** the measure is that of W. Verhelst & M. Roelands, *An overlap-add technique based on
/// waveform similarity (WSOLA) for high quality time-scale modification of speech* (1993).
final class CycleSearch {
    /// A period differs from what is expected by less.
    private static final double MOST_CHANGE = 0.12;

    /// What likeness is lessened by where a period differs by so much; grows with the square.
    private static final double UNEXPECTED = 0.3;

    /// Steps to each side of what is expected, and, finer, of the best of them.
    private static final int COARSE_STEPS = 10;

    private static final int FINE_STEPS = 5;

    /// A cycle is compared at so many points, each the average of what lies around it: its first
    /// ten harmonics or so.
    private static final int POINTS = 24;

    private static final double LEAST_POWER = 1e-12;

    private final double[] sums;

    /// @param samples of the voice, all channels together
    CycleSearch(float[] samples) {
        sums = new double[samples.length + 1];
        for (int i = 0; i < samples.length; i++) {
            sums[i + 1] = sums[i] + samples[i];
        }
    }

    /// @param frame where it comes again
    /// @param likeness normalised correlation of what lies around both, from −1 to 1
    record Match(double frame, double likeness) {}

    /// @param frame the epoch
    /// @param period frames to where the next one is expected; negative if that lies before
    /// @param cycles that are compared, half of them to each side
    Match next(double frame, double period, int cycles) {
        double[] here = new double[cycles * POINTS];
        double[] there = new double[here.length];
        around(frame, period, here);
        double power = power(here);
        double best = 0;
        double step = MOST_CHANGE / COARSE_STEPS;
        for (int steps : new int[] {COARSE_STEPS, FINE_STEPS}) {
            double[] likely = new double[2 * steps + 1];
            int most = steps;
            for (int i = 0; i < likely.length; i++) {
                double away = best + (i - steps) * step;
                around(frame + (1 + away) * period, period, there);
                double off = away / MOST_CHANGE;
                likely[i] = likeness(here, power, there) - UNEXPECTED * off * off;
                most = likely[i] > likely[most] ? i : most;
            }
            double between =
                    most == 0 || most == likely.length - 1
                            ? 0
                            : Parabola.lowest(-likely[most - 1], -likely[most], -likely[most + 1]);
            best += (most - steps + (steps == FINE_STEPS ? between : 0)) * step;
            step /= FINE_STEPS;
        }
        double found = frame + (1 + best) * period;
        around(found, period, there);
        return new Match(found, likeness(here, power, there));
    }

    /// The power of the cycle around a moment.
    double power(double frame, double period) {
        double[] points = new double[POINTS];
        around(frame, period, points);
        double power = 0;
        for (double x : points) {
            power += x * x;
        }
        return power;
    }

    /// What lies around a moment, in as many points as there is room for.
    private void around(double frame, double period, double[] points) {
        double length = Math.abs(period) / POINTS;
        double from = frame - 0.5 * points.length * length;
        double last = sums.length - 1.0;
        boolean inside = from >= 0 && from + points.length * length < last;
        double below = inside ? sumInside(from) : sum(from);
        for (int i = 0; i < points.length; i++) {
            double at = from + (i + 1) * length;
            double above = inside ? sumInside(at) : sum(at);
            points[i] = above - below;
            below = above;
        }
    }

    private static double power(double[] points) {
        double power = LEAST_POWER;
        for (double x : points) {
            power += x * x;
        }
        return power;
    }

    /// @param powerOne of the one
    private static double likeness(double[] one, double powerOne, double[] other) {
        double product = 0;
        double powerOther = LEAST_POWER;
        for (int i = 0; i < one.length; i++) {
            product += one[i] * other[i];
            powerOther += other[i] * other[i];
        }
        return product / Math.sqrt(powerOne * powerOther);
    }

    /// The sum of all samples before a moment, the last one in part.
    private double sum(double frame) {
        double at = Math.clamp(frame, 0, sums.length - 1.0);
        int below = (int) Math.min(at, sums.length - 2.0);
        return sums[below] + (at - below) * (sums[below + 1] - sums[below]);
    }

    /// The same of a moment of which it is known that it lies within: this is asked some hundred
    /// million times a voice.
    private double sumInside(double at) {
        int below = (int) at;
        return sums[below] + (at - below) * (sums[below + 1] - sums[below]);
    }
}
