/// General-purpose programs that are measured beside ours, by their command lines, where they are
/// installed.
@NullMarked
package zelvan.bench.others;

import org.jspecify.annotations.NullMarked;
