package zelvan.dsp;

/// Changes the sample rate by a ratio of whole numbers.
///
/// How it works: output frame n lies at input position n · from / to. Its value is the sum of the
/// input frames around it, weighted by a Kaiser-windowed sinc ([SincKernel]) whose cutoff lies
/// under the lower of the two Nyquist frequencies. The positions repeat after `to / gcd` frames, so
/// one row of weights per phase is computed once. Output frame 0 is input frame 0: there is no
/// delay, and any stretch of the output can be asked for by itself.
///
/// An instance is immutable and may be shared between threads.
public final class Resampler {
    /// Zero crossings of the sinc on each side. Measured (ResamplerTest): a tone at 0.8 of the
    /// lower Nyquist frequency comes through with an error under −100 dB.
    private static final int ZERO_CROSSINGS = 48;

    private static final double KAISER_BETA = 11;

    /// Share of the lower Nyquist frequency at which the response is halved.
    private static final double CUTOFF = 0.93;

    private static final int QUICK_ZERO_CROSSINGS = 16;
    private static final double QUICK_KAISER_BETA = 7;
    private static final double QUICK_CUTOFF = 0.9;

    /// So many frames of a phase are computed together where there are enough.
    private static final int BLOCK = 256;

    /// About so many frames of a whole signal are computed at a time.
    private static final int PART_FRAMES = 1 << 15;

    /// Ratios that would need more strands than this are rare.
    private static final int MOST_STRANDS = 512;

    private static final Sums SUMS = Sums.quickest();

    private final int up;
    private final int down;
    private final int radius;
    private final float[][] weightsByPhase;

    /// @param fromHertz rate of the input, above 0
    /// @param toHertz rate of the output, above 0
    public Resampler(int fromHertz, int toHertz) {
        this(fromHertz, toHertz, ZERO_CROSSINGS, KAISER_BETA, CUTOFF);
    }

    private Resampler(
            int fromHertz, int toHertz, int zeroCrossings, double kaiserBeta, double cutoffShare) {
        if (fromHertz <= 0 || toHertz <= 0) {
            throw new IllegalArgumentException(
                    "rates must be above 0, were " + fromHertz + " and " + toHertz);
        }
        int gcd = gcd(fromHertz, toHertz);
        up = toHertz / gcd;
        down = fromHertz / gcd;
        double cutoff = cutoffShare * Math.min(1.0, (double) up / down);
        radius = 2 * (int) Math.ceil(zeroCrossings / cutoff / 2);
        weightsByPhase = new float[up][];
        for (int phase = 0; phase < up; phase++) {
            weightsByPhase[phase] =
                    SincKernel.weights(radius, (double) phase / up, cutoff, kaiserBeta);
        }
    }

    /// One that is three times as fast, for sound that is looked at and not heard. Measured
    /// (ResamplerTest): a tone at 0.7 of the lower Nyquist frequency comes through with an error
    /// under −65 dB.
    public static Resampler quick(int fromHertz, int toHertz) {
        return new Resampler(
                fromHertz, toHertz, QUICK_ZERO_CROSSINGS, QUICK_KAISER_BETA, QUICK_CUTOFF);
    }

    /// How many output frames stand for `inputFrames`: none of the input is lost.
    public long outputFrames(long inputFrames) {
        return Math.ceilDiv(inputFrames * up, down);
    }

    /// The first input frame that output frame `outputFrame` looks at; may be negative.
    public long firstInputFrame(long outputFrame) {
        return Math.floorDiv(outputFrame * down, up) - radius + 1;
    }

    /// How many input frames `count` output frames from `outputStart` look at.
    public int inputFramesFor(long outputStart, int count) {
        if (count == 0) {
            return 0;
        }
        long last = Math.floorDiv((outputStart + count - 1) * down, up) + radius;
        return (int) (last - firstInputFrame(outputStart) + 1);
    }

    /// Computes output frames `outputStart` to `outputStart + count`.
    ///
    /// @param input the frames from [#firstInputFrame] on, [#inputFramesFor] of them
    /// @param output receives `count` values from index 0
    public void process(float[] input, long outputStart, int count, float[] output) {
        int perBlock = up * BLOCK;
        int done = 0;
        if (down <= MOST_STRANDS) {
            for (; count - done >= perBlock; done += perBlock) {
                processBlock(input, outputStart, done, output);
            }
        }
        processSingly(input, outputStart, done, count, output);
    }

    /// Output frames from `from` to `to`, counted from `outputStart`, one after the other.
    private void processSingly(float[] input, long outputStart, int from, int to, float[] output) {
        long origin = firstInputFrame(outputStart);
        for (int n = from; n < to; n++) {
            long position = (outputStart + n) * down;
            int start = (int) (Math.floorDiv(position, up) - radius + 1 - origin);
            float[] weights = weightsByPhase[(int) Math.floorMod(position, (long) up)];
            // Four sums at once: the processor adds them side by side. The length is a multiple of
            // four.
            float a = 0;
            float b = 0;
            float c = 0;
            float d = 0;
            for (int i = 0; i < weights.length; i += 4) {
                a += weights[i] * input[start + i];
                b += weights[i + 1] * input[start + i + 1];
                c += weights[i + 2] * input[start + i + 2];
                d += weights[i + 3] * input[start + i + 3];
            }
            output[n] = a + b + (c + d);
        }
    }

    /// The same for [#BLOCK] frames of each phase, weight by weight for all of a phase together,
    /// which is several times as fast: their input frames lie `down` apart, so the input is divided
    /// into as many strands. The sums are added up in the same order, to the last bit.
    private void processBlock(float[] input, long outputStart, int first, float[] output) {
        long origin = firstInputFrame(outputStart);
        int begin = (int) (Math.floorDiv((outputStart + first) * down, up) - radius + 1 - origin);
        float[][] strands = new float[down][BLOCK + 2 * radius / down + 2];
        for (int r = 0; r < down; r++) {
            for (int m = 0, at = begin + r; m < strands[r].length && at < input.length; m++) {
                strands[r][m] = input[at];
                at += down;
            }
        }
        float[] phase = new float[BLOCK];
        for (int n = 0; n < up; n++) {
            long position = (outputStart + first + n) * down;
            int start = (int) (Math.floorDiv(position, up) - radius + 1 - origin) - begin;
            SUMS.ofStrands(
                    strands,
                    start,
                    weightsByPhase[(int) Math.floorMod(position, (long) up)],
                    phase);
            for (int j = 0; j < BLOCK; j++) {
                output[first + n + j * up] = phase[j];
            }
        }
    }

    /// Where input comes from bit by bit.
    public interface Input {
        /// Frames from `frame` on, `count` of them, with silence before and behind the signal.
        float[] read(long frame, int count);
    }

    /// Resamples a whole signal, with silence assumed around it.
    public float[] resample(float[] input) {
        return resample(
                input.length,
                (frame, count) -> {
                    float[] part = new float[count];
                    int from = (int) Math.clamp(frame, 0, input.length);
                    int to = (int) Math.clamp(frame + count, from, input.length);
                    System.arraycopy(input, from, part, (int) (from - frame), to - from);
                    return part;
                });
    }

    /// The same of a signal that is never there as a whole.
    ///
    /// @param frames how many there are
    public float[] resample(long frames, Input input) {
        float[] output = new float[Math.toIntExact(outputFrames(frames))];
        int most = up * BLOCK * Math.max(1, PART_FRAMES / (up * BLOCK));
        float[] part = new float[Math.min(most, output.length)];
        for (int done = 0; done < output.length; done += part.length) {
            int count = Math.min(part.length, output.length - done);
            process(
                    input.read(firstInputFrame(done), inputFramesFor(done, count)),
                    done,
                    count,
                    part);
            System.arraycopy(part, 0, output, done, count);
        }
        return output;
    }

    private static int gcd(int a, int b) {
        return b == 0 ? a : gcd(b, a % b);
    }
}
