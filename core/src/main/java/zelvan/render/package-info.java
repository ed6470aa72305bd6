/// Sound through maps: a voice and a [zelvan.timing.TimeMap] go in, samples come out, any block at
/// any time.
///
/// [VoiceSource] is what everything else hears; [VoiceRenderer] is the source that moves time. The
/// same map gives the same samples whatever the order and size of the blocks, and where nothing
/// changes the output is the input, bit for bit. Nothing here knows what is wanted or who listens.
/// Reading allocates nothing and locks nothing. Start with [VoiceRenderer].
@NullMarked
package zelvan.render;

import org.jspecify.annotations.NullMarked;
