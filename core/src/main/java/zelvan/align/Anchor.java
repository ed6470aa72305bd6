package zelvan.align;

import java.util.Optional;
import java.util.function.DoubleUnaryOperator;
import zelvan.analysis.LandmarkKind;
import zelvan.units.Moments;

/// A moment of the voice and a moment of the guide that belong together.
///
/// @param kind the landmark that was found in both; empty where they merely pass the same sound
/// @param sourceSeconds in the voice, as recorded
/// @param guideSeconds in the guide
/// @param confidence how far the match is to be trusted, 0 to 1
/// @param origin who says so
/// @param heldSeconds with which moment of the guide it is to sound, if it is held: usually the one
///   that it belongs to, but it may be nudged away from that
public record Anchor(
        Optional<LandmarkKind> kind,
        double sourceSeconds,
        double guideSeconds,
        double confidence,
        Origin origin,
        Optional<Double> heldSeconds) {
    private static final double ROOM_SECONDS = 0.02;

    /// Who says that two moments belong together.
    public enum Origin {
        /// The program.
        FOUND,
        /// The user: this is where the landmark is. Pull and slack move it like any other.
        PLACED,
        /// The user: this moment is to sound with the guide's, whatever the pull.
        HELD
    }

    public Anchor {
        if (!(confidence >= 0 && confidence <= 1)) {
            throw new IllegalArgumentException("confidence must be 0 to 1, was " + confidence);
        }
        Moments.check("sourceSeconds", sourceSeconds);
        Moments.check("guideSeconds", guideSeconds);
        heldSeconds.ifPresent(t -> Moments.check("heldSeconds", t));
        if ((origin == Origin.HELD) != heldSeconds.isPresent()) {
            throw new IllegalArgumentException("an anchor that is held is held somewhere");
        }
    }

    /// An anchor found by the program.
    public static Anchor found(
            Optional<LandmarkKind> kind,
            double sourceSeconds,
            double guideSeconds,
            double confidence) {
        return new Anchor(
                kind, sourceSeconds, guideSeconds, confidence, Origin.FOUND, Optional.empty());
    }

    /// A moment held by the user.
    public static Anchor held(double sourceSeconds, double guideSeconds) {
        return heldAway(sourceSeconds, guideSeconds, guideSeconds);
    }

    /// A moment held by the user away from the one that it belongs to.
    public static Anchor heldAway(double sourceSeconds, double guideSeconds, double heldSeconds) {
        return new Anchor(
                Optional.empty(),
                sourceSeconds,
                guideSeconds,
                1,
                Origin.HELD,
                Optional.of(heldSeconds));
    }

    /// A landmark put there by the user.
    public static Anchor placed(LandmarkKind kind, double sourceSeconds, double guideSeconds) {
        return new Anchor(
                Optional.of(kind), sourceSeconds, guideSeconds, 1, Origin.PLACED, Optional.empty());
    }

    /// Whether it is held by the user.
    public boolean held() {
        return origin == Origin.HELD;
    }

    /// Whether the user has set it, held or placed.
    public boolean byUser() {
        return origin != Origin.FOUND;
    }

    Anchor withConfidence(double newConfidence) {
        return new Anchor(kind, sourceSeconds, guideSeconds, newConfidence, origin, heldSeconds);
    }

    /// Whether another one lies apart from it, in the same order in both.
    boolean leavesRoomFor(Anchor other) {
        double source = sourceSeconds - other.sourceSeconds;
        double guide = guideSeconds - other.guideSeconds;
        return source * guide > 0 && Math.min(Math.abs(source), Math.abs(guide)) > ROOM_SECONDS;
    }

    /// The same with another moment of the guide.
    public Anchor withGuideSeconds(DoubleUnaryOperator times) {
        return new Anchor(
                kind,
                sourceSeconds,
                times.applyAsDouble(guideSeconds),
                confidence,
                origin,
                heldSeconds.map(times::applyAsDouble));
    }

    /// The same two moments, not lined up as a landmark.
    Anchor asPassage() {
        return new Anchor(
                Optional.empty(), sourceSeconds, guideSeconds, confidence, origin, heldSeconds);
    }

    /// The same, `source` seconds later in the voice and `guide` seconds later in the guide.
    public Anchor shiftedBy(double source, double guide) {
        return new Anchor(
                kind,
                sourceSeconds + source,
                guideSeconds + guide,
                confidence,
                origin,
                heldSeconds.map(t -> t + guide));
    }

    /// Of a voice's anchors no two are at the same moment; there are thousands in a song, looked
    /// for after each change.
    @Override
    public int hashCode() {
        return Double.hashCode(sourceSeconds);
    }

    /// How late the voice is there: positive is late.
    public double offsetSeconds() {
        return sourceSeconds - guideSeconds;
    }
}
