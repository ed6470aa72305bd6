package zelvan.cli;

import java.io.IOException;
import java.lang.management.ManagementFactory;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;

/// What this process has taken of the machine so far.
public final class Spent {
    private static final Path STATUS = Path.of("/proc/self/status");
    private static final String MOST_RESIDENT = "VmHWM:";

    private Spent() {}

    /// Time of all processors together, seconds; 0 where the system does not tell.
    public static double processorSeconds() {
        return ManagementFactory.getOperatingSystemMXBean()
                        instanceof com.sun.management.OperatingSystemMXBean system
                ? 1e-9 * Math.max(0, system.getProcessCpuTime())
                : 0;
    }

    /// The most memory that was resident, in words; Linux tells it.
    public static String mostResident() {
        try {
            return Files.readAllLines(STATUS).stream()
                    .filter(line -> line.startsWith(MOST_RESIDENT))
                    .map(line -> line.replaceAll("\\D", ""))
                    .map(kilobytes ->
                            String.format(
                                    Locale.ROOT, "%.0f MB", Double.parseDouble(kilobytes) / 1e3))
                    .findFirst()
                    .orElse("not known");
        } catch (IOException e) {
            return "not known";
        }
    }
}
