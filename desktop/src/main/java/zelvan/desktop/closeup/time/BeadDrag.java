package zelvan.desktop.closeup.time;

import java.util.function.DoubleUnaryOperator;
import zelvan.align.Marks;
import zelvan.analysis.Landmark;
import zelvan.analysis.LandmarkKind;
import zelvan.desktop.acts.Repairs;
import zelvan.desktop.closeup.Lane;
import zelvan.desktop.desk.Desk;
import zelvan.session.Gesture;

/// A bead on its way: held where it is dragged to, or re-placed in its voice.
final class BeadDrag {
    private final Desk desk;
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

    BeadDrag(Desk desk, Lane lane, Bead bead, boolean replacing, double locked) {
        this.desk = desk;
        this.lane = lane;
        this.bead = bead;
        this.replacing = replacing;
        gesture = Gesture.begin();
        marksBefore = lane.hand().marks();
        source = lane.source(locked);
        seconds = bead.shownSeconds();
        taken =
                new Repairs(desk.now())
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
            return other.voiceId().equals(bead.voiceId()) && other.isAt(bead.sourceSeconds());
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
            Landmark found = new Landmark(kind, bead.sourceSeconds(), 1);
            double there = Math.max(0, source.applyAsDouble(shownSeconds));
            desk.act(
                    now ->
                            new Repairs(now)
                                    .replace(
                                            bead.voiceId(),
                                            found,
                                            bead.anchor(),
                                            there,
                                            marksBefore),
                    gesture);
        } else {
            desk.act(now -> new Repairs(now).hold(taken, shownSeconds), gesture);
        }
    }
}
