/// What becomes of damaged files and of edits that go to the edge of what is possible: seeded cases
/// of each kind, every one with a time limit. Start with [DamageBench].
@NullMarked
package zelvan.bench.damage;

import org.jspecify.annotations.NullMarked;
