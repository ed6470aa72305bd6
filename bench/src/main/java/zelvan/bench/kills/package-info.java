/// What is left when the program is killed at any moment. A [KillsBench] starts a [Victim], kills
/// it and looks; nobody else needs this room.
@NullMarked
package zelvan.bench.kills;

import org.jspecify.annotations.NullMarked;
