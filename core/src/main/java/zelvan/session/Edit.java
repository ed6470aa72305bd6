package zelvan.session;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import zelvan.timing.TimingSettings;
import zelvan.units.TimeSpan;

/// A named change of what is wanted: a function from session to session.
public sealed interface Edit
        permits Edit.AddVoices,
                Edit.RemoveVoice,
                Edit.SetGuide,
                Edit.SetStackTiming,
                Edit.Together,
                Edit.SetAllTiming,
                Edit.SetVoiceTiming,
                Edit.SetPhraseTiming,
                Edit.Follow,
                Edit.Rename,
                Edit.UseRecording,
                Edit.SetStrip,
                Edit.SetMix,
                RepairEdit,
                TuningEdit,
                GuideEdit {
    /// How the history calls it.
    String title();

    Session apply(Session session);

    /// Whether this edit continues the one before, as a drag does: together they are one step of
    /// the history.
    default boolean continues(Edit before) {
        return false;
    }

    /// Adds tracks. Stacks that are not there yet come with them.
    record AddVoices(List<Voice> voices, List<Stack> stacks) implements Edit {
        public AddVoices {
            voices = List.copyOf(voices);
            stacks = List.copyOf(stacks);
        }

        @Override
        public String title() {
            return voices.size() == 1
                    ? "Add " + voices.getFirst().name()
                    : "Add " + voices.size() + " tracks";
        }

        @Override
        public Session apply(Session session) {
            List<Stack> allStacks = new ArrayList<>(session.stacks());
            stacks.stream().filter(s -> session.stack(s.id()).isEmpty()).forEach(allStacks::add);
            List<Voice> all = new ArrayList<>(session.voices());
            all.addAll(voices);
            return session.withStacks(allStacks).withVoices(all);
        }
    }

    /// Takes a track out of the session; its file stays where it is.
    record RemoveVoice(String voiceId, String name) implements Edit {
        @Override
        public String title() {
            return "Remove " + name;
        }

        @Override
        public Session apply(Session session) {
            return session.withVoices(
                    session.voices().stream().filter(v -> !v.id().equals(voiceId)).toList());
        }
    }

    /// Makes a track the guide; the old guide becomes a double. Anchors that were set with moments
    /// of the old guide are let go.
    record SetGuide(String voiceId, String name, Stack stackForOldGuide) implements Edit {
        @Override
        public String title() {
            return "Guide: " + name;
        }

        @Override
        public Session apply(Session session) {
            List<Stack> stacks = new ArrayList<>(session.stacks());
            boolean replaces = session.guide().isPresent();
            if (replaces && session.stack(stackForOldGuide.id()).isEmpty()) {
                stacks.add(stackForOldGuide);
            }
            return session.withStacks(stacks)
                    .withVoices(
                            session.voices().stream()
                                    .map(v -> v.withAnchors(List.of()))
                                    .map(v ->
                                            v.id().equals(voiceId)
                                                    ? v.withRole(Role.GUIDE, "")
                                                    : v.role() == Role.GUIDE
                                                            ? v.withRole(
                                                                    Role.DOUBLE,
                                                                    stackForOldGuide.id())
                                                            : v)
                                    .toList());
        }
    }

    /// How tightly a stack sits.
    record SetStackTiming(String stackId, String name, TimingSettings timing) implements Edit {
        @Override
        public String title() {
            return name + ": " + describe(timing);
        }

        @Override
        public Session apply(Session session) {
            return session.withStacks(
                    session.stacks().stream()
                            .map(s -> s.id().equals(stackId) ? s.withTiming(timing) : s)
                            .toList());
        }

        @Override
        public boolean continues(Edit before) {
            return before instanceof SetStackTiming other && other.stackId.equals(stackId);
        }
    }

    /// Several changes as one step.
    ///
    /// @param edits one after the other
    record Together(String title, List<Edit> edits) implements Edit {
        public Together {
            edits = List.copyOf(edits);
        }

        @Override
        public Session apply(Session session) {
            Session changed = session;
            for (Edit edit : edits) {
                changed = edit.apply(changed);
            }
            return changed;
        }
    }

    /// Lets a stack follow a voice instead of the guide.
    ///
    /// @param leaderId the voice; empty for the guide
    record Follow(String stackId, String name, String leaderId, String leaderName) implements Edit {
        @Override
        public String title() {
            return name + ": follow " + leaderName;
        }

        @Override
        public Session apply(Session session) {
            return session.withStacks(
                    session.stacks().stream()
                            .map(s -> s.id().equals(stackId) ? s.following(leaderId) : s)
                            .toList());
        }
    }

    /// How tightly all stacks sit.
    record SetAllTiming(TimingSettings timing) implements Edit {
        @Override
        public String title() {
            return "All stacks: " + describe(timing);
        }

        @Override
        public Session apply(Session session) {
            return session.withStacks(
                    session.stacks().stream().map(s -> s.withTiming(timing)).toList());
        }

        @Override
        public boolean continues(Edit before) {
            return before instanceof SetAllTiming;
        }
    }

    /// Where a voice departs from its stack.
    record SetVoiceTiming(String voiceId, String name, TimingDeparture departure) implements Edit {
        @Override
        public String title() {
            return name + ": " + (departure.isNone() ? "as its stack" : "own timing");
        }

        @Override
        public Session apply(Session session) {
            return session.changing(voiceId, v -> v.withTiming(departure));
        }

        @Override
        public boolean continues(Edit before) {
            return before instanceof SetVoiceTiming other
                    && other.voiceId.equals(voiceId)
                    && other.departure.isNone() == departure.isNone();
        }
    }

    /// Where a phrase departs from its voice.
    record SetPhraseTiming(
            String voiceId, String name, TimeSpan guideSpan, TimingDeparture departure)
            implements Edit {
        @Override
        public String title() {
            return name
                    + ", phrase at "
                    + clock(guideSpan.startSeconds())
                    + ": "
                    + (departure.isNone() ? "as its voice" : "own timing");
        }

        @Override
        public Session apply(Session session) {
            return session.changing(voiceId, v -> v.withPhrase(guideSpan, departure));
        }

        @Override
        public boolean continues(Edit before) {
            return before instanceof SetPhraseTiming other
                    && other.voiceId.equals(voiceId)
                    && other.guideSpan.equals(guideSpan)
                    && other.departure.isNone() == departure.isNone();
        }
    }

    /// Gives the song a name.
    record Rename(String name) implements Edit {
        @Override
        public String title() {
            return "Name: " + name;
        }

        @Override
        public Session apply(Session session) {
            return session.withName(name);
        }
    }

    /// Takes what lies in a recording's place now as the recording.
    record UseRecording(String voiceId, String name, AudioReference audio) implements Edit {
        @Override
        public String title() {
            return name + ": the recording as it is now";
        }

        @Override
        public Session apply(Session session) {
            return session.changing(voiceId, v -> v.withAudio(audio));
        }
    }

    /// How a track is heard.
    record SetStrip(String voiceId, String name, Strip strip, String what) implements Edit {
        @Override
        public String title() {
            return name + ": " + what;
        }

        @Override
        public Session apply(Session session) {
            return session.changing(voiceId, v -> v.withStrip(strip));
        }

        @Override
        public boolean continues(Edit before) {
            return before instanceof SetStrip other
                    && other.voiceId.equals(voiceId)
                    && what.equals("level")
                    && other.what.equals("level");
        }
    }

    /// What is heard of the whole.
    record SetMix(Mix mix) implements Edit {
        @Override
        public String title() {
            return "Blend and bed";
        }

        @Override
        public Session apply(Session session) {
            return session.withMix(mix);
        }

        @Override
        public boolean continues(Edit before) {
            return before instanceof SetMix;
        }
    }

    private static String describe(TimingSettings timing) {
        return String.format(
                Locale.ROOT,
                "pull %.0f %%, slack %.0f ms",
                timing.pull() * 100,
                timing.slackSeconds() * 1000);
    }

    static String clock(double seconds) {
        return String.format(Locale.ROOT, "%d:%05.2f", (int) (seconds / 60), seconds % 60);
    }
}
