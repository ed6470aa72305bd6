package zelvan.dsp;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import zelvan.audio.Sound;

class ResamplerTest {
    private static float[] tone(int rate, double hertz, int frames) {
        float[] samples = new float[frames];
        for (int i = 0; i < frames; i++) {
            samples[i] = (float) Math.sin(2 * Math.PI * hertz * i / rate);
        }
        return samples;
    }

    @ParameterizedTest
    @CsvSource({
        "44100, 48000, 1000",
        "48000, 44100, 1000",
        "48000, 44100, 17640",
        "96000, 44100, 440",
        "192000, 48000, 15000",
        "44100, 96000, 17640",
        "48000, 16000, 6400"
    })
    void aToneStaysThatTone(int from, int to, double hertz) {
        // Single precision allows about −120 dB; the filter is laid out for better than −100 dB up
        // to 0.8 of Nyquist.
        assertThat(errorDecibels(new Resampler(from, to), from, to, hertz)).isLessThan(-95);
    }

    @ParameterizedTest
    @CsvSource({"44100, 16000, 1000", "48000, 16000, 5600", "16000, 32000, 5600"})
    void theQuickOneIsGoodEnoughToLookAt(int from, int to, double hertz) {
        assertThat(errorDecibels(Resampler.quick(from, to), from, to, hertz)).isLessThan(-65);
    }

    private static double errorDecibels(Resampler resampler, int from, int to, double hertz) {
        float[] output = resampler.resample(tone(from, hertz, from));
        float[] expected = tone(to, hertz, to);
        assertThat(output).hasSize(to);
        double error = 0;
        double power = 0;
        for (int i = to / 10; i < to * 9 / 10; i++) {
            error += Math.pow(output[i] - expected[i], 2);
            power += Math.pow(expected[i], 2);
        }
        return 10 * Math.log10(error / power);
    }

    /// However the output is divided, to the last bit; and no more of the input is asked for at
    /// once than a part of it.
    @Test
    void bitByBitItIsTheSame() {
        Random random = new Random(5);
        float[] input = new float[200_000];
        for (int i = 0; i < input.length; i++) {
            input[i] = (float) random.nextGaussian();
        }
        Resampler resampler = Resampler.quick(48_000, 16_000);
        int count = (int) resampler.outputFrames(input.length);
        int before = (int) -resampler.firstInputFrame(0);
        float[] framed = new float[resampler.inputFramesFor(0, count) + before];
        System.arraycopy(input, 0, framed, before, input.length);
        float[] whole = new float[count];
        resampler.process(framed, 0, count, whole);
        Sound sound = Sound.owning(48_000, input);
        int[] most = {0};
        float[] parts =
                resampler.resample(
                        input.length,
                        (frame, frames) -> {
                            most[0] = Math.max(most[0], frames);
                            return sound.mono(frame, frames);
                        });
        assertThat(parts).isEqualTo(whole);
        assertThat(resampler.resample(input)).isEqualTo(whole);
        assertThat(most[0]).isLessThan(input.length);
    }

    @Test
    void whatTheLowerRateCannotHoldIsTakenOut() {
        float[] output = new Resampler(48000, 16000).resample(tone(48000, 11000, 48000));
        double peak = 0;
        for (int i = 1000; i < 15000; i++) {
            peak = Math.max(peak, Math.abs(output[i]));
        }
        assertThat(20 * Math.log10(peak)).isLessThan(-95);
    }

    @ParameterizedTest
    @CsvSource({"44100, 48000", "48000, 44100", "48000, 16000", "16000, 32000", "96000, 44100"})
    void piecesOfAnySizeEqualTheWhole(int from, int to) {
        equalsTheWhole(from, to, 9000, 1, 2, 7, 64, 1000);
    }

    /// Many frames are computed in blocks: 160 or 147 phases of 256 frames each.
    @ParameterizedTest
    @CsvSource({"44100, 48000", "48000, 44100", "44100, 16000", "22050, 48000"})
    void longPiecesEqualTheWholeToTheLastBit(int from, int to) {
        equalsTheWhole(from, to, 130_000, 997, 50_000);
    }

    private static void equalsTheWhole(int from, int to, int frames, int... sizes) {
        float[] input = tone(from, 700, frames);
        Resampler resampler = new Resampler(from, to);
        float[] whole = resampler.resample(input);
        for (int size : sizes) {
            float[] pieces = new float[whole.length];
            for (int start = 0; start < whole.length; start += size) {
                int count = Math.min(size, whole.length - start);
                float[] part = new float[resampler.inputFramesFor(start, count)];
                long first = resampler.firstInputFrame(start);
                for (int i = 0; i < part.length; i++) {
                    long at = first + i;
                    part[i] = at >= 0 && at < input.length ? input[(int) at] : 0;
                }
                float[] out = new float[count];
                resampler.process(part, start, count, out);
                System.arraycopy(out, 0, pieces, start, count);
            }
            assertThat(pieces).containsExactly(whole);
        }
    }
}
