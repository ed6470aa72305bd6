/// The only observable state of the window: the session with its history, the newest derived
/// values, what is selected and in view, what is heard, what is being done and what was said.
///
/// Acts and edits go in, property changes come out, all on the window's thread. Outside, every
/// property is read-only. The desk does nothing by itself: what is worked out, read and written
/// because of it is done by those who look at it. Nothing here draws. Start with [Desk].
@NullMarked
package zelvan.desktop.desk;

import org.jspecify.annotations.NullMarked;
