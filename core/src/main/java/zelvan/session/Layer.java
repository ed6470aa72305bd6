package zelvan.session;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Set;

/// Where a voice comes from.
public sealed interface Layer {
    /// A voice that somebody sang, as it was recorded.
    static Layer sung(String recordingId) {
        return new Sung(List.of(Clip.whole(recordingId)), List.of());
    }

    /// Somebody sang it.
    ///
    /// @param clips what it is made of, in order of their places; at least one. Only one by itself
    ///   may be all of a recording, whose length nobody knows yet
    /// @param takes the recordings of its line, by id, from which they are chosen; none where it
    ///   was sung once
    record Sung(List<Clip> clips, List<String> takes) implements Layer {
        public Sung {
            clips = List.copyOf(clips);
            takes = List.copyOf(takes);
            if (Set.copyOf(takes).size() < takes.size()) {
                throw new IllegalArgumentException("each take comes once, was " + takes);
            }
            if (clips.isEmpty()) {
                throw new IllegalArgumentException("a voice is made of one clip at least");
            }
            for (int i = 1; i < clips.size(); i++) {
                if (clips.get(i).placedSeconds() < clips.get(i - 1).placedSeconds()) {
                    throw new InvalidPart("it lies before the one before", "clips", i);
                }
            }
            for (int i = 0; i < clips.size(); i++) {
                if (clips.get(i).span().isEmpty() && clips.size() > 1) {
                    throw new InvalidPart("it does not say which part", "clips", i);
                }
            }
        }
    }

    /// What it is made of, in order.
    default List<Clip> clips() {
        return switch (this) {
            case Sung sung -> sung.clips;
        };
    }

    /// The recordings that it is chosen from, by id; none where it was sung once.
    default List<String> takes() {
        return switch (this) {
            case Sung sung -> sung.takes;
        };
    }

    /// All recordings that belong to it, by id.
    default Set<String> recordingIds() {
        Set<String> ids = new LinkedHashSet<>(takes());
        clips().forEach(c -> ids.add(c.recordingId()));
        return ids;
    }

    /// The same, made of something else.
    default Layer withClips(List<Clip> value) {
        return new Sung(value, takes());
    }

    /// The same with other recordings to choose from.
    default Layer withTakes(List<String> value) {
        return new Sung(clips(), value);
    }

    /// Whether it is one recording as it was recorded.
    default boolean isWhole() {
        return clips().size() == 1 && clips().getFirst().isWhole();
    }

    /// The recording that it begins with.
    default String recordingId() {
        return clips().getFirst().recordingId();
    }
}
