package zelvan.desktop.work;

import java.util.HashMap;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import javafx.application.Platform;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import zelvan.audio.Sound;
import zelvan.desktop.desk.Waves;

/// Reads the peaks of what is looked at, beside the window and after everything else.
final class WaveReading implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(WaveReading.class);

    private final Waves waves;
    private final ExecutorService worker =
            Executors.newSingleThreadExecutor(task -> {
                Thread thread = new Thread(task, "zelvan-waves");
                thread.setDaemon(true);
                thread.setPriority(Thread.MIN_PRIORITY);
                return thread;
            });
    private Map<Waves.Key, Waves.Second> read = new HashMap<>();

    WaveReading(Waves waves) {
        this.waves = waves;
        waves.whenWanted(key -> worker.execute(() -> work(key)));
    }

    private void work(Waves.Key key) {
        try {
            add(key, peaks(key.sound(), key.second()));
        } catch (RuntimeException e) {
            // The file has gone or changed; whoever plays it says so.
            LOG.debug("No peaks of second {}", key.second(), e);
        }
    }

    /// However much is read, the window is told once between two looks.
    private synchronized void add(Waves.Key key, Waves.Second second) {
        boolean first = read.isEmpty();
        read.put(key, second);
        if (first) {
            Platform.runLater(() -> waves.know(take()));
        }
    }

    private synchronized Map<Waves.Key, Waves.Second> take() {
        Map<Waves.Key, Waves.Second> taken = read;
        read = new HashMap<>();
        return taken;
    }

    private static Waves.Second peaks(Sound sound, int second) {
        int rate = sound.sampleRateHertz();
        float[] samples = sound.mono((long) second * rate, rate);
        float[] lowest = new float[Waves.POINTS_A_SECOND];
        float[] highest = new float[Waves.POINTS_A_SECOND];
        for (int p = 0; p < Waves.POINTS_A_SECOND; p++) {
            int to = (int) ((long) (p + 1) * rate / Waves.POINTS_A_SECOND);
            for (int i = (int) ((long) p * rate / Waves.POINTS_A_SECOND); i < to; i++) {
                lowest[p] = Math.min(lowest[p], samples[i]);
                highest[p] = Math.max(highest[p], samples[i]);
            }
        }
        return new Waves.Second(lowest, highest);
    }

    @Override
    public void close() {
        worker.shutdownNow();
        waves.whenWanted(key -> {});
    }
}
