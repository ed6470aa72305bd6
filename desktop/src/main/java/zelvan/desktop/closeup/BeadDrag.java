package zelvan.desktop.closeup;

import java.util.function.DoubleUnaryOperator;
import zelvan.align.Marks;
import zelvan.analysis.Landmark;
import zelvan.analysis.LandmarkKind;
import zelvan.desktop.model.AppModel;
import zelvan.desktop.model.Repairs;
import zelvan.session.Gesture;

/// A bead on its way: held where it is dragged to, or re-placed in its voice.
final class BeadDrag {
    private final AppModel model;
    private final Lane lane;
    private final Bead bead;
    private final boolean replacing;
    private final Gesture gesture;
    private final Marks marksBefore;

    /// What of the voice is under the mouse, as it was when the drag began: the ribbon may slide
    /// away below it.
    private final DoubleUnaryOperator source;

    private final Repairs.Taken taken;
    private double seconds;

    BeadDrag(AppModel model, Lane lane, Bead bead, boolean replacing, double locked) {
        this.model = model;
        this.lane = lane;
        this.bead = bead;
        this.replacing = replacing;
        gesture = Gesture.begin();
        marksBefore = lane.hand().marks();
        source = lane.source(locked);
        seconds = bead.shownSeconds();
        taken =
                model.repairs()
                        .take(
                                bead.voiceId(),
                                bead.sourceSeconds(),
                                bead.anchor(),
                                bead.shownSeconds());
    }

    /// A bead and where it is dragged to.
    ///
    /// @param bead as it was when it was taken
    /// @param seconds where it is now
    record At(Bead bead, double seconds) {
        boolean isOf(Bead other) {
            return other.voiceId().equals(bead.voiceId())
                    && Math.abs(other.sourceSeconds() - bead.sourceSeconds()) < 1e-6;
        }
    }

    At at() {
        return new At(bead, seconds);
    }

    boolean isReplacing() {
        return replacing;
    }

    boolean isOfGuide() {
        return lane.isGuide();
    }

    void to(double shownSeconds) {
        seconds = shownSeconds;
        if (replacing) {
            LandmarkKind kind = bead.kind().orElse(LandmarkKind.VOWEL);
            model.repairs()
                    .replace(
                            bead.voiceId(),
                            new Landmark(kind, bead.sourceSeconds(), 1),
                            bead.anchor(),
                            Math.max(0, source.applyAsDouble(shownSeconds)),
                            marksBefore,
                            gesture);
        } else {
            model.repairs().hold(taken, shownSeconds, gesture);
        }
    }
}
