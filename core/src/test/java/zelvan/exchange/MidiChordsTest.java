package zelvan.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HexFormat;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zelvan.tuning.Harmony;

/// Files written out byte by byte as *Standard MIDI Files 1.0* (1988) says; 96 ticks a beat, and
/// half a second without a tempo. Note numbers as in *MIDI 1.0* (1996): 60, 3C, is the middle C.
class MidiChordsTest {
    @TempDir Path folder;

    private List<Harmony.Change> chords(String events) throws Exception {
        String track = events.replaceAll("\\s", "") + "00FF2F00";
        String hex =
                "4D546864"
                        + "00000006"
                        + "0000"
                        + "0001"
                        + "0060"
                        + "4D54726B"
                        + "%08X".formatted(track.length() / 2)
                        + track;
        Path file = Files.write(folder.resolve("song.mid"), HexFormat.of().parseHex(hex));
        return MidiSong.read(file).chords();
    }

    /// C for two beats, then A minor for two; running status, and ends by velocity 0.
    @Test
    void chordsBeginWhereTheyArePlayed() throws Exception {
        List<Harmony.Change> chords =
                chords(
                        "00 90 3C40 00 4040 00 4340"
                                + "8140 3C00 00 4000 00 4300"
                                + "00 3940 00 3C40 00 4040"
                                + "8140 3900 00 3C00 00 4000");
        assertThat(chords).extracting(c -> c.chord().name()).containsExactly("C", "Am");
        assertThat(chords.getFirst().seconds()).isZero();
        assertThat(chords.getLast().seconds()).isCloseTo(1, within(1e-9));
    }

    /// Channel 10 is percussion (*General MIDI*, 1991): its 3D is no C sharp.
    @Test
    void percussionIsNotHeard() throws Exception {
        List<Harmony.Change> chords =
                chords(
                        "60 99 3D40 00 3E40 00 90 3C40 00 4040 00 4340"
                                + "8140 80 3C40 00 4040 00 4340 00 89 3D40 00 3E40");
        assertThat(chords).extracting(c -> c.chord().name()).containsExactly("C");
        assertThat(chords.getFirst().seconds()).isCloseTo(0.5, within(1e-9));
    }

    @Test
    void fileWithoutNotesHasNoChords() throws Exception {
        assertThat(chords("00 FF5103 07A120")).isEmpty();
    }
}
