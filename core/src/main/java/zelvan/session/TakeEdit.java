package zelvan.session;

import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/// A change of what a voice is chosen from.
public sealed interface TakeEdit extends Edit {
    /// Gives a voice recordings of its line to choose from, beside those that it has.
    record Add(String voiceId, String name, List<Recording> recordings) implements TakeEdit {
        public Add {
            recordings = List.copyOf(recordings);
        }

        @Override
        public String title() {
            return name + ": " + counted(recordings.size());
        }

        @Override
        public Session apply(Session session) {
            if (session.voice(voiceId).isEmpty()) {
                return session;
            }
            List<Recording> all = new ArrayList<>(session.recordings());
            all.addAll(recordings);
            return session.withRecordings(all)
                    .changing(
                            voiceId,
                            v -> withMore(v, recordings.stream().map(Recording::id).toList()));
        }
    }

    /// Makes tracks the takes of another one: they are no tracks of their own any more.
    record Join(String voiceId, String name, List<String> trackIds) implements TakeEdit {
        public Join {
            trackIds = List.copyOf(trackIds);
        }

        @Override
        public String title() {
            return name + ": " + counted(trackIds.size());
        }

        @Override
        public Session apply(Session session) {
            Set<String> takes = new LinkedHashSet<>();
            session.voices().stream()
                    .filter(v -> trackIds.contains(v.id()))
                    .forEach(v -> takes.addAll(v.layer().recordingIds()));
            Session joined = session.changing(voiceId, v -> withMore(v, List.copyOf(takes)));
            return joined.withVoices(
                    joined.voices().stream().filter(v -> !trackIds.contains(v.id())).toList());
        }
    }

    /// Takes recordings out of what a voice is chosen from. Those that it is made of stay.
    record Drop(String voiceId, String name, List<String> recordingIds) implements TakeEdit {
        public Drop {
            recordingIds = List.copyOf(recordingIds);
        }

        @Override
        public String title() {
            return name + ": without " + counted(recordingIds.size());
        }

        @Override
        public Session apply(Session session) {
            return session.changing(
                            voiceId,
                            v ->
                                    v.withLayer(
                                            v.layer()
                                                    .withTakes(
                                                            v.layer().takes().stream()
                                                                    .filter(t ->
                                                                            !recordingIds.contains(
                                                                                    t))
                                                                    .toList())))
                    .withoutUnused();
        }
    }

    /// Adds a voice that is made of what another one has to choose from, behind it.
    ///
    /// @param voice with an id of its own
    record Another(String voiceId, Voice voice) implements TakeEdit {
        @Override
        public String title() {
            return voice.name() + " from what is left";
        }

        @Override
        public Session apply(Session session) {
            List<Voice> all = new ArrayList<>();
            for (Voice each : session.voices()) {
                all.add(each);
                if (each.id().equals(voiceId)) {
                    all.add(voice);
                }
            }
            return session.withVoices(all);
        }
    }

    private static String counted(int takes) {
        return takes == 1 ? "a take" : takes + " takes";
    }

    /// What it is made of is among what it is chosen from.
    private static Voice withMore(Voice voice, List<String> recordingIds) {
        Set<String> all = new LinkedHashSet<>(voice.layer().recordingIds());
        all.addAll(recordingIds);
        return voice.withLayer(voice.layer().withTakes(List.copyOf(all)));
    }
}
