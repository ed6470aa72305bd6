package zelvan.session;

import java.util.List;

/// Where a voice comes from.
public sealed interface Layer {
    /// A voice that somebody sang, as it was recorded.
    static Layer sung(String recordingId) {
        return new Sung(List.of(Clip.whole(recordingId)));
    }

    /// Somebody sang it.
    ///
    /// @param clips what it is made of, in order of their places; at least one. Only one by itself
    ///   may be all of a recording, whose length nobody knows yet
    record Sung(List<Clip> clips) implements Layer {
        public Sung {
            clips = List.copyOf(clips);
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

    /// Whether it is one recording as it was recorded.
    default boolean isWhole() {
        return clips().size() == 1 && clips().getFirst().isWhole();
    }

    /// The recording that it begins with.
    default String recordingId() {
        return clips().getFirst().recordingId();
    }
}
