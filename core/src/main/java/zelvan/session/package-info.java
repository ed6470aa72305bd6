/// What the user wants, as one immutable value, and how it changes.
///
/// A [Session] and an [Edit] go in, a [Session] comes out; [History] remembers them with their
/// names; [SessionFile] keeps them on disk. Only what is wanted lives here: nothing that can be
/// derived from it and the audio. Start with [Session].
@NullMarked
package zelvan.session;

import org.jspecify.annotations.NullMarked;
