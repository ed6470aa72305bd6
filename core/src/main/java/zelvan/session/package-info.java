/// What the user wants, as one immutable value, and how it changes.
///
/// A [Session] and an [Edit] go in, a [Session] comes out; [History] remembers them with their
/// names; [SessionFile] keeps them on disk. Only what is wanted lives here: nothing that can be
/// derived from it and the audio.
///
/// A [Recording] keeps what was said of it by hand, a [Voice] is made of recordings and says where
/// it departs from its [Stack]; a [Scope] is where settings stand, and [Turn] changes one of them.
/// Start with [Session].
@NullMarked
package zelvan.session;

import org.jspecify.annotations.NullMarked;
