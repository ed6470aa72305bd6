package zelvan.measure;

import java.util.Optional;
import java.util.function.DoubleUnaryOperator;
import zelvan.align.Alignment;
import zelvan.align.Anchor;
import zelvan.dsp.Percentile;
import zelvan.timing.Placement;
import zelvan.timing.TimingSettings;
import zelvan.units.GuideSpan;

/// Finds the slack at which a voice sounds apart from another again.
public final class Opening {
    /// This far apart a comb's first notch, at `1 / (2 · delay)`, lies below 42 Hz, under every
    /// voice, and the two do not flam yet; see [Hearing].
    static final double APART_SECONDS = 0.012;

    private static final double STEP_SECONDS = 0.002;
    private static final double MOST_SECONDS = 0.06;

    private Opening() {}

    /// @param voice aligned with the guide
    /// @param placement where its phrases lie
    /// @param settings in force now
    /// @param other how far the other voice is from the guide at a moment of the guide, as it
    ///   sounds
    /// @param phrase of the guide
    public static Optional<Double> slackSeconds(
            Alignment voice,
            Placement placement,
            TimingSettings settings,
            DoubleUnaryOperator other,
            GuideSpan phrase) {
        for (double slack = settings.slackSeconds() + STEP_SECONDS;
                slack <= MOST_SECONDS;
                slack += STEP_SECONDS) {
            TimingSettings looser = settings.withSlack(slack);
            double[] apart =
                    voice.anchorsIn(phrase).stream()
                            .mapToDouble(a ->
                                    Math.abs(
                                            left(a, placement, looser)
                                                    - other.applyAsDouble(a.guideSeconds())))
                            .toArray();
            if (apart.length > 0 && Percentile.median(apart) >= APART_SECONDS) {
                return Optional.of(slack);
            }
        }
        return Optional.empty();
    }

    private static double left(Anchor anchor, Placement placement, TimingSettings settings) {
        return anchor.offsetSeconds()
                - settings.moveSeconds(
                        anchor.offsetSeconds(), placement.secondsAt(anchor.sourceSeconds()));
    }
}
