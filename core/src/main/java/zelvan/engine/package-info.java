/// From what is wanted to everything derived: the only room that runs stages, and the owner of
/// their threads.
///
/// A [zelvan.session.Session] goes in, a [zelvan.derived.Derived] comes out. A [Plan] turns the one
/// into [Step]s, a [Store] works these out and keeps them by what they are worked out from, so that
/// an edit recomputes only what depends on it and going back recomputes nothing; analyses and
/// matches are kept on disk by the audio's content ([KeptWork]). Nothing here knows a window or a
/// command line. Start with [Engine], then [Plan].
@NullMarked
package zelvan.engine;

import org.jspecify.annotations.NullMarked;
