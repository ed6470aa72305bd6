package zelvan.session;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import zelvan.timing.TimingSettings;

/// A named change of what is wanted: a function from session to session.
public sealed interface Edit
        permits Edit.AddVoices,
                Edit.SetGuide,
                Edit.SetRole,
                Edit.Together,
                Edit.Follow,
                Edit.Rename,
                Edit.UseRecording,
                Edit.SetStrip,
                Edit.SetMix,
                Edit.SetWords,
                Edit.Arrange,
                BalanceEdit,
                RepairEdit,
                TrackEdit,
                TakeEdit,
                Turn,
                TuningEdit,
                GuideEdit,
                Sparing {
    /// How the history calls it.
    String title();

    Session apply(Session session);

    /// Puts a voice together.
    ///
    /// @param what is done to it
    /// @param clips what it is made of from then on, in order
    record Arrange(String voiceId, String name, String what, List<Clip> clips) implements Edit {
        public Arrange {
            clips = List.copyOf(clips);
        }

        @Override
        public String title() {
            return name + ": " + what;
        }

        @Override
        public Session apply(Session session) {
            return session.changing(voiceId, v -> v.withLayer(v.layer().withClips(clips)));
        }
    }

    /// Says what is sung, a line a phrase of the guide.
    ///
    /// @param title what of it changes
    record SetWords(List<String> words, String title) implements Edit {
        public SetWords {
            words = List.copyOf(words);
        }

        @Override
        public Session apply(Session session) {
            return session.withWords(words);
        }
    }

    /// Adds tracks, with what they were sung into. Stacks that are not there yet come with them.
    record AddVoices(List<Recording> recordings, List<Voice> voices, List<Stack> stacks)
            implements Edit {
        public AddVoices {
            recordings = List.copyOf(recordings);
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
            List<Recording> allRecordings = new ArrayList<>(session.recordings());
            allRecordings.addAll(recordings);
            return session.withStacks(allStacks).withRecordings(allRecordings).withVoices(all);
        }
    }

    /// Makes a track the guide; the old guide becomes a double. Anchors that were set with moments
    /// of the old guide are let go, and so is how tightly the old guide and the new one followed
    /// what they followed before.
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
                    .withRecordings(
                            session.recordings().stream()
                                    .map(r -> r.withHand(r.hand().withAnchors(List.of())))
                                    .toList())
                    .withVoices(session.voices().stream().map(this::led).toList());
        }

        private Voice led(Voice voice) {
            if (voice.id().equals(voiceId)) {
                return untimed(voice).withRole(Role.GUIDE, "");
            }
            return voice.role() == Role.GUIDE
                    ? untimed(voice).withRole(Role.DOUBLE, stackForOldGuide.id())
                    : voice;
        }

        private static Voice untimed(Voice voice) {
            return voice.withSettings(voice.settings().without(TimingSettings.SETTINGS));
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
            return role.follows()
                    ? session.withStack(stack).changing(voiceIds, v -> v.withRole(role, stack.id()))
                    : session.changing(voiceIds, v -> v.withRole(role, ""));
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
    record UseRecording(String recordingId, String name, AudioReference audio) implements Edit {
        @Override
        public String title() {
            return name + ": the recording as it is now";
        }

        @Override
        public Session apply(Session session) {
            return session.withRecordings(
                    session.recordings().stream()
                            .map(r -> r.id().equals(recordingId) ? r.withAudio(audio) : r)
                            .toList());
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
    }

    /// What is heard of the whole.
    ///
    /// @param title what of it is changed
    record SetMix(String title, Mix mix) implements Edit {
        public static SetMix blend(Mix now, double blend) {
            return new SetMix("Blend of lead and voices", now.withBlend(blend));
        }

        public static SetMix bed(Mix now, boolean heard) {
            return new SetMix(heard ? "Bed heard" : "Bed not heard", now.withBed(heard));
        }

        public static SetMix room(Mix now, double room) {
            return new SetMix(
                    String.format(Locale.ROOT, "Room: %.0f %%", 100 * room), now.withRoom(room));
        }

        @Override
        public Session apply(Session session) {
            return session.withMix(mix);
        }
    }
}
