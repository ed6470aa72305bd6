/// Where and how files are written, whatever they hold.
///
/// Whoever writes for the user asks [Targets] for a [Target] and hands it to [WholeFile]: no input
/// is ever a target, what somebody else made is not replaced unasked, and a file is whole or not
/// there. What the program keeps for itself (autosaves, kept work) goes through [WholeFile] alone.
/// Knows nothing of sound or sessions. Start with [Targets].
@NullMarked
package zelvan.files;

import org.jspecify.annotations.NullMarked;
