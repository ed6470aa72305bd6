package zelvan.align;

import java.util.List;
import zelvan.units.TimeSpan;

/// What belongs together in a voice and its guide.
///
/// @param anchors in order, strictly increasing in both voices
/// @param unmatched stretches of singing in the voice that the guide does not have, in the voice's
///   time
/// @param missing stretches of singing in the guide that the voice does not have, in the guide's
///   time
public record Alignment(List<Anchor> anchors, List<TimeSpan> unmatched, List<TimeSpan> missing) {
    /// An anchor trusted less than this is doubtful.
    public static final double DOUBTFUL_BELOW = 0.8;

    public static final Alignment NONE = new Alignment(List.of(), List.of(), List.of());

    public Alignment {
        anchors = List.copyOf(anchors);
        unmatched = List.copyOf(unmatched);
        missing = List.copyOf(missing);
        for (int i = 1; i < anchors.size(); i++) {
            Anchor before = anchors.get(i - 1);
            Anchor after = anchors.get(i);
            if (!(after.sourceSeconds() > before.sourceSeconds())
                    || !(after.guideSeconds() > before.guideSeconds())) {
                throw new IllegalArgumentException(
                        "anchors must increase, were " + before + " and " + after);
            }
        }
    }

    /// The anchors within a stretch of the guide, in order.
    public List<Anchor> anchorsIn(TimeSpan guideSpan) {
        return anchors.subList(
                firstFrom(guideSpan.startSeconds()), firstFrom(guideSpan.endSeconds()));
    }

    /// Index of the first anchor at or after a moment of the guide.
    private int firstFrom(double guideSeconds) {
        int low = 0;
        int high = anchors.size();
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (anchors.get(middle).guideSeconds() < guideSeconds) {
                low = middle + 1;
            } else {
                high = middle;
            }
        }
        return low;
    }

    /// The guide's moment that belongs to one of the voice: between anchors in a straight line,
    /// beyond them at the same offset.
    public double guideSecondsAt(double sourceSeconds) {
        if (anchors.isEmpty()) {
            return sourceSeconds;
        }
        int after = 0;
        while (after < anchors.size() && anchors.get(after).sourceSeconds() <= sourceSeconds) {
            after++;
        }
        if (after == 0 || after == anchors.size()) {
            return sourceSeconds - anchors.get(Math.max(0, after - 1)).offsetSeconds();
        }
        Anchor a = anchors.get(after - 1);
        Anchor b = anchors.get(after);
        double share =
                (sourceSeconds - a.sourceSeconds()) / (b.sourceSeconds() - a.sourceSeconds());
        return a.guideSeconds() + share * (b.guideSeconds() - a.guideSeconds());
    }
}
