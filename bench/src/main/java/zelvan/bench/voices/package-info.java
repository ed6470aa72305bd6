/// Simulated singers of many kinds, for what is measured on all of them; needs `singers`.
@NullMarked
package zelvan.bench.voices;

import org.jspecify.annotations.NullMarked;
