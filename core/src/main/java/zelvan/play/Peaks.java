package zelvan.play;

/// Peaks of both sides of what was heard lately, 1 is full scale; they fall when it is quiet.
///
/// Thread safety: one thread writes, any reads.
final class Peaks {
    private static final double FALL = 0.9;

    private volatile double left;
    private volatile double right;

    double left() {
        return left;
    }

    double right() {
        return right;
    }

    void silent() {
        left = 0;
        right = 0;
    }

    void heard(float[] leftBlock, float[] rightBlock) {
        left = Math.max(FALL * left, peak(leftBlock));
        right = Math.max(FALL * right, peak(rightBlock));
    }

    private static double peak(float[] block) {
        double peak = 0;
        for (float sample : block) {
            peak = Math.max(peak, Math.abs(sample));
        }
        return peak;
    }
}
