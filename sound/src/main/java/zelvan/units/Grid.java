package zelvan.units;

import java.util.ArrayList;
import java.util.List;

/// Moments at which notes may begin: the beats, divided.
///
/// @param tempo where the beats are
/// @param division into how many equal parts a beat is divided
/// @param swing where the second of each pair of parts falls, as its share of the pair: 0.5 is
///   straight, 2/3 is a triplet's; below 0.8. Divisions by three have no pairs
public record Grid(TempoMap tempo, Division division, double swing) {
    public static final double STRAIGHT = 0.5;
    private static final double MOST_SWING = 0.8;

    /// Into what a beat is divided.
    public enum Division {
        BEATS(1, "beats"),
        HALVES(2, "halves"),
        TRIPLETS(3, "triplets"),
        QUARTERS(4, "quarters");

        private final int parts;
        private final String word;

        Division(int parts, String word) {
            this.parts = parts;
            this.word = word;
        }

        public int parts() {
            return parts;
        }

        /// As the interface calls it.
        public String word() {
            return word;
        }
    }

    public Grid {
        if (!(swing >= STRAIGHT && swing <= MOST_SWING)) {
            throw new IllegalArgumentException("swing must be 0.5 to 0.8, was " + swing);
        }
    }

    /// When line `index` falls; line 0 is beat 0.
    public double secondsOf(long index) {
        int parts = division.parts;
        boolean swung = parts % 2 == 0 && Math.floorMod(index, 2) == 1;
        double beat = (double) index / parts + (swung ? (2 * swing - 1) / parts : 0);
        return tempo.secondsAt(beat);
    }

    /// The lines of a stretch, in order.
    public List<Double> linesIn(TimeSpan span) {
        List<Double> lines = new ArrayList<>();
        long first = (long) Math.floor(tempo.beatAt(span.startSeconds()) * division.parts) - 1;
        for (long index = first; secondsOf(index) < span.endSeconds(); index++) {
            if (span.contains(secondsOf(index))) {
                lines.add(secondsOf(index));
            }
        }
        return lines;
    }
}
