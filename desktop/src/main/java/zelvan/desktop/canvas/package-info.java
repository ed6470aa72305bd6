/// A region that is painted, at most once a frame. Start with [PaintedRegion].
@NullMarked
package zelvan.desktop.canvas;

import org.jspecify.annotations.NullMarked;
