package zelvan.desktop.closeup.pitch;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.DoubleUnaryOperator;
import javafx.scene.paint.Color;
import zelvan.analysis.Note;
import zelvan.analysis.VoiceAnalysis;
import zelvan.desktop.closeup.Lane;
import zelvan.desktop.theme.Palette;
import zelvan.tuning.TuningResult;
import zelvan.tuning.TuningSettings;
import zelvan.units.Pitch;
import zelvan.units.Search;

/// One voice's pitch as it is shown.
///
/// @param lane whose it is
/// @param settings in force for most of the voice
/// @param place among the voices of its stack
/// @param locked 0 as recorded, 1 as edited, between them while it slides
/// @param lift pixels by which it is pulled apart from the others
record PitchLine(Lane lane, TuningSettings settings, int place, double locked, double lift) {
    /// What counts as off beyond the slack.
    private static final double TOLERANCE_CENTS = 5;

    private static final double DOUBTFUL_VOICING = 0.35;
    private static final int NEAR_FRAMES = 40;

    /// Whether a moment is where it belongs.
    enum Place {
        FREE,
        WITHIN,
        FLAT,
        SHARP
    }

    /// A note as it is shown.
    record Rail(Note note, double fromSeconds, double toSeconds, double cents) {}

    Color colour(Palette colours) {
        return colours.shade(lane.stackIndex(), place);
    }

    private VoiceAnalysis voice() {
        return lane.made().analysis().orElseThrow();
    }

    private TuningResult tuned() {
        return lane.made().pitched().result();
    }

    int frames() {
        return voice().frames();
    }

    DoubleUnaryOperator shown() {
        return lane.shown(locked);
    }

    /// Cents above A4, as shown; not a number where there is no pitch.
    double centsAt(int frame) {
        double own = Pitch.centsBetween(Pitch.A4_HERTZ, voice().pitch().hertz(frame));
        return locked == 0 ? own : own + locked * tuned().map().centsAt(frame * HOP);
    }

    private static final double HOP = VoiceAnalysis.HOP_SECONDS;

    /// What it is drawn to, cents above A4; not a number where it is drawn to nothing.
    double targetAt(int frame) {
        float[] target = tuned().targetCents();
        return frame < target.length ? target[frame] : Double.NaN;
    }

    Place placeAt(int frame) {
        float[] offsets = locked < 0.5 ? tuned().beforeCents() : tuned().afterCents();
        if (frame >= offsets.length || Float.isNaN(offsets[frame])) {
            return Place.FREE;
        }
        if (Math.abs(offsets[frame]) <= settings.slackCents() + TOLERANCE_CENTS) {
            return Place.WITHIN;
        }
        return offsets[frame] < 0 ? Place.FLAT : Place.SHARP;
    }

    boolean isDoubtful(int frame) {
        return voice().pitch().voicing(frame) < DOUBTFUL_VOICING;
    }

    /// The last frame that is shown at a moment or before it.
    int frameAt(double shownSeconds) {
        DoubleUnaryOperator shown = shown();
        int after = Search.first(frames(), f -> shown.applyAsDouble(f * HOP) > shownSeconds);
        return Math.max(0, after - 1);
    }

    /// Where its curve is nearest to a moment, cents above A4 as shown; not a number where it is
    /// far from it.
    double centsNear(double shownSeconds) {
        int frame = frameAt(shownSeconds);
        for (int away = 0; away < NEAR_FRAMES; away++) {
            for (int f : new int[] {frame - away, frame + away}) {
                if (f >= 0 && f < frames() && !Double.isNaN(centsAt(f))) {
                    return centsAt(f);
                }
            }
        }
        return Double.NaN;
    }

    /// As found, or as the user says.
    private List<Note> notes() {
        return lane.made().pitched().matched().isPresent() ? tuned().notes() : voice().notes();
    }

    List<Rail> rails() {
        List<Rail> rails = new ArrayList<>();
        DoubleUnaryOperator shown = shown();
        for (Note note : notes()) {
            double moved = locked * tuned().map().centsAt(note.span().middleSeconds());
            rails.add(
                    new Rail(
                            note,
                            shown.applyAsDouble(note.span().startSeconds()),
                            shown.applyAsDouble(note.span().endSeconds()),
                            Pitch.centsBetween(Pitch.A4_HERTZ, note.hertz()) + moved));
        }
        return rails;
    }

    /// Whether the user has said what is to become of it.
    boolean isByHand(Rail rail) {
        return lane.hand().notes().stream().anyMatch(n -> n.span().equals(rail.note.span()));
    }

    /// The note that is shown nearest to a place.
    Optional<Rail> railAt(double shownSeconds, double cents, double reachCents) {
        return rails().stream()
                .filter(r -> shownSeconds >= r.fromSeconds && shownSeconds < r.toSeconds)
                .filter(r -> Math.abs(r.cents - cents) < reachCents)
                .min(Comparator.comparingDouble(r -> Math.abs(r.cents - cents)));
    }
}
