package zelvan.session;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;
import java.util.function.UnaryOperator;
import zelvan.setting.Setting;
import zelvan.setting.Settings;
import zelvan.units.GuideSpan;

/// Where settings stand: what is set for all stacks or for one holds for its voices, but where a
/// voice departs from it, or a phrase of the voice.
public sealed interface Scope {
    /// All stacks.
    Scope ALL = new All();

    /// The voices that it is about.
    List<Voice> voices(Session session);

    /// Where values are kept for it.
    List<Place> places(Session session);

    /// The values in force in all of those scopes, each once, in order; empty in a session without
    /// stacks.
    static <T> Set<T> values(Session session, List<Scope> scopes, Setting<T> setting) {
        Set<T> values = new LinkedHashSet<>();
        for (Scope scope : scopes) {
            for (Place place : scope.places(session)) {
                values.add(place.inForce(session).inForce(setting));
            }
        }
        return values;
    }

    /// All stacks.
    record All() implements Scope {
        @Override
        public List<Voice> voices(Session session) {
            return session.followers();
        }

        @Override
        public List<Place> places(Session session) {
            return session.stacks().stream().<Place>map(s -> new OfStack(s.id())).toList();
        }
    }

    /// A scope that keeps values of its own; it is there in the session that it is asked about.
    sealed interface Place extends Scope {
        /// What is set there.
        Settings own(Session session);

        /// What holds where nothing is set there.
        Settings above(Session session);

        /// The session with what is set there changed.
        Session changing(Session session, UnaryOperator<Settings> change);

        /// Whether the place is in the session.
        boolean isIn(Session session);

        /// Whether a value that is the same as above is no value of its own.
        boolean followsWhatIsAbove();

        /// What holds there.
        default Settings inForce(Session session) {
            return own(session).over(above(session));
        }

        @Override
        default List<Place> places(Session session) {
            return isIn(session) ? List.of(this) : List.of();
        }
    }

    /// The voices of a stack.
    record OfStack(String stackId) implements Place {
        @Override
        public List<Voice> voices(Session session) {
            return session.followers().stream().filter(v -> v.stackId().equals(stackId)).toList();
        }

        @Override
        public Settings own(Session session) {
            return session.stack(stackId).map(Stack::settings).orElse(Settings.NONE);
        }

        @Override
        public Settings above(Session session) {
            return Settings.NONE;
        }

        @Override
        public Session changing(Session session, UnaryOperator<Settings> change) {
            return session.withStacks(
                    session.stacks().stream()
                            .map(s ->
                                    s.id().equals(stackId)
                                            ? s.withSettings(change.apply(s.settings()))
                                            : s)
                            .toList());
        }

        @Override
        public boolean isIn(Session session) {
            return session.stack(stackId).isPresent();
        }

        @Override
        public boolean followsWhatIsAbove() {
            return false;
        }
    }

    /// One voice.
    record OfVoice(String voiceId) implements Place {
        @Override
        public List<Voice> voices(Session session) {
            return session.voice(voiceId).stream().toList();
        }

        @Override
        public Settings own(Session session) {
            return session.voice(voiceId).map(Voice::settings).orElse(Settings.NONE);
        }

        @Override
        public Settings above(Session session) {
            return session.voice(voiceId)
                    .flatMap(v -> session.stack(v.stackId()))
                    .map(Stack::settings)
                    .orElse(Settings.NONE);
        }

        @Override
        public Session changing(Session session, UnaryOperator<Settings> change) {
            return session.changing(voiceId, v -> v.withSettings(change.apply(v.settings())));
        }

        @Override
        public boolean isIn(Session session) {
            return session.voice(voiceId).isPresent();
        }

        @Override
        public boolean followsWhatIsAbove() {
            return true;
        }
    }

    /// A phrase of a voice.
    ///
    /// @param guideSpan the phrase, in the guide's time as recorded
    record OfPhrase(String voiceId, GuideSpan guideSpan) implements Place {
        /// The phrase in which settings of a voice depart.
        public static OfPhrase of(String voiceId, PhraseSettings departure) {
            GuideSpan kept = departure.guideSpan();
            return new OfPhrase(
                    voiceId,
                    new GuideSpan(
                            kept.startSeconds() + PhraseSettings.BORDER_SECONDS,
                            kept.endSeconds() - PhraseSettings.BORDER_SECONDS));
        }

        @Override
        public List<Voice> voices(Session session) {
            return voice().voices(session);
        }

        private OfVoice voice() {
            return new OfVoice(voiceId);
        }

        @Override
        public Settings own(Session session) {
            return session.voice(voiceId).map(v -> v.inPhrase(guideSpan)).orElse(Settings.NONE);
        }

        @Override
        public Settings above(Session session) {
            return voice().inForce(session);
        }

        @Override
        public Session changing(Session session, UnaryOperator<Settings> change) {
            return session.changing(voiceId, v -> v.changingPhrase(guideSpan, change));
        }

        @Override
        public boolean isIn(Session session) {
            return voice().isIn(session);
        }

        @Override
        public boolean followsWhatIsAbove() {
            return true;
        }
    }
}
