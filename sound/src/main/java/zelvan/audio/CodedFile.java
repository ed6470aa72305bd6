package zelvan.audio;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.util.Locale;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioInputStream;
import javax.sound.sampled.AudioSystem;
import javax.sound.sampled.UnsupportedAudioFileException;

/// A file that is decoded by others, through Java Sound, and held against what it promised: what
/// they leave out without a word is noticed here.
final class CodedFile {
    private static final int DECODED_FRAMES = 1 << 14;

    /// A decoder that gives nothing so often has no more to give.
    private static final int MOST_EMPTY_READS = 1000;

    private CodedFile() {}

    /// @param bytes all of the file, backed by an array
    /// @throws AudioFileProblem if it is not audio, damaged, or beyond the limits
    static SoundFile read(Path file, ByteBuffer bytes) throws AudioFileProblem {
        Promise promise = promise(file, bytes);
        DecoderLibrary.load();
        try {
            if (!Mp4Stream.isOne(bytes)) {
                return opened(
                        file,
                        bytes,
                        promise,
                        AudioSystem.getAudioInputStream(new ByteArrayInputStream(bytes.array())));
            }
            // Its table of contents may stand at its end, where a stream does not get. A copy of
            // its
            // own, because the decoder remembers formats by path, also of files since replaced.
            Path copy = Files.createTempFile("zelvan-", ".m4a");
            try {
                Files.write(copy, bytes.array());
                return opened(file, bytes, promise, AudioSystem.getAudioInputStream(copy.toFile()));
            } finally {
                Files.deleteIfExists(copy);
            }
        } catch (UnsupportedAudioFileException e) {
            throw new AudioFileProblem(
                    file,
                    "this is not a sound file that can be read",
                    "Export it as WAV, AIFF or FLAC",
                    e);
        } catch (IOException | RuntimeException e) {
            // Decoders of others throw what they like where a file is damaged.
            throw new AudioFileProblem(
                    file,
                    "its sound could not be decoded (" + e.getMessage() + ")",
                    "Export it again as WAV, AIFF or FLAC",
                    e);
        }
    }

    private static SoundFile opened(
            Path file, ByteBuffer bytes, Promise promise, AudioInputStream opened)
            throws IOException, AudioFileProblem {
        try (AudioInputStream coded = opened) {
            AudioFormat source = coded.getFormat();
            Limits.checkForm(file, source.getSampleRate(), source.getChannels());
            boolean plain = source.getEncoding().equals(AudioFormat.Encoding.PCM_SIGNED);
            int bits = Math.max(16, source.getSampleSizeInBits());
            AudioFormat target =
                    new AudioFormat(
                            AudioFormat.Encoding.PCM_SIGNED,
                            source.getSampleRate(),
                            bits,
                            source.getChannels(),
                            source.getChannels() * bits / 8,
                            source.getSampleRate(),
                            false);
            try (AudioInputStream decoded =
                    plain ? coded : AudioSystem.getAudioInputStream(target, coded)) {
                return decode(file, bytes, decoded, promise);
            }
        }
    }

    private static Promise promise(Path file, ByteBuffer bytes) throws AudioFileProblem {
        try {
            return Promise.of(bytes);
        } catch (Promise.Broken e) {
            throw damaged(file, String.valueOf(e.getMessage()));
        }
    }

    private static AudioFileProblem damaged(Path file, String what) {
        return new AudioFileProblem(
                file,
                what + "; what comes behind would not be at its time",
                "Copy or export it again");
    }

    private static SoundFile decode(
            Path file, ByteBuffer bytes, AudioInputStream decoded, Promise promise)
            throws IOException, AudioFileProblem {
        AudioFormat format = decoded.getFormat();
        int rate = Math.round(format.getSampleRate());
        int channels = format.getChannels();
        int bits = format.getSampleSizeInBits();
        long mostBytes = (long) (SoundFiles.LONGEST_SECONDS * rate) * channels * bits / 8;
        DecoderLibrary.forgetLeftOut();
        byte[] pcm = all(decoded, channels * bits / 8, mostBytes);
        if (pcm.length > mostBytes) {
            throw Limits.tooLong(file, "over " + Limits.minutes(SoundFiles.LONGEST_SECONDS));
        }
        checkKept(file, promise, pcm, format);
        if (Mp4Stream.isOne(bytes) && DecoderLibrary.leftOut() > 0) {
            throw damaged(file, "a part of it is damaged and cannot be decoded");
        }
        ByteBuffer samples = ByteBuffer.wrap(pcm);
        samples.order(format.isBigEndian() ? ByteOrder.BIG_ENDIAN : ByteOrder.LITTLE_ENDIAN);
        SoundFormat kept = new SoundFormat(containerOf(file), bits, false);
        int frames = pcm.length / (channels * bits / 8);
        Sound sound = Samples.decode(samples, rate, channels, frames, kept, false);
        return new SoundFile(sound, kept, Digests.sha256(bytes), bytes.limit(), 0);
    }

    /// Everything that a decoder gives, in whole frames: asked for less than one it gives nothing
    /// for ever.
    ///
    /// @return more than `mostBytes` if there is more
    private static byte[] all(AudioInputStream decoded, int frameBytes, long mostBytes)
            throws IOException {
        ByteArrayOutputStream all = new ByteArrayOutputStream();
        byte[] block = new byte[DECODED_FRAMES * frameBytes];
        int empty = 0;
        while (all.size() <= mostBytes && empty < MOST_EMPTY_READS) {
            int count = decoded.read(block, 0, block.length);
            if (count < 0) {
                break;
            }
            empty = count == 0 ? empty + 1 : 0;
            all.write(block, 0, count);
        }
        return all.toByteArray();
    }

    private static void checkKept(Path file, Promise promise, byte[] pcm, AudioFormat format)
            throws AudioFileProblem {
        long frames = pcm.length / format.getFrameSize();
        if (frames < promise.frames() - promise.mayLackFrames()) {
            throw damaged(
                    file,
                    String.format(
                            Locale.ROOT,
                            "a part of it is damaged: of %.2f s only %.2f s can be decoded",
                            promise.frames() / format.getSampleRate(),
                            frames / format.getSampleRate()));
        }
        boolean comparable = !format.isBigEndian() && promise.frames() == frames;
        if (comparable
                && promise.md5().isPresent()
                && promise.md5Bits() == format.getSampleSizeInBits()
                && !MessageDigest.isEqual(Digests.md5(pcm), promise.md5().get())) {
            throw damaged(file, "its samples are not those that were written");
        }
    }

    private static SoundFormat.Container containerOf(Path file) {
        String name = String.valueOf(file.getFileName()).toLowerCase(Locale.ROOT);
        if (name.endsWith(".flac")) {
            return SoundFormat.Container.FLAC;
        }
        return name.endsWith(".aif") || name.endsWith(".aiff")
                ? SoundFormat.Container.AIFF
                : SoundFormat.Container.WAV;
    }
}
