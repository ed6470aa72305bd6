package zelvan.desktop.settings;

import java.io.File;
import java.nio.file.Path;
import java.util.Optional;
import javafx.stage.FileChooser;
import javafx.stage.Window;

/// Asks for a MIDI file.
final class MidiChooser {
    private MidiChooser() {}

    static Optional<Path> choose(Window owner, String title) {
        FileChooser chooser = new FileChooser();
        chooser.setTitle(title);
        chooser.getExtensionFilters()
                .add(new FileChooser.ExtensionFilter("MIDI", "*.mid", "*.midi"));
        return Optional.ofNullable(chooser.showOpenDialog(owner)).map(File::toPath);
    }
}
