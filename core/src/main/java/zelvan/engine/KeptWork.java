package zelvan.engine;

import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;
import java.util.zip.CRC32C;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import zelvan.align.Aligner;
import zelvan.analysis.VoiceAnalysis;
import zelvan.files.FileStamp;
import zelvan.files.UserFolders;
import zelvan.files.WholeFile;
import zelvan.render.EpochFinder;
import zelvan.render.Epochs;

/// What took long to work out, on disk: the content of files by how they lie there, analyses,
/// epochs, tones and onsets by the content of the audio, matches by the content of both, each with
/// the version of what made it. A cache: what is missing or damaged is worked out again, what
/// cannot be written is not kept, and what was not used for longest goes when there is too much.
///
/// Thread safety: any thread may call it.
public final class KeptWork {
    private static final Logger LOG = LoggerFactory.getLogger(KeptWork.class);

    /// Some ten songs of twenty-four voices.
    private static final long MOST_BYTES = 4_000_000_000L;

    /// So often, counted in what is saved, is looked whether there is too much.
    private static final int SAVES_A_LOOK = 16;

    private static final Duration SETTLED_AFTER = Duration.ofSeconds(3);

    private static final long MAGIC = 0x5A6C764B65707431L;
    private static final int HEAD_BYTES = 2 * Long.BYTES;

    private final Path folder;
    private final long mostBytes;
    private final AtomicInteger saves = new AtomicInteger();

    public KeptWork(Path folder) {
        this(folder, MOST_BYTES);
    }

    /// @param mostBytes of all files together
    KeptWork(Path folder, long mostBytes) {
        this.folder = folder;
        this.mostBytes = mostBytes;
    }

    /// In the place that this system has for such things.
    public static KeptWork ofUser() {
        return new KeptWork(UserFolders.cache().resolve("kept"));
    }

    private interface Reader<T> {
        T read(DataInputStream in) throws IOException;
    }

    private interface Writer<T> {
        void write(DataOutputStream out, T value) throws IOException;
    }

    Optional<VoiceAnalysis> analysis(String sha256) {
        return load(analysisFile(sha256), AnalysisCodec::read);
    }

    void keep(String sha256, VoiceAnalysis analysis) {
        save(analysisFile(sha256), analysis, AnalysisCodec::write);
    }

    private Path analysisFile(String sha256) {
        return folder.resolve(sha256 + ".v" + VoiceAnalysis.VERSION);
    }

    /// A file as it was read, and what was in it.
    private record Content(String path, FileStamp stamp, String sha256) {
        static void write(DataOutputStream out, Content content) throws IOException {
            out.writeUTF(content.path);
            out.writeLong(content.stamp.bytes());
            out.writeLong(content.stamp.modified().getEpochSecond());
            out.writeInt(content.stamp.modified().getNano());
            out.writeUTF(content.sha256);
        }

        static Content read(DataInputStream in) throws IOException {
            return new Content(
                    in.readUTF(),
                    new FileStamp(
                            in.readLong(), Instant.ofEpochSecond(in.readLong(), in.readInt())),
                    in.readUTF());
        }
    }

    /// SHA-256 of a file that was read when it had the same stamp.
    Optional<String> content(Path file, FileStamp stamp) {
        String path = pathOf(file);
        return load(contentFile(path), Content::read)
                .filter(known -> known.path.equals(path) && known.stamp.equals(stamp))
                .map(Content::sha256);
    }

    /// A file that was changed a moment ago may be changed again with the same stamp, and is not
    /// kept.
    void keep(Path file, FileStamp stamp, String sha256) {
        boolean settled =
                !stamp.isMissing()
                        && stamp.modified().isBefore(Instant.now().minus(SETTLED_AFTER))
                        && stamp.equals(FileStamp.of(file));
        if (settled) {
            String path = pathOf(file);
            save(contentFile(path), new Content(path, stamp, sha256), Content::write);
        }
    }

    private static String pathOf(Path file) {
        return file.toAbsolutePath().normalize().toString();
    }

    private Path contentFile(String path) {
        UUID name = UUID.nameUUIDFromBytes(path.getBytes(StandardCharsets.UTF_8));
        return folder.resolve(name + ".c1");
    }

    /// Of the pitch that is heard.
    Optional<Epochs> epochs(String sha256) {
        return load(epochsFile(sha256), EpochsCodec::read);
    }

    /// Whether they need not be found.
    boolean hasEpochs(String sha256) {
        return Files.exists(epochsFile(sha256));
    }

    void keep(String sha256, Epochs epochs) {
        save(epochsFile(sha256), epochs, EpochsCodec::write);
    }

    private Path epochsFile(String sha256) {
        return folder.resolve(
                "%s.e%d.%d".formatted(sha256, VoiceAnalysis.VERSION, EpochFinder.VERSION));
    }

    Optional<Aligner.Match> match(String leaderSha256, String voiceSha256) {
        return load(matchFile(leaderSha256, voiceSha256), MatchCodec::read);
    }

    void keep(String leaderSha256, String voiceSha256, Aligner.Match match) {
        save(matchFile(leaderSha256, voiceSha256), match, MatchCodec::write);
    }

    private Path matchFile(String leaderSha256, String voiceSha256) {
        return folder.resolve(
                "%s-%s.v%d.%d"
                        .formatted(
                                leaderSha256, voiceSha256, VoiceAnalysis.VERSION, Aligner.VERSION));
    }

    /// What was told of a file, whatever it holds.
    ///
    /// @param kind of what was told, with the version of what told it
    Optional<double[]> told(String sha256, String kind) {
        return load(toldFile(sha256, kind), ArrayCodec::readDoubles);
    }

    void keep(String sha256, String kind, double[] told) {
        save(toldFile(sha256, kind), told, ArrayCodec::write);
    }

    private Path toldFile(String sha256, String kind) {
        return folder.resolve(sha256 + "." + kind);
    }

    private static <T> Optional<T> load(Path file, Reader<T> reader) {
        if (!Files.exists(file)) {
            return Optional.empty();
        }
        try {
            ByteBuffer bytes = ByteBuffer.wrap(Files.readAllBytes(file));
            if (bytes.limit() < HEAD_BYTES
                    || bytes.getLong() != MAGIC
                    || bytes.getLong() != checksum(bytes.array(), HEAD_BYTES)) {
                LOG.info("What was kept in {} is damaged and will be made again", file);
                Files.deleteIfExists(file);
                return Optional.empty();
            }
            T value =
                    reader.read(
                            new DataInputStream(
                                    new ByteArrayInputStream(
                                            bytes.array(), HEAD_BYTES, bytes.remaining())));
            touch(file);
            return Optional.of(value);
        } catch (IOException | RuntimeException e) {
            // What is kept may be of any program that wrote there; values check themselves.
            LOG.info("What was kept in {} cannot be read ({})", file, e.toString());
            return Optional.empty();
        }
    }

    /// Says that it was used; where that cannot be said, it goes the sooner.
    private static void touch(Path file) {
        try {
            Files.setLastModifiedTime(file, FileTime.from(Instant.now()));
        } catch (IOException e) {
            LOG.debug("{} keeps its time ({})", file, e.toString());
        }
    }

    private static long checksum(byte[] bytes, int from) {
        CRC32C sum = new CRC32C();
        sum.update(bytes, from, bytes.length - from);
        return sum.getValue();
    }

    private <T> void save(Path file, T value, Writer<T> writer) {
        try {
            ByteArrayOutputStream bytes = new ByteArrayOutputStream();
            DataOutputStream out = new DataOutputStream(bytes);
            out.writeLong(MAGIC);
            out.writeLong(0);
            writer.write(out, value);
            byte[] whole = bytes.toByteArray();
            ByteBuffer.wrap(whole).putLong(Long.BYTES, checksum(whole, HEAD_BYTES));
            WholeFile.keep(file, beside -> Files.write(beside, whole));
            if (saves.getAndIncrement() % SAVES_A_LOOK == 0) {
                prune();
            }
        } catch (IOException | RuntimeException e) {
            // Whoever asked has what it asked for.
            LOG.info("Nothing could be kept in {} ({})", folder, e.toString());
        }
    }

    /// A file as it lay there when it was looked at: others use and remove files meanwhile.
    private record Kept(Path file, FileStamp stamp) {}

    /// What was used last stays.
    private void prune() throws IOException {
        List<Kept> newest;
        try (Stream<Path> files = Files.list(folder)) {
            newest =
                    files.filter(Files::isRegularFile)
                            .map(f -> new Kept(f, FileStamp.of(f)))
                            .filter(k -> !k.stamp.isMissing())
                            .sorted(Comparator.comparing((Kept k) -> k.stamp.modified()).reversed())
                            .toList();
        }
        long bytes = 0;
        for (Kept kept : newest) {
            bytes += kept.stamp.bytes();
            if (bytes > mostBytes) {
                Files.deleteIfExists(kept.file);
            }
        }
    }
}
