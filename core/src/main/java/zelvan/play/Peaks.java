package zelvan.play;

import java.util.List;
import java.util.Map;
import java.util.concurrent.ConcurrentHashMap;

/// Peaks of what was heard lately, of both sides and of each track, 1 is full scale. They fall when
/// it is quiet; what was cut off at full scale is kept until it is forgotten.
///
/// Thread safety: one thread tells what is heard, any may ask and forget.
public final class Peaks {
    private final Gauge left = new Gauge();
    private final Gauge right = new Gauge();
    private final Map<String, Gauge> tracks = new ConcurrentHashMap<>();

    Peaks() {}

    private static final class Gauge {
        private static final double FALL = 0.9;

        private volatile double peak;
        private volatile boolean clipped;

        @SuppressWarnings("NonAtomicVolatileUpdate") // one thread writes
        void heard(double next) {
            peak = Math.max(FALL * peak, next);
            if (next >= 1) {
                clipped = true;
            }
        }
    }

    public double left() {
        return left.peak;
    }

    public double right() {
        return right.peak;
    }

    /// Of a track after its level; 0 if it was never heard.
    public double of(String trackId) {
        Gauge gauge = tracks.get(trackId);
        return gauge == null ? 0 : gauge.peak;
    }

    /// Whether the sum was cut off at full scale since that was forgotten.
    public boolean clipped() {
        return left.clipped || right.clipped;
    }

    /// Whether a track was, by itself.
    public boolean clipped(String trackId) {
        Gauge gauge = tracks.get(trackId);
        return gauge != null && gauge.clipped;
    }

    /// Forgets what was cut off.
    public void forgetClips() {
        left.clipped = false;
        right.clipped = false;
        tracks.values().forEach(gauge -> gauge.clipped = false);
    }

    void silent() {
        left.peak = 0;
        right.peak = 0;
        tracks.values().forEach(gauge -> gauge.peak = 0);
    }

    /// @param trackPeaks of the tracks, in their order
    void heard(float[] leftBlock, float[] rightBlock, List<Program.Track> of, float[] trackPeaks) {
        left.heard(peak(leftBlock, 1));
        right.heard(peak(rightBlock, 1));
        for (int i = 0; i < of.size(); i++) {
            tracks.computeIfAbsent(of.get(i).id(), id -> new Gauge()).heard(trackPeaks[i]);
        }
    }

    static double peak(float[] block, double gain) {
        double peak = 0;
        for (float sample : block) {
            peak = Math.max(peak, Math.abs(sample));
        }
        return gain * peak;
    }
}
