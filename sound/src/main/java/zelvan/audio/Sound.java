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

    private record Packed(PackedSamples samples, int channel) implements Channel {
        @Override
        public float[] all() {
            float[] all = new float[samples.frames()];
            samples.read(channel, 0, all, 0, all.length);
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

    private record InFile(FileSamples samples, int channel) implements Channel {
        @Override
        public float[] all() {
            return samples.all(channel);
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

    /// Samples that are worked out where they are asked for, by any thread.
    public interface Samples {
        /// @param from first frame; all frames lie within the sound
        void read(int channel, int from, float[] into, int at, int count);

        /// The same without loss.
        void read(int channel, int from, double[] into, int at, int count);

        /// Whether they still are what they were. May look at the disk.
        boolean isAsItWas();
    }

    private record Computed(Samples samples, int channel, int frames) implements Channel {
        @Override
        public float[] all() {
            float[] all = new float[frames];
            samples.read(channel, 0, all, 0, frames);
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

    /// A sound that is worked out where it is asked for.
    ///
    /// @param channels at least one
    /// @param frames 0 or more
    public static Sound of(int sampleRateHertz, int channels, int frames, Samples samples) {
        checkRate(sampleRateHertz);
        Channel[] all = new Channel[channels];
        Arrays.setAll(all, c -> new Computed(samples, c, frames));
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

    static Sound packed(int sampleRateHertz, int channels, PackedSamples samples) {
        checkRate(sampleRateHertz);
        Channel[] all = new Channel[channels];
        Arrays.setAll(all, c -> new Packed(samples, c));
        return new Sound(sampleRateHertz, samples.frames(), all);
    }

    static Sound inFile(int sampleRateHertz, int channels, FileSamples samples) {
        checkRate(sampleRateHertz);
        Channel[] all = new Channel[channels];
        Arrays.setAll(all, c -> new InFile(samples, c));
        return new Sound(sampleRateHertz, samples.frames(), all);
    }

    /// Whether it is still what was read: a sound that stays in its file is not, when somebody has
    /// written to that. May look at the disk.
    public boolean isAsItWas() {
        return switch (channels[0]) {
            case InFile inFile -> inFile.samples.isAsItWas();
            case Computed computed -> computed.samples.isAsItWas();
            case Numbers ignored -> true;
            case Doubles ignored -> true;
            case Packed ignored -> true;
        };
    }

    /// How much memory it takes, about; what stays in its file takes none.
    public long bytesInMemory() {
        int each =
                switch (channels[0]) {
                    case Numbers ignored -> Float.BYTES;
                    case Doubles ignored -> Double.BYTES;
                    case Packed packed -> packed.samples.format().bits() / Byte.SIZE;
                    case InFile ignored -> 0;
                    case Computed ignored -> 0;
                };
        return (long) each * channels.length * frames;
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
