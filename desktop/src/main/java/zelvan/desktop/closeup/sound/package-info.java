/// The Sound lens: esses, breaths and ends on the ribbons, and the level of notes beside the
/// guide's. Start with [zelvan.desktop.closeup.sound.SoundLens].
@NullMarked
package zelvan.desktop.closeup.sound;

import org.jspecify.annotations.NullMarked;
