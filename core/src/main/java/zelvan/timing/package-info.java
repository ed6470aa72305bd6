/// How far each moment of a voice is moved: pull, slack, elasticity, protected stretches.
///
/// An [zelvan.align.Alignment], the guide's own map, the settings and the fences go in; a
/// [TimeMap], strictly increasing, comes out. Nothing here renders sound. Stages are pure and may
/// run on any thread. Start with [TimeMapper].
@NullMarked
package zelvan.timing;

import org.jspecify.annotations.NullMarked;
