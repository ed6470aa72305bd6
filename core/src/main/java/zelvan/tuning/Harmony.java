package zelvan.tuning;

import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;

/// What a song's notes belong to.
///
/// @param key of the song, if it is known
/// @param chords in order of time; each holds until the next
public record Harmony(Optional<Key> key, List<Change> chords) {
    public static final Harmony UNKNOWN = new Harmony(Optional.empty(), List.of());

    /// A chord that begins.
    ///
    /// @param seconds when, in the guide's time as recorded
    public record Change(double seconds, Chord chord) {}

    public Harmony {
        chords = List.copyOf(chords);
    }

    /// The same, with a key that was found if none is set.
    public Harmony orFound(Supplier<Optional<Key>> found) {
        return key.isPresent() ? this : new Harmony(found.get(), chords);
    }

    /// The chord at a moment; nothing before the first.
    public Optional<Chord> chordAt(double seconds) {
        Optional<Chord> found = Optional.empty();
        for (Change change : chords) {
            if (change.seconds() > seconds) {
                break;
            }
            found = Optional.of(change.chord());
        }
        return found;
    }

    /// The tones that a note is drawn to; nothing if they are not known.
    public Optional<ToneSet> tonesAt(PitchTarget target, double seconds) {
        return target == PitchTarget.CHORD
                ? chordAt(seconds).map(Chord::tones)
                : key.map(Key::tones);
    }
}
