package zelvan.desktop.settings;

import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.function.Consumer;
import java.util.function.DoubleConsumer;
import java.util.function.Function;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.TextField;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import zelvan.desktop.acts.Act;
import zelvan.desktop.acts.Guiding;
import zelvan.desktop.desk.Desk;
import zelvan.session.Session;
import zelvan.units.Grid;
import zelvan.units.TempoMap;

/// What the guide itself is corrected to, and the grid.
final class GuidePart {
    private final Desk desk;
    private final Consumer<Path> tempoFrom;
    private final Chooser<Guiding.Reference> reference;
    private final TextField tempo = new TextField();
    private final TextField beats = new TextField();
    private final TextField first = new TextField();
    private final Chooser<Grid.Division> division;
    private final Control swing;
    private final Label figures = new Label();
    private final TapTempo taps = new TapTempo();
    private final VBox root;

    /// @param tempoFrom reads a MIDI file's tempo
    GuidePart(Desk desk, Consumer<Path> tempoFrom) {
        this.desk = desk;
        this.tempoFrom = tempoFrom;
        reference =
                new Chooser<>(
                        "guide-reference",
                        "Line it up with",
                        "What the guide is corrected to before the others follow it",
                        Guiding.Reference::name,
                        r -> act(g -> g.lineUpWith(r)));
        division =
                new Chooser<>(
                        "division",
                        "Beat divided in",
                        "Where notes may begin between the beats",
                        Grid.Division::word,
                        d -> act(g -> g.divide(d)));
        swing =
                new Control(
                        "swing",
                        "Swing",
                        "%",
                        50,
                        75,
                        "Where the second of two parts falls: 50 % is straight, 67 % a triplet's",
                        (v, gesture) -> desk.act(now -> new Guiding(now).swing(v / 100), gesture));
        figures.getStyleClass().add("quiet");
        root =
                new VBox(
                        3,
                        row(
                                field(
                                        "tempo",
                                        "Tempo",
                                        "Beats a minute, 20 to 400",
                                        tempo,
                                        v -> act(g -> g.setTempo(v))),
                                field(
                                        "beats",
                                        "Meter",
                                        "Beats a bar",
                                        beats,
                                        v -> act(g -> g.setBeatsPerBar(v)))),
                        row(
                                field(
                                        "first-beat",
                                        "First beat",
                                        "When the first bar begins, seconds",
                                        first,
                                        v -> act(g -> g.setFirstBeat(v))),
                                tap()),
                        division.node(),
                        swing.node(),
                        buttons());
    }

    private static Node row(Node left, Node right) {
        Region space = new Region();
        HBox.setHgrow(space, Priority.ALWAYS);
        return new HBox(6, left, space, right);
    }

    private Node field(
            String id, String name, String what, TextField field, DoubleConsumer changed) {
        field.setId(id);
        field.setTooltip(new Tooltip(what));
        field.setPrefColumnCount(5);
        field.setAlignment(Pos.CENTER_RIGHT);
        field.setOnAction(e -> {
            try {
                changed.accept(Control.number(field.getText()));
            } catch (IllegalArgumentException notUsable) {
                desk.say(
                        name
                                + ": “"
                                + field.getText()
                                + "” cannot be used. Type a number: tempo 20 to 400 beats a minute,"
                                + " meter 1 or more beats a bar, the first beat in seconds.");
                field.setText("");
                refresh();
            }
        });
        HBox labelled = new HBox(6, new Label(name), field);
        labelled.setAlignment(Pos.CENTER_LEFT);
        return labelled;
    }

    private Node tap() {
        Button tap = new Button("Tap the tempo");
        tap.setId("tap");
        tap.setTooltip(new Tooltip("Play, and tap along with the beat"));
        tap.setOnAction(e -> tapped());
        return tap;
    }

    private Node buttons() {
        Button midi = new Button("Tempo from MIDI…");
        midi.setId("midi");
        midi.setOnAction(e -> chooseMidi());
        Button none = new Button("No grid");
        none.setId("no-grid");
        none.setOnAction(e -> act(Guiding::removeGrid));
        return new HBox(8, midi, none);
    }

    private void act(Function<Guiding, Act> what) {
        desk.act(now -> what.apply(new Guiding(now)));
    }

    private Grid gridOrUsual() {
        return new Guiding(desk.now()).gridOrUsual();
    }

    private void tapped() {
        if (!desk.hearing().player().playing()) {
            desk.hearing().player().play();
        }
        taps.tap(desk.hearing().player().positionSeconds(), gridOrUsual().tempo().beatsPerBar())
                .ifPresent(v -> act(g -> g.setTempo(v)));
    }

    private void chooseMidi() {
        MidiChooser.choose(root.getScene().getWindow(), "A MIDI file with the song's tempo")
                .ifPresent(tempoFrom);
    }

    void refresh() {
        Session session = desk.session();
        List<Guiding.Reference> references = new Guiding(desk.now()).references();
        references.stream()
                .filter(r -> r.reference().equals(session.guideReference()))
                .findFirst()
                .ifPresent(chosen -> reference.show(references, chosen));
        boolean known = session.grid().isPresent();
        TempoMap map = gridOrUsual().tempo();
        show(tempo, known ? number(60 / map.changes().getFirst().beatSeconds(), 2) : "");
        show(beats, known ? "" + map.beatsPerBar() : "");
        show(first, known ? number(map.secondsAt(0), 3) : "");
        figures.setText(
                known
                        ? number(60 / map.changes().getFirst().beatSeconds(), 2)
                                + " · "
                                + map.beatsPerBar()
                                + " beats · "
                                + gridOrUsual().division().word()
                        : "no tempo yet");
        division.show(Arrays.asList(Grid.Division.values()), gridOrUsual().division());
        swing.show(gridOrUsual().swing() * 100);
        swing.node().setDisable(gridOrUsual().division().parts() % 2 != 0);
    }

    private static void show(TextField field, String text) {
        if (!field.isFocused()) {
            field.setText(text);
        }
    }

    private static String number(double value, int digits) {
        return String.format(Locale.ROOT, "%." + digits + "f", value);
    }

    /// What it is lined up with.
    Node reference() {
        return reference.node();
    }

    /// The grid in one line.
    Node figures() {
        return figures;
    }

    /// The grid.
    Node grid() {
        return root;
    }
}
