package zelvan.tuning;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.DoubleUnaryOperator;
import zelvan.units.Moments;

/// What a song's notes belong to.
///
/// @param key of the song, if it is known
/// @param chords each holds until the next; kept in order of time
public record Harmony(Optional<Key> key, List<Change> chords) {
    public static final Harmony UNKNOWN = new Harmony(Optional.empty(), List.of());

    /// A chord that begins.
    ///
    /// @param seconds when, in the song's time
    public record Change(double seconds, Chord chord) {
        public Change {
            Moments.check("seconds", seconds);
        }
    }

    /// Chords that begin as close to each other as this are meant to begin together.
    private static final double SAME_SECONDS = 0.02;

    public Harmony {
        chords = chords.stream().sorted(Comparator.comparingDouble(Change::seconds)).toList();
    }

    public Harmony withKey(Optional<Key> value) {
        return new Harmony(value, chords);
    }

    public Harmony withChords(List<Change> value) {
        return new Harmony(key, value);
    }

    /// With one more chord; one that began at the same moment gives way.
    public Harmony with(Change change) {
        List<Change> all = new ArrayList<>(without(change.seconds).chords);
        all.add(change);
        return withChords(all);
    }

    /// Without the chord that begins at a moment: the one before goes on.
    public Harmony without(double seconds) {
        return withChords(
                chords.stream()
                        .filter(c -> Math.abs(c.seconds - seconds) >= SAME_SECONDS)
                        .toList());
    }

    /// The same as seen in another time.
    ///
    /// @param inOther the other's moment for each of this one's
    public Harmony in(DoubleUnaryOperator inOther) {
        return withChords(
                chords.stream()
                        .map(c -> new Change(inOther.applyAsDouble(c.seconds), c.chord))
                        .toList());
    }

    /// The same, with a key that was found if none is set.
    public Harmony orFound(Optional<Key> found) {
        return withKey(key.or(() -> found));
    }

    /// The chord at a moment; nothing before the first.
    public Optional<Chord> chordAt(double seconds) {
        return changeBefore(seconds).map(Change::chord);
    }

    /// The chord at a moment, and when it began.
    public Optional<Change> changeBefore(double seconds) {
        return chords.reversed().stream().filter(c -> c.seconds <= seconds).findFirst();
    }

    /// The tones that a note is drawn to; nothing if they are not known.
    public Optional<ToneSet> tonesAt(PitchTarget target, double seconds) {
        return target == PitchTarget.CHORD
                ? chordAt(seconds).map(Chord::tones)
                : key.map(Key::tones);
    }
}
