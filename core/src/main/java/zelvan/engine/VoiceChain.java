package zelvan.engine;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import zelvan.align.Aligner;
import zelvan.align.Alignment;
import zelvan.align.Anchor;
import zelvan.align.Marks;
import zelvan.align.MomentMatcher;
import zelvan.align.Rematch;
import zelvan.analysis.Landmark;
import zelvan.analysis.PitchTrack;
import zelvan.analysis.VoiceAnalysis;
import zelvan.measure.LockMap;
import zelvan.measure.LockMeter;
import zelvan.problem.ZelvanProblem;
import zelvan.render.Changes;
import zelvan.render.VoiceSound;
import zelvan.render.VoiceSource;
import zelvan.session.GuideTiming;
import zelvan.session.PhraseDeparture;
import zelvan.session.Session;
import zelvan.session.TimingDeparture;
import zelvan.session.Voice;
import zelvan.timing.Fence;
import zelvan.timing.TimeMap;
import zelvan.timing.TimeMapper;
import zelvan.timing.TimingResult;
import zelvan.timing.TimingSettings;
import zelvan.tuning.Harmony;
import zelvan.tuning.PitchMap;
import zelvan.units.Grid;
import zelvan.units.TimeSpan;

/// One track's way from file to sound, each step remembered by what it depends on. Used by one
/// thread at a time.
final class VoiceChain {
    /// A moment nearer than this to the end of a recording lies at it.
    private static final double EDGE_SECONDS = 0.002;

    private static final TimingResult UNMOVED = new TimingResult(TimeMap.IDENTITY, Set.of());

    /// What a voice follows.
    ///
    /// @param chain prepared
    /// @param voice what is wanted of it
    /// @param inGuide each of its moments in the guide's time as recorded
    record Leader(VoiceChain chain, Voice voice, TimeMap inGuide) {
        Optional<VoiceAnalysis> analysis() {
            return chain.track.heard(voice);
        }
    }

    /// The guide, as far as the others are concerned.
    ///
    /// @param map when each of its moments sounds
    /// @param phrases as recorded
    /// @param landmarks that count, as recorded
    record Guide(TimeMap map, List<TimeSpan> phrases, List<Landmark> landmarks) {
        static final Guide NONE = new Guide(TimeMap.IDENTITY, List.of(), List.of());
    }

    private record MatchKey(String leader, String voice) {}

    private record AlignmentKey(
            MatchKey match,
            List<Anchor> byUser,
            List<TimeSpan> walls,
            Marks leaderMarks,
            Marks marks,
            TimeMap inGuide) {}

    private record TimingKey(
            AlignmentKey alignment,
            Guide guide,
            TimingSettings stack,
            TimingDeparture voice,
            List<PhraseDeparture> phrases,
            List<Fence> fences) {}

    private record SoundKey(TimeMap time, PitchMap pitch, PitchTrack track) {}

    private record CorrectionKey(
            GuideTiming timing,
            Optional<Grid> grid,
            String track,
            List<Anchor> byUser,
            Marks marks,
            List<Fence> fences) {}

    private final KeptWork kept;
    private final TrackFile track;
    private final Memo<MatchKey, Rematch> match = new Memo<>();
    private final Map<Rematch.Piece, Alignment> pieces = new HashMap<>();
    private final Memo<AlignmentKey, Alignment> alignment = new Memo<>();
    private final Memo<TimingKey, TimingResult> timing = new Memo<>();
    private final Memo<CorrectionKey, Corrected> correction = new Memo<>();
    private final PitchChain pitch = new PitchChain();
    private final Memo<PitchTrack, VoiceSound> sound = new Memo<>();
    private final Memo<SoundKey, VoiceSource> renderer = new Memo<>();
    private final Memo<TimingKey, LockMap> lock = new Memo<>();
    private Optional<TimeMapper> mapper = Optional.empty();

    VoiceChain(KeptWork kept) {
        this.kept = kept;
        track = new TrackFile(kept);
    }

    /// What it begins with.
    TrackFile track() {
        return track;
    }

    /// A track and its file, prepared.
    record Track(TrackFile file, Voice voice) {}

    /// What a guide is corrected to, and its map.
    private record Corrected(Alignment alignment, TimingResult timing) {}

    /// Derives everything for the guide.
    ///
    /// @param other the track that the guide is lined up with; empty if there is none
    DerivedVoice deriveGuide(Session session, Voice voice, Optional<Track> other) {
        if (track.heard(voice).isEmpty()) {
            return asRecorded(voice);
        }
        VoiceAnalysis heard = track.heard(voice).orElseThrow();
        CorrectionKey key =
                new CorrectionKey(
                        session.guideTiming(),
                        session.grid(),
                        other.map(t -> t.file.sha256()).orElse(""),
                        voice.anchors(),
                        voice.marks(),
                        voice.fences());
        Corrected corrected = correction.get(key, () -> corrected(session, voice, heard, other));
        return made(
                session,
                voice,
                heard,
                corrected.alignment,
                corrected.timing,
                LockMap.EMPTY,
                DerivedVoice.Pitched.NOTHING,
                Optional.empty());
    }

    private Corrected corrected(
            Session session, Voice voice, VoiceAnalysis heard, Optional<Track> other) {
        double[] moments =
                switch (session.guideTiming().reference()) {
                    case ITSELF -> new double[0];
                    case GRID ->
                            session
                                    .grid()
                                    .map(g -> g.linesIn(new TimeSpan(0, heard.seconds())))
                                    .orElse(List.of())
                                    .stream()
                                    .mapToDouble(t -> t)
                                    .toArray();
                    case TRACK -> other.map(t -> t.file.onsets(t.voice)).orElse(new double[0]);
                };
        Alignment found = MomentMatcher.match(voice.marks().of(heard), moments, voice.anchors());
        TimingSettings settings = session.guideTiming().timing();
        return new Corrected(found, mapper(heard).map(found, t -> settings, voice.fences()));
    }

    /// Derives everything for a track that follows, or for the bed.
    ///
    /// @param leader what it follows; empty if the session has no guide
    /// @param harmony what the song's notes belong to
    DerivedVoice derive(
            Session session, Voice voice, Optional<Leader> leader, Guide guide, Harmony harmony) {
        Optional<VoiceAnalysis> lead = leader.flatMap(Leader::analysis);
        if (!voice.role().follows() || track.heard(voice).isEmpty() || lead.isEmpty()) {
            return asRecorded(voice);
        }
        VoiceAnalysis heard = track.heard(voice).orElseThrow();
        AlignmentKey alignmentKey = alignmentKey(voice, leader.orElseThrow(), heard, lead.get());
        Alignment matched =
                alignment.get(alignmentKey, () -> matched(lead.get(), heard, alignmentKey));
        TimingSettings stack = session.stackTiming(voice);
        TimingKey timingKey =
                new TimingKey(
                        alignmentKey,
                        guide,
                        stack,
                        voice.timing(),
                        voice.phrases(),
                        voice.fences());
        TimingResult timed =
                timing.get(
                        timingKey,
                        () ->
                                mapper(heard)
                                        .map(
                                                matched,
                                                guide.map,
                                                t -> voice.timingAt(t, stack),
                                                voice.fences()));
        LockMap measured =
                lock.get(
                        timingKey,
                        () ->
                                new LockMeter(guide.phrases, guide.landmarks, guide.map)
                                        .measure(
                                                matched,
                                                timed,
                                                alignmentKey.walls,
                                                heard.phrases()));
        DerivedVoice.Pitched pitched =
                pitch.derive(
                        voice,
                        new PitchChain.Pair(heard, lead.get(), matched, alignmentKey.inGuide),
                        guide.phrases,
                        harmony.in(guide.map::sourceSecondsAt),
                        session.stackTuning(voice));
        Optional<ZelvanProblem> notFollowed =
                voice.anchors().stream()
                        .filter(a -> !alignmentKey.byUser.contains(a))
                        .findFirst()
                        .map(a -> new HandWorkProblem(voice, a));
        return made(session, voice, heard, matched, timed, measured, pitched, notFollowed);
    }

    /// Whether a moment that the user has set lies within both recordings: at their very ends
    /// nothing is left to be matched beyond it.
    private static boolean isInside(
            Anchor anchor, VoiceAnalysis heard, VoiceAnalysis lead, TimeMap inGuide) {
        return isInside(anchor.sourceSeconds(), heard.seconds())
                && isInside(inGuide.sourceSecondsAt(anchor.guideSeconds()), lead.seconds());
    }

    private static boolean isInside(double moment, double seconds) {
        return moment >= EDGE_SECONDS && moment <= seconds - EDGE_SECONDS;
    }

    private AlignmentKey alignmentKey(
            Voice voice, Leader leader, VoiceAnalysis heard, VoiceAnalysis lead) {
        return new AlignmentKey(
                new MatchKey(leader.chain.track.sha256(), track.sha256()),
                voice.anchors().stream()
                        .filter(a -> isInside(a, heard, lead, leader.inGuide))
                        .toList(),
                voice.fences().stream().map(Fence::span).toList(),
                leader.voice.marks(),
                voice.marks(),
                leader.inGuide);
    }

    /// Matches the voice with its leader, and puts the outcome in the guide's time.
    private Alignment matched(VoiceAnalysis lead, VoiceAnalysis heard, AlignmentKey key) {
        Rematch rematch =
                match.get(
                        key.match,
                        () -> {
                            pieces.clear();
                            return new Rematch(lead, heard, match(lead, heard, key.match));
                        });
        List<Anchor> byUser =
                key.byUser.stream()
                        .map(a -> a.withGuideSeconds(key.inGuide::sourceSecondsAt))
                        .toList();
        List<Rematch.Piece> wanted = rematch.pieces(byUser, key.walls);
        pieces.keySet().retainAll(wanted);
        wanted.forEach(piece -> pieces.computeIfAbsent(piece, rematch::again));
        Alignment found = rematch.joined(byUser, key.walls, pieces);
        Alignment marked = Marks.applied(found, lead, key.leaderMarks, key.marks);
        return key.inGuide.isIdentity()
                ? marked
                : marked.withGuideTimes(key.inGuide::outputSecondsAt);
    }

    private Aligner.Match match(VoiceAnalysis lead, VoiceAnalysis heard, MatchKey key) {
        return kept.match(key.leader, key.voice)
                .orElseGet(() -> {
                    Aligner.Match made = new Aligner().match(lead, heard);
                    kept.keep(key.leader, key.voice, made);
                    return made;
                });
    }

    private DerivedVoice asRecorded(Voice voice) {
        Optional<VoiceSource> raw = track.raw(voice);
        Optional<VoiceAnalysis> heard = track.heard(voice);
        return new DerivedVoice(
                voice.id(),
                track.file(voice),
                heard,
                Alignment.NONE,
                UNMOVED,
                heard.flatMap(this::sound),
                raw,
                raw,
                LockMap.EMPTY,
                DerivedVoice.Pitched.NOTHING,
                List.of(),
                track.problem(voice));
    }

    private DerivedVoice made(
            Session session,
            Voice voice,
            VoiceAnalysis heard,
            Alignment matched,
            TimingResult timed,
            LockMap measured,
            DerivedVoice.Pitched pitched,
            Optional<ZelvanProblem> notFollowed) {
        Optional<VoiceSource> raw = track.raw(voice);
        PitchMap pitchMap = pitched.result().map();
        VoiceSource locked =
                timed.map().isIdentity() && pitchMap.size() == 0
                        ? raw.orElseThrow()
                        : renderer.get(
                                new SoundKey(timed.map(), pitchMap, heard.pitch()),
                                () ->
                                        sound(heard)
                                                .orElseThrow()
                                                .along(new Changes(timed.map(), pitchMap, 0)));
        return new DerivedVoice(
                voice.id(),
                track.file(voice),
                Optional.of(heard),
                matched,
                timed,
                sound(heard),
                raw,
                Optional.of(locked),
                measured,
                pitched,
                VoiceDoubts.of(session, voice, heard, matched, measured.doubts()),
                track.problem(voice).or(() -> notFollowed));
    }

    private TimeMapper mapper(VoiceAnalysis heard) {
        if (mapper.isEmpty()) {
            mapper = Optional.of(new TimeMapper(heard));
        }
        return mapper.get();
    }

    private Optional<VoiceSound> sound(VoiceAnalysis heard) {
        return track.file()
                .map(f -> sound.get(heard.pitch(), () -> new VoiceSound(f.sound(), heard.pitch())));
    }
}
