/// How far the pitch of a voice is moved, moment by moment. Start with [PitchMap].
@NullMarked
package zelvan.tuning;

import org.jspecify.annotations.NullMarked;
