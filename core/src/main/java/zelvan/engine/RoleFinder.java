package zelvan.engine;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zelvan.analysis.VoiceAnalysis;
import zelvan.derived.Derived;
import zelvan.derived.DerivedVoice;
import zelvan.measure.SungLine;
import zelvan.session.Guess;
import zelvan.session.Role;
import zelvan.session.Session;
import zelvan.session.Voice;
import zelvan.tuning.MatchedPitch;

/// Finds out by the sound what tracks are of which nobody has said it.
///
/// Thread safety: used by one thread. It remembers what it has found, as it may be asked whenever a
/// track arrives.
public final class RoleFinder {
    /// What was found of a track, and of what.
    private record Found(
            Role before,
            Optional<VoiceAnalysis> heard,
            Optional<MatchedPitch> matched,
            Optional<Role> role) {
        boolean isOf(Voice voice, DerivedVoice made) {
            return before == voice.role()
                    && isSame(heard, made.analysis())
                    && isSame(matched, made.pitched().matched());
        }

        /// Whether nothing was worked out anew; comparing thousands of frames would take as long.
        @SuppressWarnings("ReferenceEquality")
        private static <T> boolean isSame(Optional<T> one, Optional<T> other) {
            return one.orElse(null) == other.orElse(null);
        }
    }

    private final Map<String, Found> found = new HashMap<>();

    /// The session with what can be known of its tracks. Listens to those of which nobody has said
    /// what they are, and to the guide.
    public static Session known(Session session, Engine engine) {
        List<Voice> heard =
                session.voices().stream()
                        .filter(v -> v.role() == Role.GUIDE || v.guessed())
                        .toList();
        if (heard.stream().noneMatch(Voice::guessed)) {
            return session;
        }
        Derived derived = engine.derive(session.withVoices(heard), Progress.NONE);
        Session next = new RoleFinder().guess(derived).in(session);
        return next.equals(session) ? session : known(next, engine);
    }

    /// What is known by now of those tracks; a bed once found is not listened to any more.
    public Guess guess(Derived derived) {
        Map<String, Role> roles = new HashMap<>();
        for (Voice voice : derived.session().voices()) {
            if (voice.guessed()) {
                derived.voice(voice.id())
                        .flatMap(made -> known(voice, made))
                        .ifPresent(role -> roles.put(voice.id(), role));
            }
        }
        return new Guess(roles);
    }

    private Optional<Role> known(Voice voice, DerivedVoice made) {
        Found before = found.get(voice.id());
        if (before != null && before.isOf(voice, made)) {
            return before.role;
        }
        Optional<Role> role = role(voice, made);
        found.put(
                voice.id(),
                new Found(voice.role(), made.analysis(), made.pitched().matched(), role));
        return role;
    }

    private static Optional<Role> role(Voice voice, DerivedVoice made) {
        if (made.analysis().filter(analysis -> !SungLine.isOneVoice(analysis)).isPresent()) {
            return Optional.of(Role.BED);
        }
        return voice.role().follows()
                ? made.pitched().matched().flatMap(SungLine::of).map(line -> role(voice, line))
                : Optional.empty();
    }

    /// Whether the lead sang the same line again as a double or as another take, no sound tells.
    private static Role role(Voice voice, SungLine line) {
        return switch (line) {
            case SAME -> voice.role() == Role.TAKE ? Role.TAKE : Role.DOUBLE;
            case OCTAVE -> Role.OCTAVE;
            case OTHER -> Role.HARMONY;
        };
    }
}
