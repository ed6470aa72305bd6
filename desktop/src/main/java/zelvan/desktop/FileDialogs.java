package zelvan.desktop;

import java.io.File;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import javafx.stage.DirectoryChooser;
import javafx.stage.FileChooser;
import javafx.stage.Stage;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.work.Work;
import zelvan.files.FileNames;
import zelvan.session.SessionFile;
import zelvan.session.Voice;

/// Asks for files and folders: for voices, takes and sessions that are brought in, and for where a
/// session is saved.
///
/// @param saved told once the session is saved
record FileDialogs(Desk desk, Work work, Stage stage, Runnable saved) {
    void addFolder() {
        DirectoryChooser chooser = new DirectoryChooser();
        chooser.setTitle("A folder of voices");
        Optional.ofNullable(chooser.showDialog(stage))
                .ifPresent(folder -> work.documents().open(List.of(folder.toPath())));
    }

    void addFiles() {
        Optional.ofNullable(soundChooser("Sound files").showOpenMultipleDialog(stage))
                .ifPresent(
                        files -> work.documents().open(files.stream().map(File::toPath).toList()));
    }

    void replace(Voice voice) {
        Optional.ofNullable(
                        soundChooser("Another recording of " + voice.name()).showOpenDialog(stage))
                .ifPresent(file -> work.documents().replace(voice.id(), file.toPath()));
    }

    void addTakes() {
        List<Voice> picked = desk.now().selected();
        if (picked.isEmpty()) {
            desk.say("Click a track first: the files become takes of it");
            return;
        }
        Voice voice = picked.getFirst();
        Optional.ofNullable(soundChooser("Takes of " + voice.name()).showOpenMultipleDialog(stage))
                .ifPresent(files ->
                        work.documents()
                                .addTakes(voice.id(), files.stream().map(File::toPath).toList()));
    }

    private static FileChooser soundChooser(String title) {
        FileChooser chooser = new FileChooser();
        chooser.setTitle(title);
        chooser.getExtensionFilters()
                .add(
                        new FileChooser.ExtensionFilter(
                                "Sound", "*.wav", "*.aif", "*.aiff", "*.flac", "*.mp3", "*.m4a",
                                "*.ogg"));
        return chooser;
    }

    private static FileChooser sessionChooser(String title) {
        FileChooser chooser = new FileChooser();
        chooser.setTitle(title);
        chooser.getExtensionFilters()
                .add(
                        new FileChooser.ExtensionFilter(
                                "Zelvan session", "*" + SessionFile.EXTENSION));
        return chooser;
    }

    void openSession() {
        Optional.ofNullable(sessionChooser("A session").showOpenDialog(stage))
                .ifPresent(file -> work.documents().open(List.of(file.toPath())));
    }

    void save() {
        if (desk.file().get().isPresent()) {
            work.documents().save(desk.file().get().get());
            saved.run();
        } else {
            saveAs();
        }
    }

    void saveAs() {
        FileChooser chooser = sessionChooser("Save the session");
        chooser.setInitialFileName(FileNames.of(desk.session().name()) + SessionFile.EXTENSION);
        Optional.ofNullable(chooser.showSaveDialog(stage))
                .map(File::toPath)
                .map(FileDialogs::withExtension)
                .ifPresent(path -> {
                    work.documents().save(path);
                    saved.run();
                });
    }

    private static Path withExtension(Path path) {
        return path.toString().endsWith(SessionFile.EXTENSION)
                ? path
                : path.resolveSibling(path.getFileName() + SessionFile.EXTENSION);
    }
}
