/// The lock map: voices by phrases, and how far each is off. The desk goes in; selections and edits
/// come out. Start with [LockMapView].
@NullMarked
package zelvan.desktop.lockmap;

import org.jspecify.annotations.NullMarked;
