/// From what is wanted to everything derived: the only room that runs stages, and the owner of
/// their threads.
///
/// A [zelvan.session.Session] goes in, a [Derived] comes out. Each value is remembered by what it
/// was derived from, so that an edit recomputes only what depends on it; analyses and matches are
/// kept on disk by the audio's content. Nothing here knows a window or a command line. Start with
/// [Engine].
@NullMarked
package zelvan.engine;

import org.jspecify.annotations.NullMarked;
