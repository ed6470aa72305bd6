package zelvan.session;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.Predicate;

/// A change of the tracks themselves: what they are called, where they stand, which there are.
public sealed interface TrackEdit extends Edit {
    /// Calls a track something else; its file is called what it was.
    ///
    /// @param before what it is called now
    record Name(String voiceId, String before, String name) implements TrackEdit {
        public Name {
            checkName(name);
        }

        @Override
        public String title() {
            return "Rename " + before + " to " + name;
        }

        @Override
        public Session apply(Session session) {
            return session.changing(voiceId, v -> v.withName(name));
        }
    }

    /// Calls a stack something else.
    ///
    /// @param before what it is called now
    record NameStack(String stackId, String before, String name) implements TrackEdit {
        public NameStack {
            checkName(name);
        }

        @Override
        public String title() {
            return "Rename " + before + " to " + name;
        }

        @Override
        public Session apply(Session session) {
            return session.withStacks(
                    session.stacks().stream()
                            .map(s -> s.id().equals(stackId) ? s.withName(name) : s)
                            .toList());
        }
    }

    /// Takes tracks out of the session; their files stay where they are.
    ///
    /// @param names what they are called, in one go
    record Remove(List<String> voiceIds, String names) implements TrackEdit {
        public Remove {
            voiceIds = List.copyOf(voiceIds);
        }

        @Override
        public String title() {
            return "Remove " + names;
        }

        @Override
        public Session apply(Session session) {
            return session.withVoices(
                            session.voices().stream()
                                    .filter(v -> !voiceIds.contains(v.id()))
                                    .toList())
                    .withoutUnused();
        }
    }

    /// Puts tracks before another one, in the order in which they stand, and into a stack.
    ///
    /// @param beforeId empty for after all others
    /// @param stack where those that follow go; added if it is not there
    record Move(List<String> voiceIds, String names, Optional<String> beforeId, Stack stack)
            implements TrackEdit {
        public Move {
            voiceIds = List.copyOf(voiceIds);
        }

        @Override
        public String title() {
            return "Move " + names + " to " + stack.name();
        }

        @Override
        public Session apply(Session session) {
            List<Stack> stacks = new ArrayList<>(session.stacks());
            if (session.stack(stack.id()).isEmpty()) {
                stacks.add(stack);
            }
            Predicate<Voice> moves = v -> voiceIds.contains(v.id());
            List<Voice> voices =
                    new ArrayList<>(session.voices().stream().filter(moves.negate()).toList());
            int place = voices.size();
            for (int i = 0; i < voices.size(); i++) {
                if (beforeId.equals(Optional.of(voices.get(i).id()))) {
                    place = i;
                }
            }
            voices.addAll(
                    place,
                    session.voices().stream()
                            .filter(moves)
                            .map(v -> v.role().follows() ? v.withStack(stack.id()) : v)
                            .toList());
            return session.withStacks(stacks).withVoices(voices);
        }
    }

    /// Says that a track is what it was taken for.
    record Confirm(String voiceId, String name, Role role) implements TrackEdit {
        @Override
        public String title() {
            return name + ": " + role.word();
        }

        @Override
        public Session apply(Session session) {
            return session.changing(voiceId, v -> v.withRole(v.role(), v.stackId()));
        }
    }

    /// Says whether tracks are only seen, or worked on.
    record Keep(List<String> voiceIds, String names, boolean safe) implements TrackEdit {
        public Keep {
            voiceIds = List.copyOf(voiceIds);
        }

        @Override
        public String title() {
            return names + (safe ? ": only seen" : ": worked on");
        }

        @Override
        public Session apply(Session session) {
            return session.changing(voiceIds, v -> v.withSafe(safe));
        }
    }

    /// Puts another recording in the place of one of a track's, in all its clips and takes. What is
    /// set stays, and where it lies.
    ///
    /// @param replacedId the recording that goes
    /// @param recording another one, with what still holds of what was said by hand
    record Replace(String voiceId, String name, String replacedId, Recording recording)
            implements TrackEdit {
        @Override
        public String title() {
            return name + ": another recording";
        }

        @Override
        public Session apply(Session session) {
            List<Recording> recordings = new ArrayList<>(session.recordings());
            recordings.add(recording);
            return session.withRecordings(recordings)
                    .changing(voiceId, v -> v.withLayer(replaced(v.layer())))
                    .withoutUnused();
        }

        private Layer replaced(Layer layer) {
            return new Layer.Sung(
                    layer.clips().stream()
                            .map(c ->
                                    c.recordingId().equals(replacedId)
                                            ? c.withRecording(recording.id())
                                            : c)
                            .toList(),
                    layer.takes().stream()
                            .map(id -> id.equals(replacedId) ? recording.id() : id)
                            .toList());
        }
    }

    /// Adds a copy of each of some tracks behind it, with its settings and with hand work of its
    /// own, which begins as that of the original. A copy of the guide is a double.
    ///
    /// @param names what they are called, in one go
    record Copy(List<String> voiceIds, String names) implements TrackEdit {
        public Copy {
            voiceIds = List.copyOf(voiceIds);
        }

        @Override
        public String title() {
            return "Copy " + names;
        }

        @Override
        public Session apply(Session session) {
            FreeIds free = new FreeIds(session);
            Stack doubles = Stack.of(Role.DOUBLE);
            List<Stack> stacks = new ArrayList<>(session.stacks());
            List<Recording> recordings = new ArrayList<>(session.recordings());
            List<Voice> voices = new ArrayList<>();
            for (Voice voice : session.voices()) {
                voices.add(voice);
                if (voiceIds.contains(voice.id())) {
                    List<Clip> clips = new ArrayList<>();
                    Map<String, String> copies = new LinkedHashMap<>();
                    for (String id : voice.layer().recordingIds()) {
                        copies.put(id, free.next("r"));
                    }
                    for (Clip clip : voice.layer().clips()) {
                        clips.add(
                                clip.withRecording(
                                        copies.getOrDefault(
                                                clip.recordingId(), clip.recordingId())));
                    }
                    List<String> takes =
                            voice.layer().takes().stream()
                                    .map(t -> copies.getOrDefault(t, t))
                                    .toList();
                    copies.forEach((of, id) ->
                            recordings.add(session.recording(of).orElseThrow().withId(id)));
                    Voice copy =
                            voice.copied(
                                    free.next("v"),
                                    voice.name() + " copy",
                                    new Layer.Sung(clips, takes));
                    boolean second = copy.role() == Role.GUIDE;
                    voices.add(second ? copy.withRole(Role.DOUBLE, doubles.id()) : copy);
                    if (second && session.stack(doubles.id()).isEmpty()) {
                        stacks.add(doubles);
                    }
                }
            }
            return session.withStacks(stacks).withRecordings(recordings).withVoices(voices);
        }
    }

    private static void checkName(String name) {
        if (name.isBlank()) {
            throw new IllegalArgumentException("a name says something");
        }
    }
}
