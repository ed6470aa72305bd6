/// Listening: play, loop, raw or locked, blend, meter. Start with [TransportView].
@NullMarked
package zelvan.desktop.transport;

import org.jspecify.annotations.NullMarked;
