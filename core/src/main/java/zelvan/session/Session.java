package zelvan.session;

import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import zelvan.timing.TimingSettings;

/// Everything that is wanted of one song.
///
/// @param name of the song
/// @param stacks in the order in which they are shown
/// @param voices all tracks, guide and bed among them, in the order in which they are shown
/// @param mix what is heard of the whole
public record Session(String name, List<Stack> stacks, List<Voice> voices, Mix mix) {
    public static final Session EMPTY = new Session("Untitled", List.of(), List.of(), Mix.ALL);

    public Session {
        stacks = List.copyOf(stacks);
        voices = List.copyOf(voices);
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

    public Session withName(String value) {
        return new Session(value, stacks, voices, mix);
    }

    public Session withMix(Mix value) {
        return new Session(name, stacks, voices, value);
    }

    public Session withStacks(List<Stack> value) {
        return new Session(name, value, voices, mix);
    }

    public Session withVoices(List<Voice> value) {
        return new Session(name, stacks, value, mix);
    }

    /// The session with one voice changed.
    public Session changing(String voiceId, UnaryOperator<Voice> change) {
        return withVoices(
                voices.stream().map(v -> v.id().equals(voiceId) ? change.apply(v) : v).toList());
    }
}
