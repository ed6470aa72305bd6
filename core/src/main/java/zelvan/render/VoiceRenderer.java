package zelvan.render;

import zelvan.audio.Sound;
import zelvan.timing.TimeMap;

/// A voice that runs along a time map, at its own pitch.
///
/// All channels are spliced at the same frames, so that they stay in phase with each other. Where
/// the map has slope 1 the samples come out bit for bit, shifted by whole frames.
public final class VoiceRenderer implements VoiceSource {
    private final Sound sound;
    private final SplicePlan plan;
    private final long frames;

    /// @param epochs of the same sound
    public VoiceRenderer(Sound sound, Epochs epochs, TimeMap map) {
        this.sound = sound;
        this.plan =
                new SplicePlan(
                        new SplicePlanner(sound.mono(), sound.sampleRateHertz(), epochs, map));
        this.frames =
                Math.max(
                        0,
                        Math.round(map.outputSecondsAt(sound.seconds()) * sound.sampleRateHertz()));
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
    public void read(int channel, long frame, float[] into, int count) {
        plan.render(sound.channel(channel), frame, into, count);
    }
}
