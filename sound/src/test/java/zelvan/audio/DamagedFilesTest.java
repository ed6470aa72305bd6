package zelvan.audio;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Objects;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import zelvan.files.Target;

/// Files of which a part is missing or wrong: they are refused with what is wrong and where, and
/// never come out shorter without a word. The files are two and a half seconds of a simulated
/// singer.
@Timeout(30)
class DamagedFilesTest {
    private static final double SECONDS = 2.5;

    @TempDir private Path folder = Path.of(".");

    private static byte[] whole(String name) throws IOException {
        try (InputStream in = DamagedFilesTest.class.getResourceAsStream(name)) {
            return Objects.requireNonNull(in, name).readAllBytes();
        }
    }

    private Path file(String name, byte[] bytes) throws IOException {
        return Files.write(folder.resolve(name), bytes);
    }

    @ParameterizedTest
    @ValueSource(strings = {"lead.mp3", "lead.ogg", "lead.m4a", "lead.flac"})
    void whatIsWholeIsRead(String name) throws Exception {
        SoundFile read = SoundFiles.read(file(name, whole(name)));
        assertThat(read.sound().seconds()).isCloseTo(SECONDS, within(0.06));
        assertThat(read.sound().sampleRateHertz()).isEqualTo(22_050);
    }

    @ParameterizedTest
    @CsvSource({
        "lead.mp3, 0.5",
        "lead.mp3, 0.97",
        "lead.ogg, 0.6",
        "lead.ogg, 0.99",
        "lead.m4a, 0.5",
        "lead.m4a, 0.99",
        "lead.flac, 0.5",
        "lead.flac, 0.99"
    })
    void whatIsCutShortIsRefused(String name, double share) throws Exception {
        byte[] bytes = whole(name);
        Path cut = file(name, Arrays.copyOf(bytes, (int) (bytes.length * share)));
        assertThatThrownBy(() -> SoundFiles.read(cut))
                .isInstanceOf(AudioFileProblem.class)
                .hasMessageStartingWith(name + ": ")
                .hasMessageContaining("gain");
    }

    /// Twelve bytes in the middle are something else.
    @ParameterizedTest
    @ValueSource(strings = {"lead.flac", "lead.ogg"})
    void aDamagedPartIsNamedWithItsPlace(String name) throws Exception {
        byte[] bytes = whole(name);
        Arrays.fill(bytes, bytes.length / 2, bytes.length / 2 + 12, (byte) 0x55);
        Path damaged = file(name, bytes);
        assertThatThrownBy(() -> SoundFiles.read(damaged))
                .isInstanceOf(AudioFileProblem.class)
                .hasMessageMatching("(?s).*a part of it is damaged, the first at 0:0[01]\\.\\d.*");
    }

    /// A frame that does not begin where the one before ends is left out by decoders.
    @Test
    void anMp3WhoseFramesDoNotFollowEachOtherIsRefused() throws Exception {
        byte[] bytes = whole("lead.mp3");
        byte[] torn = new byte[bytes.length - 50];
        System.arraycopy(bytes, 0, torn, 0, bytes.length / 2);
        System.arraycopy(
                bytes,
                bytes.length / 2 + 50,
                torn,
                bytes.length / 2,
                torn.length - bytes.length / 2);
        Path file = file("torn.mp3", torn);
        assertThatThrownBy(() -> SoundFiles.read(file)).isInstanceOf(AudioFileProblem.class);
    }

    @Test
    void anMp3WithTagsAroundItIsWhole() throws Exception {
        byte[] bytes = whole("lead.mp3");
        ByteBuffer tagged = ByteBuffer.allocate(30 + bytes.length + 128);
        tagged.put("ID3".getBytes(StandardCharsets.US_ASCII))
                .put(new byte[] {4, 0, 0, 0, 0, 0, 20});
        tagged.position(30).put(bytes).put("TAG".getBytes(StandardCharsets.US_ASCII));
        assertThat(SoundFiles.read(file("tagged.mp3", tagged.array())).sound().seconds())
                .isCloseTo(SECONDS, within(0.06));
    }

    @Test
    void anAiffThatEndsEarlyIsRefused() throws Exception {
        Path aiff = folder.resolve("a.aiff");
        SoundFiles.write(
                Target.fresh(aiff),
                Sound.owning(48_000, noise(48_000)),
                new SoundFormat(SoundFormat.Container.AIFF, 16, false));
        byte[] bytes = Files.readAllBytes(aiff);
        Path cut = file("cut.aiff", Arrays.copyOf(bytes, bytes.length - 20_000));
        assertThatThrownBy(() -> SoundFiles.read(cut))
                .isInstanceOf(AudioFileProblem.class)
                .hasMessageContaining("cut short");
    }

    private static float[] noise(int frames) {
        java.util.Random random = new java.util.Random(1);
        float[] samples = new float[frames];
        for (int i = 0; i < frames; i++) {
            samples[i] = random.nextFloat() - 0.5f;
        }
        return samples;
    }

    /// What is wrong with a file is said to the user, and nothing to the terminal.
    @Test
    void decodersWriteNothingToTheTerminal() throws Exception {
        Path read = file("lead.mp3", whole("lead.mp3"));
        Path errors = folder.resolve("errors.txt");
        Process process =
                new ProcessBuilder(
                                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                                "--enable-native-access=ALL-UNNAMED",
                                "-Duser.home=" + folder,
                                "-cp",
                                System.getProperty("java.class.path"),
                                Reading.class.getName(),
                                read.toString())
                        .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                        .redirectError(errors.toFile())
                        .start();
        assertThat(process.waitFor()).isZero();
        assertThat(Files.readString(errors)).isEmpty();
    }

    /// A program that reads a file.
    static final class Reading {
        private Reading() {}

        public static void main(String[] files) throws AudioFileProblem {
            if (SoundFiles.read(Path.of(files[0])).sound().frames() == 0) {
                throw new IllegalStateException("nothing was read");
            }
        }
    }

    /// A length of 64 bits that leads beyond all numbers when it is added to its place.
    @ParameterizedTest
    @ValueSource(longs = {Long.MAX_VALUE, Long.MAX_VALUE - 30, 1L << 33, -1})
    void anMp4WhoseLengthOverflowsIsRefused(long size) throws Exception {
        byte[] bytes = whole("lead.m4a");
        int type = ByteBuffer.wrap(bytes).getInt(0);
        ByteBuffer.wrap(bytes).putInt(type, 1).putLong(type + 8, size);
        Path damaged = file("lead.m4a", bytes);
        assertThatThrownBy(() -> SoundFiles.read(damaged))
                .isInstanceOf(AudioFileProblem.class)
                .hasMessageStartingWith("lead.m4a: ");
    }

    @ParameterizedTest
    @ValueSource(longs = {Long.MAX_VALUE, Long.MAX_VALUE - 60, 1L << 40})
    void anRf64FileThatPromisesTooMuchIsRefused(long dataBytes) throws Exception {
        ByteBuffer bytes = ByteBuffer.allocate(4000).order(ByteOrder.LITTLE_ENDIAN);
        bytes.put("RF64".getBytes(StandardCharsets.US_ASCII)).putInt(-1);
        bytes.put("WAVEds64".getBytes(StandardCharsets.US_ASCII)).putInt(16);
        bytes.putLong(4000).putLong(dataBytes);
        bytes.put("fmt ".getBytes(StandardCharsets.US_ASCII)).putInt(16);
        bytes.putShort((short) 1).putShort((short) 1).putInt(48_000).putInt(96_000);
        bytes.putShort((short) 2).putShort((short) 16);
        bytes.put("data".getBytes(StandardCharsets.US_ASCII)).putInt(-1);
        Path file = file("long.wav", bytes.array());
        assertThatThrownBy(() -> SoundFiles.read(file))
                .isInstanceOf(AudioFileProblem.class)
                .hasMessageStartingWith("long.wav: ");
    }

    /// Asked for less than a frame a decoder gives nothing, for ever.
    @ParameterizedTest
    @ValueSource(strings = {"flac", "aiff"})
    void whatIsTooLongIsSaidAtOnce(String container) throws Exception {
        int rate = SoundFiles.LOWEST_RATE_HERTZ;
        float[] long31 = new float[31 * 60 * rate];
        long31[7] = 0.5f;
        Path file = folder.resolve("long." + container);
        SoundFormat.Container kind =
                container.equals("flac") ? SoundFormat.Container.FLAC : SoundFormat.Container.AIFF;
        SoundFiles.write(
                Target.fresh(file), Sound.owning(rate, long31), new SoundFormat(kind, 24, false));
        assertThatThrownBy(() -> SoundFiles.read(file))
                .isInstanceOf(AudioFileProblem.class)
                .hasMessageContaining("too long");
    }

    private byte[] wav() throws Exception {
        return wav(4800);
    }

    private byte[] wav(int frames) throws Exception {
        Path file = folder.resolve("plain.wav");
        SoundFiles.write(
                Target.temporary(file), Sound.owning(48_000, noise(frames)), SoundFormat.WAV_16);
        return Files.readAllBytes(file);
    }

    @ParameterizedTest
    @ValueSource(ints = {0, 1, 7_999, 384_001, Integer.MAX_VALUE, Integer.MIN_VALUE, -1})
    void aRateOutOfRangeIsRefusedAtOnce(int rate) throws Exception {
        // What is longer stays in its file.
        for (byte[] bytes : List.of(wav(), wav(48_000))) {
            ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN).putInt(24, rate);
            Path file = file("odd.wav", bytes);
            assertThatThrownBy(() -> SoundFiles.read(file))
                    .isInstanceOf(AudioFileProblem.class)
                    .hasMessageContaining("8000 to 384000 Hz are read");
        }
    }

    /// Whoever writes a stream does not know its length: RIFF and data say FFFFFFFF.
    @Test
    void aWavThatWasStreamedIsReadToItsEnd() throws Exception {
        byte[] bytes = wav();
        float[] before = SoundFiles.read(folder.resolve("plain.wav")).sound().channel(0);
        ByteBuffer.wrap(bytes).order(ByteOrder.LITTLE_ENDIAN).putInt(4, -1).putInt(40, -1);
        SoundFile read = SoundFiles.read(file("streamed.wav", bytes));
        assertThat(read.sound().channel(0)).isEqualTo(before);
    }

    /// Another program may be just writing it, or somebody else have put it there.
    @Test
    void theDecodersLibraryIsComparedBeforeItIsLoaded() throws Exception {
        byte[] original = DecoderLibrary.original();
        org.junit.jupiter.api.Assumptions.assumeTrue(original.length > 0, "none for this machine");
        Path file = DecoderLibrary.unpacked(folder.resolve("own"), original);
        assertThat(file).hasBinaryContent(original);
        Files.write(file, Arrays.copyOf(original, original.length / 2));
        assertThat(DecoderLibrary.unpacked(folder.resolve("own"), original))
                .isEqualTo(file)
                .hasBinaryContent(original);
        assertThat(folder.resolve("own").toFile()).matches(f -> f.canRead() && f.canWrite());
        assertThat(Files.getPosixFilePermissions(folder.resolve("own")).toString())
                .doesNotContain("GROUP_WRITE", "OTHERS_WRITE", "OTHERS_READ");
    }
}
