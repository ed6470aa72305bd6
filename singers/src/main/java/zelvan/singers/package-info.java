/// Stand-ins for people at microphones: parametric voices that sing a score with known errors.
///
/// A [Song] is what should be sung; a [Performer] turns it into a [Performance] (which phone sounds
/// when, at which pitch) with the habits and mistakes of one take; a [VoiceSynthesizer] makes it
/// audible in the voice of a [Singer]. Because every moment is known beforehand, a performance is
/// also the truth against which the program is measured. [DemoSession] writes a whole session with
/// its truth beside it.
///
/// Everything is deterministic: the same seed gives the same samples. Nothing here knows the
/// program that listens. Start with [DemoSession].
@NullMarked
package zelvan.singers;

import org.jspecify.annotations.NullMarked;
