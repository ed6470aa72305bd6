/// The close-up: one stretch of the song with guide and voices, ribbons, beads and threads. The
/// desk goes in; acts come out. Start with [CloseUpView].
@NullMarked
package zelvan.desktop.closeup;

import org.jspecify.annotations.NullMarked;
