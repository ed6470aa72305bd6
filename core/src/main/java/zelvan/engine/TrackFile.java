package zelvan.engine;

import java.util.List;
import java.util.Optional;
import zelvan.analysis.OctaveShift;
import zelvan.analysis.OnsetFinder;
import zelvan.analysis.ToneFinder;
import zelvan.analysis.VoiceAnalyser;
import zelvan.analysis.VoiceAnalysis;
import zelvan.audio.AudioFileProblem;
import zelvan.audio.SoundFile;
import zelvan.audio.SoundFiles;
import zelvan.problem.ZelvanProblem;
import zelvan.render.RawSource;
import zelvan.render.VoiceSource;
import zelvan.session.AudioReference;
import zelvan.session.Role;
import zelvan.session.Voice;

/// A track's file, read once, and what is heard in it. What it gives for a voice is empty where the
/// file is not the recording that the voice means.
final class TrackFile {
    private final KeptWork kept;
    private final Memo<List<OctaveShift>, VoiceAnalysis> hearing = new Memo<>();
    private Optional<SoundFile> file = Optional.empty();
    private Optional<VoiceAnalysis> analysis = Optional.empty();
    private Optional<double[]> onsets = Optional.empty();
    private Optional<double[]> tones = Optional.empty();
    private Optional<ZelvanProblem> problem = Optional.empty();
    private boolean loaded;

    TrackFile(KeptWork kept) {
        this.kept = kept;
    }

    /// Reads the file once, and listens to it for what its role asks for, once for each.
    void prepare(Voice voice) {
        if (!loaded) {
            load(voice);
            loaded = true;
        }
        if (voice.role() == Role.BED) {
            tones = tones.or(() -> file.map(f -> ToneFinder.find(f.sound())));
        } else {
            analysis = analysis.or(() -> file.map(this::analysed));
        }
    }

    private void load(Voice voice) {
        try {
            file = Optional.of(SoundFiles.read(voice.audio().file()));
        } catch (AudioFileProblem e) {
            problem = Optional.of(e);
        }
    }

    private VoiceAnalysis analysed(SoundFile read) {
        return kept.analysis(read.sha256())
                .orElseGet(() -> {
                    VoiceAnalysis made = new VoiceAnalyser().analyse(read.sound());
                    kept.keep(read.sha256(), made);
                    return made;
                });
    }

    /// What is heard in it, with the pitch in the octaves that the user says. Called by several
    /// threads at once while voices follow this one.
    synchronized Optional<VoiceAnalysis> heard(Voice voice) {
        return analysis.filter(a -> isMeant(voice))
                .map(a -> hearing.get(voice.octaves(), () -> a.withOctaves(voice.octaves())));
    }

    /// Whether the file is the recording that the voice names, as far as it names its content.
    private boolean isMeant(Voice voice) {
        return !voice.audio().isKnown()
                || file.map(f -> f.sha256().equals(voice.audio().sha256())).orElse(false);
    }

    /// The file, if it is the one that the voice means.
    Optional<SoundFile> file(Voice voice) {
        return file.filter(f -> isMeant(voice));
    }

    /// What went wrong with its file.
    Optional<ZelvanProblem> problem(Voice voice) {
        return isMeant(voice)
                ? problem
                : problem.or(() ->
                        file.map(f ->
                                new RecordingChanged(
                                        new AudioReference(
                                                voice.audio().path(), f.bytes(), f.sha256()))));
    }

    /// Empty if it could not be loaded.
    String sha256() {
        return file.map(SoundFile::sha256).orElse("");
    }

    /// Where notes begin in the track; nowhere if it could not be loaded.
    double[] onsets(Voice voice) {
        onsets = onsets.or(() -> file(voice).map(f -> OnsetFinder.find(f.sound())));
        return onsets.filter(o -> isMeant(voice)).orElse(new double[0]);
    }

    /// How much of each tone is played in a bed; nothing if it could not be loaded.
    double[] tones(Voice bed) {
        return tones.filter(t -> isMeant(bed)).orElse(new double[0]);
    }

    /// The file as it is, whatever a voice means.
    Optional<SoundFile> file() {
        return file;
    }

    Optional<VoiceSource> raw(Voice voice) {
        return file(voice).map(f -> new RawSource(f.sound()));
    }
}
