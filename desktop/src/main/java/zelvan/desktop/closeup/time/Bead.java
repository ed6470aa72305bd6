package zelvan.desktop.closeup.time;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.DoubleUnaryOperator;
import java.util.function.ToDoubleFunction;
import zelvan.align.Anchor;
import zelvan.analysis.Landmark;
import zelvan.analysis.LandmarkKind;
import zelvan.desktop.closeup.Lane;
import zelvan.units.Search;

/// A moment shown on a ribbon.
///
/// @param voiceId whose ribbon
/// @param kind what happens there; empty for a held moment without a landmark
/// @param sourceSeconds in the voice as recorded
/// @param shownSeconds where it is shown now
/// @param anchor what it is tied to; empty for the guide's own and for what is not matched
record Bead(
        String voiceId,
        Optional<LandmarkKind> kind,
        double sourceSeconds,
        double shownSeconds,
        Optional<Anchor> anchor) {
    private static final double SAME_SECONDS = 1e-6;

    /// The beads of a lane's ribbon that are shown in a stretch, in order: looking for them takes
    /// no longer in a long song.
    ///
    /// @param locked how far the ribbon has slid: 0 as recorded, 1 as edited
    static List<Bead> of(Lane lane, double locked, double fromSeconds, double toSeconds) {
        DoubleUnaryOperator shown = lane.shown(locked);
        return lane.isGuide()
                ? ofGuide(lane, shown, fromSeconds, toSeconds)
                : ofVoice(lane, shown, fromSeconds, toSeconds);
    }

    /// Of moments in order, those that are shown in a stretch.
    private static <T> List<T> shownIn(
            List<T> moments,
            ToDoubleFunction<T> sourceSeconds,
            DoubleUnaryOperator shown,
            double fromSeconds,
            double toSeconds) {
        int from = firstFrom(moments, sourceSeconds, shown, fromSeconds);
        int to = firstFrom(moments, sourceSeconds, shown, toSeconds);
        return moments.subList(from, Math.max(from, to));
    }

    private static <T> int firstFrom(
            List<T> moments,
            ToDoubleFunction<T> sourceSeconds,
            DoubleUnaryOperator shown,
            double seconds) {
        return Search.first(
                moments.size(),
                i -> shown.applyAsDouble(sourceSeconds.applyAsDouble(moments.get(i))) >= seconds);
    }

    private static List<Bead> ofVoice(
            Lane lane, DoubleUnaryOperator shown, double fromSeconds, double toSeconds) {
        List<Bead> beads = new ArrayList<>();
        List<Anchor> anchors = lane.made().alignment().anchors();
        for (Anchor anchor :
                shownIn(anchors, Anchor::sourceSeconds, shown, fromSeconds, toSeconds)) {
            if (anchor.kind().isPresent() || anchor.byUser()) {
                beads.add(
                        new Bead(
                                lane.voice().id(),
                                anchor.kind(),
                                anchor.sourceSeconds(),
                                shown.applyAsDouble(anchor.sourceSeconds()),
                                Optional.of(anchor)));
            }
        }
        return beads;
    }

    /// Tied only to what the user has set.
    private static List<Bead> ofGuide(
            Lane lane, DoubleUnaryOperator shown, double fromSeconds, double toSeconds) {
        List<Bead> beads = new ArrayList<>();
        List<Landmark> landmarks =
                lane.made().analysis().map(lane.hand().marks()::of).orElse(List.of());
        for (Landmark landmark :
                shownIn(landmarks, Landmark::seconds, shown, fromSeconds, toSeconds)) {
            beads.add(ofGuide(lane, Optional.of(landmark.kind()), landmark.seconds(), shown));
        }
        for (Anchor anchor : lane.hand().anchors()) {
            double at = shown.applyAsDouble(anchor.sourceSeconds());
            if (at >= fromSeconds
                    && at < toSeconds
                    && beads.stream().noneMatch(b -> b.isAt(anchor.sourceSeconds()))) {
                beads.add(ofGuide(lane, anchor.kind(), anchor.sourceSeconds(), shown));
            }
        }
        return beads;
    }

    private static Bead ofGuide(
            Lane lane,
            Optional<LandmarkKind> kind,
            double sourceSeconds,
            DoubleUnaryOperator shown) {
        Optional<Anchor> set =
                lane.hand().anchors().stream()
                        .filter(a -> Math.abs(a.sourceSeconds() - sourceSeconds) < SAME_SECONDS)
                        .findFirst();
        return new Bead(
                lane.voice().id(), kind, sourceSeconds, shown.applyAsDouble(sourceSeconds), set);
    }

    /// Whether it is of that moment of the voice as recorded.
    boolean isAt(double seconds) {
        return Math.abs(seconds - sourceSeconds) < SAME_SECONDS;
    }
}
