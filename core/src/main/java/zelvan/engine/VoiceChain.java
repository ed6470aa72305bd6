package zelvan.engine;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import zelvan.align.Aligner;
import zelvan.align.Alignment;
import zelvan.align.Anchor;
import zelvan.analysis.VoiceAnalyser;
import zelvan.analysis.VoiceAnalysis;
import zelvan.audio.AudioFileProblem;
import zelvan.audio.SoundFile;
import zelvan.audio.SoundFiles;
import zelvan.measure.LockMap;
import zelvan.measure.LockMeter;
import zelvan.problem.ZelvanProblem;
import zelvan.render.EpochFinder;
import zelvan.render.Epochs;
import zelvan.render.RawSource;
import zelvan.render.VoiceRenderer;
import zelvan.render.VoiceSource;
import zelvan.session.PhraseDeparture;
import zelvan.session.Role;
import zelvan.session.Session;
import zelvan.session.TimingDeparture;
import zelvan.session.Voice;
import zelvan.timing.TimeMap;
import zelvan.timing.TimeMapper;
import zelvan.timing.TimingResult;
import zelvan.timing.TimingSettings;
import zelvan.units.TimeSpan;

/// One track's way from file to sound, each step remembered by what it depends on. Used by one
/// thread at a time.
final class VoiceChain {
    private static final TimingResult UNMOVED = new TimingResult(TimeMap.IDENTITY, Set.of());

    private record AlignmentKey(
            String guide, String voice, List<Anchor> held, List<TimeSpan> walls) {}

    private record TimingKey(
            AlignmentKey alignment,
            TimingSettings stack,
            TimingDeparture voice,
            List<PhraseDeparture> phrases,
            List<TimeSpan> walls) {}

    private final AnalysisStore store;
    private final Memo<AlignmentKey, Alignment> alignment = new Memo<>();
    private final Memo<TimingKey, TimingResult> timing = new Memo<>();
    private final Memo<TimeMap, VoiceSource> renderer = new Memo<>();
    private final Memo<TimingKey, LockMap> lock = new Memo<>();
    private Optional<SoundFile> file = Optional.empty();
    private Optional<VoiceAnalysis> analysis = Optional.empty();
    private Optional<TimeMapper> mapper = Optional.empty();
    private Optional<Epochs> epochs = Optional.empty();
    private Optional<ZelvanProblem> problem = Optional.empty();
    private boolean loaded;

    VoiceChain(AnalysisStore store) {
        this.store = store;
    }

    /// Loads the file and listens to it; once.
    void prepare(Voice voice) {
        if (loaded) {
            return;
        }
        try {
            SoundFile read = SoundFiles.read(Path.of(voice.audio().path()));
            file = Optional.of(read);
            if (voice.role() != Role.BED) {
                analysis = Optional.of(analysed(read));
            }
        } catch (AudioFileProblem e) {
            problem = Optional.of(e);
        }
        loaded = true;
    }

    private VoiceAnalysis analysed(SoundFile read) {
        return store.load(read.sha256())
                .orElseGet(() -> {
                    VoiceAnalysis made = new VoiceAnalyser().analyse(read.sound());
                    store.save(read.sha256(), made);
                    return made;
                });
    }

    Optional<VoiceAnalysis> analysis() {
        return analysis;
    }

    Optional<String> contentHash() {
        return file.map(SoundFile::sha256);
    }

    /// Derives everything for the track.
    ///
    /// @param guide the guide's own chain, prepared; empty if the session has no guide
    DerivedVoice derive(Session session, Voice voice, Optional<VoiceChain> guide) {
        // A track that was the bed when it was loaded and is a voice now has not been listened to
        // yet.
        if (voice.role() != Role.BED && analysis.isEmpty()) {
            analysis = file.map(this::analysed);
        }
        Optional<VoiceSource> raw = file.map(f -> new RawSource(f.sound()));
        Optional<VoiceAnalysis> guideAnalysis = guide.flatMap(VoiceChain::analysis);
        if (!voice.role().follows()
                || file.isEmpty()
                || analysis.isEmpty()
                || guideAnalysis.isEmpty()) {
            return new DerivedVoice(
                    voice.id(),
                    file,
                    analysis,
                    Alignment.NONE,
                    UNMOVED,
                    raw,
                    raw,
                    LockMap.EMPTY,
                    problem);
        }
        SoundFile own = file.get();
        VoiceAnalysis heard = analysis.get();
        VoiceAnalysis lead = guideAnalysis.get();
        List<TimeSpan> walls = voice.timingProtected();
        AlignmentKey alignmentKey =
                new AlignmentKey(
                        guide.flatMap(VoiceChain::contentHash).orElse(""),
                        own.sha256(),
                        voice.held(),
                        walls);
        Alignment matched =
                alignment.get(
                        alignmentKey, () -> new Aligner().align(lead, heard, voice.held(), walls));
        TimingSettings stack = session.stackTiming(voice);
        TimingKey timingKey =
                new TimingKey(alignmentKey, stack, voice.timing(), voice.phrases(), walls);
        TimingResult timed =
                timing.get(
                        timingKey,
                        () -> mapper(heard).map(matched, t -> voice.timingAt(t, stack), walls));
        VoiceSource locked =
                timed.map().isIdentity()
                        ? raw.orElseThrow()
                        : renderer.get(timed.map(), () -> rendered(own, heard, timed.map()));
        LockMap measured =
                lock.get(
                        timingKey,
                        () ->
                                new LockMeter()
                                        .measure(
                                                lead.phrases(),
                                                matched,
                                                timed,
                                                walls,
                                                heard.phrases()));
        return new DerivedVoice(
                voice.id(),
                file,
                analysis,
                matched,
                timed,
                raw,
                Optional.of(locked),
                measured,
                problem);
    }

    private TimeMapper mapper(VoiceAnalysis heard) {
        if (mapper.isEmpty()) {
            mapper = Optional.of(new TimeMapper(heard));
        }
        return mapper.get();
    }

    private VoiceSource rendered(SoundFile own, VoiceAnalysis heard, TimeMap map) {
        if (epochs.isEmpty()) {
            epochs = Optional.of(new EpochFinder().find(own.sound(), heard.pitch()));
        }
        return new VoiceRenderer(own.sound(), epochs.get(), map);
    }
}
