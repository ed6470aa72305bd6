/// How loud each moment of a voice is: what piles up in a stack (esses, breaths, ends) turned down,
/// phrases or notes drawn to the guide's level, and what was set by hand.
///
/// What is heard in a voice and its guide, how they belong together and what is set goes in; a
/// curve of gain, and what was done to each sound and note, comes out. Nothing here touches
/// samples. Start with [LevelMapper].
@NullMarked
package zelvan.level;

import org.jspecify.annotations.NullMarked;
