package zelvan.desktop.acts;

import java.util.Optional;
import zelvan.session.TuningEdit.SetChords;
import zelvan.tuning.Chord;
import zelvan.tuning.Harmony;
import zelvan.tuning.Harmony.Change;
import zelvan.units.Clock;
import zelvan.units.Grid;
import zelvan.units.SongSpan;
import zelvan.units.TempoMap;

/// What an editor does to the chords of the song.
public record Chords(State now) {
    private static final double ON_BAR_BEATS = 1e-6;

    private Harmony harmony() {
        return now.session().harmony();
    }

    /// Writes a chord; an empty sign takes the one that begins there away. A sign that is not
    /// understood is said to be so and changes nothing.
    public Act write(double seconds, String sign) {
        if (sign.isBlank()) {
            return harmony()
                    .changeBefore(seconds)
                    .filter(c -> c.seconds() == seconds)
                    .map(this::remove)
                    .orElse(Act.NOTHING);
        }
        Optional<Chord> chord = Chord.parse(sign);
        if (chord.isEmpty()) {
            return Act.saying(
                    "“"
                            + sign.trim()
                            + "” is not understood as a chord. Write it as C, F♯m, Bb7, Gsus4 or"
                            + " Am7/G.");
        }
        Harmony written = harmony().with(new Change(seconds, chord.get()));
        return written.equals(harmony())
                ? Act.NOTHING
                : set(written, chord.get().name() + " at " + Clock.text(seconds, 2));
    }

    /// Whether a sign can be written: as a chord, or as none.
    public static boolean isUnderstood(String sign) {
        return sign.isBlank() || Chord.parse(sign).isPresent();
    }

    private static Act set(Harmony harmony, String what) {
        return Act.of(new SetChords(harmony.chords(), what));
    }

    /// Lets a chord begin at another moment.
    ///
    /// @param original as it was before the drag
    public Act move(Harmony original, Change change, double seconds) {
        Change moved = new Change(Math.max(0, seconds), change.chord());
        return set(original.without(change.seconds()).with(moved), change.chord().name() + " moved")
                .focusing(new Focus.OnChord(moved));
    }

    /// Takes a chord away: the one before goes on.
    public Act remove(Change change) {
        return set(harmony().without(change.seconds()), change.chord().name() + " taken away")
                .focusing(Focus.NOTHING);
    }

    /// The beat that is nearest, where the tempo is known.
    public double snapped(double seconds) {
        return tempo().map(t -> t.secondsAt(Math.rint(t.beatAt(seconds)))).orElse(seconds);
    }

    private Optional<TempoMap> tempo() {
        return now.session().grid().map(Grid::tempo);
    }

    /// Where the next chord most likely begins: on the next bar, or with the guide's next phrase.
    public Optional<Double> next(double seconds) {
        if (tempo().isPresent()) {
            TempoMap tempo = tempo().get();
            double bar = Math.floor(tempo.beatAt(seconds) / tempo.beatsPerBar() + ON_BAR_BEATS);
            return Optional.of(tempo.secondsAt((bar + 1) * tempo.beatsPerBar()));
        }
        return now.derived().guidePhrases().stream()
                .map(now::sounding)
                .map(SongSpan::startSeconds)
                .filter(start -> start > seconds)
                .findFirst();
    }
}
