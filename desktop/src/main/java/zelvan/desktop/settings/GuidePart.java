package zelvan.desktop.settings;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.function.DoubleConsumer;
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
import zelvan.desktop.model.AppModel;
import zelvan.desktop.model.TapTempo;
import zelvan.exchange.ExchangeProblem;
import zelvan.exchange.MidiSong;
import zelvan.session.Edit;
import zelvan.session.GuideEdit;
import zelvan.session.GuideReference;
import zelvan.session.Role;
import zelvan.session.Session;
import zelvan.session.Voice;
import zelvan.units.Grid;
import zelvan.units.TempoMap;

/// What the guide itself is corrected to, and the grid.
final class GuidePart {
    private static final double USUAL_BEATS_PER_MINUTE = 120;
    private static final int USUAL_BEATS_PER_BAR = 4;
    private static final double SLOWEST_BEATS_PER_MINUTE = 20;
    private static final double FASTEST_BEATS_PER_MINUTE = 400;

    private final AppModel model;
    private final Chooser<Reference> reference;
    private final TextField tempo = new TextField();
    private final TextField beats = new TextField();
    private final TextField first = new TextField();
    private final Chooser<Grid.Division> division;
    private final Control swing;
    private final TapTempo taps = new TapTempo();
    private final VBox root;

    /// What the guide can be lined up with.
    private record Reference(GuideReference reference, String name) {}

    GuidePart(AppModel model) {
        this.model = model;
        reference =
                new Chooser<>(
                        "guide-reference",
                        "Line it up with",
                        "What the guide is corrected to before the others follow it",
                        Reference::name,
                        this::lineUpWith);
        division =
                new Chooser<>(
                        "division",
                        "Beat divided in",
                        "Where notes may begin between the beats",
                        Grid.Division::word,
                        d ->
                                setGrid(
                                        new Grid(gridOrUsual().tempo(), d, gridOrUsual().swing()),
                                        d.word()));
        swing =
                new Control(
                        "swing",
                        "Swing",
                        "%",
                        50,
                        75,
                        "Where the second of two parts falls: 50 % is straight, 67 % a triplet's",
                        (v, gesture) ->
                                model.apply(
                                        new GuideEdit.SetGrid(
                                                Optional.of(
                                                        new Grid(
                                                                gridOrUsual().tempo(),
                                                                gridOrUsual().division(),
                                                                v / 100)),
                                                "swing " + Math.round(v) + " %"),
                                        gesture));
        root =
                new VBox(
                        8,
                        heading("Grid"),
                        row("tempo", "Tempo", tempo, "beats a minute", this::setTempo),
                        row("beats", "Meter", beats, "beats a bar", this::setBeats),
                        row("first-beat", "First beat", first, "s", this::setFirst),
                        division.node(),
                        swing.node(),
                        buttons());
    }

    private static Label heading(String text) {
        Label heading = new Label(text);
        heading.getStyleClass().add("heading");
        return heading;
    }

    private Node row(String id, String name, TextField field, String unit, DoubleConsumer changed) {
        field.setId(id);
        field.setPrefColumnCount(5);
        field.setAlignment(Pos.CENTER_RIGHT);
        field.setOnAction(e -> {
            try {
                changed.accept(Control.number(field.getText()));
            } catch (IllegalArgumentException notUsable) {
                model.say(
                        name
                                + ": “"
                                + field.getText()
                                + "” cannot be used. Type a number: tempo 20 to 400 beats a minute,"
                                + " meter 1 or more beats a bar, the first beat in seconds.");
                field.setText("");
                refresh();
            }
        });
        Label label = new Label(name);
        Label unitLabel = new Label(unit);
        unitLabel.getStyleClass().add("quiet");
        Region space = new Region();
        HBox.setHgrow(space, Priority.ALWAYS);
        HBox row = new HBox(6, label, space, field, unitLabel);
        row.setAlignment(Pos.CENTER_LEFT);
        return row;
    }

    private Node buttons() {
        Button tap = new Button("Tap");
        tap.setId("tap");
        tap.setTooltip(new Tooltip("Play, and tap along with the beat"));
        tap.setOnAction(e -> tap());
        Button midi = new Button("Tempo from MIDI…");
        midi.setId("midi");
        midi.setOnAction(e -> chooseMidi());
        Button none = new Button("No grid");
        none.setId("no-grid");
        none.setOnAction(e -> model.apply(new GuideEdit.SetGrid(Optional.empty(), "none")));
        return new HBox(8, tap, midi, none);
    }

    private Grid gridOrUsual() {
        return model.session()
                .grid()
                .orElse(
                        new Grid(
                                TempoMap.steady(USUAL_BEATS_PER_MINUTE, USUAL_BEATS_PER_BAR, 0),
                                Grid.Division.HALVES,
                                Grid.STRAIGHT));
    }

    private void lineUpWith(Reference chosen) {
        Edit lineUp = new GuideEdit.LineUpGuide(chosen.reference, "line up with " + chosen.name);
        boolean needsGrid =
                chosen.reference.kind() == GuideReference.Kind.GRID
                        && model.session().grid().isEmpty();
        model.apply(
                needsGrid
                        ? new Edit.Together(
                                lineUp.title(),
                                List.of(
                                        new GuideEdit.SetGrid(
                                                Optional.of(gridOrUsual()),
                                                describe(gridOrUsual().tempo())),
                                        lineUp))
                        : lineUp);
    }

    private void setGrid(Grid grid, String what) {
        model.apply(new GuideEdit.SetGrid(Optional.of(grid), what));
    }

    private void setTempo(TempoMap next) {
        setGrid(new Grid(next, gridOrUsual().division(), gridOrUsual().swing()), describe(next));
    }

    private static String describe(TempoMap tempo) {
        return String.format(
                Locale.ROOT,
                "%.1f beats a minute%s",
                60 / tempo.changes().getFirst().beatSeconds(),
                tempo.changes().size() > 1 ? ", changing" : "");
    }

    private void setTempo(double beatsPerMinute) {
        if (!(beatsPerMinute >= SLOWEST_BEATS_PER_MINUTE
                && beatsPerMinute <= FASTEST_BEATS_PER_MINUTE)) {
            throw new IllegalArgumentException("no tempo");
        }
        TempoMap now = gridOrUsual().tempo();
        setTempo(TempoMap.steady(beatsPerMinute, now.beatsPerBar(), now.secondsAt(0)));
    }

    private void setBeats(double perBar) {
        setTempo(new TempoMap(gridOrUsual().tempo().changes(), (int) Math.round(perBar)));
    }

    private void setFirst(double seconds) {
        TempoMap now = gridOrUsual().tempo();
        setTempo(now.shiftedBy(seconds - now.secondsAt(0)));
    }

    private void tap() {
        if (!model.playback().player().playing()) {
            model.playback().player().play();
        }
        taps.tap(model.playback().player().positionSeconds(), gridOrUsual().tempo().beatsPerBar())
                .ifPresent(this::setTempo);
    }

    private void chooseMidi() {
        MidiChooser.choose(root.getScene().getWindow(), "A MIDI file with the song's tempo")
                .ifPresent(this::readMidi);
    }

    private void readMidi(Path file) {
        try {
            setTempo(MidiSong.read(file).tempo());
        } catch (ExchangeProblem e) {
            model.say(e.getMessage());
        }
    }

    void refresh() {
        Session session = model.session();
        List<Reference> references = new ArrayList<>();
        references.add(new Reference(GuideReference.ITSELF, "nothing, as sung"));
        references.add(new Reference(GuideReference.GRID, "the grid"));
        for (Voice voice : session.voices()) {
            if (voice.role() != Role.GUIDE) {
                references.add(new Reference(GuideReference.track(voice.id()), voice.name()));
            }
        }
        references.stream()
                .filter(r -> r.reference.equals(session.guideReference()))
                .findFirst()
                .ifPresent(chosen -> reference.show(references, chosen));
        boolean known = session.grid().isPresent();
        TempoMap map = gridOrUsual().tempo();
        show(tempo, known ? number(60 / map.changes().getFirst().beatSeconds(), 2) : "");
        show(beats, known ? "" + map.beatsPerBar() : "");
        show(first, known ? number(map.secondsAt(0), 3) : "");
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

    /// The grid.
    Node grid() {
        return root;
    }
}
