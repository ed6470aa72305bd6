package zelvan.session;

import java.util.List;
import zelvan.units.TimeSpan;

/// Where a setting stands: what is set for all stacks or for one holds for its voices, but where a
/// voice departs from it, or a phrase of the voice.
public sealed interface Scope {
    /// All stacks.
    Scope ALL = new All();

    /// The voices that it is about.
    List<Voice> voices(Session session);

    /// All stacks.
    record All() implements Scope {
        @Override
        public List<Voice> voices(Session session) {
            return session.followers();
        }
    }

    /// The voices of a stack.
    record OfStack(String stackId) implements Scope {
        @Override
        public List<Voice> voices(Session session) {
            return session.followers().stream().filter(v -> v.stackId().equals(stackId)).toList();
        }
    }

    /// One voice.
    record OfVoice(String voiceId) implements Scope {
        @Override
        public List<Voice> voices(Session session) {
            return session.voice(voiceId).stream().toList();
        }
    }

    /// A phrase of a voice.
    ///
    /// @param guideSpan the phrase, in the guide's time as recorded
    record OfPhrase(String voiceId, TimeSpan guideSpan) implements Scope {
        /// A departure reaches a little beyond the phrase: landmarks may lie on its borders.
        private static final double BORDER_SECONDS = 0.02;

        TimeSpan wideSpan() {
            return guideSpan.widenedBy(BORDER_SECONDS);
        }

        @Override
        public List<Voice> voices(Session session) {
            return session.voice(voiceId).stream().toList();
        }
    }
}
