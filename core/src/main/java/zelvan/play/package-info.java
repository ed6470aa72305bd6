/// Sound to the loudspeaker: the clock, the mix, levels.
///
/// A [Program] of [zelvan.render.VoiceSource]s goes in, sound goes to an [Output]: the sound card,
/// or a simulated one that keeps time where there is none. This room owns its two threads: one
/// mixes ahead, one feeds the output. It knows nothing of sessions. Start with [Player].
@NullMarked
package zelvan.play;

import org.jspecify.annotations.NullMarked;
