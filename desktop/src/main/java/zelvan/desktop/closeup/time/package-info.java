/// The close-up seen in time. Start with [TimeLens].
@NullMarked
package zelvan.desktop.closeup.time;

import org.jspecify.annotations.NullMarked;
