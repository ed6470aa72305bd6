package zelvan.analysis;

import java.util.ArrayList;
import java.util.List;
import zelvan.units.Pitch;
import zelvan.units.RecordedSpan;

/// Finds where the octave of a pitch is not sure: where another octave is likelier by the sound
/// alone, and only what is sung nearby has decided, and where what is surely heard nearby lies in
/// another octave.
final class OctaveDoubts {
    /// By as much the other octave must be likelier, nats a frame.
    private static final double DOUBTFUL_COST = 0.5;

    /// Where the mouth moves fast everything is unlike itself; a voice in the other octave would
    /// not be.
    private static final double PLAINLY_ALIKE = 0.04;

    /// As far away, in octaves, what is surely heard nearby must lie.
    private static final double DOUBTFUL_OCTAVES = 0.8;

    /// Doubtful steps no further apart belong together; by themselves fewer than so many are no
    /// doubt.
    private static final int STEPS_APART = 10;

    private static final int FEWEST_STEPS = 5;

    private static final double SAME_CENTS = 100;

    private OctaveDoubts() {}

    /// @param path what was chosen, by step; not a number where that is no pitch
    /// @param steps among which candidates
    /// @param context what is surely heard nearby; not a number if that is nothing
    static List<RecordedSpan> find(
            float[] path, PeriodSearch.Found[] steps, double[] context, double stepSeconds) {
        List<RecordedSpan> doubts = new ArrayList<>();
        int first = -1;
        int last = -1;
        int count = 0;
        for (int k = 0; k <= path.length; k++) {
            boolean end = k == path.length;
            boolean doubtful = !end && doubtful(path[k], steps[k], context[k]);
            if (first >= 0 && (end || k - last > STEPS_APART)) {
                if (count >= FEWEST_STEPS) {
                    doubts.add(new RecordedSpan(first * stepSeconds, (last + 1) * stepSeconds));
                }
                first = -1;
                count = 0;
            }
            if (doubtful) {
                first = first < 0 ? k : first;
                last = k;
                count++;
            }
        }
        return doubts;
    }

    private static boolean doubtful(float chosen, PeriodSearch.Found found, double context) {
        if (Float.isNaN(chosen)) {
            return false;
        }
        if (Math.abs(PitchTracker.octaves(chosen, context)) > DOUBTFUL_OCTAVES) {
            return true;
        }
        double own = PitchTracker.cost(chosen, found.unlikeAt(chosen));
        for (int c = 0; c < found.hertz().length; c++) {
            boolean likelier =
                    found.unlike()[c] < PLAINLY_ALIKE && found.cost()[c] < own - DOUBTFUL_COST;
            if (likelier && isOctave(PitchTracker.octaves(found.hertz()[c], chosen))) {
                return true;
            }
        }
        return false;
    }

    private static boolean isOctave(double octaves) {
        double whole = Math.rint(octaves);
        return whole != 0 && Math.abs(octaves - whole) * Pitch.CENTS_PER_OCTAVE < SAME_CENTS;
    }
}
