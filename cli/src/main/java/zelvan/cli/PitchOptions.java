package zelvan.cli;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import picocli.CommandLine.Option;
import zelvan.exchange.ExchangeProblem;
import zelvan.exchange.MidiSong;
import zelvan.tuning.Chord;
import zelvan.tuning.Harmony;
import zelvan.tuning.Key;
import zelvan.tuning.PitchTarget;
import zelvan.tuning.TuningSettings;

/// What `tighten` may be told of pitch.
final class PitchOptions {
    @Option(
            names = "--pitch-target",
            paramLabel = "off|guide|octave|own|key|chord",
            description = "What pitch is drawn to (off, or the preset's).")
    private Optional<String> target = Optional.empty();

    @Option(
            names = "--pitch-pull",
            paramLabel = "0..100",
            description = "How much of an offset in pitch is taken away (100, or the preset's).")
    private Optional<Double> pull = Optional.empty();

    @Option(
            names = "--pitch-slack",
            paramLabel = "CENTS",
            description = "How much offset in pitch is left alone (0, or the preset's).")
    private Optional<Double> slackCents = Optional.empty();

    @Option(
            names = "--keep-detail",
            paramLabel = "0..100",
            description =
                    "How much of the voice's own vibrato and scoops is kept (0, or the preset's):"
                            + " 100 moves each note as a whole, 0 follows the target's curve.")
    private Optional<Double> detail = Optional.empty();

    @Option(
            names = "--wander",
            paramLabel = "0..200",
            description = "How much of each note's slow movement stays (100).")
    private Optional<Double> wander = Optional.empty();

    @Option(
            names = "--vibrato",
            paramLabel = "0..200",
            description = "How much of each note's vibrato stays (100).")
    private Optional<Double> vibrato = Optional.empty();

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

    /// @param preset settings to start from
    TuningSettings settings(Optional<TuningSettings> preset) throws UsageProblem {
        TuningSettings start = preset.orElse(new TuningSettings(PitchTarget.OWN, 1, 0, 0));
        PitchTarget aim = start.target();
        if (target.isPresent()) {
            aim =
                    PitchTarget.named(target.get())
                            .orElseThrow(() ->
                                    new UsageProblem(
                                            "--pitch-target " + target.get(),
                                            "there is no such target",
                                            "Use off, guide, octave, own, key or chord"));
        }
        double slack = slackCents.orElse(start.slackCents());
        if (!(slack >= 0)) {
            throw new UsageProblem("--pitch-slack " + slack, "it must be 0 or more", "Give cents");
        }
        if (aim == PitchTarget.CHORD && chords.isEmpty() && midi.isEmpty()) {
            throw new UsageProblem(
                    "--pitch-target chord",
                    "no chord is known",
                    "Give chords with --chord or --chords");
        }
        return new TuningSettings(
                aim,
                share("--pitch-pull", pull, start.pull(), 1),
                slack,
                share("--keep-detail", detail, start.detail(), 1),
                share("--wander", wander, start.wander(), TuningSettings.MOST),
                share("--vibrato", vibrato, start.vibrato(), TuningSettings.MOST));
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

    private static double share(
            String option, Optional<Double> percent, double otherwise, double most)
            throws UsageProblem {
        double value = percent.orElse(otherwise * 100);
        if (!(value >= 0 && value <= 100 * most)) {
            throw new UsageProblem(
                    String.format(Locale.ROOT, "%s %s", option, value),
                    String.format(Locale.ROOT, "it must be 0 to %.0f", 100 * most),
                    "Give a percentage");
        }
        return value / 100;
    }
}
