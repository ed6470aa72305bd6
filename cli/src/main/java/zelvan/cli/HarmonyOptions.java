package zelvan.cli;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import picocli.CommandLine.Option;
import zelvan.exchange.ExchangeProblem;
import zelvan.exchange.MidiSong;
import zelvan.tuning.Chord;
import zelvan.tuning.Harmony;
import zelvan.tuning.Key;

/// What `tighten` may be told of the song's harmony.
final class HarmonyOptions {
    @Option(
            names = "--key",
            paramLabel = "KEY",
            description = "The song's key, as \"D minor\" (found in guide and bed).")
    private Optional<String> key = Optional.empty();

    @Option(
            names = "--chord",
            paramLabel = "SECONDS=CHORD",
            description = "A chord and when it begins, as 12.5=Am7.")
    private List<String> chords = new ArrayList<>();

    @Option(
            names = "--chords",
            paramLabel = "FILE.mid",
            description = "The song's chords, as a MIDI file plays them.")
    private Optional<Path> midi = Optional.empty();

    /// The MIDI file that is read, if one is.
    Optional<Path> chordFile() {
        return midi;
    }

    /// Whether a chord is given.
    boolean chordsAreKnown() {
        return !chords.isEmpty() || midi.isPresent();
    }

    Harmony harmony() throws UsageProblem, ExchangeProblem {
        Optional<Key> said = Optional.empty();
        if (key.isPresent()) {
            said = Key.parse(key.get());
            if (said.isEmpty()) {
                throw new UsageProblem(
                        "--key " + key.get(),
                        "it is not understood",
                        "Write it as \"D minor\" or \"B♭ major\"");
            }
        }
        List<Harmony.Change> changes = new ArrayList<>();
        if (midi.isPresent()) {
            changes.addAll(MidiSong.read(midi.get()).chords());
        }
        for (String text : chords) {
            changes.add(change(text));
        }
        return new Harmony(said, changes);
    }

    private static Harmony.Change change(String text) throws UsageProblem {
        int equals = text.indexOf('=');
        Optional<Chord> chord =
                equals < 0 ? Optional.empty() : Chord.parse(text.substring(equals + 1));
        try {
            if (chord.isPresent()) {
                return new Harmony.Change(
                        Double.parseDouble(text.substring(0, equals)), chord.get());
            }
        } catch (NumberFormatException e) {
            throw notUnderstood(text);
        }
        throw notUnderstood(text);
    }

    private static UsageProblem notUnderstood(String text) {
        return new UsageProblem("--chord " + text, "it is not understood", "Write it as 12.5=Am7");
    }
}
