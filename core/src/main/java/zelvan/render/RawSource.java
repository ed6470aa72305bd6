package zelvan.render;

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
        sound.read(channel, frame, into, 0, count);
    }

    @Override
    public void read(int channel, long frame, double[] into, int count) {
        sound.read(channel, frame, into, 0, count);
    }
}
