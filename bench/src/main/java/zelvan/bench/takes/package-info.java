/// How well the program tells takes apart: simulated singers with faults of known size go in,
/// shares of what was decided rightly come out. Start with [zelvan.bench.takes.TakesBench].
@NullMarked
package zelvan.bench.takes;

import org.jspecify.annotations.NullMarked;
