/// One table of everything that can be done, with its words and its keys: menus, tooltips and the
/// sheet of keys are made from it. Start with [Command].
@NullMarked
package zelvan.desktop.keys;

import org.jspecify.annotations.NullMarked;
