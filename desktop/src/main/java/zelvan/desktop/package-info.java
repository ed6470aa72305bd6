@NullMarked
package zelvan.desktop;

import org.jspecify.annotations.NullMarked;
