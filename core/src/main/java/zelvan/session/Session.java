package zelvan.session;

import java.nio.file.Path;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import zelvan.setting.Settings;
import zelvan.tuning.Harmony;
import zelvan.units.Grid;

/// Everything that is wanted of one song.
///
/// @param name of the song
/// @param recordings what its voices are made of
/// @param stacks in the order in which they are shown
/// @param voices all tracks, guide and bed among them, in the order in which they are shown
/// @param mix what is heard of the whole
/// @param grid where notes may begin, if the tempo is known
/// @param guideReference what the guide itself is lined up with
/// @param harmony its chords, and its key where the user has set it
/// @param words of the song, a line a phrase of the guide, in order; there may be fewer or more
public record Session(
        String name,
        List<Recording> recordings,
        List<Stack> stacks,
        List<Voice> voices,
        Mix mix,
        Optional<Grid> grid,
        GuideReference guideReference,
        Harmony harmony,
        List<String> words) {
    public static final Session EMPTY =
            new Session(
                    "Untitled",
                    List.of(),
                    List.of(),
                    List.of(),
                    Mix.ALL,
                    Optional.empty(),
                    GuideReference.ITSELF,
                    Harmony.UNKNOWN,
                    List.of());

    public Session {
        recordings = List.copyOf(recordings);
        stacks = List.copyOf(stacks);
        voices = List.copyOf(voices);
        words = List.copyOf(words);
        checkIds("recordings", recordings, Recording::id);
        checkIds("stacks", stacks, Stack::id);
        checkIds("voices", voices, Voice::id);
        checkLayers(recordings, voices);
        checkRoles(stacks, voices);
    }

    private static <T> void checkIds(String part, List<T> parts, Function<T, String> id) {
        Set<String> seen = new HashSet<>();
        for (int i = 0; i < parts.size(); i++) {
            if (!seen.add(id.apply(parts.get(i)))) {
                throw new InvalidPart("another one has the same id", part, i, "id");
            }
        }
    }

    private static void checkLayers(List<Recording> recordings, List<Voice> voices) {
        Set<String> known = recordings.stream().map(Recording::id).collect(Collectors.toSet());
        for (int i = 0; i < voices.size(); i++) {
            for (String id : voices.get(i).layer().recordingIds()) {
                if (!known.contains(id)) {
                    throw new InvalidPart("there is no recording “" + id + "”", "voices", i);
                }
            }
        }
    }

    private static void checkRoles(List<Stack> stacks, List<Voice> voices) {
        boolean guide = false;
        for (int i = 0; i < voices.size(); i++) {
            Voice voice = voices.get(i);
            if (voice.role() == Role.GUIDE && guide) {
                throw new InvalidPart("another track is the guide", "voices", i, "role");
            }
            guide |= voice.role() == Role.GUIDE;
            if (voice.role().follows()
                    && stacks.stream().noneMatch(s -> s.id().equals(voice.stackId()))) {
                throw new InvalidPart(
                        "there is no stack “" + voice.stackId() + "”", "voices", i, "stackId");
            }
        }
    }

    /// The voice that the others follow; empty in a session without voices.
    public Optional<Voice> guide() {
        return voices.stream().filter(v -> v.role() == Role.GUIDE).findFirst();
    }

    /// The voices that follow the guide, in order.
    public List<Voice> followers() {
        return voices.stream().filter(v -> v.role().follows()).toList();
    }

    public Optional<Voice> voice(String id) {
        return voices.stream().filter(v -> v.id().equals(id)).findFirst();
    }

    public Optional<Stack> stack(String id) {
        return stacks.stream().filter(s -> s.id().equals(id)).findFirst();
    }

    public Optional<Recording> recording(String id) {
        return recordings.stream().filter(r -> r.id().equals(id)).findFirst();
    }

    /// What a voice of this session was sung into; what it begins with, if it is put together.
    public Recording recordingOf(Voice voice) {
        return recording(voice.layer().recordingId()).orElseThrow();
    }

    /// The file of a voice of this session.
    public AudioReference audioOf(Voice voice) {
        return recordingOf(voice).audio();
    }

    /// What was said by hand of a voice of this session, in the voice's own time.
    public HandWork handOf(Voice voice) {
        return voice.layer().isWhole()
                ? recordingOf(voice).hand()
                : ArrangedHand.of(this, voice.layer().clips());
    }

    /// What is in force in a voice of this session, but where its phrases depart from it.
    public Settings settingsOf(Voice voice) {
        return new Scope.OfVoice(voice.id()).inForce(this);
    }

    /// What is in force in a voice of this session, by the moment of the guide.
    ///
    /// @param of makes of settings what is wanted of them
    public <T> ByPhrase<T> inForce(Voice voice, Function<Settings, T> of) {
        Settings everywhere = settingsOf(voice);
        return new ByPhrase<>(
                of.apply(everywhere),
                voice.phrases().stream()
                        .map(p ->
                                new ByPhrase.Stretch<>(
                                        p.guideSpan(), of.apply(p.settings().over(everywhere))))
                        .toList());
    }

    /// The voice that a voice follows: that of its stack, or the guide. Where stacks follow each
    /// other in a circle, the guide.
    public Optional<Voice> leaderOf(Voice voice) {
        Optional<Voice> leader = ownLeader(voice);
        Optional<Voice> next = leader;
        for (int steps = 0; next.isPresent() && steps <= voices.size(); steps++) {
            if (next.get().id().equals(voice.id())) {
                return guide();
            }
            next = ownLeader(next.get());
        }
        return next.isPresent() || leader.isEmpty() ? guide() : leader;
    }

    /// Empty for the guide's own.
    private Optional<Voice> ownLeader(Voice voice) {
        return stack(voice.stackId())
                .flatMap(s -> voice(s.leaderId()))
                .filter(v -> v.role().follows() && !v.id().equals(voice.id()));
    }

    public Session withGrid(Optional<Grid> value) {
        return new Session(
                name, recordings, stacks, voices, mix, value, guideReference, harmony, words);
    }

    public Session withGuideReference(GuideReference value) {
        return new Session(name, recordings, stacks, voices, mix, grid, value, harmony, words);
    }

    public Session withHarmony(Harmony value) {
        return new Session(
                name, recordings, stacks, voices, mix, grid, guideReference, value, words);
    }

    public Session withName(String value) {
        return new Session(
                value, recordings, stacks, voices, mix, grid, guideReference, harmony, words);
    }

    public Session withWords(List<String> value) {
        return new Session(
                name, recordings, stacks, voices, mix, grid, guideReference, harmony, value);
    }

    public Session withMix(Mix value) {
        return new Session(
                name, recordings, stacks, voices, value, grid, guideReference, harmony, words);
    }

    public Session withStacks(List<Stack> value) {
        return new Session(
                name, recordings, value, voices, mix, grid, guideReference, harmony, words);
    }

    /// @param value made of the recordings that are there
    public Session withVoices(List<Voice> value) {
        return new Session(
                name, recordings, stacks, value, mix, grid, guideReference, harmony, words);
    }

    /// @param value at least those that its voices are made of
    public Session withRecordings(List<Recording> value) {
        return new Session(name, value, stacks, voices, mix, grid, guideReference, harmony, words);
    }

    /// Without that stack, if nobody is in it.
    Session withoutEmptied(String stackId) {
        return voices.stream().anyMatch(v -> v.stackId().equals(stackId))
                ? this
                : withStacks(stacks.stream().filter(s -> !s.id().equals(stackId)).toList());
    }

    /// Without recordings that no voice is made of.
    Session withoutUnused() {
        Set<String> used =
                voices.stream()
                        .flatMap(v -> v.layer().recordingIds().stream())
                        .collect(Collectors.toSet());
        return withRecordings(recordings.stream().filter(r -> used.contains(r.id())).toList());
    }

    /// The files that it is made of, in the order of its recordings.
    public List<Path> files() {
        return recordings.stream().map(r -> r.audio().file()).toList();
    }

    /// The session with the length and the content of its recordings where it did not know them
    /// yet.
    ///
    /// @param read by path, as they were read
    public Session knowing(Map<String, AudioReference> read) {
        List<Recording> known =
                recordings.stream()
                        .map(r ->
                                r.audio().isKnown()
                                        ? r
                                        : r.withAudio(
                                                read.getOrDefault(r.audio().path(), r.audio())))
                        .toList();
        return known.equals(recordings) ? this : withRecordings(known);
    }

    /// The session with what was said by hand of a voice changed, in the voice's own time.
    public Session handling(String voiceId, UnaryOperator<HandWork> change) {
        Optional<Voice> arranged = voice(voiceId).filter(v -> !v.layer().isWhole());
        if (arranged.isPresent()) {
            HandWork wanted = change.apply(handOf(arranged.get()));
            return ArrangedHand.said(this, arranged.get().layer().clips(), wanted);
        }
        Optional<String> id = voice(voiceId).map(v -> v.layer().recordingId());
        return withRecordings(
                recordings.stream()
                        .map(r ->
                                id.equals(Optional.of(r.id()))
                                        ? r.withHand(change.apply(r.hand()))
                                        : r)
                        .toList());
    }

    /// The session with one voice changed.
    public Session changing(String voiceId, UnaryOperator<Voice> change) {
        return changing(List.of(voiceId), change);
    }

    /// The session with some voices changed.
    Session changing(List<String> voiceIds, UnaryOperator<Voice> change) {
        return withVoices(
                voices.stream().map(v -> voiceIds.contains(v.id()) ? change.apply(v) : v).toList());
    }

    /// With a stack that is not there yet.
    Session withStack(Stack stack) {
        return stack(stack.id()).isPresent()
                ? this
                : withStacks(Stream.concat(stacks.stream(), Stream.of(stack)).toList());
    }

    /// The session with something said by hand in several places, one after the other.
    ///
    /// @param voiceId whose voice a place is in
    <P> Session handling(
            List<P> places, Function<P, String> voiceId, BiFunction<HandWork, P, HandWork> change) {
        Session changed = this;
        for (P place : places) {
            changed = changed.handling(voiceId.apply(place), h -> change.apply(h, place));
        }
        return changed;
    }
}
