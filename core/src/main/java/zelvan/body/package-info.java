/// What a voice's body is like: its formants moved, single harmonics turned up or down.
///
/// Settings by the moment of the guide go in, curves by the moment of the voice come out. Start
/// with [zelvan.body.BodyMapper].
@NullMarked
package zelvan.body;

import org.jspecify.annotations.NullMarked;
