/// Kernels against the clock. Whole runs are measured by `zelvan bench`. Nobody needs this room.
@NullMarked
package zelvan.bench;

import org.jspecify.annotations.NullMarked;
