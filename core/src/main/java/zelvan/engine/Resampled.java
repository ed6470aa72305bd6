package zelvan.engine;

import java.util.Arrays;
import java.util.List;
import zelvan.audio.Sound;
import zelvan.dsp.Resampler;

/// A recording at another sample rate: that of the voice that it is a part of.
record Resampled(Read read, int rateHertz) implements Step<Sound> {
    @Override
    public List<Step<?>> needs() {
        return List.of(read);
    }

    @Override
    public Sound run(Inputs inputs) {
        Sound sound = inputs.of(read).file().orElseThrow().sound();
        Resampler resampler = new Resampler(sound.sampleRateHertz(), rateHertz);
        float[][] channels = new float[sound.channelCount()][];
        Arrays.setAll(channels, c -> resampler.resample(sound.channel(c)));
        return Sound.owning(rateHertz, channels);
    }

    @Override
    public long bytes(Sound value) {
        return value.bytesInMemory();
    }
}
