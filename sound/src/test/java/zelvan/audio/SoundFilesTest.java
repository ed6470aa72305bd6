package zelvan.audio;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.util.Arrays;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;
import zelvan.files.Target;
import zelvan.files.WriteProblem;

class SoundFilesTest {
    private static final BroadcastStamp STAMP =
            new BroadcastStamp(
                    3661 * 48_000, "Mara double left", LocalDateTime.of(2026, 5, 4, 13, 7, 9));

    @TempDir Path folder;

    /// Random samples that an integer format of that many bits holds exactly.
    private static Sound sound(int rate, int channels, int frames, int bits) {
        Random random = new Random(bits);
        double scale = Math.scalb(1.0, bits - 1);
        float[][] samples = new float[channels][frames];
        for (float[] channel : samples) {
            for (int i = 0; i < frames; i++) {
                // Adding 0 turns the zero with a minus, which integers do not have, into the other.
                channel[i] =
                        (float)
                                (Math.rint((random.nextDouble() * 1.8 - 0.9) * scale) / scale
                                        + 0.0);
            }
        }
        return Sound.owning(rate, samples);
    }

    @ParameterizedTest
    @CsvSource({
        "WAV, 8, false, 8", "WAV, 16, false, 16", "WAV, 24, false, 24", "WAV, 32, false, 24",
                "WAV, 32, true, 24",
        "WAV, 64, true, 24", "AIFF, 16, false, 16", "AIFF, 24, false, 24", "FLAC, 16, false, 16",
                "FLAC, 24, false, 24"
    })
    void whatIsWrittenIsReadBackExactly(
            SoundFormat.Container container, int bits, boolean floating, int exactBits)
            throws Exception {
        for (int channels : new int[] {1, 2}) {
            for (int rate : new int[] {44100, 48000, 96000, 192000}) {
                Sound sound = sound(rate, channels, 1001, exactBits);
                SoundFormat format = new SoundFormat(container, bits, floating);
                Path file = folder.resolve("a." + container.extension());
                SoundFiles.write(Target.temporary(file), sound, format);
                SoundFile back = SoundFiles.read(file);
                assertThat(back.sound().sampleRateHertz()).isEqualTo(rate);
                assertThat(back.sound().channelCount()).isEqualTo(channels);
                assertThat(back.format()).isEqualTo(format);
                for (int c = 0; c < channels; c++) {
                    assertThat(back.sound().channel(c)).containsExactly(sound.channel(c));
                }
                assertThat(folder).isDirectoryNotContaining(p -> p.toString().endsWith(".part"));
            }
        }
    }

    @Test
    void chunksOfOddLengthBeforeTheSamplesAreSkipped() throws Exception {
        Path plain = folder.resolve("plain.wav");
        SoundFiles.write(
                Target.temporary(plain),
                sound(48000, 1, 64, 16),
                new SoundFormat(SoundFormat.Container.WAV, 16, false));
        byte[] bytes = Files.readAllBytes(plain);
        byte[] odd = "JUNK".getBytes(StandardCharsets.US_ASCII);
        ByteBuffer with = ByteBuffer.allocate(bytes.length + 12).order(ByteOrder.LITTLE_ENDIAN);
        with.put(bytes, 0, 12)
                .put(odd)
                .putInt(3)
                .put(new byte[] {1, 2, 3, 0})
                .put(bytes, 12, bytes.length - 12);
        Path file = folder.resolve("odd.wav");
        Files.write(file, with.array());
        assertThat(SoundFiles.read(file).sound().channel(0))
                .containsExactly(SoundFiles.read(plain).sound().channel(0));
    }

    /// The sub-format identifier of integer samples, {00000001-0000-0010-8000-00AA00389B71}, as the
    /// specification of WAVEFORMATEXTENSIBLE gives it.
    @Test
    void widerSamplesGetTheExtensibleHeader() throws Exception {
        Path file = folder.resolve("wide.wav");
        SoundFiles.write(Target.temporary(file), sound(48000, 2, 8, 24), SoundFormat.WAV_24);
        byte[] bytes = Files.readAllBytes(file);
        assertThat(Arrays.copyOfRange(bytes, 20, 22)).containsExactly(0xFE, 0xFF);
        assertThat(Arrays.copyOfRange(bytes, 44, 60))
                .containsExactly(1, 0, 0, 0, 0, 0, 0x10, 0, 0x80, 0, 0, 0xAA, 0, 0x38, 0x9B, 0x71);
    }

    @Test
    void aTruncatedFileIsRefusedWithItsName() throws Exception {
        Path file = folder.resolve("cut.wav");
        SoundFiles.write(
                Target.temporary(file),
                sound(48000, 1, 4800, 16),
                new SoundFormat(SoundFormat.Container.WAV, 16, false));
        Files.write(file, Arrays.copyOf(Files.readAllBytes(file), 3000));
        assertProblem(file, "cut short");
    }

    @ParameterizedTest
    @ValueSource(strings = {"", "This is a shopping list.", "RIFF\4\0\0\0WAVE"})
    void whatIsNotAudioIsRefusedWithItsName(String content) throws Exception {
        Path file = folder.resolve("list.wav");
        Files.writeString(file, content, StandardCharsets.ISO_8859_1);
        assertProblem(file, content.isEmpty() ? "empty" : "");
    }

    @Test
    void aSilentFileIsRefused() throws Exception {
        Path file = folder.resolve("silent.wav");
        SoundFiles.write(
                Target.temporary(file), Sound.owning(48000, new float[100]), SoundFormat.WAV_24);
        assertProblem(file, "silent");
    }

    @Test
    void samplesThatAreNotNumbersAreRefused() throws Exception {
        float[] samples = {0.1f, Float.NaN, 0.2f};
        Path file = folder.resolve("nan.wav");
        SoundFiles.write(
                Target.temporary(file), Sound.owning(48000, samples), SoundFormat.WAV_FLOAT);
        assertProblem(file, "not numbers");
    }

    @Test
    void aMissingFileAndAFolderAreRefused() {
        assertProblem(folder.resolve("nobody.wav"), "no such file");
        assertProblem(folder, "folder");
    }

    /// A header is enough to know: three hours are not read first.
    @Test
    void threeHoursAreTooLong() throws Exception {
        Path file = folder.resolve("long.wav");
        ByteBuffer header = ByteBuffer.allocate(44).order(ByteOrder.LITTLE_ENDIAN);
        int bytes = 3 * 3600 * 8000;
        header.put("RIFF".getBytes(StandardCharsets.US_ASCII)).putInt(bytes + 36);
        header.put("WAVEfmt ".getBytes(StandardCharsets.US_ASCII)).putInt(16);
        header.putShort((short) 1)
                .putShort((short) 1)
                .putInt(8000)
                .putInt(8000)
                .putShort((short) 1)
                .putShort((short) 8);
        header.put("data".getBytes(StandardCharsets.US_ASCII)).putInt(bytes);
        Files.write(file, header.array());
        assertProblem(file, "too long (3.0 h");
    }

    private static void assertProblem(Path file, String happened) {
        assertThatThrownBy(() -> SoundFiles.read(file))
                .isInstanceOf(AudioFileProblem.class)
                .hasMessageContaining(String.valueOf(file.getFileName()))
                .hasMessageContaining(happened);
    }

    /// More than a number of single precision holds: integers of 32 bits, doubles.
    @ParameterizedTest
    @CsvSource({"WAV,32,false", "AIFF,32,false", "WAV,64,true"})
    void fullDepthIsReadAndWrittenBitForBit(
            SoundFormat.Container container, int bits, boolean floatingPoint) throws Exception {
        SoundFormat format = new SoundFormat(container, bits, floatingPoint);
        Random random = new Random(bits);
        double[][] samples = new double[2][1000];
        for (double[] channel : samples) {
            Arrays.setAll(
                    channel,
                    i ->
                            floatingPoint
                                    ? random.nextGaussian()
                                    : Math.scalb((double) random.nextInt(), -31));
        }
        samples[0][0] = -1;
        samples[1][0] = Math.scalb((double) Integer.MAX_VALUE, -31);
        Path first = folder.resolve("first." + container.extension());
        SoundFiles.write(Target.fresh(first), Sound.owning(48_000, samples), format);
        SoundFile read = SoundFiles.read(first);
        assertThat(read.format().bits()).isEqualTo(bits);
        double[] back = new double[1002];
        for (int c = 0; c < 2; c++) {
            read.sound().read(c, -1, back, 0, back.length);
            assertThat(back[0]).isZero();
            assertThat(Arrays.copyOfRange(back, 1, 1001)).containsExactly(samples[c]);
            assertThat(read.sound().channel(c)[7]).isEqualTo((float) samples[c][7]);
        }
        Path second = folder.resolve("second." + container.extension());
        SoundFiles.write(Target.fresh(second), read.sound(), format);
        assertThat(second).hasSameBinaryContentAs(first);
    }

    /// Fields and places as in EBU Tech 3285: description, originator and its reference, date,
    /// time, the first sample since midnight, version.
    @Test
    void aBroadcastStampIsWrittenAndReadBack() throws Exception {
        Path file = folder.resolve("double.wav");
        SoundFiles.write(
                Target.temporary(file),
                sound(48000, 1, 100, 24),
                SoundFormat.WAV_24,
                Optional.of(STAMP));

        assertThat(SoundFiles.read(file).startSeconds()).isEqualTo(3661);
        ByteBuffer bytes = ByteBuffer.wrap(Files.readAllBytes(file)).order(ByteOrder.LITTLE_ENDIAN);
        assertThat(text(bytes, 12, 4)).isEqualTo("bext");
        assertThat(bytes.getInt(16)).isEqualTo(602);
        assertThat(text(bytes, 20, 256)).isEqualTo("Mara double left");
        assertThat(text(bytes, 20 + 256, 32)).isEqualTo("Zelvan");
        assertThat(text(bytes, 20 + 320, 10)).isEqualTo("2026-05-04");
        assertThat(text(bytes, 20 + 330, 8)).isEqualTo("13:07:09");
        assertThat(bytes.getInt(20 + 338)).isEqualTo(3661 * 48_000);
        assertThat(bytes.getInt(20 + 342)).isZero();
        assertThat(bytes.getShort(20 + 346)).isEqualTo((short) 1);
    }

    private static String text(ByteBuffer bytes, int at, int length) {
        byte[] part = new byte[length];
        bytes.get(at, part);
        return new String(part, StandardCharsets.US_ASCII).replace("\0", "");
    }

    @Test
    void anUnwritableFolderIsAProblemAndLeavesNothing() throws IOException {
        Path inTheWay = Files.writeString(folder.resolve("file"), "x");
        assertThatThrownBy(() ->
                        SoundFiles.write(
                                Target.temporary(inTheWay.resolve("a.wav")),
                                sound(48000, 1, 8, 16),
                                SoundFormat.WAV_24))
                .isInstanceOf(WriteProblem.class)
                .hasMessageContaining("a.wav");
        assertThat(inTheWay).hasContent("x");
    }

    @Test
    void names() {
        assertThat(SoundFiles.hasAudioName(Path.of("Lead.WAV"))).isTrue();
        assertThat(SoundFiles.hasAudioName(Path.of("notes.txt"))).isFalse();
    }
}
