package zelvan.desktop.closeup.time;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.DoubleUnaryOperator;
import zelvan.align.Anchor;
import zelvan.analysis.Landmark;
import zelvan.analysis.LandmarkKind;
import zelvan.desktop.closeup.Lane;

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

    /// The beads of a lane's ribbon, in order.
    ///
    /// @param locked how far the ribbon has slid: 0 as recorded, 1 as edited
    static List<Bead> of(Lane lane, double locked) {
        DoubleUnaryOperator shown = lane.shown(locked);
        return lane.isGuide() ? ofGuide(lane, shown) : ofVoice(lane, shown);
    }

    private static List<Bead> ofVoice(Lane lane, DoubleUnaryOperator shown) {
        List<Bead> beads = new ArrayList<>();
        for (Anchor anchor : lane.made().alignment().anchors()) {
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
    private static List<Bead> ofGuide(Lane lane, DoubleUnaryOperator shown) {
        List<Bead> beads = new ArrayList<>();
        List<Landmark> landmarks =
                lane.made().analysis().map(lane.hand().marks()::of).orElse(List.of());
        for (Landmark landmark : landmarks) {
            beads.add(ofGuide(lane, Optional.of(landmark.kind()), landmark.seconds(), shown));
        }
        for (Anchor anchor : lane.hand().anchors()) {
            if (beads.stream().noneMatch(b -> b.isAt(anchor.sourceSeconds()))) {
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
