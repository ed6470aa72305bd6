/// Time, pitch and level: every conversion, with its sign and direction.
///
/// Numbers go in, numbers come out; nothing here knows sound, files or sessions. Seconds are song
/// time unless a name says otherwise. A positive number of cents is sharp, a positive offset is
/// late. Start with [TimeSpan].
@NullMarked
package zelvan.units;

import org.jspecify.annotations.NullMarked;
