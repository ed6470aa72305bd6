/// The command line: each command a class that turns its options into calls of the engine and its
/// formats.
///
/// Arguments go in; files, exit codes and one clear line on errors come out. The window is found
/// through [Window], so that nothing here knows JavaFX. Start with [Zelvan].
@NullMarked
package zelvan.cli;

import org.jspecify.annotations.NullMarked;
