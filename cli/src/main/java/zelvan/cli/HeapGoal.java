package zelvan.cli;

import com.sun.management.GarbageCollectionNotificationInfo;
import com.sun.management.HotSpotDiagnosticMXBean;
import java.lang.management.GarbageCollectorMXBean;
import java.lang.management.ManagementFactory;
import java.lang.management.MemoryUsage;
import javax.management.Notification;
import javax.management.NotificationEmitter;
import javax.management.openmbean.CompositeData;

/// Lets the heap grow with what is kept in it.
///
/// The collector begins before the heap gets larger than a goal, which the launcher sets for a song
/// of usual length. Where more than that is kept it would never rest; so the goal follows what is
/// left after each collection of all of it.
final class HeapGoal {
    private static final String OPTION = "SoftMaxHeapSize";
    private static final String WHOLE = "ZGC Major Cycles";

    /// So many times what is kept.
    private static final double ROOM = 1.5;

    private final HotSpotDiagnosticMXBean machine;
    private final long least;

    private HeapGoal(HotSpotDiagnosticMXBean machine) {
        this.machine = machine;
        least = Long.parseLong(machine.getVMOption(OPTION).getValue());
    }

    /// From now on, where this is the collector.
    static void follow() {
        for (GarbageCollectorMXBean collector : ManagementFactory.getGarbageCollectorMXBeans()) {
            HotSpotDiagnosticMXBean machine =
                    ManagementFactory.getPlatformMXBean(HotSpotDiagnosticMXBean.class);
            if (machine != null
                    && collector.getName().equals(WHOLE)
                    && collector instanceof NotificationEmitter emitter) {
                HeapGoal goal = new HeapGoal(machine);
                emitter.addNotificationListener((told, ignored) -> goal.told(told), null, null);
            }
        }
    }

    private void told(Notification told) {
        if (told.getUserData() instanceof CompositeData data) {
            long kept =
                    GarbageCollectionNotificationInfo.from(data)
                            .getGcInfo()
                            .getMemoryUsageAfterGc()
                            .values()
                            .stream()
                            .mapToLong(MemoryUsage::getUsed)
                            .sum();
            machine.setVMOption(OPTION, Long.toString(goalBytes(kept)));
        }
    }

    /// Never more than the heap may take at all.
    private long goalBytes(long keptBytes) {
        long goal = Math.max(least, (long) (ROOM * keptBytes));
        return Math.min(goal, Runtime.getRuntime().maxMemory());
    }
}
