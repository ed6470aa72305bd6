package zelvan.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zelvan.audio.Sound;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.files.Target;
import zelvan.units.RecordedSpan;

/// What is cut flat, against the closed form: of a sine with a peak of `p` that is cut at 1 the
/// share `1 - 2 asin(1/p) / π` is flat.
class FlatTopsTest {
    private static final int RATE = 48_000;
    private static final double HERTZ = 97;

    @TempDir Path folder;

    private static Sound sine(double peak, double mostAmplitude) {
        float[] samples = new float[RATE];
        for (int i = 0; i < RATE; i++) {
            double value = peak * Math.sin(2 * Math.PI * HERTZ * i / RATE);
            samples[i] = (float) Math.clamp(value, -mostAmplitude, mostAmplitude);
        }
        return Sound.owning(RATE, samples);
    }

    private static double seconds(List<RecordedSpan> tops) {
        return tops.stream().mapToDouble(RecordedSpan::seconds).sum();
    }

    @Test
    void tellsHowLongWavesAreFlat() {
        for (double over : new double[] {1.05, 1.5, 4}) {
            List<RecordedSpan> tops = FlatTops.of(sine(over, 1));
            assertThat(tops).hasSize(2 * (int) HERTZ);
            double flat = 1 - 2 * Math.asin(1 / over) / Math.PI;
            assertThat(seconds(tops)).isCloseTo(flat, within(2 * HERTZ / RATE));
        }
    }

    /// A recording that was clipped before it was turned down by some decibels.
    @Test
    void findsWhatWasTurnedDownLater() {
        assertThat(FlatTops.of(sine(1, 0.6))).hasSize(2 * (int) HERTZ);
    }

    @Test
    void wholeWavesHaveNone() throws Exception {
        for (double peak : new double[] {0.01, 0.5, 0.9, 1}) {
            Path file = folder.resolve(peak + ".wav");
            SoundFiles.write(Target.fresh(file), sine(peak, 1), SoundFormat.WAV_16);
            assertThat(FlatTops.of(SoundFiles.read(file).sound())).isEmpty();
        }
        assertThat(FlatTops.of(Sound.owning(RATE, new float[RATE]))).isEmpty();
    }
}
