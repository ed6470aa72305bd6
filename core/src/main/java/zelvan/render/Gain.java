package zelvan.render;

import zelvan.timing.TimeMap;
import zelvan.units.Curve;
import zelvan.units.Decibels;

/// How loud a voice sounds, by the moment of it as recorded. Where the curve is 0, every sample
/// stays as it is.
///
/// How it works: in cells of some frames, counted from the beginning, so that each sample is
/// multiplied by the same whatever block it is read with. Where the curve has no corner in a cell,
/// the factor goes from one end to the other by the same ratio from sample to sample.
final class Gain {
    private static final int CELL = 64;

    private final TimeMap time;
    private final Curve decibels;
    private final int rate;

    Gain(Shape shape, int sampleRateHertz) {
        this.time = shape.time();
        this.decibels = shape.gainDecibels();
        this.rate = sampleRateHertz;
    }

    /// @param frame of the output, at which the samples begin
    void apply(long frame, float[] samples, int count) {
        if (isAny(frame, count)) {
            double[] factors = factors(frame, count);
            for (int i = 0; i < count; i++) {
                samples[i] *= (float) factors[i];
            }
        }
    }

    /// @param frame of the output, at which the samples begin
    void apply(long frame, double[] samples, int count) {
        if (isAny(frame, count)) {
            double[] factors = factors(frame, count);
            for (int i = 0; i < count; i++) {
                samples[i] *= factors[i];
            }
        }
    }

    private boolean isAny(long frame, int count) {
        return decibels.size() > 0
                && decibels.isAnyBetween(sourceSeconds(frame), sourceSeconds(frame + count));
    }

    private double[] factors(long frame, int count) {
        double[] factors = new double[count];
        double[] cell = new double[CELL];
        double start = sourceSeconds(frame - Math.floorMod(frame, CELL));
        for (int i = 0; i < count; ) {
            int from = Math.floorMod(frame + i, CELL);
            int some = Math.min(CELL - from, count - i);
            double end = sourceSeconds(frame + i - from + CELL);
            fill(frame + i - from, start, end, cell);
            System.arraycopy(cell, from, factors, i, some);
            start = end;
            i += some;
        }
        return factors;
    }

    /// The factors of the cell that begins at a frame.
    ///
    /// @param start of the cell, in the voice
    /// @param end of it
    private void fill(long frame, double start, double end, double[] cell) {
        if (decibels.turnsBetween(start, end)) {
            for (int k = 0; k < CELL; k++) {
                cell[k] = Decibels.toAmplitude(decibels.at(sourceSeconds(frame + k)));
            }
            return;
        }
        double first = decibels.at(start);
        double last = decibels.at(end);
        double factor = Decibels.toAmplitude(first);
        double ratio = first == last ? 1 : Decibels.toAmplitude((last - first) / CELL);
        for (int k = 0; k < CELL; k++) {
            cell[k] = factor;
            factor *= ratio;
        }
    }

    private double sourceSeconds(long frame) {
        return time.sourceSecondsAt((double) frame / rate);
    }
}
