/// What an editor does, as functions from what the window shows to what becomes of it: `State` in,
/// `Act` out. Nothing here is drawn, observed or done, so everything can be tried without a window.
///
/// Start with [State] and [Act], then [Repairs] for an example.
@NullMarked
package zelvan.desktop.acts;

import org.jspecify.annotations.NullMarked;
