package zelvan.render;

import zelvan.dsp.Resampler;

/// Another source at another rate, so that voices of mixed rates play together.
///
/// Reads allocate a block; meant for the thread that prepares sound, not for the sound card's.
public final class ResampledSource implements VoiceSource {
    private final VoiceSource source;
    private final Resampler resampler;
    private final int sampleRateHertz;

    private ResampledSource(VoiceSource source, int sampleRateHertz) {
        this.source = source;
        this.sampleRateHertz = sampleRateHertz;
        this.resampler = new Resampler(source.sampleRateHertz(), sampleRateHertz);
    }

    /// The source itself if it has that rate already.
    public static VoiceSource at(int sampleRateHertz, VoiceSource source) {
        return source.sampleRateHertz() == sampleRateHertz
                ? source
                : new ResampledSource(source, sampleRateHertz);
    }

    @Override
    public int sampleRateHertz() {
        return sampleRateHertz;
    }

    @Override
    public int channelCount() {
        return source.channelCount();
    }

    @Override
    public long frames() {
        return resampler.outputFrames(source.frames());
    }

    @Override
    public boolean prepare(long frame, int count) {
        return source.prepare(
                resampler.firstInputFrame(frame), resampler.inputFramesFor(frame, count));
    }

    @Override
    public void read(int channel, long frame, float[] into, int count) {
        float[] input = new float[resampler.inputFramesFor(frame, count)];
        source.read(channel, resampler.firstInputFrame(frame), input, input.length);
        resampler.process(input, frame, count, into);
    }
}
