package zelvan.play;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zelvan.dsp.Biquad;

/// The room dies away as it is built to, and is as loud as is asked for.
class RoomTest {
    private static final int RATE = 48_000;

    private static float[][] heard(float[] mono, int rate, double share) {
        Room room = new Room(rate);
        float[] left = mono.clone();
        float[] right = mono.clone();
        float[] blockLeft = new float[Mixer.BLOCK_FRAMES];
        float[] blockRight = new float[Mixer.BLOCK_FRAMES];
        for (int at = 0; at + Mixer.BLOCK_FRAMES <= mono.length; at += Mixer.BLOCK_FRAMES) {
            System.arraycopy(left, at, blockLeft, 0, Mixer.BLOCK_FRAMES);
            System.arraycopy(right, at, blockRight, 0, Mixer.BLOCK_FRAMES);
            room.around(blockLeft, blockRight, Mixer.BLOCK_FRAMES, share);
            System.arraycopy(blockLeft, 0, left, at, Mixer.BLOCK_FRAMES);
            System.arraycopy(blockRight, 0, right, at, Mixer.BLOCK_FRAMES);
        }
        return new float[][] {left, right};
    }

    private static float[] impulse(int rate) {
        float[] impulse = new float[rate * 2 / Mixer.BLOCK_FRAMES * Mixer.BLOCK_FRAMES];
        // The first block is that in which the room opens.
        impulse[Mixer.BLOCK_FRAMES] = 1;
        return impulse;
    }

    private static double power(float[] samples, double from, double to, int rate) {
        double sum = 0;
        for (int i = (int) (from * rate); i < to * rate; i++) {
            sum += (double) samples[i] * samples[i];
        }
        return sum;
    }

    /// Reverberation time from the slope between 0.1 and 0.3 s of what is left of the impulse's
    /// energy (M. R. Schroeder, *New method of measuring reverberation time*, 1965).
    private static double t60(float[] samples, int rate) {
        double early = power(samples, 0.1, 1.5, rate);
        double late = power(samples, 0.3, 1.5, rate);
        return 60 * 0.2 / (10 * Math.log10(early / late));
    }

    @ParameterizedTest
    @ValueSource(ints = {44_100, 48_000, 96_000})
    void lowSoundDiesAwayInItsTime(int rate) {
        float[] left = heard(impulse(rate), rate, 1)[0];
        double[] low = new double[left.length];
        for (int i = 0; i < low.length; i++) {
            low[i] = left[i];
        }
        // Below some 500 Hz: what a high-pass leaves is taken away.
        double[] high = low.clone();
        Biquad.highPass(500, rate).process(high, 0, high.length);
        float[] below = new float[low.length];
        for (int i = 0; i < low.length; i++) {
            below[i] = (float) (low[i] - high[i]);
        }
        assertThat(t60(below, rate)).isCloseTo(Room.LOW_T60_SECONDS, within(0.06));
        float[] top = new float[low.length];
        double[] highest = low.clone();
        Biquad.highPass(0.4 * rate, rate).process(highest, 0, highest.length);
        for (int i = 0; i < low.length; i++) {
            top[i] = (float) highest[i];
        }
        assertThat(t60(top, rate)).isLessThan(0.75 * Room.LOW_T60_SECONDS);
    }

    /// With noise in it, as loud as the noise; both sides alike and not the same.
    @Test
    void itIsAsLoudAsIsAskedFor() {
        Random random = new Random(4);
        float[] noise = new float[4 * RATE / Mixer.BLOCK_FRAMES * Mixer.BLOCK_FRAMES];
        for (int i = 0; i < noise.length; i++) {
            noise[i] = (float) (0.1 * random.nextGaussian());
        }
        float[][] heard = heard(noise, RATE, 0.5);
        double product = 0;
        double[] powers = new double[2];
        for (int i = RATE; i < noise.length; i++) {
            double left = heard[0][i] - noise[i];
            double right = heard[1][i] - noise[i];
            powers[0] += left * left;
            powers[1] += right * right;
            product += left * right;
        }
        double dry = power(noise, 1, (double) noise.length / RATE, RATE);
        for (double power : powers) {
            assertThat(10 * Math.log10(power / dry)).isCloseTo(-6, within(1.0));
        }
        assertThat(Math.abs(product) / Math.sqrt(powers[0] * powers[1])).isLessThan(0.3);
    }

    @Test
    void withoutItNothingChangesAndNothingOfBeforeComesBack() {
        float[] impulse = impulse(RATE);
        assertThat(heard(impulse, RATE, 0)[0]).isEqualTo(impulse);
        Room room = new Room(RATE);
        float[] left = new float[Mixer.BLOCK_FRAMES];
        float[] right = new float[Mixer.BLOCK_FRAMES];
        left[0] = 1;
        room.around(left, right, Mixer.BLOCK_FRAMES, 1);
        room.around(left, right, Mixer.BLOCK_FRAMES, 0);
        float[] silence = new float[Mixer.BLOCK_FRAMES];
        room.around(silence, silence.clone(), Mixer.BLOCK_FRAMES, 1);
        assertThat(silence).containsOnly(0);
    }
}
