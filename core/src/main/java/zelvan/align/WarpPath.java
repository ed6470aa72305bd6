package zelvan.align;

/// A way through two voices: steps in order, each a row of the guide, a row of the voice, and
/// whether the two belong together there.
final class WarpPath {
    private final int[] guideRows;
    private final int[] voiceRows;
    private final boolean[] matched;
    private final float[] costs;

    WarpPath(int[] guideRows, int[] voiceRows, boolean[] matched, float[] costs) {
        this.guideRows = guideRows;
        this.voiceRows = voiceRows;
        this.matched = matched;
        this.costs = costs;
    }

    int length() {
        return guideRows.length;
    }

    int guideRow(int step) {
        return guideRows[step];
    }

    int voiceRow(int step) {
        return voiceRows[step];
    }

    boolean matched(int step) {
        return matched[step];
    }

    /// How unlike the two rows are, 0 to 1.
    double cost(int step) {
        return costs[step];
    }
}
