package zelvan.session;

import java.util.ArrayList;
import java.util.List;

/// A named change of what is wanted: a function from session to session.
public sealed interface Edit
        permits Edit.AddVoices,
                Edit.RemoveVoice,
                Edit.SetGuide,
                Edit.SetRole,
                Edit.Together,
                Edit.Follow,
                Edit.Rename,
                Edit.UseRecording,
                Edit.SetStrip,
                Edit.SetMix,
                RepairEdit,
                Turn,
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

    /// Says what tracks are in the song.
    ///
    /// @param role none of them leads by it; see [SetGuide]
    /// @param stack where they go, if they follow
    record SetRole(List<String> voiceIds, String names, Role role, Stack stack) implements Edit {
        public SetRole {
            voiceIds = List.copyOf(voiceIds);
            if (role == Role.GUIDE) {
                throw new IllegalArgumentException("there is one guide");
            }
        }

        @Override
        public String title() {
            return names + ": " + role.word();
        }

        @Override
        public Session apply(Session session) {
            List<Stack> stacks = new ArrayList<>(session.stacks());
            if (role.follows() && session.stack(stack.id()).isEmpty()) {
                stacks.add(stack);
            }
            String stackId = role.follows() ? stack.id() : "";
            return session.withStacks(stacks)
                    .withVoices(
                            session.voices().stream()
                                    .map(v ->
                                            voiceIds.contains(v.id())
                                                    ? v.withRole(role, stackId)
                                                    : v)
                                    .toList());
        }
    }

    /// Several changes as one step.
    ///
    /// @param edits one after the other
    /// @param gesture the same for all steps of one drag; 0 if it is none
    record Together(String title, List<Edit> edits, long gesture) implements Edit {
        public Together(String title, List<Edit> edits) {
            this(title, edits, 0);
        }

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

        @Override
        public boolean continues(Edit before) {
            return gesture != 0 && before instanceof Together other && other.gesture == gesture;
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
    ///
    /// @param gesture the same for all steps of one drag
    record SetStrip(String voiceId, String name, Strip strip, String what, long gesture)
            implements Edit {
        /// A step by itself.
        public SetStrip(String voiceId, String name, Strip strip, String what) {
            this(voiceId, name, strip, what, System.nanoTime());
        }

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
                    && other.gesture == gesture;
        }
    }

    /// What is heard of the whole.
    ///
    /// @param gesture the same for all steps of one drag
    record SetMix(Mix mix, long gesture) implements Edit {
        /// A step by itself.
        public SetMix(Mix mix) {
            this(mix, System.nanoTime());
        }

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
            return before instanceof SetMix other && other.gesture == gesture;
        }
    }
}
