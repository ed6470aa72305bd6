package zelvan.audio;

import java.util.Arrays;

/// Samples of one or more channels at one rate. Immutable by contract: arrays that it hands out are
/// only read.
///
/// What comes from a WAV file stays there and is read where it is asked for. Elsewhere integers of
/// 16 bits and more, and double precision, are kept as they came and turned into numbers where they
/// are read: a long session is smaller that way, and nothing is lost. All but the writing of files
/// asks for single precision.
public final class Sound {
    private final int sampleRateHertz;
    private final int frames;
    private final Channel[] channels;

    private Sound(int sampleRateHertz, int frames, Channel[] channels) {
        this.sampleRateHertz = sampleRateHertz;
        this.frames = frames;
        this.channels = channels;
    }

    /// The samples of one channel.
    private sealed interface Channel {
        /// All of them; to be read only.
        float[] all();

        /// @param from first frame; all frames lie within the sound
        void read(int from, float[] into, int at, int count);

        /// The same without loss.
        void read(int from, double[] into, int at, int count);
    }

    private record Numbers(float[] all) implements Channel {
        @Override
        public void read(int from, float[] into, int at, int count) {
            System.arraycopy(all, from, into, at, count);
        }

        @Override
        public void read(int from, double[] into, int at, int count) {
            for (int i = 0; i < count; i++) {
                into[at + i] = all[from + i];
            }
        }
    }

    private record Doubles(double[] exact) implements Channel {
        @Override
        public float[] all() {
            float[] all = new float[exact.length];
            read(0, all, 0, all.length);
            return all;
        }

        @Override
        public void read(int from, float[] into, int at, int count) {
            for (int i = 0; i < count; i++) {
                into[at + i] = (float) exact[from + i];
            }
        }

        @Override
        public void read(int from, double[] into, int at, int count) {
            System.arraycopy(exact, from, into, at, count);
        }
    }

    /// Samples that are read or worked out where they are asked for, by any thread.
    public interface Reader {
        /// @param from first frame; all frames lie within the sound
        void read(int channel, int from, float[] into, int at, int count);

        /// The same without loss.
        void read(int channel, int from, double[] into, int at, int count);

        /// Whether they still are what they were. May look at the disk.
        default boolean isAsItWas() {
            return true;
        }

        /// Whether some that were asked for could not be read, and were silent instead.
        default boolean isLost() {
            return false;
        }

        /// How much memory they take, all channels of them.
        default long bytesInMemory() {
            return 0;
        }
    }

    private record Elsewhere(Reader samples, int channel, int frames) implements Channel {
        /// So many frames are read at once where all are wanted.
        private static final int BLOCK_FRAMES = 1 << 15;

        @Override
        public float[] all() {
            float[] all = new float[frames];
            for (int at = 0; at < frames; at += BLOCK_FRAMES) {
                read(at, all, at, Math.min(BLOCK_FRAMES, frames - at));
            }
            return all;
        }

        @Override
        public void read(int from, float[] into, int at, int count) {
            samples.read(channel, from, into, at, count);
        }

        @Override
        public void read(int from, double[] into, int at, int count) {
            samples.read(channel, from, into, at, count);
        }
    }

    /// A sound that is read or worked out where it is asked for.
    ///
    /// @param channels at least one
    /// @param frames 0 or more
    public static Sound of(int sampleRateHertz, int channels, int frames, Reader samples) {
        checkRate(sampleRateHertz);
        Channel[] all = new Channel[channels];
        Arrays.setAll(all, c -> new Elsewhere(samples, c, frames));
        return new Sound(sampleRateHertz, frames, all);
    }

    /// Takes the arrays over without copying; the caller must not write to them again.
    ///
    /// @param sampleRateHertz frames in a second, above 0
    /// @param channels one array a channel, at least one, all equally long; 1 is full scale
    public static Sound owning(int sampleRateHertz, float[]... channels) {
        return owning(
                sampleRateHertz,
                Arrays.stream(channels).mapToInt(c -> c.length).toArray(),
                Arrays.stream(channels).map(Numbers::new).toArray(Channel[]::new));
    }

    /// The same of double precision.
    public static Sound owning(int sampleRateHertz, double[]... channels) {
        return owning(
                sampleRateHertz,
                Arrays.stream(channels).mapToInt(c -> c.length).toArray(),
                Arrays.stream(channels).map(Doubles::new).toArray(Channel[]::new));
    }

    private static Sound owning(int sampleRateHertz, int[] frames, Channel[] channels) {
        checkRate(sampleRateHertz);
        if (frames.length == 0 || Arrays.stream(frames).anyMatch(f -> f != frames[0])) {
            throw new IllegalArgumentException("channels must be equally long, at least one");
        }
        return new Sound(sampleRateHertz, frames[0], channels);
    }

    /// Whether it is still what was read: a sound that stays in its file is not, when somebody has
    /// written to that. May look at the disk.
    public boolean isAsItWas() {
        return !(channels[0] instanceof Elsewhere elsewhere) || elsewhere.samples.isAsItWas();
    }

    /// Whether some of it could not be read when it was asked for, and was silent instead.
    public boolean isLost() {
        return channels[0] instanceof Elsewhere elsewhere && elsewhere.samples.isLost();
    }

    /// How much memory it takes, about; what stays in its file takes none.
    public long bytesInMemory() {
        return switch (channels[0]) {
            case Numbers ignored -> (long) Float.BYTES * channels.length * frames;
            case Doubles ignored -> (long) Double.BYTES * channels.length * frames;
            case Elsewhere elsewhere -> elsewhere.samples.bytesInMemory();
        };
    }

    private static void checkRate(int sampleRateHertz) {
        if (sampleRateHertz <= 0) {
            throw new IllegalArgumentException(
                    "sampleRateHertz must be > 0, was " + sampleRateHertz);
        }
    }

    public int sampleRateHertz() {
        return sampleRateHertz;
    }

    public int channelCount() {
        return channels.length;
    }

    public int frames() {
        return frames;
    }

    public double seconds() {
        return (double) frames / sampleRateHertz;
    }

    /// All samples of one channel, to be read only. May be made anew by each call: who needs a part
    /// of it calls [#read].
    public float[] channel(int index) {
        return channels[index].all();
    }

    /// The same sound, all of it louder or quieter.
    public Sound times(float factor) {
        float[][] scaled = new float[channels.length][frames];
        for (int c = 0; c < scaled.length; c++) {
            read(c, 0, scaled[c], 0, frames);
            for (int i = 0; i < frames; i++) {
                scaled[c][i] *= factor;
            }
        }
        return owning(sampleRateHertz, scaled);
    }

    /// The mean of all channels, to be read only. May be made anew by each call.
    public float[] mono() {
        return channels.length == 1 ? channel(0) : mono(0, frames);
    }

    /// Reads samples of one channel, with silence before and behind the sound.
    ///
    /// @param frame the first frame, may be negative
    /// @param into receives the samples
    /// @param at where in `into` to begin
    public void read(int channel, long frame, float[] into, int at, int count) {
        int before = before(frame, count);
        int there = there(frame, before, count);
        Arrays.fill(into, at, at + before, 0);
        if (there > before) {
            channels[channel].read((int) (frame + before), into, at + before, there - before);
        }
        Arrays.fill(into, at + there, at + count, 0);
    }

    /// The same without loss, whatever the sound was read from.
    public void read(int channel, long frame, double[] into, int at, int count) {
        int before = before(frame, count);
        int there = there(frame, before, count);
        Arrays.fill(into, at, at + before, 0);
        if (there > before) {
            channels[channel].read((int) (frame + before), into, at + before, there - before);
        }
        Arrays.fill(into, at + there, at + count, 0);
    }

    /// How many of `count` frames lie before the sound.
    private static int before(long frame, int count) {
        return (int) Math.clamp(-frame, 0, count);
    }

    /// How many lie before its end.
    private int there(long frame, int before, int count) {
        return (int) Math.clamp(frames - frame, before, count);
    }

    /// Part of the mean of all channels, with silence before and behind the sound.
    public float[] mono(long frame, int count) {
        float[] mix = new float[count];
        if (channels.length == 1) {
            read(0, frame, mix, 0, count);
            return mix;
        }
        float[] one = new float[count];
        for (int c = 0; c < channels.length; c++) {
            read(c, frame, one, 0, count);
            for (int i = 0; i < count; i++) {
                mix[i] += one[i] / channels.length;
            }
        }
        return mix;
    }
}
