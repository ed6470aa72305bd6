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
import zelvan.problem.ZelvanProblem;

/// Folders in which new sound files are noticed once nobody writes to them any more.
final class WatchedFolders implements AutoCloseable {
    private static final Logger LOG = LoggerFactory.getLogger(WatchedFolders.class);
    private static final long LOOK_MILLIS = 500;

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

    private void look(WatchService watching) {
        GrowingFiles growing = new GrowingFiles(WatchedFolders::isWhole);
        while (true) {
            try {
                look(watching, growing);
            } catch (ClosedWatchServiceException e) {
                return;
            } catch (InterruptedException e) {
                Thread.currentThread().interrupt();
                return;
            } catch (RuntimeException e) {
                LOG.error("New files were not looked at", e);
            }
        }
    }

    private void look(WatchService watching, GrowingFiles growing) throws InterruptedException {
        WatchKey key = watching.poll(LOOK_MILLIS, TimeUnit.MILLISECONDS);
        if (key != null) {
            for (WatchEvent<?> event : key.pollEvents()) {
                if (key.watchable() instanceof Path folder
                        && event.context() instanceof Path name
                        && SoundFiles.hasAudioName(name)) {
                    growing.add(folder.resolve(name), System.nanoTime());
                }
            }
            key.reset();
        }
        growing.whole(System.nanoTime()).forEach(found);
    }

    /// Whether all is there that its header says.
    private static boolean isWhole(Path file) {
        try {
            return SoundFiles.read(file).sound().isAsItWas();
        } catch (ZelvanProblem e) {
            LOG.debug("{} is not whole yet", file, e);
            return false;
        }
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
