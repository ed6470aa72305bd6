package zelvan.desktop.sheets;

import java.io.File;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.function.Supplier;
import java.util.stream.Collectors;
import javafx.collections.FXCollections;
import javafx.geometry.Pos;
import javafx.scene.control.Alert;
import javafx.scene.control.Button;
import javafx.scene.control.ButtonBar;
import javafx.scene.control.ButtonType;
import javafx.scene.control.CheckBox;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.Spinner;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import zelvan.audio.SoundFormat;
import zelvan.desktop.theme.Theme;
import zelvan.desktop.work.Prints;

/// Asks what is to be printed and as what; then where.
public final class PrintSheet {
    /// What the files are kept as.
    private record Kept(String words, Optional<SoundFormat> format) {
        @Override
        public String toString() {
            return words;
        }
    }

    private static final List<Kept> CHOICES =
            List.of(
                    new Kept("as recorded (the mix: 24 bit)", Optional.empty()),
                    new Kept("WAV, 16 bit", Optional.of(SoundFormat.WAV_16)),
                    new Kept("WAV, 24 bit", Optional.of(SoundFormat.WAV_24)),
                    new Kept("WAV, 32 bit floating point", Optional.of(SoundFormat.WAV_FLOAT)));

    private static final int MOST_NAMES = 8;

    private final CheckBox voices = new CheckBox("Every voice by itself");
    private final CheckBox mix = new CheckBox("A mix of what is heard");
    private final ComboBox<Kept> kept = new ComboBox<>(FXCollections.observableArrayList(CHOICES));
    private final Wanted peak = new Wanted("print-peak", "Highest peak of each voice at", "dB", -1);
    private final Wanted loudness =
            new Wanted("print-loudness", "Loudness of the mix", "LUFS", -16);
    private final CheckBox room = new CheckBox("The mix with the room around it");
    private final Theme theme;
    private final Alert alert;

    /// A figure that is wanted only where its box is ticked.
    private static final class Wanted {
        private static final double LEAST = -60;

        private final CheckBox box;
        private final Spinner<Double> figure;
        private final HBox row;

        Wanted(String id, String words, String unit, double usual) {
            box = new CheckBox(words);
            box.setId(id);
            figure = new Spinner<>(LEAST, 0, usual, 0.5);
            figure.setId(id + "-figure");
            figure.setEditable(true);
            figure.setPrefWidth(90);
            figure.disableProperty().bind(box.selectedProperty().not());
            row = new HBox(8, box, figure, new Label(unit));
            row.setAlignment(Pos.CENTER_LEFT);
        }

        Optional<Double> wanted() {
            return box.isSelected() ? Optional.of(typed()) : Optional.empty();
        }

        /// What stands there counts, whether it was confirmed or not.
        private double typed() {
            try {
                String text = figure.getEditor().getText().trim().replace(',', '.');
                return Math.clamp(Double.parseDouble(text.replace('−', '-')), LEAST, 0);
            } catch (NumberFormatException e) {
                return figure.getValue();
            }
        }
    }

    /// @param folder asks where; nothing is printed if there is no answer
    public PrintSheet(Prints prints, Theme theme, Supplier<Optional<File>> folder) {
        this.theme = theme;
        voices.setId("print-voices");
        voices.setSelected(true);
        mix.setId("print-mix");
        kept.setId("print-format");
        kept.getSelectionModel().selectFirst();
        Label about =
                new Label(
                        "All files have the same start and length and carry the guide’s time stamp."
                                + " Recordings are never replaced.");
        about.setWrapText(true);
        about.setMaxWidth(360);
        about.getStyleClass().add("quiet");
        ButtonType go = new ButtonType("Choose a folder…", ButtonBar.ButtonData.OK_DONE);
        HBox keptAs = new HBox(8, new Label("Kept as"), kept);
        keptAs.setAlignment(Pos.CENTER_LEFT);
        alert =
                theme.sheet(
                        "print-sheet",
                        "Print",
                        new VBox(12, voices, peak.row, mix, loudness.row, room, keptAs, about),
                        go,
                        ButtonType.CANCEL);
        Button print = (Button) alert.getDialogPane().lookupButton(go);
        print.setId("print-go");
        peak.row.disableProperty().bind(voices.selectedProperty().not());
        room.setId("print-room");
        room.disableProperty().bind(mix.selectedProperty().not());
        loudness.row.disableProperty().bind(mix.selectedProperty().not());
        print.disableProperty().bind(voices.selectedProperty().or(mix.selectedProperty()).not());
        alert.resultProperty()
                .subscribe(answer -> {
                    if (answer == go) {
                        folder.get().map(File::toPath).ifPresent(f -> print(prints, f));
                    }
                });
    }

    /// Asks once, if files of others would be replaced.
    private void print(Prints prints, Path folder) {
        Prints.Wish wish = wish();
        List<Path> inTheWay = prints.inTheWay(folder, wish);
        if (inTheWay.isEmpty()) {
            prints.print(folder, wish, false);
            return;
        }
        ButtonType replace =
                new ButtonType(
                        inTheWay.size() == 1 ? "Replace it" : "Replace them",
                        ButtonBar.ButtonData.OK_DONE);
        Label about = new Label(question(folder, inTheWay));
        about.setWrapText(true);
        about.setMaxWidth(420);
        Alert ask = theme.sheet("replace-sheet", "Print", about, replace, ButtonType.CANCEL);
        ask.initOwner(alert.getOwner());
        ask.getDialogPane().lookupButton(replace).setId("replace-go");
        ask.resultProperty()
                .subscribe(answer -> {
                    if (answer == replace) {
                        prints.print(folder, wish, true);
                    }
                });
        ask.show();
    }

    private static String question(Path folder, List<Path> inTheWay) {
        String names =
                inTheWay.stream()
                        .limit(MOST_NAMES)
                        .map(p -> "\n    " + p.getFileName())
                        .collect(Collectors.joining());
        int more = inTheWay.size() - MOST_NAMES;
        return "In "
                + folder
                + " there are files that were not printed from this session, or were changed since:"
                + names
                + (more > 0 ? "\n    and " + more + " more" : "");
    }

    private Prints.Wish wish() {
        return new Prints.Wish(
                voices.isSelected(),
                mix.isSelected(),
                kept.getValue().format,
                peak.wanted(),
                loudness.wanted(),
                room.isSelected());
    }

    public Alert alert() {
        return alert;
    }
}
