package zelvan.engine;

import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Predicate;
import zelvan.align.Alignment;
import zelvan.body.BodySettings;
import zelvan.level.LevelMapper;
import zelvan.level.LevelSettings;
import zelvan.session.ByPhrase;
import zelvan.session.GuideReference;
import zelvan.session.HandWork;
import zelvan.session.Role;
import zelvan.session.Session;
import zelvan.session.Voice;
import zelvan.timing.Fence;
import zelvan.timing.TimingResult;
import zelvan.timing.TimingSettings;
import zelvan.tuning.Harmony;
import zelvan.tuning.Key;
import zelvan.tuning.PitchTarget;
import zelvan.tuning.TuningSettings;
import zelvan.units.Grid;

/// The steps that lead from a session to what is derived of each voice, put together from the
/// session alone, back to those of the voice that it follows.
///
/// @param session what is wanted
/// @param reads what each voice was sung into, by its id
/// @param isThere whether a voice's file is there and is the recording that is meant
/// @param asked told what the steps are called
record VoiceSteps(
        Session session, Map<String, Recorded> reads, Predicate<Voice> isThere, Asked asked) {
    /// What is known of a voice, as far as others follow it.
    private record Line(Repaired heard, Step<Alignment> aligned, Step<TimingResult> timed) {}

    /// The voices whose files decide how a voice is worked out.
    Set<Voice> concerned(Voice voice) {
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

    private Recorded read(Voice voice) {
        return Objects.requireNonNull(reads.get(voice.id()), "every voice has a file");
    }

    /// What is heard in a voice; empty for beds, and where its file is not there.
    Optional<Repaired> heard(Voice voice) {
        return voice.role() != Role.BED && isThere.test(voice)
                ? Optional.of(new Repaired(new Heard(read(voice)), session.handOf(voice).octaves()))
                : Optional.empty();
    }

    /// When each moment of a voice sounds; empty where nothing is heard in it.
    Optional<Step<TimingResult>> timed(Voice voice) {
        return line(voice).map(Line::timed);
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
                                    .filter(isThere)
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
                Timed.ofGuide(
                        new Mapper(heard.heard()),
                        aligned,
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
                        Timed.of(
                                new Mapper(heard.heard()),
                                new Placed(heard.heard(), aligned, guide.get().timed()),
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

    /// The last step of a voice.
    ///
    /// @param found the key that is heard in the song
    Made made(Voice voice, Optional<Key> found) {
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
                            new Shaped(
                                    sounding,
                                    line.timed,
                                    guideTuned(found),
                                    guideLevelled().orElseThrow(),
                                    bodied(voice, Optional.empty())),
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
                        new Shaped(
                                sounding,
                                line.timed,
                                List.of(tuned),
                                levelled(
                                        voice,
                                        line,
                                        Optional.of(
                                                new Levelled.Beside(
                                                        guideLevelled().orElseThrow(),
                                                        guide.timed(),
                                                        aligned,
                                                        line.timed))),
                                bodied(voice, Optional.of(aligned))),
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

    /// What becomes of the guide's level.
    private Optional<Levelled> guideLevelled() {
        return session.guide().flatMap(g -> line(g).map(l -> levelled(g, l, Optional.empty())));
    }

    private Levelled levelled(Voice voice, Line line, Optional<Levelled.Beside> beside) {
        HandWork hand = session.handOf(voice);
        return new Levelled(
                new LevelsHeard(line.heard.heard(), hand.sounds()),
                beside,
                session.inForce(voice, LevelSettings::of),
                new LevelMapper.Wanted(
                        hand.sounds(), hand.levels(), hand.levelFences(), placeInStack(voice)));
    }

    private Bodied bodied(Voice voice, Optional<Step<Alignment>> aligned) {
        return new Bodied(aligned, session.inForce(voice, BodySettings::of));
    }

    private int placeInStack(Voice voice) {
        return session.followers().stream()
                .filter(v -> v.stackId().equals(voice.stackId()))
                .toList()
                .indexOf(voice);
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
    boolean usesHarmony(Voice voice) {
        ByPhrase<TuningSettings> tuning = tuning(voice);
        return isHarmonic(tuning.elsewhere())
                || tuning.stretches().stream().anyMatch(s -> isHarmonic(s.value()));
    }

    private static boolean isHarmonic(TuningSettings settings) {
        return settings.target() == PitchTarget.KEY || settings.target() == PitchTarget.CHORD;
    }
}
