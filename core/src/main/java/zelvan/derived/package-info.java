/// Everything that is derived from a session and its recordings, as values: what the window shows,
/// what is played and printed, what reports tell.
///
/// Nothing here works anything out, and nothing knows who did. Start with [Derived].
@NullMarked
package zelvan.derived;

import org.jspecify.annotations.NullMarked;
