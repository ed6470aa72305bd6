package zelvan.render;

import zelvan.timing.TimeMap;
import zelvan.units.Curve;
import zelvan.units.Decibels;

/// How loud a voice sounds, by the moment of it as recorded. Where the curve is 0, every sample
/// stays as it is.
final class Gain {
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
            for (int i = 0; i < count; i++) {
                samples[i] *= (float) factorAt(frame + i);
            }
        }
    }

    /// @param frame of the output, at which the samples begin
    void apply(long frame, double[] samples, int count) {
        if (isAny(frame, count)) {
            for (int i = 0; i < count; i++) {
                samples[i] *= factorAt(frame + i);
            }
        }
    }

    private boolean isAny(long frame, int count) {
        return decibels.size() > 0
                && decibels.isAnyBetween(sourceSeconds(frame), sourceSeconds(frame + count));
    }

    private double factorAt(long frame) {
        return Decibels.toAmplitude(decibels.at(sourceSeconds(frame)));
    }

    private double sourceSeconds(long frame) {
        return time.sourceSecondsAt((double) frame / rate);
    }
}
