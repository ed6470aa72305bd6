/// The close-up seen in pitch. Start with [PitchLens].
@NullMarked
package zelvan.desktop.closeup.pitch;

import org.jspecify.annotations.NullMarked;
