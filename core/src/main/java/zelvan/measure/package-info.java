/// Every figure that the user is shown about how tightly voices sit, and its definition.
///
/// Alignments and time maps go in; [Lock], [LockMap] and the places to [Doubt] come out; two sounds
/// go in, and how far they comb comes out ([CombMeter]). Nothing here decides or renders. Start
/// with [LockMeter].
@NullMarked
package zelvan.measure;

import org.jspecify.annotations.NullMarked;
