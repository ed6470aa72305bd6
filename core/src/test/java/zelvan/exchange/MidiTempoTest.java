package zelvan.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HexFormat;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zelvan.units.TempoMap;

/// Files written out byte by byte as *Standard MIDI Files 1.0* (1988) says.
class MidiTempoTest {
    @TempDir Path folder;

    private Path file(String hex) throws Exception {
        byte[] bytes = HexFormat.of().parseHex(hex.replaceAll("\\s", ""));
        return Files.write(folder.resolve("song.mid"), bytes);
    }

    private static String header(String tracks) {
        return "4D546864 00000006 0001" + tracks + "0060";
    }

    /// 500,000 microseconds a quarter note are 120 in a minute; 3/4.
    @Test
    void tempoAndMeterOfAFile() throws Exception {
        TempoMap tempo =
                MidiSong.read(
                                file(
                                        header("0001")
                                                + "4D54726B 00000013"
                                                + "00 FF5103 07A120"
                                                + "00 FF5804 03021808"
                                                + "00 FF2F00"))
                        .tempo();
        assertThat(tempo.beatsPerMinuteAt(1)).isCloseTo(120, within(1e-4));
        assertThat(tempo.beatsPerBar()).isEqualTo(3);
        assertThat(tempo.secondsAt(2)).isCloseTo(1, within(1e-9));
    }

    /// Two beats of half a second, then beats of a second: 1,000,000 is 0F4240.
    @Test
    void aChangeOfTempoCountsFromItsOwnBeat() throws Exception {
        TempoMap tempo =
                MidiSong.read(
                                file(
                                        header("0001")
                                                + "4D54726B 00000013"
                                                + "00 FF5103 07A120"
                                                + "8140 FF5103 0F4240"
                                                + "00 FF2F00"))
                        .tempo();
        assertThat(tempo.secondsAt(2)).isCloseTo(1, within(1e-9));
        assertThat(tempo.secondsAt(4)).isCloseTo(3, within(1e-9));
    }

    @Test
    void withoutAnyEventItIsAHundredAndTwentyInFour() throws Exception {
        TempoMap tempo =
                MidiSong.read(file(header("0001") + "4D54726B 00000004 00 FF2F00")).tempo();
        assertThat(tempo.beatsPerMinuteAt(0)).isCloseTo(120, within(1e-4));
        assertThat(tempo.beatsPerBar()).isEqualTo(4);
    }

    /// Six eighths are three quarter notes.
    @Test
    void beatsAreQuarterNotesWhateverTheMeter() throws Exception {
        TempoMap tempo =
                MidiSong.read(
                                file(
                                        header("0001")
                                                + "4D54726B 0000000C 00 FF5804 06031808 00 FF2F00"))
                        .tempo();
        assertThat(tempo.beatsPerBar()).isEqualTo(3);
    }

    @Test
    void whatIsNoMidiFileIsNamed() throws Exception {
        Path text = Files.writeString(folder.resolve("notes.mid"), "not MIDI at all");
        assertThatThrownBy(() -> MidiSong.read(text))
                .isInstanceOf(ExchangeProblem.class)
                .hasMessageContaining("notes.mid: it is not a MIDI file");
    }
}
