package zelvan.engine;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Consumer;
import zelvan.align.Alignment;
import zelvan.derived.DerivedVoice;
import zelvan.session.ByPhrase;
import zelvan.session.GuideReference;
import zelvan.session.HandWork;
import zelvan.session.Role;
import zelvan.session.Session;
import zelvan.session.Voice;
import zelvan.takes.TakeMap;
import zelvan.timing.Fence;
import zelvan.timing.TimingResult;
import zelvan.timing.TimingSettings;
import zelvan.tuning.Harmony;
import zelvan.tuning.Key;
import zelvan.tuning.PitchTarget;
import zelvan.tuning.TuningSettings;
import zelvan.units.Grid;

/// The steps that lead from a session to everything derived from it.
///
/// How it works: which steps a voice takes depends on which files there are, so the files are read
/// first; then its steps are put together from the session alone, back to those of the voice that
/// it follows.
///
/// Thread safety: made by one thread, then any.
final class Plan {
    /// What is known of a voice, as far as others follow it.
    private record Line(Repaired heard, Step<Alignment> aligned, Step<TimingResult> timed) {}

    private final Session session;
    private final Store store;
    private final Asked asked;
    private final Map<String, Integer> ranks = new HashMap<>();
    private final Map<String, Recorded> reads = new HashMap<>();
    private final Map<String, CompletableFuture<Reading>> readings = new ConcurrentHashMap<>();

    /// Looks at the files.
    ///
    /// @param first the voices that matter most, by id, in order
    Plan(Session session, List<String> first, Store store, Asked asked) {
        this.session = session;
        this.store = store;
        this.asked = asked;
        session.guide().ifPresent(g -> ranks.put(g.id(), 0));
        first.forEach(id -> ranks.putIfAbsent(id, ranks.size()));
        int later = first.isEmpty() ? 0 : Store.LATER;
        session.followers().forEach(v -> ranks.putIfAbsent(v.id(), later + ranks.size()));
        session.voices().forEach(v -> ranks.putIfAbsent(v.id(), later + ranks.size()));
        for (Voice voice : session.voices()) {
            Recorded read = Recorded.of(session, voice);
            reads.put(voice.id(), read);
            asked.tell(read, "Reading " + voice.name());
            asked.tell(new Heard(read), "Listening to " + voice.name());
        }
    }

    /// How the files were when the plan was made, by voice.
    Map<String, Recorded> reads() {
        return Map.copyOf(reads);
    }

    private int rank(Voice voice) {
        return Objects.requireNonNull(ranks.get(voice.id()), "every voice has a rank");
    }

    private Recorded read(Voice voice) {
        return Objects.requireNonNull(reads.get(voice.id()), "every voice has a file");
    }

    private CompletableFuture<Reading> reading(Voice voice, int rank) {
        CompletableFuture<Reading> reading = store.get(read(voice), asked, rank);
        readings.put(voice.id(), reading);
        return reading;
    }

    /// A track as it was recorded, as soon as its file is open; empty where it is no news, or where
    /// it is to be seen first whether it is the recording that is meant.
    CompletableFuture<Optional<DerivedVoice>> opened(Voice voice) {
        if (!(read(voice) instanceof Read read)
                || session.audioOf(voice).isKnown()
                || store.isThere(read)) {
            return CompletableFuture.completedFuture(Optional.empty());
        }
        return store.get(new Glanced(read), asked, Store.AT_ONCE + rank(voice))
                .thenApply(glance ->
                        glance.map(g -> DerivedVoice.opened(voice.id(), g.raw(), g.outline())));
    }

    /// A track, as soon as it is worked out.
    CompletableFuture<DerivedVoice> voice(Voice voice, CompletableFuture<Optional<Key>> key) {
        int rank = rank(voice);
        CompletableFuture<?>[] files =
                concerned(voice).stream()
                        .map(v -> reading(v, rank))
                        .toArray(CompletableFuture[]::new);
        return CompletableFuture.allOf(files)
                .thenCompose(all -> {
                    line(voice).ifPresent(l -> store.get(l.timed, asked, rank));
                    return usesHarmony(voice)
                                    || session.guide().map(this::usesHarmony).orElse(false)
                            ? key
                            : CompletableFuture.completedFuture(Optional.<Key>empty());
                })
                .thenCompose(found -> store.get(made(voice, found), asked, rank));
    }

    /// What the takes of a voice are like, as soon as all are worked out.
    ///
    /// @param soFar told whenever another one is
    CompletableFuture<TakeMap> takes(Voice voice, Consumer<TakeMap> soFar) {
        if (voice.layer().takes().isEmpty()
                || !voice.role().follows()
                || session.guide().isEmpty()) {
            return CompletableFuture.completedFuture(TakeMap.NONE);
        }
        Voice guide = session.guide().get();
        return reading(guide, Store.TAKES + rank(guide))
                .thenCompose(read ->
                        heard(guide)
                                .map(h ->
                                        new TakesWanted(session, voice, h.heard(), store, asked)
                                                .begin(soFar))
                                .orElse(CompletableFuture.completedFuture(TakeMap.NONE)));
    }

    /// The key of guide and bed, as soon as they are heard.
    CompletableFuture<Optional<Key>> key() {
        List<Voice> heard = new ArrayList<>(session.guide().stream().toList());
        session.voices().stream().filter(v -> v.role() == Role.BED).forEach(heard::add);
        CompletableFuture<?>[] files =
                heard.stream().map(v -> reading(v, rank(v))).toArray(CompletableFuture[]::new);
        return CompletableFuture.allOf(files)
                .thenCompose(all -> {
                    KeyFound step =
                            new KeyFound(
                                    session.guide().flatMap(this::heard).stream().toList(),
                                    heard.stream()
                                            .filter(v -> v.role() == Role.BED && isThere(v))
                                            .map(v -> new Told(read(v), Told.What.TONES))
                                            .toList());
                    return store.get(step, asked, session.voices().size());
                });
    }

    /// The voices whose files decide how a voice is worked out.
    private Set<Voice> concerned(Voice voice) {
        Set<Voice> concerned = new HashSet<>();
        concerned.add(voice);
        session.guide().ifPresent(concerned::add);
        if (session.guideReference().kind() == GuideReference.Kind.TRACK) {
            session.voice(session.guideReference().trackId()).ifPresent(concerned::add);
        }
        if (session.guideReference().kind() == GuideReference.Kind.MIDDLE) {
            concerned.addAll(followingGuide());
        }
        Optional<Voice> leader = session.leaderOf(voice);
        while (leader.isPresent() && concerned.add(leader.get())) {
            leader = session.leaderOf(leader.get());
        }
        return concerned;
    }

    /// Whether a voice's file is there and is the recording that is meant.
    private boolean isThere(Voice voice) {
        Reading reading =
                Objects.requireNonNull(readings.get(voice.id()), "it was read before").join();
        return reading.file().isPresent()
                && reading.isMeantBy(read(voice).meant(session.audioOf(voice)));
    }

    private Optional<Repaired> heard(Voice voice) {
        return voice.role() != Role.BED && isThere(voice)
                ? Optional.of(new Repaired(new Heard(read(voice)), session.handOf(voice).octaves()))
                : Optional.empty();
    }

    private Optional<Line> line(Voice voice) {
        return heard(voice)
                .map(h ->
                        voice.role() == Role.GUIDE
                                ? guideLine(voice, h)
                                : followerLine(voice, h)
                                        .orElse(new Line(h, new Unaligned(), new Unmoved())));
    }

    private Line guideLine(Voice guide, Repaired heard) {
        HandWork hand = session.handOf(guide);
        List<Grid> grids = List.of();
        List<Told> tracks = List.of();
        List<Aligned> voices = List.of();
        switch (session.guideReference().kind()) {
            case ITSELF -> {}
            case GRID -> grids = session.grid().stream().toList();
            case TRACK ->
                    tracks =
                            session.voice(session.guideReference().trackId()).stream()
                                    .filter(this::isThere)
                                    .map(v -> new Told(read(v), Told.What.ONSETS))
                                    .toList();
            case MIDDLE ->
                    voices =
                            followingGuide().stream()
                                    .flatMap(v ->
                                            heard(v)
                                                    .map(h ->
                                                            aligned(
                                                                    v,
                                                                    h,
                                                                    guide,
                                                                    heard,
                                                                    Optional.empty()))
                                                    .stream())
                                    .toList();
        }
        GuideAligned aligned =
                new GuideAligned(
                        heard.heard(), grids, tracks, voices, hand.anchors(), hand.marks());
        return new Line(
                heard,
                aligned,
                new Timed(
                        new Mapper(heard.heard()),
                        aligned,
                        List.of(),
                        List.of(),
                        session.inForce(guide, TimingSettings::of),
                        hand.fences()));
    }

    private Optional<Guiding> guiding() {
        return session.guide()
                .flatMap(g ->
                        line(g).map(l ->
                                new Guiding(l.heard.heard(), session.handOf(g).marks(), l.timed)));
    }

    private Optional<Line> followerLine(Voice voice, Repaired heard) {
        Optional<Guiding> guide = guiding();
        Optional<Voice> leader = session.leaderOf(voice);
        Optional<Line> lead = leader.flatMap(this::line);
        if (guide.isEmpty() || lead.isEmpty()) {
            return Optional.empty();
        }
        HandWork hand = session.handOf(voice);
        Aligned aligned =
                aligned(
                        voice,
                        heard,
                        leader.get(),
                        lead.get().heard,
                        inGuide(leader.get(), lead.get(), guide.get()));
        return Optional.of(
                new Line(
                        heard,
                        aligned,
                        new Timed(
                                new Mapper(heard.heard()),
                                aligned,
                                List.of(guide.get().timed()),
                                List.of(new Placed(heard.heard(), aligned, guide.get().timed())),
                                session.inForce(voice, TimingSettings::of),
                                hand.fences())));
    }

    private Aligned aligned(
            Voice voice,
            Repaired heard,
            Voice leader,
            Repaired leaderHeard,
            Optional<InGuide> inGuide) {
        HandWork hand = session.handOf(voice);
        Matched matched = new Matched(leaderHeard.heard(), heard.heard());
        asked.tell(matched, "Matching " + voice.name());
        return new Aligned(
                matched,
                hand.anchors(),
                hand.fences().stream().map(Fence::span).toList(),
                session.handOf(leader).marks(),
                hand.marks(),
                inGuide);
    }

    /// The voices that follow the guide itself.
    private List<Voice> followingGuide() {
        return session.followers().stream()
                .filter(v -> session.leaderOf(v).equals(session.guide()))
                .toList();
    }

    private static Optional<InGuide> inGuide(Voice leader, Line lead, Guiding guide) {
        return leader.role() == Role.GUIDE
                ? Optional.empty()
                : Optional.of(new InGuide(lead.timed, guide.timed()));
    }

    private Made made(Voice voice, Optional<Key> found) {
        Optional<Line> line = line(voice);
        return new Made(
                voice.id(),
                voice.name(),
                read(voice).meant(session.audioOf(voice)),
                Recorded.others(session, voice),
                read(voice),
                line.map(l -> new Sounding(l.heard)),
                line.flatMap(l -> parts(voice, l, found)));
    }

    /// Empty where a voice stays as it was recorded, because there is nobody to follow.
    private Optional<Made.Parts> parts(Voice voice, Line line, Optional<Key> found) {
        Sounding sounding = new Sounding(line.heard);
        if (voice.role() == Role.GUIDE) {
            return Optional.of(
                    new Made.Parts(
                            line.aligned,
                            line.timed,
                            new Shaped(sounding, line.timed, guideTuned(found)),
                            new VoiceDoubts(
                                    true, session.followers().stream().map(this::tuning).toList()),
                            Optional.empty()));
        }
        if (!(line.aligned instanceof Aligned aligned)) {
            return Optional.empty();
        }
        Voice leader = session.leaderOf(voice).orElseThrow();
        Line lead = line(leader).orElseThrow();
        Guiding guide = guiding().orElseThrow();
        HandWork hand = session.handOf(voice);
        Tuned tuned =
                new Tuned(
                        new Beside(
                                line.heard,
                                new Leading(
                                        lead.heard,
                                        leader.role() == Role.GUIDE
                                                ? guideTuned(found)
                                                : List.of()),
                                aligned,
                                inGuide(leader, lead, guide)),
                        guide,
                        harmony(voice, found),
                        tuning(voice),
                        hand.notes(),
                        hand.pitchFences());
        return Optional.of(
                new Made.Parts(
                        aligned,
                        line.timed,
                        new Shaped(sounding, line.timed, List.of(tuned)),
                        new VoiceDoubts(false, List.of(tuning(voice))),
                        Optional.of(
                                new Made.Follower(
                                        aligned,
                                        new LockMeasured(
                                                line.heard.heard(),
                                                guide,
                                                aligned,
                                                line.timed,
                                                hand.fences().stream()
                                                        .map(Fence::span)
                                                        .toList())))));
    }

    /// What becomes of the guide's pitch; none where it stays as it was sung.
    private List<Tuned> guideTuned(Optional<Key> found) {
        return session
                .guide()
                .filter(this::isTuned)
                .flatMap(guide ->
                        heard(guide)
                                .map(heard ->
                                        new Tuned(
                                                new Alone(heard),
                                                guiding().orElseThrow(),
                                                harmony(guide, found),
                                                tuning(guide),
                                                session.handOf(guide).notes(),
                                                session.handOf(guide).pitchFences())))
                .stream()
                .toList();
    }

    private boolean isTuned(Voice voice) {
        ByPhrase<TuningSettings> tuning = tuning(voice);
        return !session.handOf(voice).notes().isEmpty()
                || tuning.elsewhere().changes()
                || tuning.stretches().stream().anyMatch(s -> s.value().changes());
    }

    private Harmony harmony(Voice voice, Optional<Key> found) {
        return usesHarmony(voice) ? session.harmony().orFound(found) : Harmony.UNKNOWN;
    }

    private ByPhrase<TuningSettings> tuning(Voice voice) {
        return session.inForce(voice, TuningSettings::of);
    }

    /// Whether anything in a voice is drawn to the song's key or chords.
    private boolean usesHarmony(Voice voice) {
        ByPhrase<TuningSettings> tuning = tuning(voice);
        return isHarmonic(tuning.elsewhere())
                || tuning.stretches().stream().anyMatch(s -> isHarmonic(s.value()));
    }

    private static boolean isHarmonic(TuningSettings settings) {
        return settings.target() == PitchTarget.KEY || settings.target() == PitchTarget.CHORD;
    }
}
