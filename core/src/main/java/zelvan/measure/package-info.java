/// Every figure that the user is shown about how tightly voices sit, and its definition.
///
/// Alignments and time maps go in; [Lock] and [LockMap] come out. Nothing here decides or renders.
/// Start with [LockMeter].
@NullMarked
package zelvan.measure;

import org.jspecify.annotations.NullMarked;
