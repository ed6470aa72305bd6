package zelvan.analysis;

/// Takes off the ends of voices what only a room still says of them.
///
/// How it works: where a voice is over, its level falls far below what it was a moment ago and does
/// not rise again before its pitch is lost. A voice that grows softer while it is sung falls more
/// slowly; one that is only muffled for a consonant rises again.
final class VoiceTails {
    private static final double MOMENT_SECONDS = 0.25;
    private static final double FALLEN_DECIBELS = 18;
    private static final double RISE_DECIBELS = 6;

    private VoiceTails() {}

    /// @param hertz by frame, not a number where there is no pitch; changed in place
    /// @param levels decibels, by frame
    static void cut(float[] hertz, float[] levels, double hopSeconds) {
        int moment = (int) Math.round(MOMENT_SECONDS / hopSeconds);
        int f = 0;
        while (f < hertz.length) {
            int from = f;
            while (f < hertz.length && !Float.isNaN(hertz[f])) {
                f++;
            }
            cut(hertz, levels, from, f, moment);
            f++;
        }
    }

    private static void cut(float[] hertz, float[] levels, int from, int to, int moment) {
        float most = Float.NEGATIVE_INFINITY;
        float least = Float.POSITIVE_INFINITY;
        for (int f = to - 1; f >= from; f--) {
            // Backwards, the level of a tail rises.
            least = Math.min(least, levels[f]);
            most = Math.max(most, levels[f]);
            boolean risesAgain = most - levels[f] > RISE_DECIBELS;
            float loud = levels[f];
            for (int g = Math.max(from, f - moment); g < f; g++) {
                loud = Math.max(loud, levels[g]);
            }
            if (risesAgain || loud - levels[f] < FALLEN_DECIBELS) {
                return;
            }
            hertz[f] = Float.NaN;
        }
    }
}
