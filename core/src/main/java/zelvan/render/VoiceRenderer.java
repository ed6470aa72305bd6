package zelvan.render;

import java.util.Optional;
import zelvan.audio.Sound;

/// A voice in another shape.
///
/// All channels are put together from the same cycles, so that they stay in phase with each other.
/// Where time runs at rate 1 and nothing else changes, the samples come out bit for bit, shifted by
/// whole frames.
public final class VoiceRenderer implements VoiceSource {
    private final Sound recorded;
    private final Epochs epochs;
    private final Sound sound;
    private final RenderPlan plan;
    private final Gain gain;
    private final Shape shape;
    private final long frames;
    private Optional<VoiceSource> taken = Optional.empty();

    /// @param epochs of the same sound
    public VoiceRenderer(Sound sound, Epochs epochs, Shape shape) {
        this.recorded = sound;
        this.epochs = epochs;
        this.sound = shape.lowCuts().of(sound);
        this.plan = new RenderPlan(new RenderPlanner(this.sound, epochs, shape));
        this.shape = shape;
        this.gain = new Gain(shape, sound.sampleRateHertz());
        this.frames =
                Math.max(
                        0,
                        Math.round(
                                shape.time().outputSecondsAt(sound.seconds())
                                        * sound.sampleRateHertz()));
    }

    /// What is done to it.
    public Shape shape() {
        return shape;
    }

    /// What its level, its harmonics and its low cut take away.
    public synchronized VoiceSource taken() {
        if (taken.isEmpty()) {
            taken =
                    Optional.of(
                            new Difference(
                                    new VoiceRenderer(recorded, epochs, shape.whole()), this));
        }
        return taken.get();
    }

    @Override
    public int sampleRateHertz() {
        return sound.sampleRateHertz();
    }

    @Override
    public int channelCount() {
        return sound.channelCount();
    }

    @Override
    public long frames() {
        return frames;
    }

    @Override
    public boolean prepare(long frame, int count) {
        return plan.prepare(frame, count);
    }

    @Override
    public void read(int channel, long frame, float[] into, int count) {
        plan.render(channel, frame, into, count);
        gain.apply(frame, into, count);
    }

    @Override
    public void read(int channel, long frame, double[] into, int count) {
        plan.render(channel, frame, into, count);
        gain.apply(frame, into, count);
    }
}
