package zelvan.tuning;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import zelvan.analysis.Note;
import zelvan.units.Pitch;

/// Finds the key of a song: the one whose tones are sung as long as they are expected to be.
///
/// **Source:** C. L. Krumhansl & E. J. Kessler, *Tracing the dynamic changes in perceived tonal
/// organization in a spatial representation of musical keys* (1982) for the profiles; C. L.
/// Krumhansl, *Cognitive Foundations of Musical Pitch* (1990) for correlating them with durations.
public final class KeyFinder {
    private static final double[] MAJOR = {
        6.35, 2.23, 3.48, 2.33, 4.38, 4.09, 2.52, 5.19, 2.39, 3.66, 2.29, 2.88
    };
    private static final double[] MINOR = {
        6.33, 2.68, 3.52, 5.38, 2.60, 3.53, 2.54, 4.75, 3.98, 2.69, 3.34, 3.17
    };

    private KeyFinder() {}

    private static double[] profile(Key.Mode mode) {
        return mode == Key.Mode.MAJOR ? MAJOR : MINOR;
    }

    /// How alike the profiles of two keys are, −1 to 1.
    static double nearness(Key one, Key other) {
        double[] profile = profile(one.mode());
        double[] weights = new double[ToneSet.CLASSES];
        for (int c = 0; c < weights.length; c++) {
            weights[(c + one.tonic()) % weights.length] = profile[c];
        }
        return correlation(weights, profile(other.mode()), other.tonic());
    }

    /// How long each of the twelve pitch classes is sung, seconds, from C on.
    public static double[] secondsOf(List<Note> notes) {
        double[] seconds = new double[ToneSet.CLASSES];
        for (Note note : notes) {
            int midi = (int) Math.round(Pitch.midiNoteOf(note.hertz()));
            seconds[Math.floorMod(midi, ToneSet.CLASSES)] += note.span().seconds();
        }
        return seconds;
    }

    /// The key of what is heard together: a melody, an accompaniment. Each counts as much.
    ///
    /// @param heard of each, weights of the twelve pitch classes, from C on, 0 or more; empty if it
    ///   could not be heard
    /// @return nothing if nothing is heard
    public static Optional<Key> find(List<double[]> heard) {
        double[] all = new double[ToneSet.CLASSES];
        for (double[] weights : heard) {
            double sum = Arrays.stream(weights).sum();
            for (int c = 0; c < weights.length && sum > 0; c++) {
                all[c] += weights[c] / sum;
            }
        }
        return Arrays.stream(all).anyMatch(w -> w > 0) ? Optional.of(of(all)) : Optional.empty();
    }

    /// @param weights of the twelve pitch classes, from C on
    static Key of(double[] weights) {
        Key best = new Key(0, Key.Mode.MAJOR);
        double most = Double.NEGATIVE_INFINITY;
        for (Key.Mode mode : Key.Mode.values()) {
            for (int tonic = 0; tonic < ToneSet.CLASSES; tonic++) {
                double match = correlation(weights, profile(mode), tonic);
                if (match > most) {
                    most = match;
                    best = new Key(tonic, mode);
                }
            }
        }
        return best;
    }

    private static double correlation(double[] weights, double[] profile, int tonic) {
        int n = weights.length;
        double meanW = 0;
        double meanP = 0;
        for (int c = 0; c < n; c++) {
            meanW += weights[c] / n;
            meanP += profile[c] / n;
        }
        double product = 0;
        double squareW = 0;
        double squareP = 0;
        for (int c = 0; c < n; c++) {
            double w = weights[(c + tonic) % n] - meanW;
            double p = profile[c] - meanP;
            product += w * p;
            squareW += w * w;
            squareP += p * p;
        }
        double norm = Math.sqrt(squareW * squareP);
        return norm > 0 ? product / norm : 0;
    }
}
