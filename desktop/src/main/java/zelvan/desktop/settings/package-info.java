/// The settings of what is selected, and its figures. Start with [SettingsView].
@NullMarked
package zelvan.desktop.settings;

import org.jspecify.annotations.NullMarked;
