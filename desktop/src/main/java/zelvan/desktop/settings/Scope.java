package zelvan.desktop.settings;

import java.util.List;
import java.util.Locale;
import java.util.Optional;
import zelvan.desktop.model.Selection;
import zelvan.session.Edit;
import zelvan.session.Session;
import zelvan.session.Stack;
import zelvan.session.TimingDeparture;
import zelvan.session.TuningDeparture;
import zelvan.session.TuningEdit;
import zelvan.session.Voice;
import zelvan.timing.TimingSettings;
import zelvan.tuning.TuningSettings;
import zelvan.units.TimeSpan;

/// What the settings are about: all stacks, one stack, one voice, or one phrase of a voice.
sealed interface Scope {
    /// What stands on top of the panel.
    String title(Session session);

    /// The timing settings in force.
    TimingSettings timing(Session session);

    /// An edit that makes them so.
    Edit setting(Session session, TimingSettings timing);

    /// The pitch settings in force.
    TuningSettings tuning(Session session);

    /// An edit that makes them so.
    Edit setting(Session session, TuningSettings tuning);

    /// The voices that it is about.
    List<Voice> voices(Session session);

    /// An edit that gives back what departs in timing from the scope above; empty if nothing does.
    default Optional<Edit> givingBackTiming(Session session) {
        return Optional.empty();
    }

    /// The same for pitch.
    default Optional<Edit> givingBackTuning(Session session) {
        return Optional.empty();
    }

    /// The phrase that it is about, if it is about only one.
    default Optional<TimeSpan> phraseOnly() {
        return Optional.empty();
    }

    static Scope of(Selection selection, Session session) {
        Optional<Voice> voice =
                selection.voiceIds().stream()
                        .findFirst()
                        .flatMap(session::voice)
                        .filter(v -> v.role().follows());
        if (voice.isPresent() && selection.phrase().isPresent()) {
            return new OfPhrase(voice.get().id(), selection.phrase().get());
        }
        if (voice.isPresent()) {
            return new OfVoice(voice.get().id());
        }
        return selection
                .stackId()
                .flatMap(session::stack)
                .<Scope>map(s -> new OfStack(s.id()))
                .orElse(new OfAll());
    }

    record OfAll() implements Scope {
        @Override
        public String title(Session session) {
            return "All stacks";
        }

        @Override
        public TimingSettings timing(Session session) {
            return session.stacks().stream()
                    .findFirst()
                    .map(Stack::timing)
                    .orElse(TimingSettings.OFF);
        }

        @Override
        public Edit setting(Session session, TimingSettings timing) {
            return new Edit.SetAllTiming(timing);
        }

        @Override
        public TuningSettings tuning(Session session) {
            return session.stacks().stream()
                    .findFirst()
                    .map(Stack::tuning)
                    .orElse(TuningSettings.OFF);
        }

        @Override
        public Edit setting(Session session, TuningSettings tuning) {
            return new TuningEdit.SetAllTuning(tuning);
        }

        @Override
        public List<Voice> voices(Session session) {
            return session.followers();
        }
    }

    record OfStack(String stackId) implements Scope {
        private Stack stack(Session session) {
            return session.stack(stackId).orElseThrow();
        }

        @Override
        public String title(Session session) {
            return stack(session).name();
        }

        @Override
        public TimingSettings timing(Session session) {
            return stack(session).timing();
        }

        @Override
        public Edit setting(Session session, TimingSettings timing) {
            return new Edit.SetStackTiming(stackId, title(session), timing);
        }

        @Override
        public TuningSettings tuning(Session session) {
            return stack(session).tuning();
        }

        @Override
        public Edit setting(Session session, TuningSettings tuning) {
            return new TuningEdit.SetStackTuning(stackId, title(session), tuning);
        }

        @Override
        public List<Voice> voices(Session session) {
            return session.followers().stream().filter(v -> v.stackId().equals(stackId)).toList();
        }
    }

    record OfVoice(String voiceId) implements Scope {
        private Voice voice(Session session) {
            return session.voice(voiceId).orElseThrow();
        }

        @Override
        public String title(Session session) {
            return session.stack(voice(session).stackId()).map(Stack::name).orElse("")
                    + " ▸ "
                    + voice(session).name();
        }

        @Override
        public TimingSettings timing(Session session) {
            return voice(session).timing().over(session.stackTiming(voice(session)));
        }

        @Override
        public Edit setting(Session session, TimingSettings timing) {
            TimingSettings above = session.stackTiming(voice(session));
            return departing(
                    session, changed(voice(session).timing(), timing(session), timing, above));
        }

        private Edit departing(Session session, TimingDeparture departure) {
            return new Edit.SetVoiceTiming(voiceId, voice(session).name(), departure);
        }

        @Override
        public Optional<Edit> givingBackTiming(Session session) {
            return voice(session).timing().isNone()
                    ? Optional.empty()
                    : Optional.of(departing(session, TimingDeparture.NONE));
        }

        @Override
        public TuningSettings tuning(Session session) {
            return voice(session).tuning().over(session.stackTuning(voice(session)));
        }

        @Override
        public Edit setting(Session session, TuningSettings tuning) {
            TuningSettings above = session.stackTuning(voice(session));
            return departing(
                    session, changed(voice(session).tuning(), tuning(session), tuning, above));
        }

        private Edit departing(Session session, TuningDeparture departure) {
            return new TuningEdit.SetVoiceTuning(voiceId, voice(session).name(), departure);
        }

        @Override
        public Optional<Edit> givingBackTuning(Session session) {
            return voice(session).tuning().isNone()
                    ? Optional.empty()
                    : Optional.of(departing(session, TuningDeparture.NONE));
        }

        @Override
        public List<Voice> voices(Session session) {
            return List.of(voice(session));
        }
    }

    record OfPhrase(String voiceId, TimeSpan phrase) implements Scope {
        /// A departure reaches a little beyond the phrase: landmarks may lie on its borders.
        private static final double BORDER_SECONDS = 0.02;

        private Voice voice(Session session) {
            return session.voice(voiceId).orElseThrow();
        }

        private OfVoice above() {
            return new OfVoice(voiceId);
        }

        @Override
        public String title(Session session) {
            return above().title(session)
                    + " ▸ phrase at "
                    + String.format(
                            Locale.ROOT,
                            "%d:%04.1f",
                            (int) (phrase.startSeconds() / 60),
                            phrase.startSeconds() % 60);
        }

        @Override
        public TimingSettings timing(Session session) {
            return voice(session).phraseTiming(phrase).over(above().timing(session));
        }

        @Override
        public Edit setting(Session session, TimingSettings timing) {
            return departing(
                    session,
                    changed(
                            voice(session).phraseTiming(phrase),
                            timing(session),
                            timing,
                            above().timing(session)));
        }

        private Edit departing(Session session, TimingDeparture departure) {
            return new Edit.SetPhraseTiming(
                    voiceId, voice(session).name(), phrase.widenedBy(BORDER_SECONDS), departure);
        }

        @Override
        public Optional<Edit> givingBackTiming(Session session) {
            return voice(session).phraseTiming(phrase).isNone()
                    ? Optional.empty()
                    : Optional.of(departing(session, TimingDeparture.NONE));
        }

        @Override
        public TuningSettings tuning(Session session) {
            return voice(session).phraseTuning(phrase).over(above().tuning(session));
        }

        @Override
        public Edit setting(Session session, TuningSettings tuning) {
            return departing(
                    session,
                    changed(
                            voice(session).phraseTuning(phrase),
                            tuning(session),
                            tuning,
                            above().tuning(session)));
        }

        private Edit departing(Session session, TuningDeparture departure) {
            return new TuningEdit.SetPhraseTuning(
                    voiceId, voice(session).name(), phrase.widenedBy(BORDER_SECONDS), departure);
        }

        @Override
        public Optional<Edit> givingBackTuning(Session session) {
            return voice(session).phraseTuning(phrase).isNone()
                    ? Optional.empty()
                    : Optional.of(departing(session, TuningDeparture.NONE));
        }

        @Override
        public List<Voice> voices(Session session) {
            return List.of(voice(session));
        }

        @Override
        public Optional<TimeSpan> phraseOnly() {
            return Optional.of(phrase);
        }
    }

    /// Only what was moved departs.
    private static TimingDeparture changed(
            TimingDeparture old,
            TimingSettings before,
            TimingSettings after,
            TimingSettings above) {
        TimingDeparture next = old.changed(before, after);
        return next.over(above).equals(above) ? TimingDeparture.NONE : next;
    }

    private static TuningDeparture changed(
            TuningDeparture old,
            TuningSettings before,
            TuningSettings after,
            TuningSettings above) {
        TuningDeparture next = old.changed(before, after);
        return next.over(above).equals(above) ? TuningDeparture.NONE : next;
    }
}
