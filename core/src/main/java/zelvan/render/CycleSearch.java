package zelvan.render;

import zelvan.audio.Sound;
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

    /// Where the best is only looked for roughly.
    private static final int COARSE_POINTS = 12;

    private static final double LEAST_POWER = 1e-12;

    /// So much around a stretch is compared with it at most.
    private static final double AROUND_SECONDS = 0.4;

    private final Sound sound;
    private int first;
    private float[] samples = {};

    /// Of all samples before one, from the first on.
    private double[] sums = {0, 0};

    /// @param sound of the voice
    CycleSearch(Sound sound) {
        this.sound = sound;
    }

    /// What is asked from here on lies in a stretch, or a cycle or two beside it.
    ///
    /// @param from first frame
    /// @param to after the last
    void attend(double from, double to) {
        double around = AROUND_SECONDS * sound.sampleRateHertz();
        first = (int) Math.max(0, from - around);
        int end = (int) Math.min(sound.frames(), to + around);
        samples = sound.mono(first, Math.max(1, end - first));
        sums = new double[samples.length + 1];
        for (int i = 0; i < samples.length; i++) {
            sums[i + 1] = sums[i] + samples[i];
        }
    }

    /// How much the sound changes from the frame before; nothing at its beginning.
    double edge(int frame) {
        int at = frame - first;
        return samples[at] - samples[Math.max(0, at - 1)];
    }

    /// @param frame where it comes again
    /// @param likeness normalised correlation of what lies around both, from −1 to 1
    record Match(double frame, double likeness) {}

    /// @param frame the epoch
    /// @param period frames to where the next one is expected; negative if that lies before
    /// @param cycles that are compared, half of them to each side
    Match next(double frame, double period, int cycles) {
        double step = MOST_CHANGE / COARSE_STEPS;
        Comparison rough = new Comparison(frame, period, cycles, COARSE_POINTS);
        int near = rough.likeliest(0, step, COARSE_STEPS);
        Comparison fine = new Comparison(frame, period, cycles, POINTS);
        double away = fine.likeliestBetween(near * step, step / FINE_STEPS, FINE_STEPS);
        return new Match(frame + (1 + away) * period, fine.likeness(away));
    }

    /// What lies around an epoch, beside what lies about a period later.
    private final class Comparison {
        private final double frame;
        private final double period;
        private final double frames;
        private final double[] here;
        private final double[] there;
        private final double powerHere;
        private double[] likely = {};

        Comparison(double frame, double period, int cycles, int pointsACycle) {
            this.frame = frame;
            this.period = period;
            frames = Math.abs(period) * cycles;
            here = new double[cycles * pointsACycle];
            there = new double[here.length];
            around(frame, frames, here);
            powerHere = LEAST_POWER + power(here);
        }

        /// @param away how much more than a period later, in periods
        double likeness(double away) {
            around(frame + (1 + away) * period, frames, there);
            return CycleSearch.likeness(here, powerHere, there);
        }

        /// The likeliest of some steps to both sides, that by which they differ from what is
        /// expected counting too.
        int likeliest(double around, double step, int steps) {
            likely = new double[2 * steps + 1];
            int most = steps;
            for (int i = 0; i < likely.length; i++) {
                double away = around + (i - steps) * step;
                double off = away / MOST_CHANGE;
                likely[i] = likeness(away) - UNEXPECTED * off * off;
                most = likely[i] > likely[most] ? i : most;
            }
            return most - steps;
        }

        /// The same between steps.
        double likeliestBetween(double around, double step, int steps) {
            int nearest = likeliest(around, step, steps);
            int most = nearest + steps;
            double between =
                    most == 0 || most == likely.length - 1
                            ? 0
                            : Parabola.lowest(-likely[most - 1], -likely[most], -likely[most + 1]);
            return around + (nearest + between) * step;
        }
    }

    /// The power of the cycle around a moment.
    double power(double frame, double period) {
        double[] points = new double[POINTS];
        around(frame, Math.abs(period), points);
        return power(points);
    }

    /// What lies around a moment, in as many points as there is room for.
    ///
    /// @param frames how much of it
    private void around(double frame, double frames, double[] points) {
        double length = frames / points.length;
        double from = frame - first - 0.5 * frames;
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
        double power = 0;
        for (double x : points) {
            power += x * x;
        }
        return power;
    }

    /// @param powerOne of the one
    private static double likeness(double[] one, double powerOne, double[] other) {
        // Four sums at once, as each has to wait for what it was before; there are 24 points a
        // cycle.
        double p0 = 0;
        double p1 = 0;
        double p2 = 0;
        double p3 = 0;
        double o0 = LEAST_POWER;
        double o1 = 0;
        double o2 = 0;
        double o3 = 0;
        for (int i = 0; i < one.length; i += 4) {
            p0 += one[i] * other[i];
            o0 += other[i] * other[i];
            p1 += one[i + 1] * other[i + 1];
            o1 += other[i + 1] * other[i + 1];
            p2 += one[i + 2] * other[i + 2];
            o2 += other[i + 2] * other[i + 2];
            p3 += one[i + 3] * other[i + 3];
            o3 += other[i + 3] * other[i + 3];
        }
        return (p0 + p1 + (p2 + p3)) / Math.sqrt(powerOne * (o0 + o1 + (o2 + o3)));
    }

    /// The sum of all samples before a moment of the stretch, the last one in part.
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
