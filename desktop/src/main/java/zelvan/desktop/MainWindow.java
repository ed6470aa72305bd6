package zelvan.desktop;

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
import javafx.scene.layout.Priority;
import javafx.scene.layout.StackPane;
import javafx.scene.layout.VBox;
import javafx.stage.DirectoryChooser;
import javafx.stage.Stage;
import javafx.stage.Window;
import zelvan.desktop.acts.Selection;
import zelvan.desktop.closeup.CloseUpView;
import zelvan.desktop.closeup.LensView;
import zelvan.desktop.closeup.Slide;
import zelvan.desktop.closeup.pitch.PitchLens;
import zelvan.desktop.closeup.sound.SoundLens;
import zelvan.desktop.closeup.time.TimeLens;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.desk.Lens;
import zelvan.desktop.keys.Command;
import zelvan.desktop.keys.Commands;
import zelvan.desktop.lockmap.LockMapView;
import zelvan.desktop.reports.MendView;
import zelvan.desktop.reports.StatusView;
import zelvan.desktop.settings.SettingsView;
import zelvan.desktop.sheets.ClosingSheet;
import zelvan.desktop.sheets.PrintSheet;
import zelvan.desktop.sheets.WordsSheet;
import zelvan.desktop.theme.Theme;
import zelvan.desktop.transport.TransportView;
import zelvan.desktop.work.Work;
import zelvan.session.Edit;
import zelvan.session.Mix;

/// Puts the views together.
public final class MainWindow {
    private final Desk desk;
    private final Work work;
    private final Theme theme;
    private final Stage stage;
    private final FileDialogs files;
    private final Slide slide;
    private final LensView time;
    private final LensView pitch;
    private final LensView sound;
    private final LockMapView lockMap;
    private final MendView toMend;
    private final CloseUpView closeUp;
    private final Commands commands;
    private final Scene scene;

    /// @param stage shows it; not shown yet by this
    public MainWindow(Desk desk, Work work, Theme theme, Stage stage) {
        this.desk = desk;
        this.work = work;
        this.theme = theme;
        this.stage = stage;
        files = new FileDialogs(desk, work, stage, this::refreshTitle);
        slide = new Slide(desk.hearing().version());
        time = new TimeLens(desk, theme, slide);
        pitch = new PitchLens(desk, theme, slide);
        sound = new SoundLens(desk, theme, slide);
        closeUp = new CloseUpView(desk, theme, slide, List.of(time, pitch, sound));
        lockMap = new LockMapView(desk, theme, files::replace);
        toMend = new MendView(desk);
        commands = new Commands(table());
        BorderPane root = new BorderPane();
        root.setTop(new VBox(commands.menuBar(), new TransportView(desk, theme, commands).node()));
        root.setCenter(centre());
        root.setBottom(new StatusView(desk).node());
        root.setId("main");
        this.scene = new Scene(root, 1280, 800);
        theme.dress(scene);
        commands.listenTo(scene);
        scene.setOnDragOver(this::dragOver);
        scene.setOnDragDropped(this::dropped);
        stage.setScene(scene);
        stage.setOnCloseRequest(
                new ClosingSheet(desk.printing(), work.prints(), theme, stage)::asked);
        // Through the scene, so that a stage that gets another scene lets go of this window.
        scene.windowProperty()
                .flatMap(Window::focusedProperty)
                .orElse(false)
                .subscribe(focused -> {
                    if (focused && !desk.session().voices().isEmpty()) {
                        work.deriving().lookAtFiles();
                    }
                });
        desk.history().subscribe(ignored -> refreshTitle());
        desk.file().subscribe(ignored -> refreshTitle());
    }

    private void refreshTitle() {
        stage.setTitle(desk.session().name() + (desk.dirty() ? " (changed)" : "") + " – Zelvan");
    }

    private Node centre() {
        VBox beside =
                new VBox(
                        new SettingsView(desk, work.midi()::readChords, work.midi()::readTempo)
                                .node(),
                        toMend.node());
        VBox.setVgrow(toMend.node(), Priority.ALWAYS);
        SplitPane below = new SplitPane(closeUp.node(), beside);
        below.setDividerPositions(0.745);
        SplitPane.setResizableWithParent(below.getItems().getLast(), false);
        SplitPane both = new SplitPane(lockMap.node(), below);
        both.setOrientation(Orientation.VERTICAL);
        both.setDividerPositions(0.44);
        Node empty =
                new EmptyView(desk, work.documents(), files::addFolder, files::openSession).node();
        desk.history()
                .subscribe(h -> {
                    boolean nothing = h.current().voices().isEmpty();
                    empty.setVisible(nothing);
                    both.setVisible(!nothing);
                });
        return new StackPane(both, empty);
    }

    private List<Command> table() {
        List<Command> all = new ArrayList<>(fileCommands());
        all.addAll(lockMap.trackCommands());
        all.addAll(time.commands());
        all.addAll(sound.commands());
        all.addAll(RepairCommands.of(desk));
        all.addAll(pitch.commands());
        all.addAll(listening());
        all.addAll(closeUp.commands());
        all.addAll(lockMap.lookCommands());
        return all;
    }

    private List<Command> fileCommands() {
        return List.of(
                Command.of(
                        "open-folder",
                        "File",
                        "Add a folder of voices…",
                        "Shortcut+O",
                        files::addFolder),
                Command.of(
                        "open-files",
                        "File",
                        "Add sound files…",
                        "Shortcut+Shift+O",
                        files::addFiles),
                Command.of(
                        "open-session",
                        "File",
                        "Open a session…",
                        "Shortcut+L",
                        files::openSession),
                Command.of(
                        "take-files",
                        "Tracks",
                        "Takes of it from files…",
                        "Shortcut+Shift+A",
                        files::addTakes),
                Command.of("save", "File", "Save", "Shortcut+S", files::save),
                Command.of("save-as", "File", "Save as…", "Shortcut+Shift+S", files::saveAs),
                Command.of("print", "File", "Print…", "Shortcut+P", this::print),
                Command.of("undo", "Edit", "Undo", "Shortcut+Z", desk::undo),
                Command.of("redo", "Edit", "Redo", "Shortcut+Shift+Z", desk::redo),
                Command.of(
                        "words",
                        "Edit",
                        "Words of the song…",
                        "Shortcut+Shift+W",
                        this::askForWords),
                Command.of(
                        "all",
                        "Edit",
                        "Select everything",
                        "Shortcut+A",
                        () -> desk.select(Selection.NOTHING)));
    }

    private List<Command> listening() {
        return List.of(
                Command.of(
                        "play",
                        "Listen",
                        "Play; stop and go back",
                        "SPACE",
                        desk.hearing()::playOrStop),
                Command.of(
                        "start", "Listen", "Go to the start", "HOME", () -> desk.hearing().goTo(0)),
                Command.of(
                        "stop-here",
                        "Listen",
                        "Stop, and stay there",
                        "Shift+SPACE",
                        desk.hearing()::stopHere),
                Command.of(
                        "loop",
                        "Listen",
                        "Loop what is selected",
                        "O",
                        () -> desk.hearing().loop(!desk.hearing().looping().get())),
                Command.of(
                        "version", "Listen", "Raw or locked", "R", desk.hearing()::switchVersion),
                Command.of(
                        "raw-against",
                        "Listen",
                        "Selected voices raw against the others",
                        "Shift+R",
                        () -> desk.hearing().switchRaw(desk.selection().get().voiceIds())),
                Command.of(
                        "taken",
                        "Listen",
                        "Only what is taken away of the voices",
                        "Shortcut+R",
                        desk.hearing()::switchTaken),
                Command.of("half-speed", "Listen", "Half speed", "H", this::switchSpeed),
                Command.of("bed", "Listen", "Bed on or off", "B", this::switchBed),
                Command.of("next-place", "Look", "Next place to mend", "N", () -> toMend.step(1)),
                Command.of(
                        "previous-place",
                        "Look",
                        "Previous place to mend",
                        "Shift+N",
                        () -> toMend.step(-1)),
                Command.of(
                        "time-lens",
                        "Look",
                        "Close-up in time",
                        "1",
                        () -> desk.sight().lookThrough(Lens.TIME)),
                Command.of(
                        "pitch-lens",
                        "Look",
                        "Close-up in pitch",
                        "2",
                        () -> desk.sight().lookThrough(Lens.PITCH)),
                Command.of(
                        "sound-lens",
                        "Look",
                        "Close-up in sound",
                        "3",
                        () -> desk.sight().lookThrough(Lens.SOUND)),
                Command.of(
                        "closer", "Look", "Closer", "Shortcut+UP", () -> desk.looking().zoom(0.6)),
                Command.of(
                        "further",
                        "Look",
                        "Further away",
                        "Shortcut+DOWN",
                        () -> desk.looking().zoom(1 / 0.6)),
                Command.of(
                        "fit",
                        "Look",
                        "Fit what is selected, or the phrase",
                        "X",
                        desk.looking()::fit),
                Command.of(
                        "fit-song",
                        "Look",
                        "Fit the whole song",
                        "Shift+X",
                        desk.looking()::fitSong),
                Command.of("along", "Look", "Along", "Shortcut+RIGHT", () -> along(0.4)),
                Command.of("back", "Look", "Back", "Shortcut+LEFT", () -> along(-0.4)),
                Command.of("light", "Look", "Light or dark", "Shortcut+T", theme::toggle),
                Command.of("keys", "Help", "Keys", "F1", this::showKeys));
    }

    private void askForWords() {
        var sheet = new WordsSheet(desk, theme).alert();
        sheet.initOwner(stage);
        sheet.show();
    }

    private void switchSpeed() {
        desk.hearing().slowDown(!desk.hearing().halfSpeed().get());
    }

    private void switchBed() {
        Mix mix = desk.session().mix();
        desk.apply(Edit.SetMix.bed(mix, !mix.bed()));
    }

    private void along(double share) {
        desk.looking().moveAlong(share * desk.sight().viewport().get().seconds());
    }

    private void showKeys() {
        var sheet = theme.sheet("keys", "Keys", commands.keys(), ButtonType.CLOSE);
        sheet.initOwner(stage);
        sheet.show();
    }

    private void print() {
        DirectoryChooser chooser = new DirectoryChooser();
        chooser.setTitle("A folder for what is printed");
        var sheet =
                new PrintSheet(
                                work.prints(),
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
        LockMapView.voiceAt(event.getPickResult().getIntersectedNode())
                .ifPresentOrElse(
                        voiceId -> work.documents().addTakes(voiceId, paths),
                        () -> work.documents().open(paths));
        event.setDropCompleted(!paths.isEmpty());
        event.consume();
    }

    /// The scene, for pictures.
    public Scene scene() {
        return scene;
    }
}
