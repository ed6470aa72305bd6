package zelvan.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HexFormat;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
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

    /// A damaged file: 127 whole notes in a bar.
    @Test
    void aMeterThatNoSongHasIsHeldWithinBounds() throws Exception {
        TempoMap tempo =
                MidiSong.read(
                                file(
                                        header("0001")
                                                + "4D54726B 0000000C 00 FF5804 7F001808 00 FF2F00"))
                        .tempo();
        assertThat(tempo.beatsPerBar()).isEqualTo(TempoMap.MOST_BEATS_PER_BAR);
    }

    /// 0 and 16,777,215 microseconds a quarter note.
    @ParameterizedTest
    @ValueSource(strings = {"000000", "000001", "FFFFFF"})
    void aTempoThatNoSongHasIsRefused(String micros) throws Exception {
        Path file = file(header("0001") + "4D54726B 0000000B 00 FF5103 " + micros + "00 FF2F00");
        assertThatThrownBy(() -> MidiSong.read(file))
                .isInstanceOf(ExchangeProblem.class)
                .hasMessageContaining("beats a minute; 10 to 1000 are read");
    }

    /// The end of the track lies 268,435,455 ticks away, that is sixteen days.
    @Test
    @Timeout(10)
    void aSongThatNeverEndsIsRefusedAtOnce() throws Exception {
        Path file = file(header("0001") + "4D54726B 0000000F 00 903C40 FFFFFF7F 803C40 00 FF2F00");
        assertThatThrownBy(() -> MidiSong.read(file))
                .isInstanceOf(ExchangeProblem.class)
                .hasMessageContaining("minutes");
    }

    @Test
    void whatIsNoMidiFileIsNamed() throws Exception {
        Path text = Files.writeString(folder.resolve("notes.mid"), "not MIDI at all");
        assertThatThrownBy(() -> MidiSong.read(text))
                .isInstanceOf(ExchangeProblem.class)
                .hasMessageContaining("notes.mid: it is not a MIDI file");
    }
}
