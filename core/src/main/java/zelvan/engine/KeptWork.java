package zelvan.engine;

import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import zelvan.align.Aligner;
import zelvan.analysis.VoiceAnalysis;
import zelvan.files.UserFolders;
import zelvan.files.WholeFile;

/// What took long to work out, on disk: analyses by the content of the audio, matches by the
/// content of both, each with the version of what made it. A cache: what is missing or damaged is
/// worked out again, and what cannot be written is not kept.
public final class KeptWork {
    private static final Logger LOG = LoggerFactory.getLogger(KeptWork.class);

    private final Path folder;

    public KeptWork(Path folder) {
        this.folder = folder;
    }

    /// In the place that this system has for such things.
    public static KeptWork ofUser() {
        return new KeptWork(UserFolders.cache());
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

    private static <T> Optional<T> load(Path file, Reader<T> reader) {
        if (!Files.exists(file)) {
            return Optional.empty();
        }
        try (DataInputStream in =
                new DataInputStream(new BufferedInputStream(Files.newInputStream(file)))) {
            return Optional.of(reader.read(in));
        } catch (IOException | IllegalArgumentException e) {
            LOG.warn("What was kept in {} is damaged and will be made again", file, e);
            return Optional.empty();
        }
    }

    private <T> void save(Path file, T value, Writer<T> writer) {
        try {
            WholeFile.keep(
                    file,
                    beside -> {
                        try (DataOutputStream out =
                                new DataOutputStream(
                                        new BufferedOutputStream(Files.newOutputStream(beside)))) {
                            writer.write(out, value);
                        }
                    });
        } catch (IOException e) {
            LOG.warn("Nothing could be kept in {}", folder, e);
        }
    }
}
