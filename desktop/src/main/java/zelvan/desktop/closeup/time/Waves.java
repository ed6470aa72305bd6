package zelvan.desktop.closeup.time;

import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.atomic.AtomicBoolean;
import javafx.application.Platform;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import zelvan.audio.Sound;

/// The peaks of sounds, a second at a time: worked out beside the window when they are looked at,
/// and forgotten when much else was.
final class Waves {
    /// Peaks are told this many times a second.
    static final int POINTS_A_SECOND = 1000;

    /// Twenty-four voices for two minutes.
    private static final int MOST_SECONDS = 3000;

    private static final Logger LOG = LoggerFactory.getLogger(Waves.class);

    /// The lowest and the highest sample around each point.
    record Second(float[] lowest, float[] highest) {}

    private record Key(Sound sound, int second) {}

    private final Runnable arrived;
    private final AtomicBoolean told = new AtomicBoolean();
    private final ExecutorService worker =
            Executors.newSingleThreadExecutor(task -> {
                Thread thread = new Thread(task, "zelvan-waves");
                thread.setDaemon(true);
                thread.setPriority(Thread.MIN_PRIORITY);
                return thread;
            });

    /// Empty while it is worked out. Only the window's thread touches it.
    private final Map<Key, Optional<Second>> seconds =
            new LinkedHashMap<>(64, 0.75f, true) {
                @Override
                protected boolean removeEldestEntry(Map.Entry<Key, Optional<Second>> eldest) {
                    return size() > MOST_SECONDS;
                }
            };

    /// @param arrived is run on the window's thread when there is more to be seen
    Waves(Runnable arrived) {
        this.arrived = arrived;
    }

    /// A second of a sound, null as long as it is not there; then it is asked for.
    @Nullable Second of(Sound sound, int second) {
        Key key = new Key(sound, second);
        Optional<Second> known = seconds.get(key);
        if (known == null) {
            seconds.put(key, Optional.empty());
            worker.execute(() -> work(key));
            return null;
        }
        return known.orElse(null);
    }

    private void work(Key key) {
        try {
            Second made = peaks(key.sound, key.second);
            Platform.runLater(() -> seconds.put(key, Optional.of(made)));
        } catch (RuntimeException e) {
            // The file has gone or changed; whoever plays it says so.
            LOG.debug("No peaks of second {}", key.second, e);
        }
        if (!told.getAndSet(true)) {
            Platform.runLater(() -> {
                told.set(false);
                arrived.run();
            });
        }
    }

    private static Second peaks(Sound sound, int second) {
        int rate = sound.sampleRateHertz();
        float[] samples = sound.mono((long) second * rate, rate);
        float[] lowest = new float[POINTS_A_SECOND];
        float[] highest = new float[POINTS_A_SECOND];
        for (int p = 0; p < POINTS_A_SECOND; p++) {
            int to = (int) ((long) (p + 1) * rate / POINTS_A_SECOND);
            for (int i = (int) ((long) p * rate / POINTS_A_SECOND); i < to; i++) {
                lowest[p] = Math.min(lowest[p], samples[i]);
                highest[p] = Math.max(highest[p], samples[i]);
            }
        }
        return new Second(lowest, highest);
    }
}
