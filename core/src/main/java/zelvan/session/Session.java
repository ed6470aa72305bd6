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
import zelvan.timing.TimingSettings;
import zelvan.tuning.Harmony;
import zelvan.tuning.TuningSettings;
import zelvan.units.Grid;

/// Everything that is wanted of one song.
///
/// @param name of the song
/// @param stacks in the order in which they are shown
/// @param voices all tracks, guide and bed among them, in the order in which they are shown
/// @param mix what is heard of the whole
/// @param grid where notes may begin, if the tempo is known
/// @param guideTiming what the guide itself is corrected to
/// @param harmony its chords, and its key where the user has set it
public record Session(
        String name,
        List<Stack> stacks,
        List<Voice> voices,
        Mix mix,
        Optional<Grid> grid,
        GuideTiming guideTiming,
        Harmony harmony) {
    public static final Session EMPTY =
            new Session(
                    "Untitled",
                    List.of(),
                    List.of(),
                    Mix.ALL,
                    Optional.empty(),
                    GuideTiming.AS_SUNG,
                    Harmony.UNKNOWN);

    public Session {
        stacks = List.copyOf(stacks);
        voices = List.copyOf(voices);
        checkIds(stacks, voices);
        checkRoles(stacks, voices);
    }

    private static void checkIds(List<Stack> stacks, List<Voice> voices) {
        Set<String> seen = new HashSet<>();
        for (int i = 0; i < stacks.size(); i++) {
            if (!seen.add(stacks.get(i).id())) {
                throw new InvalidPart("another stack has the same id", "stacks", i);
            }
        }
        seen.clear();
        for (int i = 0; i < voices.size(); i++) {
            if (!seen.add(voices.get(i).id())) {
                throw new InvalidPart("another track has the same id", "voices", i, "id");
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

    /// The settings of a voice's stack; nothing is moved in a voice without one.
    public TimingSettings stackTiming(Voice voice) {
        return stack(voice.stackId()).map(Stack::timing).orElse(TimingSettings.OFF);
    }

    /// The pitch settings of a voice's stack; nothing is moved in a voice without one.
    public TuningSettings stackTuning(Voice voice) {
        return stack(voice.stackId()).map(Stack::tuning).orElse(TuningSettings.OFF);
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
        return new Session(name, stacks, voices, mix, value, guideTiming, harmony);
    }

    public Session withGuideTiming(GuideTiming value) {
        return new Session(name, stacks, voices, mix, grid, value, harmony);
    }

    public Session withHarmony(Harmony value) {
        return new Session(name, stacks, voices, mix, grid, guideTiming, value);
    }

    public Session withName(String value) {
        return new Session(value, stacks, voices, mix, grid, guideTiming, harmony);
    }

    public Session withMix(Mix value) {
        return new Session(name, stacks, voices, value, grid, guideTiming, harmony);
    }

    public Session withStacks(List<Stack> value) {
        return new Session(name, value, voices, mix, grid, guideTiming, harmony);
    }

    public Session withVoices(List<Voice> value) {
        return new Session(name, stacks, value, mix, grid, guideTiming, harmony);
    }

    /// The files that it is made of, in the order of its voices.
    public List<Path> recordings() {
        return voices.stream().map(v -> v.audio().file()).toList();
    }

    /// The session with the length and the content of its recordings where it did not know them
    /// yet.
    ///
    /// @param recordings by path, as they were read
    public Session knowing(Map<String, AudioReference> recordings) {
        List<Voice> known =
                voices.stream()
                        .map(v ->
                                v.audio().isKnown()
                                        ? v
                                        : v.withAudio(
                                                recordings.getOrDefault(
                                                        v.audio().path(), v.audio())))
                        .toList();
        return known.equals(voices) ? this : withVoices(known);
    }

    /// The session with one voice changed.
    public Session changing(String voiceId, UnaryOperator<Voice> change) {
        return withVoices(
                voices.stream().map(v -> v.id().equals(voiceId) ? change.apply(v) : v).toList());
    }

    /// The session with something changed in several places, one after the other.
    ///
    /// @param voiceId whose voice a place is in
    <P> Session changing(
            List<P> places, Function<P, String> voiceId, BiFunction<Voice, P, Voice> change) {
        Session changed = this;
        for (P place : places) {
            changed = changed.changing(voiceId.apply(place), v -> change.apply(v, place));
        }
        return changed;
    }
}
