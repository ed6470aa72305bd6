/// What the user is asked before something is written or ended. Start with [PrintSheet].
@NullMarked
package zelvan.desktop.sheets;

import org.jspecify.annotations.NullMarked;
