/// What is done because of the state on the desk: working out, reading, writing, playing. Each
/// follows the desk and puts what comes of it back there; this is the only place that hops from
/// other threads to the window's.
///
/// Start with [Work].
@NullMarked
package zelvan.desktop.work;

import org.jspecify.annotations.NullMarked;
