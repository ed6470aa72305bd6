package zelvan.play;

import zelvan.render.VoiceSource;

/// A voice with one channel; what is read of it is up to each test.
abstract class MonoSource implements VoiceSource {
    static final int RATE = 48_000;

    private final long frames;

    MonoSource(long frames) {
        this.frames = frames;
    }

    @Override
    public int sampleRateHertz() {
        return RATE;
    }

    @Override
    public int channelCount() {
        return 1;
    }

    @Override
    public long frames() {
        return frames;
    }
}
