package zelvan.desktop.settings;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import zelvan.desktop.model.AppModel;
import zelvan.session.Scope;
import zelvan.session.Session;
import zelvan.session.Setting;
import zelvan.session.TuningEdit;
import zelvan.session.TuningEdit.GiveBackNotes;
import zelvan.tuning.Key;
import zelvan.tuning.PitchTarget;
import zelvan.tuning.TuningSettings;

/// How closely the pitch of what is selected follows: what it is drawn to, pull and slack, and how
/// much of the singer's own detail stays.
final class TuningPart {
    private static final double MOST_SLACK_CENTS = 50;

    private final AppModel model;
    private final LastFigures lastFigures;
    private final Choice<PitchTarget> target;
    private final Choice<KeyChoice> key;
    private final Control pull;
    private final Control slack;
    private final Control detail;
    private final Control wander;
    private final Control vibrato;
    private final Label chords = new Label();
    private final Button midi = new Button("From a MIDI file…");
    private final Button notes = new Button();
    private final Button giveBack = new Button("Give it back");
    private final Label figures = new Label();
    private final VBox root;

    /// A key to be chosen; the first of the list is the one that was found.
    private record KeyChoice(Optional<Key> key, String name) {}

    TuningPart(AppModel model, LastFigures lastFigures) {
        this.model = model;
        this.lastFigures = lastFigures;
        target =
                new Choice<>(
                        "pitch-target",
                        "Drawn to",
                        "What the pitch is drawn to",
                        PitchTarget::word,
                        v -> turn(Setting.PITCH_TARGET, v, System.nanoTime()));
        key =
                new Choice<>(
                        "key",
                        "Key",
                        "The song's key: found in guide and bed, or set by you",
                        KeyChoice::name,
                        this::setKey);
        pull =
                new Control(
                        "pitch-pull",
                        "Pull",
                        "%",
                        0,
                        100,
                        "How much of an offset in pitch is taken away",
                        (v, gesture) -> turn(Setting.PITCH_PULL, v / 100, gesture));
        slack =
                new Control(
                        "pitch-slack",
                        "Slack",
                        "ct",
                        0,
                        MOST_SLACK_CENTS,
                        "How much offset in pitch is left alone as human, in cents",
                        (v, gesture) -> turn(Setting.PITCH_SLACK, v, gesture));
        detail =
                new Control(
                        "pitch-detail",
                        "Own",
                        "%",
                        0,
                        100,
                        "How much of the singer's own vibrato, scoops and wander stays: at 100 each"
                                + " note is moved as a whole, at 0 the pitch follows the target's"
                                + " curve",
                        (v, gesture) -> turn(Setting.KEEP_DETAIL, v / 100, gesture));
        wander =
                new Control(
                        "pitch-wander",
                        "Wander",
                        "%",
                        0,
                        100 * TuningSettings.MOST,
                        "How much of each note's slow movement stays of what comes out",
                        (v, gesture) -> turn(Setting.WANDER, v / 100, gesture));
        vibrato =
                new Control(
                        "pitch-vibrato",
                        "Vibrato",
                        "%",
                        0,
                        100 * TuningSettings.MOST,
                        "How much of each note's vibrato stays of what comes out: 0 none, 200 twice"
                                + " as much",
                        (v, gesture) -> turn(Setting.VIBRATO, v / 100, gesture));
        notes.setId("give-back-notes");
        notes.setOnAction(e -> model.notes().giveBack(byHand()));
        giveBack.setId("give-back-pitch");
        giveBack.setOnAction(
                e -> scopes().givingBack(model.session(), Setting.TUNING).ifPresent(model::apply));
        chords.setId("chord-count");
        chords.getStyleClass().add("quiet");
        chords.setWrapText(true);
        midi.setId("chords-from-midi");
        midi.setOnAction(e ->
                MidiChooser.choose(midi.getScene().getWindow(), "A MIDI file with the chords")
                        .ifPresent(model.chords()::readMidi));
        figures.setId("pitch-figures");
        figures.getStyleClass().add("figure");
        Label heading = new Label("Pitch");
        heading.getStyleClass().add("heading");
        Region space = new Region();
        HBox.setHgrow(space, Priority.ALWAYS);
        HBox head = new HBox(8, heading, giveBack, space, figures);
        head.setAlignment(Pos.CENTER_LEFT);
        root = new VBox(6, head);
    }

    private Scopes scopes() {
        return Scopes.of(model.selection().get(), model.session());
    }

    /// The notes that depart by hand.
    private List<GiveBackNotes.Of> byHand() {
        return model.notes().byHand(scopes().voices(model.session()), scopes().phraseOnly());
    }

    private <T> void turn(Setting<T> setting, T value, long gesture) {
        model.apply(scopes().turning(setting, value, gesture));
    }

    private void setKey(KeyChoice chosen) {
        model.apply(new TuningEdit.SetKey(chosen.key));
    }

    void refresh() {
        Session session = model.session();
        if (session.followers().isEmpty()) {
            return;
        }
        Scopes scopes = scopes();
        List<Scope> all = scopes.all();
        Set<PitchTarget> targets = Setting.PITCH_TARGET.values(session, all);
        giveBack.setVisible(scopes.givingBack(session, Setting.TUNING).isPresent());
        Figures lock = lastFigures.of(scopes, model.derived().get());
        figures.setText(lock.pitchBefore().medianText() + " → " + lock.pitchAfter().medianText());
        target.show(Arrays.asList(PitchTarget.values()), targets);
        pull.show(Setting.PITCH_PULL.values(session, all), 100);
        slack.show(Setting.PITCH_SLACK.values(session, all), 1);
        detail.show(Setting.KEEP_DETAIL.values(session, all), 100);
        wander.show(Setting.WANDER.values(session, all), 100);
        vibrato.show(Setting.VIBRATO.values(session, all), 100);
        List<Node> rows = new ArrayList<>(List.of(root.getChildren().getFirst(), target.node()));
        if (targets.contains(PitchTarget.KEY)) {
            showKeys(session);
            rows.add(key.node());
        }
        if (targets.contains(PitchTarget.CHORD)) {
            int count = session.harmony().chords().size();
            chords.setText(
                    count == 0
                            ? "No chords yet: write them in the lane above the curves, or read them."
                            : count + " chords, in the lane above the curves");
            rows.addAll(List.of(chords, midi));
        }
        if (!targets.equals(Set.of(PitchTarget.OWN))) {
            rows.addAll(List.of(pull.node(), slack.node(), detail.node()));
        }
        rows.addAll(List.of(wander.node(), vibrato.node()));
        int count = byHand().size();
        if (count > 0) {
            notes.setText(count == 1 ? "Give one note back" : "Give " + count + " notes back");
            rows.add(notes);
        }
        if (!root.getChildren().equals(rows)) {
            root.getChildren().setAll(rows);
        }
    }

    private void showKeys(Session session) {
        String found = model.derived().get().foundKey().map(k -> " (" + k.name() + ")").orElse("");
        List<KeyChoice> choices = new ArrayList<>();
        choices.add(new KeyChoice(Optional.empty(), "as found" + found));
        for (Key.Mode mode : Key.Mode.values()) {
            for (int tonic = 0; tonic < 12; tonic++) {
                Key one = new Key(tonic, mode);
                choices.add(new KeyChoice(Optional.of(one), one.name()));
            }
        }
        Optional<Key> said = session.harmony().key();
        key.show(
                choices,
                choices.stream()
                        .filter(c -> c.key.equals(said))
                        .findFirst()
                        .orElse(choices.getFirst()));
    }

    Node node() {
        return root;
    }
}
