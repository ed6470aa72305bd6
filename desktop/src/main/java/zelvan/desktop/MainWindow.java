package zelvan.desktop;

import java.io.File;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.geometry.Orientation;
import javafx.scene.Node;
import javafx.scene.Scene;
import javafx.scene.control.ButtonType;
import javafx.scene.control.SplitPane;
import javafx.scene.input.DragEvent;
import javafx.scene.input.TransferMode;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.stage.DirectoryChooser;
import javafx.stage.FileChooser;
import javafx.stage.Stage;
import javafx.stage.Window;
import zelvan.desktop.closeup.CloseUpView;
import zelvan.desktop.keys.Command;
import zelvan.desktop.keys.Commands;
import zelvan.desktop.lockmap.LockMapView;
import zelvan.desktop.model.AppModel;
import zelvan.desktop.model.Doubts;
import zelvan.desktop.model.Lens;
import zelvan.desktop.model.Selection;
import zelvan.desktop.model.Viewport;
import zelvan.desktop.reports.PrintSheet;
import zelvan.desktop.reports.StatusView;
import zelvan.desktop.settings.SettingsView;
import zelvan.desktop.theme.Theme;
import zelvan.desktop.transport.TransportView;
import zelvan.files.FileNames;
import zelvan.play.Version;
import zelvan.session.Edit;
import zelvan.session.Mix;
import zelvan.session.SessionFile;

/// Puts the views together.
public final class MainWindow {
    private final AppModel model;
    private final Theme theme;
    private final Stage stage;
    private final Commands commands;
    private final Scene scene;
    private int doubt = -1;

    /// @param stage shows it; not shown yet by this
    public MainWindow(AppModel model, Theme theme, Stage stage) {
        this.model = model;
        this.theme = theme;
        this.stage = stage;
        this.commands = new Commands(table());
        BorderPane root = new BorderPane();
        root.setTop(new VBox(commands.menuBar(), new TransportView(model, theme, commands).node()));
        root.setCenter(centre());
        root.setBottom(new StatusView(model, commands).node());
        root.setId("main");
        this.scene = new Scene(root, 1280, 800);
        theme.dress(scene);
        commands.listenTo(scene);
        scene.setOnDragOver(this::dragOver);
        scene.setOnDragDropped(this::dropped);
        stage.setScene(scene);
        stage.setOnCloseRequest(new Closing(model.prints(), theme, stage)::asked);
        // Through the scene, so that a stage that gets another scene lets go of this window.
        scene.windowProperty()
                .flatMap(Window::focusedProperty)
                .orElse(false)
                .subscribe(focused -> {
                    if (focused && !model.session().voices().isEmpty()) {
                        model.deriving().lookAtFiles();
                    }
                });
        model.history().subscribe(ignored -> refreshTitle());
        model.documents().file().subscribe(ignored -> refreshTitle());
    }

    private void refreshTitle() {
        stage.setTitle(
                model.session().name()
                        + (model.documents().dirty() ? " (changed)" : "")
                        + " – Zelvan");
    }

    private Node centre() {
        SplitPane below =
                new SplitPane(new CloseUpView(model, theme).node(), new SettingsView(model).node());
        below.setDividerPositions(0.765);
        SplitPane.setResizableWithParent(below.getItems().getLast(), false);
        SplitPane both = new SplitPane(new LockMapView(model, theme).node(), below);
        both.setOrientation(Orientation.VERTICAL);
        both.setDividerPositions(0.5);
        Node empty = new EmptyView(model, this::chooseFolder, this::openSession).node();
        model.history()
                .subscribe(h -> {
                    boolean nothing = h.current().voices().isEmpty();
                    empty.setVisible(nothing);
                    both.setVisible(!nothing);
                });
        return new StackPane(both, empty);
    }

    private List<Command> table() {
        List<Command> all = new ArrayList<>(files());
        all.addAll(RepairCommands.of(model));
        all.addAll(listening());
        return all;
    }

    private List<Command> files() {
        return List.of(
                Command.of(
                        "open-folder",
                        "File",
                        "Add a folder of voices…",
                        "Shortcut+O",
                        this::chooseFolder),
                Command.of(
                        "open-files",
                        "File",
                        "Add sound files…",
                        "Shortcut+Shift+O",
                        this::chooseFiles),
                Command.of(
                        "open-session", "File", "Open a session…", "Shortcut+L", this::openSession),
                Command.of("save", "File", "Save", "Shortcut+S", this::save),
                Command.of("save-as", "File", "Save as…", "Shortcut+Shift+S", this::saveAs),
                Command.of("print", "File", "Print…", "Shortcut+P", this::print),
                Command.of("undo", "Edit", "Undo", "Shortcut+Z", model::undo),
                Command.of("redo", "Edit", "Redo", "Shortcut+Shift+Z", model::redo),
                Command.of(
                        "all",
                        "Edit",
                        "Select everything",
                        "Shortcut+A",
                        () -> model.select(Selection.NOTHING)));
    }

    private List<Command> listening() {
        return List.of(
                Command.of("play", "Listen", "Play or stop", "SPACE", model.playback()::playOrStop),
                Command.of(
                        "start",
                        "Listen",
                        "Go to the start",
                        "HOME",
                        () -> model.playback().seek(0)),
                Command.of(
                        "loop",
                        "Listen",
                        "Loop what is selected",
                        "O",
                        () -> model.playback().setLooping(!model.playback().looping().get())),
                Command.of("version", "Listen", "Raw or locked", "R", this::switchVersion),
                Command.of("half-speed", "Listen", "Half speed", "H", this::switchSpeed),
                Command.of("bed", "Listen", "Bed on or off", "B", this::switchBed),
                Command.of("next-doubt", "Look", "Next doubtful place", "N", () -> visitDoubt(1)),
                Command.of(
                        "previous-doubt",
                        "Look",
                        "Previous doubtful place",
                        "Shift+N",
                        () -> visitDoubt(-1)),
                Command.of(
                        "time-lens",
                        "Look",
                        "Close-up in time",
                        "1",
                        () -> model.lens().set(Lens.TIME)),
                Command.of(
                        "pitch-lens",
                        "Look",
                        "Close-up in pitch",
                        "2",
                        () -> model.lens().set(Lens.PITCH)),
                Command.of("closer", "Look", "Closer", "Shortcut+UP", () -> zoom(0.6)),
                Command.of("further", "Look", "Further away", "Shortcut+DOWN", () -> zoom(1 / 0.6)),
                Command.of("along", "Look", "Along", "Shortcut+RIGHT", () -> along(0.4)),
                Command.of("back", "Look", "Back", "Shortcut+LEFT", () -> along(-0.4)),
                Command.of("light", "Look", "Light or dark", "Shortcut+T", theme::toggle),
                Command.of("keys", "Help", "Keys", "F1", this::showKeys));
    }

    private void switchVersion() {
        model.playback()
                .version()
                .set(
                        model.playback().version().get() == Version.RAW
                                ? Version.LOCKED
                                : Version.RAW);
    }

    private void switchSpeed() {
        model.playback().halfSpeed().set(!model.playback().halfSpeed().get());
    }

    private void switchBed() {
        Mix mix = model.session().mix();
        model.apply(new Edit.SetMix(new Mix(mix.blend(), !mix.bed())));
    }

    private void visitDoubt(int step) {
        List<Doubts.Place> doubts = Doubts.in(model.derived().get());
        if (!doubts.isEmpty()) {
            doubt = Math.floorMod(doubt < 0 && step < 0 ? -1 : doubt + step, doubts.size());
            model.visit(doubts.get(doubt));
        }
    }

    private void zoom(double factor) {
        Viewport view = model.viewport().get();
        model.viewport()
                .set(
                        view.zoomed(
                                factor,
                                0.5 * (view.startSeconds() + view.endSeconds()),
                                model.derived().get().seconds()));
    }

    private void along(double share) {
        Viewport view = model.viewport().get();
        model.viewport().set(view.moved(share * view.seconds(), model.derived().get().seconds()));
    }

    private void showKeys() {
        var sheet = theme.sheet("keys", "Keys", commands.keys(), ButtonType.CLOSE);
        sheet.initOwner(stage);
        sheet.show();
    }

    private void chooseFolder() {
        DirectoryChooser chooser = new DirectoryChooser();
        chooser.setTitle("A folder of voices");
        Optional.ofNullable(chooser.showDialog(stage))
                .ifPresent(folder -> model.documents().open(List.of(folder.toPath())));
    }

    private void chooseFiles() {
        FileChooser chooser = new FileChooser();
        chooser.setTitle("Sound files");
        chooser.getExtensionFilters()
                .add(
                        new FileChooser.ExtensionFilter(
                                "Sound", "*.wav", "*.aif", "*.aiff", "*.flac", "*.mp3", "*.m4a",
                                "*.ogg"));
        Optional.ofNullable(chooser.showOpenMultipleDialog(stage))
                .ifPresent(
                        files -> model.documents().open(files.stream().map(File::toPath).toList()));
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

    private void openSession() {
        Optional.ofNullable(sessionChooser("A session").showOpenDialog(stage))
                .ifPresent(file -> model.documents().open(List.of(file.toPath())));
    }

    private void save() {
        if (model.documents().file().get().isPresent()) {
            model.documents().save(model.documents().file().get().get());
            refreshTitle();
        } else {
            saveAs();
        }
    }

    private void saveAs() {
        FileChooser chooser = sessionChooser("Save the session");
        chooser.setInitialFileName(FileNames.of(model.session().name()) + SessionFile.EXTENSION);
        Optional.ofNullable(chooser.showSaveDialog(stage))
                .map(File::toPath)
                .map(MainWindow::withExtension)
                .ifPresent(path -> {
                    model.documents().save(path);
                    refreshTitle();
                });
    }

    private static Path withExtension(Path path) {
        return path.toString().endsWith(SessionFile.EXTENSION)
                ? path
                : path.resolveSibling(path.getFileName() + SessionFile.EXTENSION);
    }

    private void print() {
        DirectoryChooser chooser = new DirectoryChooser();
        chooser.setTitle("A folder for what is printed");
        var sheet =
                new PrintSheet(
                                model.prints(),
                                theme,
                                () -> Optional.ofNullable(chooser.showDialog(stage)))
                        .alert();
        sheet.initOwner(stage);
        sheet.show();
    }

    private void dragOver(DragEvent event) {
        if (event.getDragboard().hasFiles()) {
            event.acceptTransferModes(TransferMode.COPY);
        }
        event.consume();
    }

    private void dropped(DragEvent event) {
        List<Path> paths = new ArrayList<>();
        event.getDragboard().getFiles().forEach(f -> paths.add(f.toPath()));
        model.documents().open(paths);
        event.setDropCompleted(!paths.isEmpty());
        event.consume();
    }

    /// The scene, for pictures.
    public Scene scene() {
        return scene;
    }
}
