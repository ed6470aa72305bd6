package zelvan.units;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Predicate;

/// When each beat of a song falls. Beats are counted from 0; between two changes they follow each
/// other evenly.
///
/// @param changes at least one, the first at beat 0, in order
/// @param beatsPerBar as in the upper figure of the meter, at least 1
public record TempoMap(List<Change> changes, int beatsPerBar) {
    /// From a beat on, beats follow each other so fast.
    ///
    /// @param beat from which on
    /// @param seconds when that beat falls
    /// @param beatSeconds from each beat to the next
    public record Change(double beat, double seconds, double beatSeconds) {
        public Change {
            if (!(beatSeconds >= FASTEST_BEAT_SECONDS && beatSeconds <= SLOWEST_BEAT_SECONDS)) {
                throw new IllegalArgumentException(
                        "beatSeconds must be 0.06 to 6 (10 to 1000 beats a minute), was "
                                + beatSeconds);
            }
            Moments.check("beat", beat);
            Moments.check("seconds", seconds);
        }
    }

    /// 1000 beats a minute.
    public static final double FASTEST_BEAT_SECONDS = 0.06;

    /// 10 beats a minute.
    public static final double SLOWEST_BEAT_SECONDS = 6;

    public static final int MOST_BEATS_PER_BAR = 64;

    /// Fewest taps from which a tempo can be told.
    private static final int FEWEST_TAPS = 2;

    public TempoMap {
        changes = List.copyOf(changes);
        if (changes.isEmpty()) {
            throw new IllegalArgumentException("a tempo map needs a tempo");
        }
        if (beatsPerBar < 1 || beatsPerBar > MOST_BEATS_PER_BAR) {
            throw new IllegalArgumentException("beatsPerBar must be 1 to 64, was " + beatsPerBar);
        }
        for (int i = 1; i < changes.size(); i++) {
            if (!(changes.get(i).beat > changes.get(i - 1).beat)
                    || !(changes.get(i).seconds > changes.get(i - 1).seconds)) {
                throw new IllegalArgumentException("changes of tempo must be in order");
            }
        }
    }

    /// One tempo throughout.
    ///
    /// @param beatsPerMinute above 0
    /// @param firstBeatSeconds when beat 0 falls
    public static TempoMap steady(double beatsPerMinute, int beatsPerBar, double firstBeatSeconds) {
        return new TempoMap(
                List.of(new Change(0, firstBeatSeconds, 60 / beatsPerMinute)), beatsPerBar);
    }

    /// The steady tempo that somebody taps: the straight line nearest to the taps (least squares).
    ///
    /// @param tapSeconds at least two, increasing
    public static TempoMap tapped(List<Double> tapSeconds, int beatsPerBar) {
        int count = tapSeconds.size();
        if (count < FEWEST_TAPS) {
            throw new IllegalArgumentException("a tempo needs two taps, had " + count);
        }
        double middle = (count - 1) / 2.0;
        double mean = tapSeconds.stream().mapToDouble(t -> t).average().orElseThrow();
        double product = 0;
        double square = 0;
        for (int i = 0; i < count; i++) {
            product += (i - middle) * (tapSeconds.get(i) - mean);
            square += (i - middle) * (i - middle);
        }
        double beatSeconds = product / square;
        return steady(60 / beatSeconds, beatsPerBar, mean - middle * beatSeconds);
    }

    /// When a beat falls; parts of beats and beats before the first are fine.
    public double secondsAt(double beat) {
        Change change = last(c -> c.beat <= beat);
        return change.seconds + (beat - change.beat) * change.beatSeconds;
    }

    /// The beat that falls at a moment: the inverse of [#secondsAt].
    public double beatAt(double seconds) {
        Change change = last(c -> c.seconds <= seconds);
        return change.beat + (seconds - change.seconds) / change.beatSeconds;
    }

    /// The last change that has come; the first before all.
    private Change last(Predicate<Change> hasCome) {
        int low = 0;
        int high = changes.size() - 1;
        while (low < high) {
            int middle = (low + high + 1) >>> 1;
            if (hasCome.test(changes.get(middle))) {
                low = middle;
            } else {
                high = middle - 1;
            }
        }
        return changes.get(low);
    }

    /// Beats in a minute at a moment.
    public double beatsPerMinuteAt(double seconds) {
        double beat = beatAt(seconds);
        return 60 / (secondsAt(beat + 1e-6) - secondsAt(beat)) * 1e-6;
    }

    /// Bar and beat for people, both counted from 1: "17.2".
    public String position(double seconds) {
        long beat = (long) Math.floor(beatAt(seconds) + 1e-9);
        return Math.floorDiv(beat, beatsPerBar) + 1 + "." + (Math.floorMod(beat, beatsPerBar) + 1);
    }

    /// The same tempo, all of it later.
    public TempoMap shiftedBy(double seconds) {
        List<Change> shifted = new ArrayList<>();
        changes.forEach(c -> shifted.add(new Change(c.beat, c.seconds + seconds, c.beatSeconds)));
        return new TempoMap(shifted, beatsPerBar);
    }
}
