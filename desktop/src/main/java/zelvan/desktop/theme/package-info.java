/// Colours by role, type and icons. Nothing here knows what it is used for. Start with [Palette].
@NullMarked
package zelvan.desktop.theme;

import org.jspecify.annotations.NullMarked;
