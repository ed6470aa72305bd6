/// The only observable state of the window: the session with its history, the newest derived
/// values, what is selected and in view, and what is heard.
///
/// Edits go in, property changes come out, on the window's thread. This is the only place that hops
/// there from the engine's threads. Nothing here draws. Start with [AppModel].
@NullMarked
package zelvan.desktop.model;

import org.jspecify.annotations.NullMarked;
