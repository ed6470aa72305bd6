package zelvan.align;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.stream.DoubleStream;
import java.util.stream.Stream;
import zelvan.analysis.Landmark;
import zelvan.dsp.Percentile;

/// Where the middle of several voices is that sing the same without a lead: of each moment the
/// median of when they sing it. One of them stands for all; it is matched with that.
public final class OwnMiddle {
    private OwnMiddle() {}

    /// @param landmarks of the voice that stands for all
    /// @param others each matched with it; what is not sure, and what they do not sing, does not
    ///   count
    /// @param byUser anchors set by the user, in order; whatever contradicts them gives way
    /// @return its moments with those of the middle
    public static Alignment of(
            List<Landmark> landmarks, List<Alignment> others, List<Anchor> byUser) {
        List<Anchor> anchors = new ArrayList<>(byUser);
        for (Landmark landmark : landmarks) {
            double[] moments =
                    DoubleStream.concat(
                                    DoubleStream.of(landmark.seconds()),
                                    others.stream()
                                            .flatMap(other -> sure(other, landmark))
                                            .mapToDouble(Anchor::sourceSeconds))
                            .toArray();
            Anchor anchor =
                    Anchor.found(
                            Optional.of(landmark.kind()),
                            landmark.seconds(),
                            Percentile.median(moments),
                            1);
            if (moments.length > 1 && anchors.stream().allMatch(a -> a.leavesRoomFor(anchor))) {
                anchors.add(anchor);
            }
        }
        anchors.sort(Comparator.comparingDouble(Anchor::sourceSeconds));
        return new Alignment(anchors, List.of(), List.of());
    }

    private static Stream<Anchor> sure(Alignment other, Landmark landmark) {
        return other.passing(landmark).stream()
                .filter(anchor -> anchor.confidence() >= Alignment.DOUBTFUL_BELOW);
    }
}
