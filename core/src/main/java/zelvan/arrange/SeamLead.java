package zelvan.arrange;

import java.util.List;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.function.DoubleUnaryOperator;
import java.util.stream.IntStream;
import zelvan.analysis.VoiceAnalysis;
import zelvan.dsp.Percentile;
import zelvan.units.Curve;
import zelvan.units.Pitch;
import zelvan.units.RecordedSpan;

/// Leads pitch and level over where one recording goes over into another in the middle of a sound:
/// each gives way to the other by half of the step, over a tenth of a second. In rests and
/// consonants nothing is done.
///
/// @param cents by how much higher it sounds, by the voice's own time
/// @param decibels by how much louder
public record SeamLead(Curve cents, Curve decibels) {
    private static final double LEAD_SECONDS = 0.1;

    /// What is nearer to the seam sounds of both.
    private static final double NEAREST_SECONDS = 0.01;

    private static final double FARTHEST_SECONDS = 0.04;

    /// Of the frames beside a seam.
    private static final double VOICED = 0.7;

    /// Less is not heard (common practice).
    private static final double LEAST_CENTS = 5;

    /// More is another note.
    private static final double MOST_CENTS = 150;

    private static final double LEAST_DECIBELS = 0.5;
    private static final double MOST_DECIBELS = 8;

    /// What is heard to one side of a seam.
    private record Side(double hertz, double decibels) {}

    /// @param seams where both sound, in order
    /// @param heard in the voice
    /// @param centsAt by how much higher it sounds already, by its own time
    public static SeamLead of(
            List<RecordedSpan> seams, VoiceAnalysis heard, DoubleUnaryOperator centsAt) {
        Curve cents = Curve.NONE;
        Curve decibels = Curve.NONE;
        for (RecordedSpan seam : seams) {
            Optional<Side> before =
                    side(
                            heard,
                            seam.middleSeconds() - FARTHEST_SECONDS,
                            seam.middleSeconds() - NEAREST_SECONDS);
            Optional<Side> after =
                    side(
                            heard,
                            seam.middleSeconds() + NEAREST_SECONDS,
                            seam.middleSeconds() + FARTHEST_SECONDS);
            if (before.isEmpty() || after.isEmpty()) {
                continue;
            }
            Side one = before.get();
            Side other = after.get();
            double higher =
                    Pitch.centsBetween(one.hertz, other.hertz)
                            + centsAt.applyAsDouble(seam.endSeconds())
                            - centsAt.applyAsDouble(seam.startSeconds());
            if (Math.abs(higher) >= LEAST_CENTS && Math.abs(higher) <= MOST_CENTS) {
                cents = cents.plus(lead(seam, higher));
            }
            double louder = other.decibels - one.decibels;
            if (Math.abs(louder) >= LEAST_DECIBELS) {
                decibels =
                        decibels.plus(
                                lead(seam, Math.clamp(louder, -MOST_DECIBELS, MOST_DECIBELS)));
            }
        }
        return new SeamLead(cents, decibels);
    }

    private static Curve lead(RecordedSpan seam, double step) {
        double from = seam.startSeconds();
        double to = seam.endSeconds();
        return Curve.of(
                new double[] {from - LEAD_SECONDS, from, to, to + LEAD_SECONDS},
                new double[] {0, step / 2, -step / 2, 0});
    }

    /// None where there is no pitch.
    private static Optional<Side> side(VoiceAnalysis heard, double from, double to) {
        int[] frames = IntStream.rangeClosed(heard.frameAt(from), heard.frameAt(to)).toArray();
        double[] hertz =
                IntStream.of(frames)
                        .filter(heard.pitch()::voiced)
                        .mapToDouble(heard.pitch()::hertz)
                        .toArray();
        OptionalDouble decibels =
                IntStream.of(frames).mapToDouble(f -> heard.levelDecibels()[f]).average();
        return hertz.length < VOICED * frames.length || decibels.isEmpty()
                ? Optional.empty()
                : Optional.of(new Side(Percentile.median(hertz), decibels.getAsDouble()));
    }
}
