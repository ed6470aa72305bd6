package zelvan.play;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zelvan.audio.Sound;
import zelvan.render.RawSource;
import zelvan.render.VoiceSource;
import zelvan.units.Decibels;
import zelvan.units.SongSpan;

class LoudnessMatchTest {
    private static final int RATE = 48_000;

    private static VoiceSource noise(double seconds, double decibels) {
        Random random = new Random(1);
        float[] samples = new float[(int) (seconds * RATE)];
        for (int i = 0; i < samples.length; i++) {
            samples[i] = (float) (Decibels.toAmplitude(decibels) * random.nextGaussian());
        }
        return new RawSource(Sound.owning(RATE, samples));
    }

    private static double gainDecibels(VoiceSource raw, VoiceSource locked, double seconds) {
        Program program =
                new Program(List.of(new Program.Track("t", raw, locked, 1, 0.7)), Version.LOCKED);
        return Decibels.ofAmplitude(
                LoudnessMatch.rawGain(program, RATE, new SongSpan(0, seconds), () -> false));
    }

    @ParameterizedTest
    @CsvSource({"4, -30, -26", "4, -20, -23.5", "60, -30, -28"})
    void theRawVersionIsBroughtToTheLoudnessOfTheLockedOne(
            double seconds, double raw, double locked) {
        assertThat(gainDecibels(noise(seconds, raw), noise(seconds, locked), seconds))
                .isCloseTo(locked - raw, within(0.02));
    }

    @Test
    void silenceIsNotAmplified() {
        VoiceSource silence = new RawSource(Sound.owning(RATE, new float[RATE]));

        assertThat(gainDecibels(silence, noise(1, -20), 1)).isZero();
        assertThat(gainDecibels(noise(1, -20), silence, 1)).isZero();
    }
}
