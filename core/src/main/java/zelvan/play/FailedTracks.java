package zelvan.play;

import java.util.Collections;
import java.util.IdentityHashMap;
import java.util.Set;
import java.util.function.BiConsumer;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import zelvan.render.VoiceSource;

/// Tracks that could not be played, by a fault of the program: they are silent, and all others are
/// heard. A source that failed once is not asked again; a change of the track brings another one.
///
/// Thread safety: any thread may call it.
final class FailedTracks {
    private static final Logger LOG = LoggerFactory.getLogger(FailedTracks.class);

    private final Set<VoiceSource> failed =
            Collections.synchronizedSet(Collections.newSetFromMap(new IdentityHashMap<>()));
    private volatile BiConsumer<String, RuntimeException> listener = (voiceId, fault) -> {};
    private volatile boolean any;

    /// @param told of each failure, with the track's id, on any thread
    void tell(BiConsumer<String, RuntimeException> told) {
        listener = told;
    }

    /// Costs nothing as long as nothing has failed.
    boolean contains(VoiceSource source) {
        return any && failed.contains(source);
    }

    void add(String voiceId, VoiceSource source, RuntimeException fault) {
        any = true;
        if (failed.add(source)) {
            LOG.error("Track {} cannot be played", voiceId, fault);
            listener.accept(voiceId, fault);
        }
    }
}
