package zelvan.audio;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.Arrays;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import zelvan.files.FileStamp;
import zelvan.files.Target;

/// Sounds that stay in their files.
class FileSamplesTest {
    private static final int RATE = 48_000;
    private static final int FRAMES = 70_001;

    @TempDir Path folder;

    static Stream<SoundFormat> formats() {
        return Stream.of(
                SoundFormat.WAV_16,
                SoundFormat.WAV_24,
                SoundFormat.WAV_FLOAT,
                new SoundFormat(SoundFormat.Container.WAV, 32, false),
                new SoundFormat(SoundFormat.Container.WAV, 64, true));
    }

    private static Sound noise() {
        Random random = new Random(5);
        float[][] channels = new float[2][FRAMES];
        for (float[] channel : channels) {
            for (int i = 0; i < FRAMES; i++) {
                channel[i] = random.nextFloat() - 0.5f;
            }
        }
        return Sound.owning(RATE, channels);
    }

    private Path written(SoundFormat format) throws Exception {
        Path file = folder.resolve("noise " + format.bits() + format.floatingPoint() + ".wav");
        SoundFiles.write(Target.fresh(file), noise(), format);
        return file;
    }

    private static float[] part(Sound sound, int channel, long frame, int count) {
        float[] part = new float[count];
        sound.read(channel, frame, part, 0, count);
        return part;
    }

    /// Against the samples written, as their format rounds them; parts are parts of the whole.
    @ParameterizedTest
    @MethodSource("formats")
    void whatIsReadWhereItIsAskedForIsWhatWasWritten(SoundFormat format) throws Exception {
        Sound sound = SoundFiles.read(written(format)).sound();
        assertThat(sound.bytesInMemory()).isZero();
        Sound whole = noise();
        double step = format.floatingPoint() ? 1e-7 : 1.6 / Samples.fullScale(format.bits());
        Random random = new Random(6);
        for (int c = 0; c < 2; c++) {
            float[] all = sound.channel(c);
            for (int i = 0; i < FRAMES; i++) {
                assertThat(Math.abs(all[i] - whole.channel(c)[i]))
                        .isLessThan((float) (step + 1e-7));
            }
            for (int k = 0; k < 50; k++) {
                int from = random.nextInt(FRAMES + 200) - 100;
                int count = 1 + random.nextInt(3000);
                float[] part = part(sound, c, from, count);
                double[] exact = new double[count];
                sound.read(c, from, exact, 0, count);
                for (int i = 0; i < count; i++) {
                    boolean there = from + i >= 0 && from + i < FRAMES;
                    assertThat(part[i]).isEqualTo(there ? all[from + i] : 0);
                    assertThat((float) exact[i]).isEqualTo(part[i]);
                }
            }
        }
    }

    @Test
    void aFileThatIsCutWhileOpenIsSilentFromThereOnAndSaidToBeAnother() throws Exception {
        Path file = written(SoundFormat.WAV_24);
        Sound sound = SoundFiles.read(file).sound();
        float[] before = part(sound, 0, 0, 1000);
        assertThat(sound.isAsItWas()).isTrue();
        try (var open = Files.newByteChannel(file, StandardOpenOption.WRITE)) {
            open.truncate(100_000);
        }
        assertThat(part(sound, 0, 0, 1000)).isEqualTo(before);
        assertThat(part(sound, 0, 60_000, 1000)).containsOnly(0);
        assertThat(sound.isAsItWas()).isFalse();
    }

    /// Programs that export again put a new file in the place of the old one.
    @Test
    void aFileThatTakesItsPlaceDoesNoHarm() throws Exception {
        Path file = written(SoundFormat.WAV_24);
        Sound sound = SoundFiles.read(file).sound();
        float[] before = sound.channel(1);
        Path other = written(SoundFormat.WAV_16);
        Files.move(other, file, StandardCopyOption.REPLACE_EXISTING);
        assertThat(sound.channel(1)).isEqualTo(before);
        assertThat(sound.isAsItWas()).isFalse();
    }

    @ParameterizedTest
    @MethodSource("formats")
    void aFileThatWasReadIsOpenedAgainByItsHeader(SoundFormat format) throws Exception {
        Path file = written(format);
        SoundFile read = SoundFiles.read(file);
        SoundFile again = SoundFiles.reopen(file, FileStamp.of(file), read.sha256()).orElseThrow();
        assertThat(again.sound().channel(1)).isEqualTo(read.sound().channel(1));
        assertThat(again.format()).isEqualTo(read.format());
        assertThat(again.bytes()).isEqualTo(read.bytes());
        assertThat(again.startSeconds()).isEqualTo(read.startSeconds());
    }

    @Test
    void whatIsNotAsItWasIsReadAgain() throws Exception {
        Path file = written(SoundFormat.WAV_16);
        FileStamp stamp = FileStamp.of(file);
        byte[] whole = Files.readAllBytes(file);
        Files.write(file, Arrays.copyOf(whole, whole.length - 1000));
        assertThat(SoundFiles.reopen(file, stamp, "")).as("cut").isEmpty();
        Path other = Files.writeString(folder.resolve("other.wav"), "no sound");
        assertThat(SoundFiles.reopen(other, FileStamp.of(other), "")).isEmpty();
        assertThat(SoundFiles.reopen(folder.resolve("missing.wav"), stamp, "")).isEmpty();
    }

    /// Interrupting a thread that reads closes the file for all; it is opened again.
    @Test
    void aThreadThatIsInterruptedDoesNotSilenceTheOthers() throws Exception {
        Sound sound = SoundFiles.read(written(SoundFormat.WAV_16)).sound();
        float[] before = part(sound, 0, 500, 1000);
        Thread.currentThread().interrupt();
        assertThat(part(sound, 0, 500, 1000)).isEqualTo(before);
        assertThat(Thread.interrupted()).as("who interrupted it is not forgotten").isTrue();
        assertThat(part(sound, 0, 500, 1000)).isEqualTo(before);
    }
}
