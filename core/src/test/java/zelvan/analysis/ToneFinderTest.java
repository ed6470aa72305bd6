package zelvan.analysis;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zelvan.audio.Sound;
import zelvan.units.Pitch;

class ToneFinderTest {
    private static final int RATE = 44_100;

    /// Tones with four falling harmonics.
    private static Sound played(int... midiNotes) {
        float[] samples = new float[3 * RATE];
        for (int note : midiNotes) {
            double hertz = Pitch.hertzOfMidiNote(note);
            for (int i = 0; i < samples.length; i++) {
                for (int h = 1; h <= 4; h++) {
                    samples[i] += (float) (0.05 / h * Math.sin(2 * Math.PI * h * hertz * i / RATE));
                }
            }
        }
        return Sound.owning(RATE, samples);
    }

    /// Pitch classes, the strongest first.
    private static int[] strongest(double[] weights, int count) {
        return IntStream.range(0, weights.length)
                .boxed()
                .sorted((a, b) -> Double.compare(weights[b], weights[a]))
                .limit(count)
                .mapToInt(c -> c)
                .sorted()
                .toArray();
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 3, 5, 10})
    void tonesOfAChordAreHeard(int up) {
        double[] weights = ToneFinder.find(played(48 + up, 64 + up, 67 + up));
        int[] expected = IntStream.of(up, 4 + up, 7 + up).map(c -> c % 12).sorted().toArray();
        assertThat(strongest(weights, 3)).isEqualTo(expected);
    }

    /// The deepest half tones lie two hertz apart there, a bin of the spectrum.
    @Test
    void deepBassIsTheRightTone() {
        for (int note = 36; note < 48; note++) {
            assertThat(strongest(ToneFinder.find(played(note)), 1)).containsExactly(note % 12);
        }
    }

    @Test
    void silenceHasNoTones() {
        assertThat(Arrays.stream(ToneFinder.find(Sound.owning(RATE, new float[RATE]))).sum())
                .isZero();
    }
}
