/// Mathematics on arrays, without any meaning: transforms, windows, resampling, percentiles.
///
/// Arrays go in, arrays come out. Nothing here knows what a voice is. Everything may be used from
/// any thread unless its class says otherwise. Start with [Fft].
@NullMarked
package zelvan.dsp;

import org.jspecify.annotations.NullMarked;
