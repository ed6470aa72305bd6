/// How right the pitch track is, against singers of known pitch and beside other trackers. Start
/// with [PitchBench].
@NullMarked
package zelvan.bench.pitch;

import org.jspecify.annotations.NullMarked;
