package zelvan.audio;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.AccessDeniedException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioInputStream;
import javax.sound.sampled.AudioSystem;
import javax.sound.sampled.UnsupportedAudioFileException;
import zelvan.files.Target;
import zelvan.files.WholeFile;
import zelvan.files.WriteProblem;

/// Reads sound files. WAV is read here, chunk by chunk; AIFF, FLAC and whatever else the installed
/// decoders know comes through Java Sound.
public final class SoundFiles {
    /// A voice longer than this is refused: a song's voice is minutes long, and everything is held
    /// in memory while it is worked on.
    public static final double LONGEST_SECONDS = 30 * 60;

    /// Slower files hold no voice worth the name.
    public static final int LOWEST_RATE_HERTZ = 8_000;

    /// Faster ones are not made.
    public static final int HIGHEST_RATE_HERTZ = 384_000;

    private static final int MOST_CHANNELS = 32;
    private static final int MP4_TAG_AT = 4;

    private static final int DECODED_FRAMES = 1 << 14;

    /// A decoder that gives nothing so often has no more to give.
    private static final int MOST_EMPTY_READS = 1000;

    private static final Set<String> EXTENSIONS =
            Set.of("wav", "wave", "aif", "aiff", "flac", "ogg", "mp3", "m4a");

    private SoundFiles() {}

    /// Whether the name looks like a sound file's; what is inside shows when it is read.
    public static boolean hasAudioName(Path file) {
        String name = String.valueOf(file.getFileName()).toLowerCase(Locale.ROOT);
        return EXTENSIONS.contains(name.substring(name.lastIndexOf('.') + 1));
    }

    /// Reads a whole file.
    ///
    /// @throws AudioFileProblem if the file is missing, unreadable, not audio, truncated, damaged,
    ///   empty, silent, holds samples that are not numbers, is longer than [#LONGEST_SECONDS], or
    ///   its rate is not between [#LOWEST_RATE_HERTZ] and [#HIGHEST_RATE_HERTZ]
    public static SoundFile read(Path file) throws AudioFileProblem {
        ByteBuffer bytes = load(file);
        SoundFile read =
                WavLayout.looksLikeWav(bytes) ? readWav(file, bytes) : readOther(file, bytes);
        checkContent(file, read.sound());
        return read;
    }

    private static ByteBuffer load(Path file) throws AudioFileProblem {
        try {
            if (Files.isDirectory(file)) {
                throw new AudioFileProblem(
                        file, "this is a folder, not a sound file", "Name the files in it");
            }
            long size = Files.size(file);
            if (size == 0) {
                throw new AudioFileProblem(file, "the file is empty", "Export it again");
            }
            if (size > Integer.MAX_VALUE - 64) {
                throw tooLong(file, "over 2 GB");
            }
            return ByteBuffer.wrap(Files.readAllBytes(file));
        } catch (NoSuchFileException e) {
            throw new AudioFileProblem(
                    file,
                    "there is no such file at " + file.toAbsolutePath().getParent(),
                    "Check its name and place",
                    e);
        } catch (AccessDeniedException e) {
            throw new AudioFileProblem(
                    file, "it may not be read", "Give your account the right to read it", e);
        } catch (IOException e) {
            throw new AudioFileProblem(
                    file,
                    "it could not be read (" + e.getMessage() + ")",
                    "Check the disk and try again",
                    e);
        }
    }

    private static SoundFile readWav(Path file, ByteBuffer bytes) throws AudioFileProblem {
        try {
            WavLayout layout = WavLayout.read(bytes);
            checkForm(file, Integer.toUnsignedLong(layout.sampleRateHertz()), layout.channels());
            long there = bytes.limit() - layout.dataOffset();
            double seconds =
                    (double) layout.dataBytes() / layout.frameBytes() / layout.sampleRateHertz();
            if (seconds > LONGEST_SECONDS) {
                throw tooLong(file, minutes(seconds));
            }
            if (layout.dataBytes() > there) {
                throw new AudioFileProblem(
                        file,
                        String.format(
                                Locale.ROOT,
                                "the file is cut short: its header promises %.1f s, %.1f s are there",
                                seconds,
                                (double) there / layout.frameBytes() / layout.sampleRateHertz()),
                        "Copy or export it again");
            }
            int frames = (int) (layout.dataBytes() / layout.frameBytes());
            ByteBuffer data = bytes.slice(layout.dataOffset(), (int) layout.dataBytes());
            data.order(ByteOrder.LITTLE_ENDIAN);
            Sound sound =
                    Samples.decode(
                            data,
                            layout.sampleRateHertz(),
                            layout.channels(),
                            frames,
                            layout.format(),
                            true);
            double start = (double) layout.startFrames() / layout.sampleRateHertz();
            return new SoundFile(sound, layout.format(), sha256(bytes), bytes.limit(), start);
        } catch (WavLayout.Unreadable e) {
            throw new AudioFileProblem(
                    file,
                    String.valueOf(e.getMessage()),
                    "Export it again as WAV, AIFF or FLAC",
                    e);
        }
    }

    private static SoundFile readOther(Path file, ByteBuffer bytes) throws AudioFileProblem {
        Promise promise = promise(file, bytes);
        DecoderLibrary.load();
        try {
            if (!Promise.has(bytes, MP4_TAG_AT, "ftyp")) {
                return readCoded(
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
                return readCoded(
                        file, bytes, promise, AudioSystem.getAudioInputStream(copy.toFile()));
            } finally {
                Files.deleteIfExists(copy);
            }
        } catch (UnsupportedAudioFileException | IllegalArgumentException e) {
            throw new AudioFileProblem(
                    file,
                    "this is not a sound file that can be read",
                    "Export it as WAV, AIFF or FLAC",
                    e);
        } catch (IOException e) {
            throw new AudioFileProblem(
                    file,
                    "its sound could not be decoded (" + e.getMessage() + ")",
                    "Export it again as WAV, AIFF or FLAC",
                    e);
        }
    }

    private static SoundFile readCoded(
            Path file, ByteBuffer bytes, Promise promise, AudioInputStream opened)
            throws IOException, AudioFileProblem {
        try (AudioInputStream coded = opened) {
            AudioFormat source = coded.getFormat();
            checkForm(file, source.getSampleRate(), source.getChannels());
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

    private static void checkForm(Path file, double rateHertz, int channels)
            throws AudioFileProblem {
        if (!(rateHertz >= LOWEST_RATE_HERTZ && rateHertz <= HIGHEST_RATE_HERTZ)) {
            throw new AudioFileProblem(
                    file,
                    String.format(
                            Locale.ROOT,
                            "its sample rate is %.0f Hz; %d to %d Hz are read",
                            rateHertz,
                            LOWEST_RATE_HERTZ,
                            HIGHEST_RATE_HERTZ),
                    "Export it again at the rate of its session");
        }
        if (channels < 1 || channels > MOST_CHANNELS) {
            throw new AudioFileProblem(
                    file,
                    "it has " + channels + " channels; up to " + MOST_CHANNELS + " are read",
                    "Export the voice by itself");
        }
    }

    private static SoundFile decode(
            Path file, ByteBuffer bytes, AudioInputStream decoded, Promise promise)
            throws IOException, AudioFileProblem {
        AudioFormat format = decoded.getFormat();
        int rate = Math.round(format.getSampleRate());
        int channels = format.getChannels();
        int bits = format.getSampleSizeInBits();
        long mostBytes = (long) (LONGEST_SECONDS * rate) * channels * bits / 8;
        var unused = DecoderLibrary.leftOut();
        byte[] pcm = all(decoded, channels * bits / 8, mostBytes);
        if (pcm.length > mostBytes) {
            throw tooLong(file, "over " + minutes(LONGEST_SECONDS));
        }
        checkKept(file, promise, pcm, format);
        boolean mp4 = Promise.has(bytes, MP4_TAG_AT, "ftyp");
        if (DecoderLibrary.leftOut() > 0 && mp4) {
            throw damaged(file, "a part of it is damaged and cannot be decoded");
        }
        ByteBuffer samples = ByteBuffer.wrap(pcm);
        samples.order(format.isBigEndian() ? ByteOrder.BIG_ENDIAN : ByteOrder.LITTLE_ENDIAN);
        SoundFormat kept = new SoundFormat(containerOf(file), bits, false);
        int frames = pcm.length / (channels * bits / 8);
        Sound sound = Samples.decode(samples, rate, channels, frames, kept, false);
        return new SoundFile(sound, kept, sha256(bytes), bytes.limit(), 0);
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
                && !MessageDigest.isEqual(digest("MD5", pcm), promise.md5().get())) {
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

    private static void checkContent(Path file, Sound sound) throws AudioFileProblem {
        if (sound.frames() == 0) {
            throw new AudioFileProblem(file, "there are no samples in it", "Export it again");
        }
        boolean silent = true;
        for (int c = 0; c < sound.channelCount(); c++) {
            float[] samples = sound.channel(c);
            for (int i = 0; i < samples.length; i++) {
                if (!Float.isFinite(samples[i])) {
                    throw new AudioFileProblem(
                            file,
                            String.format(
                                    Locale.ROOT,
                                    "it holds samples that are not numbers, the first at %.3f s",
                                    (double) i / sound.sampleRateHertz()),
                            "Export it again from its session");
                }
                silent &= samples[i] == 0;
            }
        }
        if (silent) {
            throw new AudioFileProblem(
                    file,
                    "it is silent from end to end",
                    "Check that the right track was exported");
        }
    }

    private static AudioFileProblem tooLong(Path file, String length) {
        return new AudioFileProblem(
                file,
                "it is too long (" + length + "; up to " + minutes(LONGEST_SECONDS) + " is read)",
                "Cut it to the song");
    }

    private static String minutes(double seconds) {
        return seconds >= 3600
                ? String.format(Locale.ROOT, "%.1f h", seconds / 3600)
                : String.format(Locale.ROOT, "%.0f min", seconds / 60);
    }

    private static String sha256(ByteBuffer bytes) {
        return HexFormat.of().formatHex(digest("SHA-256", bytes.array()));
    }

    private static byte[] digest(String algorithm, byte[] bytes) {
        try {
            return MessageDigest.getInstance(algorithm).digest(bytes);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java platform has " + algorithm, e);
        }
    }

    /// Writes a sound. The format is one that the container has; FLAC takes 16 and 24 bits,
    /// anything else is written as 24.
    ///
    /// @throws WriteProblem if the system does not let it
    public static void write(Target target, Sound sound, SoundFormat format) throws WriteProblem {
        write(target, sound, format, Optional.empty());
    }

    /// Writes a sound as [#write(Target, Sound, SoundFormat)] does.
    ///
    /// @param stamp is kept in WAV files
    /// @throws WriteProblem if the system does not let it
    public static void write(
            Target target, Sound sound, SoundFormat format, Optional<BroadcastStamp> stamp)
            throws WriteProblem {
        WholeFile.write(
                target,
                beside -> {
                    switch (format.container()) {
                        case WAV -> WavWriter.write(beside, sound, format, stamp);
                        case AIFF -> writeAiff(beside, sound, format);
                        case FLAC -> FlacWriter.write(beside, sound, format);
                    }
                });
    }

    /// Writes the samples of a WAV file again, byte for byte, followed by silence up to `frames`.
    /// Unlike reading and writing, this keeps what floating point cannot hold (32-bit integers,
    /// doubles).
    ///
    /// @param sha256 of the source as it was read; another file in its place is not copied
    /// @param stamp is kept in the new file
    /// @return whether it could: false if the source is not WAV or is longer than `frames`
    /// @throws AudioFileProblem if the source cannot be read or was changed
    /// @throws WriteProblem if the system does not let it be written
    public static boolean copySamples(
            Path source, String sha256, Target target, long frames, Optional<BroadcastStamp> stamp)
            throws AudioFileProblem, WriteProblem {
        ByteBuffer bytes = load(source);
        if (!sha256(bytes).equals(sha256)) {
            throw new AudioFileProblem(
                    source,
                    "it was changed while it was open; nothing was printed of it",
                    "Open the session again, or put the recording back as it was");
        }
        if (!WavLayout.looksLikeWav(bytes)) {
            return false;
        }
        try {
            WavLayout layout = WavLayout.read(bytes);
            if (frames * layout.frameBytes() < layout.dataBytes()) {
                return false;
            }
            ByteBuffer data = bytes.slice(layout.dataOffset(), (int) layout.dataBytes());
            WholeFile.write(
                    target, beside -> WavWriter.writeData(beside, layout, data, frames, stamp));
            return true;
        } catch (WavLayout.Unreadable e) {
            return false;
        }
    }

    private static void writeAiff(Path file, Sound sound, SoundFormat format) throws IOException {
        int bits = format.floatingPoint() ? 24 : format.bits();
        SoundFormat integers = new SoundFormat(SoundFormat.Container.AIFF, bits, false);
        int frameBytes = sound.channelCount() * bits / 8;
        ByteBuffer bytes = ByteBuffer.allocate(sound.frames() * frameBytes);
        Samples.encode(sound, 0, sound.frames(), integers, bytes.order(ByteOrder.BIG_ENDIAN));
        AudioFormat plain =
                new AudioFormat(sound.sampleRateHertz(), bits, sound.channelCount(), true, true);
        try (AudioInputStream stream =
                new AudioInputStream(
                        new ByteArrayInputStream(bytes.array()), plain, sound.frames())) {
            AudioSystem.write(stream, javax.sound.sampled.AudioFileFormat.Type.AIFF, file.toFile());
        }
    }
}
