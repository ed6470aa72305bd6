package zelvan.align;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import zelvan.analysis.Landmark;
import zelvan.analysis.LandmarkKind;

/// Finds the moments of a grid, or the onsets of another track, to which a voice's vowels belong.
///
/// Vowels, because they are felt as the beat; what precedes them moves along. Of two vowels that
/// are nearest to the same moment, the nearer has it; a vowel too far from every moment belongs to
/// none.
public final class MomentMatcher {
    private static final double FARTHEST_SECONDS = 0.2;

    /// A vowel must be nearer to its moment than this part of the way to the next.
    private static final double NEAREST_SHARE = 0.5;

    private MomentMatcher() {}

    /// @param landmarks of the voice
    /// @param moments in seconds, increasing
    /// @param byUser anchors set by the user, in order; whatever contradicts them gives way
    public static Alignment match(List<Landmark> landmarks, double[] moments, List<Anchor> byUser) {
        Anchor[] nearest = new Anchor[moments.length];
        for (Landmark landmark : landmarks) {
            int m = landmark.kind() == LandmarkKind.VOWEL ? nearest(moments, landmark) : -1;
            if (m >= 0) {
                Anchor anchor = anchor(landmark, moments, m);
                if (nearest[m] == null
                        || Math.abs(anchor.offsetSeconds())
                                < Math.abs(nearest[m].offsetSeconds())) {
                    nearest[m] = anchor;
                }
            }
        }
        List<Anchor> anchors = new ArrayList<>(byUser);
        for (Anchor anchor : nearest) {
            if (anchor != null && byUser.stream().allMatch(u -> u.leavesRoomFor(anchor))) {
                anchors.add(anchor);
            }
        }
        anchors.sort(java.util.Comparator.comparingDouble(Anchor::sourceSeconds));
        return new Alignment(anchors, List.of(), List.of());
    }

    private static int nearest(double[] moments, Landmark landmark) {
        int after = Arrays.binarySearch(moments, landmark.seconds());
        after = after < 0 ? -after - 1 : after;
        int best = -1;
        double least = FARTHEST_SECONDS;
        for (int m = Math.max(0, after - 1); m <= Math.min(moments.length - 1, after); m++) {
            if (Math.abs(moments[m] - landmark.seconds()) < least) {
                best = m;
                least = Math.abs(moments[m] - landmark.seconds());
            }
        }
        return best;
    }

    /// The nearer to the middle between two moments, the less sure.
    private static Anchor anchor(Landmark landmark, double[] moments, int m) {
        double before = m > 0 ? moments[m] - moments[m - 1] : Double.MAX_VALUE;
        double after = m + 1 < moments.length ? moments[m + 1] - moments[m] : Double.MAX_VALUE;
        double room = Math.min(2 * FARTHEST_SECONDS, Math.min(before, after));
        double away = Math.abs(landmark.seconds() - moments[m]) / (NEAREST_SHARE * room);
        return Anchor.found(
                Optional.of(landmark.kind()),
                landmark.seconds(),
                moments[m],
                Math.clamp(1 - away * away * away, 0, 1));
    }
}
