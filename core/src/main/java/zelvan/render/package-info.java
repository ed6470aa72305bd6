/// Sound through maps: a voice and its [Shape] go in, samples come out, any block at any time.
///
/// [VoiceSource] is what everything else hears; [VoiceRenderer] is the source that moves time and
/// pitch. The same maps give the same samples whatever the order and size of the blocks, and where
/// nothing changes the output is the input, bit for bit. Nothing here knows what is wanted or who
/// listens. Reading locks nothing; what is heard for the first time is planned and shaped then, so
/// it is not for the sound card's own thread. Start with [VoiceRenderer].
@NullMarked
package zelvan.render;

import org.jspecify.annotations.NullMarked;
