package zelvan.desktop.settings;

import java.util.Optional;
import zelvan.desktop.model.Selection;
import zelvan.engine.Derived;
import zelvan.measure.Lock;
import zelvan.measure.LockMap;
import zelvan.measure.PitchLock;
import zelvan.measure.PitchLockMap;
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

    /// The settings in force.
    TimingSettings timing(Session session);

    /// An edit that makes them so.
    Edit setting(Session session, TimingSettings timing);

    /// An edit that gives back what departs from the scope above; empty if nothing does.
    Optional<Edit> givingBack(Session session);

    /// Its figures: as recorded, and as it sounds now.
    LockPair figures(Derived derived);

    /// The pitch settings in force.
    TuningSettings tuning(Session session);

    /// An edit that makes them so.
    Edit settingTuning(Session session, TuningSettings tuning);

    /// An edit that gives back what departs in pitch; empty if nothing does.
    Optional<Edit> givingBackTuning(Session session);

    /// Its figures in pitch.
    PitchPair pitchFigures(Derived derived);

    record LockPair(Lock before, Lock after) {}

    record PitchPair(PitchLock before, PitchLock after) {
        static final PitchPair NOTHING = new PitchPair(PitchLock.NOTHING, PitchLock.NOTHING);
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

    private static LockPair merged(Derived derived, java.util.List<Voice> voices) {
        double before = 0;
        double before90 = 0;
        double after = 0;
        double after90 = 0;
        int count = 0;
        for (Voice voice : voices) {
            LockMap lock = derived.voice(voice.id()).map(v -> v.lock()).orElse(LockMap.EMPTY);
            int n = lock.before().count();
            before += n * lock.before().medianSeconds();
            before90 += n * lock.before().p90Seconds();
            after += n * lock.after().medianSeconds();
            after90 += n * lock.after().p90Seconds();
            count += n;
        }
        return count == 0
                ? new LockPair(Lock.NOTHING, Lock.NOTHING)
                : new LockPair(
                        new Lock(before / count, before90 / count, count),
                        new Lock(after / count, after90 / count, count));
    }

    private static PitchPair mergedPitch(Derived derived, java.util.List<Voice> voices) {
        double before = 0;
        double before90 = 0;
        double after = 0;
        double after90 = 0;
        int count = 0;
        for (Voice voice : voices) {
            PitchLockMap lock =
                    derived.voice(voice.id())
                            .map(v -> v.pitched().lock())
                            .orElse(PitchLockMap.EMPTY);
            int n = lock.before().count();
            before += n * lock.before().medianCents();
            before90 += n * lock.before().p90Cents();
            after += n * lock.after().medianCents();
            after90 += n * lock.after().p90Cents();
            count += n;
        }
        return count == 0
                ? PitchPair.NOTHING
                : new PitchPair(
                        new PitchLock(before / count, before90 / count, count),
                        new PitchLock(after / count, after90 / count, count));
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
        public Optional<Edit> givingBack(Session session) {
            return Optional.empty();
        }

        @Override
        public LockPair figures(Derived derived) {
            return merged(derived, derived.session().followers());
        }

        @Override
        public TuningSettings tuning(Session session) {
            return session.stacks().stream()
                    .findFirst()
                    .map(Stack::tuning)
                    .orElse(TuningSettings.OFF);
        }

        @Override
        public Edit settingTuning(Session session, TuningSettings tuning) {
            return new TuningEdit.SetAllTuning(tuning);
        }

        @Override
        public Optional<Edit> givingBackTuning(Session session) {
            return Optional.empty();
        }

        @Override
        public PitchPair pitchFigures(Derived derived) {
            return mergedPitch(derived, derived.session().followers());
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
            return new Edit.SetStackTiming(stackId, stack(session).name(), timing);
        }

        @Override
        public Optional<Edit> givingBack(Session session) {
            return Optional.empty();
        }

        @Override
        public LockPair figures(Derived derived) {
            return merged(derived, voices(derived));
        }

        private java.util.List<Voice> voices(Derived derived) {
            return derived.session().followers().stream()
                    .filter(v -> v.stackId().equals(stackId))
                    .toList();
        }

        @Override
        public TuningSettings tuning(Session session) {
            return stack(session).tuning();
        }

        @Override
        public Edit settingTuning(Session session, TuningSettings tuning) {
            return new TuningEdit.SetStackTuning(stackId, stack(session).name(), tuning);
        }

        @Override
        public Optional<Edit> givingBackTuning(Session session) {
            return Optional.empty();
        }

        @Override
        public PitchPair pitchFigures(Derived derived) {
            return mergedPitch(derived, voices(derived));
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
            return new Edit.SetVoiceTiming(
                    voiceId,
                    voice(session).name(),
                    changed(voice(session).timing(), timing(session), timing, above));
        }

        @Override
        public Optional<Edit> givingBack(Session session) {
            return voice(session).timing().isNone()
                    ? Optional.empty()
                    : Optional.of(
                            new Edit.SetVoiceTiming(
                                    voiceId, voice(session).name(), TimingDeparture.NONE));
        }

        @Override
        public LockPair figures(Derived derived) {
            return derived.voice(voiceId)
                    .map(v -> new LockPair(v.lock().before(), v.lock().after()))
                    .orElse(new LockPair(Lock.NOTHING, Lock.NOTHING));
        }

        @Override
        public TuningSettings tuning(Session session) {
            return voice(session).tuning().over(session.stackTuning(voice(session)));
        }

        @Override
        public Edit settingTuning(Session session, TuningSettings tuning) {
            TuningSettings above = session.stackTuning(voice(session));
            return new TuningEdit.SetVoiceTuning(
                    voiceId,
                    voice(session).name(),
                    changed(voice(session).tuning(), tuning(session), tuning, above));
        }

        @Override
        public Optional<Edit> givingBackTuning(Session session) {
            return voice(session).tuning().isNone()
                    ? Optional.empty()
                    : Optional.of(
                            new TuningEdit.SetVoiceTuning(
                                    voiceId, voice(session).name(), TuningDeparture.NONE));
        }

        @Override
        public PitchPair pitchFigures(Derived derived) {
            return derived.voice(voiceId)
                    .map(v -> v.pitched().lock())
                    .map(lock -> new PitchPair(lock.before(), lock.after()))
                    .orElse(PitchPair.NOTHING);
        }
    }

    record OfPhrase(String voiceId, TimeSpan phrase) implements Scope {
        private Voice voice(Session session) {
            return session.voice(voiceId).orElseThrow();
        }

        @Override
        public String title(Session session) {
            return new OfVoice(voiceId).title(session)
                    + " ▸ phrase at "
                    + String.format(
                            java.util.Locale.ROOT,
                            "%d:%04.1f",
                            (int) (phrase.startSeconds() / 60),
                            phrase.startSeconds() % 60);
        }

        @Override
        public TimingSettings timing(Session session) {
            return voice(session)
                    .phraseDeparture(phrase)
                    .over(new OfVoice(voiceId).timing(session));
        }

        @Override
        public Edit setting(Session session, TimingSettings timing) {
            TimingSettings above = new OfVoice(voiceId).timing(session);
            return new Edit.SetPhraseTiming(
                    voiceId,
                    voice(session).name(),
                    phrase.widenedBy(0.02),
                    changed(
                            voice(session).phraseDeparture(phrase),
                            timing(session),
                            timing,
                            above));
        }

        @Override
        public Optional<Edit> givingBack(Session session) {
            return voice(session).phraseDeparture(phrase).isNone()
                    ? Optional.empty()
                    : Optional.of(
                            new Edit.SetPhraseTiming(
                                    voiceId, voice(session).name(), phrase, TimingDeparture.NONE));
        }

        @Override
        public LockPair figures(Derived derived) {
            return derived.voice(voiceId).stream()
                    .flatMap(v -> v.lock().cells().stream())
                    .filter(c -> c.phrase().equals(phrase))
                    .findFirst()
                    .map(c -> new LockPair(c.before(), c.after()))
                    .orElse(new LockPair(Lock.NOTHING, Lock.NOTHING));
        }

        @Override
        public TuningSettings tuning(Session session) {
            return voice(session).phraseTuning(phrase).over(new OfVoice(voiceId).tuning(session));
        }

        @Override
        public Edit settingTuning(Session session, TuningSettings tuning) {
            TuningSettings above = new OfVoice(voiceId).tuning(session);
            return new TuningEdit.SetPhraseTuning(
                    voiceId,
                    voice(session).name(),
                    phrase.widenedBy(0.02),
                    changed(voice(session).phraseTuning(phrase), tuning(session), tuning, above));
        }

        @Override
        public Optional<Edit> givingBackTuning(Session session) {
            return voice(session).phraseTuning(phrase).isNone()
                    ? Optional.empty()
                    : Optional.of(
                            new TuningEdit.SetPhraseTuning(
                                    voiceId, voice(session).name(), phrase, TuningDeparture.NONE));
        }

        @Override
        public PitchPair pitchFigures(Derived derived) {
            int column = derived.guidePhrases().indexOf(phrase);
            return derived.voice(voiceId).stream()
                    .map(v -> v.pitched().lock().cells())
                    .filter(cells -> column >= 0 && column < cells.size())
                    .map(cells -> cells.get(column))
                    .findFirst()
                    .map(c -> new PitchPair(c.before(), c.after()))
                    .orElse(PitchPair.NOTHING);
        }
    }

    /// Only what was moved departs.
    private static TimingDeparture changed(
            TimingDeparture old,
            TimingSettings before,
            TimingSettings after,
            TimingSettings above) {
        TimingDeparture next = old;
        if (after.pull() != before.pull()) {
            next = next.withPull(after.pull());
        }
        if (after.slackSeconds() != before.slackSeconds()) {
            next = next.withSlack(after.slackSeconds());
        }
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
