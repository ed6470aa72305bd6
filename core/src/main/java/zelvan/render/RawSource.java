package zelvan.render;

import java.util.Arrays;
import zelvan.audio.Sound;

/// A voice as recorded.
public record RawSource(Sound sound) implements VoiceSource {
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
        return sound.frames();
    }

    @Override
    public void read(int channel, long frame, float[] into, int count) {
        copy(sound.channel(channel), frame, into, 0, count);
    }

    /// Copies samples, with silence where there are none.
    static void copy(float[] samples, long frame, float[] into, int at, int count) {
        int before = (int) Math.clamp(-frame, 0, count);
        int there = (int) Math.clamp(samples.length - frame, before, count);
        Arrays.fill(into, at, at + before, 0);
        if (there > before) {
            System.arraycopy(samples, (int) (frame + before), into, at + before, there - before);
        }
        Arrays.fill(into, at + there, at + count, 0);
    }
}
