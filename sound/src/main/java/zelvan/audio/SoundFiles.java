package zelvan.audio;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.file.AccessDeniedException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Locale;
import java.util.Optional;
import java.util.Set;
import javax.sound.sampled.AudioFormat;
import javax.sound.sampled.AudioInputStream;
import javax.sound.sampled.AudioSystem;
import zelvan.files.FileStamp;
import zelvan.files.Target;
import zelvan.files.WholeFile;
import zelvan.files.WriteProblem;

/// Reads and writes sound files. WAV is read here, chunk by chunk, and everything else as a
/// [CodedFile].
public final class SoundFiles {
    /// A voice longer than this is refused: a song's voice is minutes long, and everything is held
    /// in memory while it is worked on.
    public static final double LONGEST_SECONDS = 30 * 60;

    /// Slower files hold no voice worth the name.
    public static final int LOWEST_RATE_HERTZ = 8_000;

    /// Faster ones are not made.
    public static final int HIGHEST_RATE_HERTZ = 384_000;

    /// Within so many bytes the samples of a WAV file usually begin.
    private static final int HEADER_BYTES = 1 << 16;

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
        FileStamp stamp = FileStamp.of(file);
        Optional<SoundFile> inPlace = readInPlace(file, stamp);
        if (inPlace.isPresent()) {
            return inPlace.get();
        }
        ByteBuffer bytes = load(file);
        if (WavLayout.looksLikeWav(bytes)) {
            return readWav(file, stamp, bytes);
        }
        SoundFile read = CodedFile.read(file, bytes);
        Limits.checkContent(file, read.sound());
        return read;
    }

    /// Reads a WAV file from its beginning to its end without ever holding all of it: an array of
    /// that size would keep all threads, and with them what plays, waiting while it is made.
    ///
    /// @return empty if it is another kind of file, or cannot be read so
    private static Optional<SoundFile> readInPlace(Path file, FileStamp stamp)
            throws AudioFileProblem {
        Optional<SoundFile> opened = reopen(file, stamp, "");
        if (opened.isEmpty()) {
            return opened;
        }
        Sound sound = opened.get().sound();
        Limits.checkForm(file, sound.sampleRateHertz(), sound.channelCount());
        if (sound.seconds() > LONGEST_SECONDS) {
            throw Limits.tooLong(file, Limits.minutes(sound.seconds()));
        }
        try {
            SoundFile read =
                    new SoundFile(
                            sound,
                            opened.get().format(),
                            Digests.sha256(file),
                            stamp.bytes(),
                            opened.get().startSeconds());
            Limits.checkContent(file, sound);
            return sound.isAsItWas() ? Optional.of(read) : Optional.empty();
        } catch (IOException e) {
            return Optional.empty();
        }
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
                throw Limits.tooLong(file, "over 2 GB");
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

    private static SoundFile readWav(Path file, FileStamp stamp, ByteBuffer bytes)
            throws AudioFileProblem {
        try {
            WavLayout layout = WavLayout.read(bytes);
            Limits.checkForm(
                    file, Integer.toUnsignedLong(layout.sampleRateHertz()), layout.channels());
            long there = bytes.limit() - layout.dataOffset();
            double seconds =
                    (double) layout.dataBytes() / layout.frameBytes() / layout.sampleRateHertz();
            if (seconds > LONGEST_SECONDS) {
                throw Limits.tooLong(file, Limits.minutes(seconds));
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
            Limits.checkContent(file, sound);
            return new SoundFile(
                    inFile(file, stamp, layout, frames).orElse(sound),
                    layout.format(),
                    Digests.sha256(bytes),
                    bytes.limit(),
                    layout.startSeconds());
        } catch (WavLayout.Unreadable e) {
            throw new AudioFileProblem(
                    file,
                    String.valueOf(e.getMessage()),
                    "Export it again as WAV, AIFF or FLAC",
                    e);
        }
    }

    /// The sound, left in its file; empty where the file has become another meanwhile or cannot be
    /// kept open.
    private static Optional<Sound> inFile(
            Path file, FileStamp stamp, WavLayout layout, int frames) {
        if (!PackedSamples.canHold(layout.format())) {
            return Optional.empty();
        }
        try {
            FileSamples samples =
                    new FileSamples(
                            file,
                            FileChannel.open(file, StandardOpenOption.READ),
                            stamp,
                            layout.dataOffset(),
                            layout.channels(),
                            layout.format(),
                            frames);
            return Optional.of(
                            Sound.of(layout.sampleRateHertz(), layout.channels(), frames, samples))
                    .filter(Sound::isAsItWas);
        } catch (IOException e) {
            return Optional.empty();
        }
    }

    /// Opens a WAV file without reading it: what it holds is not looked at yet.
    ///
    /// @param stamp of the file as it lies there
    /// @return empty if it must be read, or cannot be
    public static Optional<Sound> open(Path file, FileStamp stamp) {
        return reopen(file, stamp, "")
                .map(SoundFile::sound)
                .filter(s -> s.sampleRateHertz() >= LOWEST_RATE_HERTZ)
                .filter(s -> s.sampleRateHertz() <= HIGHEST_RATE_HERTZ)
                .filter(s -> s.seconds() <= LONGEST_SECONDS);
    }

    /// Opens a WAV file that was read before and was not written to since: only its beginning is
    /// looked at.
    ///
    /// @param stamp of the file when it was read
    /// @param sha256 of all its bytes
    /// @return empty if it must be read again
    public static Optional<SoundFile> reopen(Path file, FileStamp stamp, String sha256) {
        try (FileChannel open = FileChannel.open(file, StandardOpenOption.READ)) {
            ByteBuffer bytes = ByteBuffer.allocate(HEADER_BYTES);
            while (bytes.hasRemaining() && open.read(bytes) >= 0) {
                // What is there.
            }
            bytes.flip();
            if (!WavLayout.looksLikeWav(bytes)) {
                return Optional.empty();
            }
            WavLayout layout = WavLayout.read(bytes);
            long end = layout.dataOffset() + layout.dataBytes();
            boolean beyond = layout.dataBytes() > open.size() - layout.dataOffset();
            // A header that promises no length means all that is there; what is wrong with one is
            // for whoever reads the file to say.
            if (beyond || end == bytes.limit() || layout.sampleRateHertz() <= 0) {
                return Optional.empty();
            }
            int frames = (int) (layout.dataBytes() / layout.frameBytes());
            return inFile(file, stamp, layout, frames)
                    .map(sound ->
                            new SoundFile(
                                    sound,
                                    layout.format(),
                                    sha256,
                                    stamp.bytes(),
                                    layout.startSeconds()));
        } catch (IOException | WavLayout.Unreadable e) {
            return Optional.empty();
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
