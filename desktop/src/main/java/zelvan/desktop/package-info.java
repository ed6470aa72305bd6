/// The window: assembled here, made of views that know the desk and never each other.
///
/// What the command line named goes in; what the user does comes out as edits of the desk. Start
/// with [MainWindow].
@NullMarked
package zelvan.desktop;

import org.jspecify.annotations.NullMarked;
