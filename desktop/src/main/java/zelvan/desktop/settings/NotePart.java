package zelvan.desktop.settings;

import java.util.List;
import java.util.function.UnaryOperator;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.VBox;
import zelvan.desktop.acts.Notes;
import zelvan.desktop.desk.Desk;
import zelvan.session.Gesture;
import zelvan.tuning.NoteEdit;
import zelvan.tuning.TuningSettings;
import zelvan.units.Pitch;

/// What is wanted of the notes that have the focus; where it is one, of the same note of the other
/// selected voices as well.
final class NotePart {
    private final Desk desk;
    private final Label heading = new Label();
    private final Button giveBack = new Button("Give it back");
    private final Control intonation;
    private final Control wander;
    private final Control vibrato;
    private final VBox root;

    NotePart(Desk desk) {
        this.desk = desk;
        intonation =
                new Control(
                        "note-intonation",
                        "Intonation",
                        "%",
                        0,
                        100,
                        "How much of this note's offset is taken away, instead of what Pull says",
                        (v, gesture) ->
                                shape(n -> n.withIntonation(v / 100), "intonation", gesture));
        wander =
                new Control(
                        "note-wander",
                        "Wander",
                        "%",
                        0,
                        100 * TuningSettings.MOST,
                        "How much of this note's slow movement stays",
                        (v, gesture) -> shape(n -> n.withWander(v / 100), "wander", gesture));
        vibrato =
                new Control(
                        "note-vibrato",
                        "Vibrato",
                        "%",
                        0,
                        100 * TuningSettings.MOST,
                        "How much of this note's vibrato stays: 0 none, 200 twice as much",
                        (v, gesture) -> shape(n -> n.withVibrato(v / 100), "vibrato", gesture));
        Button split =
                button(
                        "note-split",
                        "Split",
                        "Divide the note in its middle",
                        () -> desk.act(now -> new Notes(now).split()));
        Button join =
                button(
                        "note-join",
                        "Join",
                        "Make one note of this and the next",
                        () -> desk.act(now -> new Notes(now).join()));
        giveBack.setId("give-back-note");
        giveBack.setOnAction(e -> desk.act(now -> new Notes(now).giveBack()));
        heading.getStyleClass().add("heading");
        heading.setId("note-heading");
        HBox head = new HBox(8, heading, giveBack);
        head.setAlignment(Pos.CENTER_LEFT);
        root =
                new VBox(
                        4,
                        head,
                        intonation.node(),
                        wander.node(),
                        vibrato.node(),
                        new HBox(8, split, join));
        root.setId("note-part");
    }

    private static Button button(String id, String name, String help, Runnable action) {
        Button button = new Button(name);
        button.setId(id);
        button.setTooltip(new Tooltip(help));
        button.setOnAction(e -> action.run());
        return button;
    }

    private void shape(UnaryOperator<NoteEdit> shape, String what, Gesture gesture) {
        desk.act(now -> new Notes(now).shape(shape, what), gesture);
    }

    void refresh() {
        Notes notes = new Notes(desk.now());
        List<Notes.Taken> taken = notes.taken();
        root.setVisible(!taken.isEmpty());
        root.setManaged(!taken.isEmpty());
        if (taken.isEmpty()) {
            return;
        }
        Notes.Taken first = taken.getFirst();
        heading.setText(heading(taken));
        giveBack.setVisible(notes.departs());
        TuningSettings settings =
                desk.session()
                        .voice(first.voiceId())
                        .map(v -> TuningSettings.of(desk.session().settingsOf(v)))
                        .orElse(TuningSettings.OFF);
        NoteEdit edit = first.edit();
        double pull = settings.draws() ? settings.pull() : 0;
        intonation.show(100 * edit.intonation().orElse(pull));
        wander.show(100 * edit.wander().orElse(settings.wander()));
        vibrato.show(100 * edit.vibrato().orElse(settings.vibrato()));
    }

    private String heading(List<Notes.Taken> taken) {
        long voices = taken.stream().map(Notes.Taken::voiceId).distinct().count();
        String note = Pitch.nameOf(Pitch.A4_HERTZ * Pitch.ratio(taken.getFirst().cents()));
        String in = voices > 1 ? " in " + voices + " voices" : "";
        return (desk.focus().get().notes().size() > 1 ? taken.size() + " notes" : "Note " + note)
                + in;
    }

    Node node() {
        return root;
    }
}
