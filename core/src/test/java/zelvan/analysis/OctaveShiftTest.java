package zelvan.analysis;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import zelvan.testing.Tracks;
import zelvan.units.RecordedSpan;

class OctaveShiftTest {
    private final VoiceAnalysis voice = Tracks.voice(3, t -> t < 1 ? -1200 : 0);

    @Test
    void pitchAndNotesAreCorrectedWithinTheStretchOnly() {
        VoiceAnalysis corrected =
                voice.withOctaves(List.of(new OctaveShift(new RecordedSpan(-0.01, 0.9975), 1)));
        assertThat(corrected.pitch().hertz(100)).isCloseTo(440, within(0.01));
        assertThat(corrected.pitch().hertz(500)).isEqualTo(voice.pitch().hertz(500));
        assertThat(voice.notes()).hasSize(2);
        assertThat(corrected.notes())
                .singleElement()
                .satisfies(note -> assertThat(note.hertz()).isCloseTo(440, within(0.01)));
        assertThat(corrected.levelDecibels()).isSameAs(voice.levelDecibels());
    }

    @Test
    void whatWasHeardIsNotTouched() {
        voice.withOctaves(List.of(new OctaveShift(new RecordedSpan(0, 3), -2)));
        assertThat(voice.pitch().hertz(500)).isCloseTo(440, within(0.01));
        assertThat(voice.withOctaves(List.of())).isSameAs(voice);
    }

    @Test
    void nearestFrameWithoutPitchHasNone() {
        PitchTrack track = Tracks.pitch(1, t -> t < 0.5 ? 0 : Double.NaN);
        assertThat(track.hertzNear(0.2)).isCloseTo(440, within(0.01));
        assertThat(track.hertzNear(0.501)).isNaN();
    }
}
