package zelvan.desktop.work;

import java.io.IOException;
import java.nio.file.ClosedWatchServiceException;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardWatchEventKinds;
import java.nio.file.WatchEvent;
import java.nio.file.WatchKey;
import java.nio.file.WatchService;
import java.util.HashMap;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.TimeUnit;
import java.util.function.Consumer;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import zelvan.audio.SoundFiles;

/// Folders in which new sound files are noticed once nobody writes to them any more.
final class WatchedFolders implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(WatchedFolders.class);
    private static final long LOOK_MILLIS = 500;

    /// So often a file must be as long as it was, until it is taken for whole.
    private static final int STEADY_LOOKS = 2;

    private final Consumer<Path> found;
    private final Optional<WatchService> service;
    private final Map<Path, WatchKey> keys = new HashMap<>();

    /// @param found takes each new file, on a thread of its own
    WatchedFolders(Consumer<Path> found) {
        this.found = found;
        service = service();
        service.ifPresent(
                s -> Thread.ofPlatform().daemon().name("watched folders").start(() -> look(s)));
    }

    private static Optional<WatchService> service() {
        try {
            return Optional.of(FileSystems.getDefault().newWatchService());
        } catch (IOException e) {
            LOG.warn("New files are not noticed", e);
            return Optional.empty();
        }
    }

    /// Watches those and no others.
    void watch(Set<Path> folders) {
        Set<Path> gone = new HashSet<>(keys.keySet());
        gone.removeAll(folders);
        for (Path folder : gone) {
            Optional.ofNullable(keys.remove(folder)).ifPresent(WatchKey::cancel);
        }
        for (Path folder : folders) {
            if (!keys.containsKey(folder) && Files.isDirectory(folder)) {
                service.ifPresent(s -> register(folder, s));
            }
        }
    }

    private void register(Path folder, WatchService watching) {
        try {
            keys.put(folder, folder.register(watching, StandardWatchEventKinds.ENTRY_CREATE));
        } catch (IOException e) {
            LOG.warn("New files in {} are not noticed", folder, e);
        }
    }

    /// How long a file was when it was looked at last, and how often it has been so.
    private record Size(long bytes, int looks) {}

    private void look(WatchService watching) {
        Map<Path, Size> growing = new HashMap<>();
        try {
            while (true) {
                WatchKey key = watching.poll(LOOK_MILLIS, TimeUnit.MILLISECONDS);
                if (key != null) {
                    for (WatchEvent<?> event : key.pollEvents()) {
                        if (key.watchable() instanceof Path folder
                                && event.context() instanceof Path name
                                && SoundFiles.hasAudioName(name)) {
                            growing.put(folder.resolve(name), new Size(-1, 0));
                        }
                    }
                    key.reset();
                }
                growing.replaceAll(WatchedFolders::lookedAt);
                growing.entrySet().removeIf(e -> isDone(e.getKey(), e.getValue()));
            }
        } catch (ClosedWatchServiceException e) {
            // Nobody wants to know any more.
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
    }

    private static Size lookedAt(Path file, Size before) {
        try {
            long bytes = Files.size(file);
            return new Size(bytes, bytes == before.bytes ? before.looks + 1 : 0);
        } catch (IOException e) {
            return new Size(0, STEADY_LOOKS);
        }
    }

    private boolean isDone(Path file, Size size) {
        if (size.looks < STEADY_LOOKS) {
            return false;
        }
        if (size.bytes > 0) {
            found.accept(file);
        }
        return true;
    }

    @Override
    public void close() {
        service.ifPresent(s -> {
            try {
                s.close();
            } catch (IOException e) {
                LOG.warn("The watched folders could not be let go", e);
            }
        });
    }
}
