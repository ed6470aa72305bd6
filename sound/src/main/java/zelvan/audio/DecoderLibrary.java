package zelvan.audio;

import com.tagtraum.ffsampledsp.FFNativeLibraryLoader;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.lang.foreign.FunctionDescriptor;
import java.lang.foreign.Linker;
import java.lang.foreign.MemorySegment;
import java.lang.foreign.SymbolLookup;
import java.lang.foreign.ValueLayout;
import java.lang.invoke.MethodHandle;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.Locale;
import java.util.Optional;
import java.util.Properties;
import java.util.logging.Handler;
import java.util.logging.Level;
import java.util.logging.LogRecord;
import java.util.logging.Logger;
import zelvan.files.UserFolders;
import zelvan.files.WholeFile;

/// Loads the decoders' native library from a place that is the user's own.
///
/// How it works: the library's loader unpacks it into the folder for temporary files, under a fixed
/// name, and loads whatever it finds there: half of it, if another program is just unpacking it, or
/// what somebody else has put there. So it is unpacked here first, into a private folder, moved to
/// its name when it is whole, and compared with the original before each use; the loader is then
/// told that this is the folder for temporary files.
final class DecoderLibrary {
    /// Held, because loggers that nobody holds lose their level.
    private static final Logger LOG = Logger.getLogger("com.tagtraum.ffsampledsp");

    /// `AV_LOG_QUIET` of FFmpeg's `libavutil/log.h`.
    private static final int QUIET = -8;

    private static final String TEMPORARY = "java.io.tmpdir";
    private static final ThreadLocal<Integer> WARNINGS = ThreadLocal.withInitial(() -> 0);
    private static boolean asked;

    /// What is wrong with a file is said to the user, and not on the console.
    private static final class Counter extends Handler {
        @Override
        public void publish(LogRecord entry) {
            if (entry.getLevel().intValue() >= Level.WARNING.intValue()) {
                WARNINGS.set(WARNINGS.get() + 1);
            }
        }

        @Override
        public void flush() {}

        @Override
        public void close() {}
    }

    /// How often the decoder had to leave something out in this thread, since [#forgetLeftOut] was
    /// called.
    static int leftOut() {
        return WARNINGS.get();
    }

    static void forgetLeftOut() {
        WARNINGS.remove();
    }

    private DecoderLibrary() {}

    /// Sees to it that the library is loaded, if there is one for this machine; once.
    static synchronized void load() {
        if (asked) {
            return;
        }
        asked = true;
        LOG.setUseParentHandlers(false);
        LOG.addHandler(new Counter());
        try {
            loadFrom(UserFolders.cache().resolve("decoders"));
        } catch (IOException e) {
            try {
                loadFrom(Files.createTempDirectory("zelvan-decoders"));
            } catch (IOException nowhere) {
                // What it would have decoded is refused as unreadable.
            }
        }
    }

    private static void loadFrom(Path folder) throws IOException {
        byte[] original = original();
        if (original.length == 0) {
            return;
        }
        Path file = unpacked(folder, original);
        String before = System.getProperty(TEMPORARY);
        System.setProperty(TEMPORARY, String.valueOf(file.getParent()));
        try {
            var unused = FFNativeLibraryLoader.loadLibrary();
        } finally {
            System.setProperty(TEMPORARY, before);
        }
        quieten();
    }

    /// What the decoders write to the terminal is for those who write decoders.
    private static void quieten() {
        Optional<MemorySegment> setLevel = SymbolLookup.loaderLookup().find("av_log_set_level");
        if (setLevel.isPresent()) {
            MethodHandle call =
                    Linker.nativeLinker()
                            .downcallHandle(
                                    setLevel.get(),
                                    FunctionDescriptor.ofVoid(ValueLayout.JAVA_INT));
            try {
                call.invokeExact(QUIET);
            } catch (Throwable e) {
                throw new IllegalStateException("a level of logging is set and nothing else", e);
            }
        }
    }

    /// @param folder is made the user's alone
    static Path unpacked(Path folder, byte[] original) throws IOException {
        Files.createDirectories(folder);
        if (!folder.toFile().setReadable(false, false)
                || !folder.toFile().setReadable(true, true)
                || !folder.toFile().setWritable(false, false)
                || !folder.toFile().setWritable(true, true)) {
            throw new IOException(folder + " cannot be made private");
        }
        Path file = folder.resolve(name("-" + version()));
        if (!Files.isRegularFile(file) || !Arrays.equals(Files.readAllBytes(file), original)) {
            WholeFile.keep(file, beside -> Files.copy(new ByteArrayInputStream(original), beside));
        }
        return file;
    }

    /// As it was shipped; empty if there is none for this machine.
    static byte[] original() throws IOException {
        try (InputStream in = FFNativeLibraryLoader.class.getResourceAsStream("/" + name(""))) {
            return in == null ? new byte[0] : in.readAllBytes();
        }
    }

    private static String version() throws IOException {
        Properties properties = new Properties();
        try (InputStream in =
                FFNativeLibraryLoader.class.getResourceAsStream("project.properties")) {
            if (in != null) {
                properties.load(in);
            }
        }
        return String.valueOf(properties.get("version"));
    }

    /// As the loader names it.
    private static String name(String version) {
        String system = System.getProperty("os.name").toLowerCase(Locale.ROOT);
        String host = system.contains("mac") ? "macos" : system.contains("win") ? "win" : "linux";
        String machine = System.getProperty("os.arch");
        String processor =
                switch (machine) {
                    case "amd64", "x86_64" -> "x86_64";
                    case "x86", "i386", "i686" -> "i386";
                    default -> machine;
                };
        String mapped = System.mapLibraryName("ffsampledsp");
        String ending = mapped.substring(mapped.lastIndexOf('.'));
        return "ffsampledsp-" + processor + "-" + host + version + ending;
    }
}
