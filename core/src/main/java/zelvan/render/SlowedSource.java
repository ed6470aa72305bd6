package zelvan.render;

import java.util.Arrays;
import java.util.concurrent.atomic.AtomicReferenceArray;

/// Any sound, several times as slow and at the same pitch: for an accompaniment, which has no
/// cycles to be put together from.
///
/// How it works: windowed frames of the source overlap by half; each is taken from where it goes on
/// best from the one before, near its place. Every few seconds a frame is taken from its very
/// place, so that any block can be computed by itself.
///
/// **Source:** W. Verhelst & M. Roelands, *An overlap-add technique based on waveform similarity
/// (WSOLA) for high quality time-scale modification of speech* (1993).
public final class SlowedSource implements VoiceSource {
    private static final double HOP_SECONDS = 0.03;
    private static final double SEARCH_SECONDS = 0.012;
    private static final int FRAMES_IN_CHAIN = 128;
    private static final int STRIDE = 4;

    private final VoiceSource source;
    private final double factor;
    private final int hop;
    private final float[] window;

    /// For each chain of frames, where in the source each of them begins.
    private final AtomicReferenceArray<long[]> chains;

    /// @param factor how many times as slow, at least 1
    public SlowedSource(VoiceSource source, double factor) {
        this.source = source;
        this.factor = factor;
        this.hop = (int) Math.round(HOP_SECONDS * source.sampleRateHertz());
        this.window = new float[2 * hop];
        for (int i = 0; i < window.length; i++) {
            window[i] = (float) (0.5 - 0.5 * Math.cos(Math.PI * (i + 0.5) / hop));
        }
        this.chains = new AtomicReferenceArray<>((int) (frames() / hop / FRAMES_IN_CHAIN) + 2);
    }

    @Override
    public int sampleRateHertz() {
        return source.sampleRateHertz();
    }

    @Override
    public int channelCount() {
        return source.channelCount();
    }

    @Override
    public long frames() {
        return Math.round(factor * source.frames());
    }

    @Override
    public void read(int channel, long frame, float[] into, int count) {
        Arrays.fill(into, 0, count, 0);
        float[] piece = new float[window.length];
        long last = Math.floorDiv(frame + count - 1, (long) hop);
        for (long k = Math.floorDiv(frame, (long) hop) - 1; k <= last; k++) {
            source.read(channel, start(k), piece, piece.length);
            long at = k * hop;
            int from = (int) Math.max(0, frame - at);
            int to = (int) Math.min(piece.length, frame + count - at);
            for (int i = from; i < to; i++) {
                into[(int) (at + i - frame)] += window[i] * piece[i];
            }
        }
    }

    /// Where in the source a frame begins.
    private long start(long k) {
        int chain = (int) Math.floorDiv(k, (long) FRAMES_IN_CHAIN);
        if (chain < 0 || chain >= chains.length()) {
            return place(k);
        }
        long[] starts = chains.get(chain);
        if (starts == null) {
            starts = chained((long) chain * FRAMES_IN_CHAIN);
            chains.set(chain, starts);
        }
        return starts[Math.floorMod(k, FRAMES_IN_CHAIN)];
    }

    private long place(long k) {
        return Math.round(k * hop / factor);
    }

    private long[] chained(long first) {
        long[] starts = new long[FRAMES_IN_CHAIN];
        starts[0] = place(first);
        int radius = (int) (SEARCH_SECONDS * source.sampleRateHertz());
        float[] natural = new float[hop];
        float[] around = new float[hop + 2 * radius];
        for (int i = 1; i < starts.length; i++) {
            source.read(0, starts[i - 1] + hop, natural, hop);
            long place = place(first + i);
            source.read(0, place - radius, around, around.length);
            starts[i] = place - radius + mostSimilar(natural, around, 2 * radius);
        }
        return starts;
    }

    private static int mostSimilar(float[] natural, float[] around, int lags) {
        int best = lags / 2;
        double most = Double.NEGATIVE_INFINITY;
        for (int lag = 0; lag <= lags; lag += STRIDE) {
            double product = 0;
            double power = 1e-9;
            for (int i = 0; i < natural.length; i += STRIDE) {
                product += natural[i] * around[lag + i];
                power += around[lag + i] * around[lag + i];
            }
            double alike = product / Math.sqrt(power);
            if (alike > most) {
                most = alike;
                best = lag;
            }
        }
        return best;
    }
}
