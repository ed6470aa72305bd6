/// What can be set, and values that were set: nothing here knows what any of it means.
///
/// A [Setting] is declared beside the stage that uses it; [Settings] hold values of some of them.
/// File, command line and window are made from the same declarations. Start with [Setting].
@NullMarked
package zelvan.setting;

import org.jspecify.annotations.NullMarked;
