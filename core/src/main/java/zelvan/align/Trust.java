package zelvan.align;

import zelvan.analysis.VoiceAnalysis;

/// How far a match is to be trusted: how probable it is that the true path runs close by, and how
/// alike the two voices are around it.
final class Trust {
    /// A match this far off is wrong.
    private static final double CLOSE_SECONDS = 0.03;

    private static final int ROWS_AROUND = 5;

    private static final double SURE_COST = 0.12;
    private static final double HOPELESS_COST = 0.62;

    private final Correspondence found;
    private final PathPosterior posterior;
    private final double rowSeconds;

    /// @param step frames in a row of the posterior
    Trust(Correspondence found, PathPosterior posterior, int step) {
        this.found = found;
        this.posterior = posterior;
        rowSeconds = step * VoiceAnalysis.HOP_SECONDS;
    }

    /// From 0 to 1.
    double of(double guideSeconds, double sourceSeconds) {
        double mass = 0;
        for (int d = -ROWS_AROUND; d <= ROWS_AROUND; d++) {
            int row = (int) Math.round(guideSeconds / rowSeconds) + d;
            mass +=
                    posterior.massAround(
                                    Math.clamp(row, 0, posterior.rows() - 1),
                                    sourceSeconds / rowSeconds + d,
                                    CLOSE_SECONDS / rowSeconds)
                            / (2 * ROWS_AROUND + 1);
        }
        double cost = found.costAround(guideSeconds);
        double alike = Math.clamp((HOPELESS_COST - cost) / (HOPELESS_COST - SURE_COST), 0, 1);
        return Math.clamp(Math.sqrt(mass * alike), 0, 1);
    }
}
