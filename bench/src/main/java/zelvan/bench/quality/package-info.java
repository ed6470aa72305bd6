/// How near the renderer's sound is to what the singer would have sung. Start with [QualityBench].
@NullMarked
package zelvan.bench.quality;

import org.jspecify.annotations.NullMarked;
