package zelvan.audio;

import java.util.Arrays;

/// Samples of one or more channels at one rate. Immutable by contract: the arrays that it hands out
/// are its own and are only read.
public final class Sound {
    private final int sampleRateHertz;
    private final float[][] channels;

    private Sound(int sampleRateHertz, float[][] channels) {
        this.sampleRateHertz = sampleRateHertz;
        this.channels = channels;
    }

    /// Takes the arrays over without copying; the caller must not write to them again.
    ///
    /// @param sampleRateHertz frames in a second, above 0
    /// @param channels one array a channel, at least one, all equally long; 1 is full scale
    public static Sound owning(int sampleRateHertz, float[]... channels) {
        if (sampleRateHertz <= 0) {
            throw new IllegalArgumentException(
                    "sampleRateHertz must be > 0, was " + sampleRateHertz);
        }
        if (channels.length == 0
                || Arrays.stream(channels).anyMatch(c -> c.length != channels[0].length)) {
            throw new IllegalArgumentException("channels must be equally long, at least one");
        }
        return new Sound(sampleRateHertz, channels.clone());
    }

    public int sampleRateHertz() {
        return sampleRateHertz;
    }

    public int channelCount() {
        return channels.length;
    }

    public int frames() {
        return channels[0].length;
    }

    public double seconds() {
        return (double) frames() / sampleRateHertz;
    }

    /// The samples of one channel: the array itself, to be read only.
    public float[] channel(int index) {
        return channels[index];
    }

    /// The mean of all channels, or the only channel itself; to be read only.
    public float[] mono() {
        if (channels.length == 1) {
            return channels[0];
        }
        float[] mix = new float[frames()];
        for (float[] channel : channels) {
            for (int i = 0; i < mix.length; i++) {
                mix[i] += channel[i] / channels.length;
            }
        }
        return mix;
    }
}
