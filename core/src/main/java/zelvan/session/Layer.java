package zelvan.session;

import java.util.List;

/// Where a voice comes from.
public sealed interface Layer {
    /// A voice that somebody sang.
    static Layer sung(String recordingId) {
        return new Sung(List.of(new Clip(recordingId)));
    }

    /// Somebody sang it.
    ///
    /// @param clips what it is made of: one
    record Sung(List<Clip> clips) implements Layer {
        public Sung {
            clips = List.copyOf(clips);
            if (clips.size() != 1) {
                throw new IllegalArgumentException(
                        "a voice is made of one clip, was " + clips.size());
            }
        }
    }

    /// The recording that it was sung into.
    default String recordingId() {
        return switch (this) {
            case Sung(List<Clip> clips) -> clips.getFirst().recordingId();
        };
    }
}
