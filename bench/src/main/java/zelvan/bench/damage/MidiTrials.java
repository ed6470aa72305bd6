package zelvan.bench.damage;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Random;
import zelvan.exchange.ExchangeProblem;
import zelvan.exchange.MidiSong;
import zelvan.units.Grid;
import zelvan.units.TimeSpan;

/// Damaged MIDI files, read as the window reads them: tempo, chords, and the grid of a song.
final class MidiTrials {
    private final Path folder;
    private final byte[] whole;

    /// @param song a MIDI file
    MidiTrials(Path folder, Path song) throws IOException {
        this.folder = folder;
        whole = Files.readAllBytes(song);
    }

    Trial trial(long seed) {
        return new Trial(
                "midi " + seed,
                () -> {
                    Path file =
                            Files.write(
                                    folder.resolve("damaged.mid"),
                                    Damage.of(whole, new Random(seed)));
                    try {
                        MidiSong song = MidiSong.read(file);
                        var unused =
                                new Grid(song.tempo(), Grid.Division.QUARTERS, 0.6)
                                        .linesIn(new TimeSpan(0, 1800));
                        return Trial.Outcome.FINE;
                    } catch (ExchangeProblem e) {
                        return Trial.Outcome.SAID;
                    }
                });
    }
}
