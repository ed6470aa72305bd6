package zelvan.desktop.settings;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.VBox;
import zelvan.desktop.acts.Notes;
import zelvan.desktop.acts.Scopes;
import zelvan.desktop.desk.Desk;
import zelvan.session.Scope;
import zelvan.session.Session;
import zelvan.session.TuningEdit;
import zelvan.session.TuningEdit.GiveBackNotes;
import zelvan.setting.Setting;
import zelvan.tuning.Key;
import zelvan.tuning.PitchTarget;
import zelvan.tuning.TuningSettings;

/// How closely the pitch of what is selected follows: what it is drawn to, pull and slack, and how
/// much of the singer's own detail stays.
final class TuningPart {
    private static final List<Setting<?>> HOW_CLOSE =
            List.of(TuningSettings.PULL, TuningSettings.SLACK, TuningSettings.DETAIL);
    private static final List<Setting<?>> MOVEMENT =
            List.of(TuningSettings.WANDER, TuningSettings.VIBRATO);

    private final Desk desk;
    private final LastFigures lastFigures;
    private final SettingRows rows;
    private final Chooser<KeyChoice> key;
    private final Label chords = new Label();
    private final Button midi = new Button("From a MIDI file…");
    private final Button notes = new Button();
    private final Button giveBack = new Button("Give it back");
    private final Label figures = new Label();
    private final VBox root;

    /// A key to be chosen; the first of the list is the one that was found.
    private record KeyChoice(Optional<Key> key, String name) {}

    TuningPart(Desk desk, LastFigures lastFigures, Consumer<Path> chordsFrom) {
        this.desk = desk;
        this.lastFigures = lastFigures;
        rows = new SettingRows(desk, this::scopes, TuningSettings.SETTINGS, this::isOffered);
        key =
                new Chooser<>(
                        "key",
                        "Key",
                        "The song's key: found in guide and bed, or set by you",
                        KeyChoice::name,
                        this::setKey);
        notes.setId("give-back-notes");
        notes.setOnAction(e -> desk.act(now -> new Notes(now).giveBack(byHand())));
        giveBack.setId("give-back-pitch");
        giveBack.setOnAction(e ->
                scopes().givingBack(desk.session(), TuningSettings.SETTINGS)
                        .ifPresent(desk::apply));
        chords.setId("chord-count");
        chords.getStyleClass().add("quiet");
        chords.setWrapText(true);
        midi.setId("chords-from-midi");
        midi.setOnAction(e ->
                MidiChooser.choose(midi.getScene().getWindow(), "A MIDI file with the chords")
                        .ifPresent(chordsFrom));
        figures.setId("pitch-figures");
        figures.getStyleClass().add("figure");
        root = new VBox(4);
    }

    /// What stands in its line, whether it is open or not.
    Node figures() {
        return figures;
    }

    /// The guide cannot follow itself.
    private boolean isOffered(Enum<?> value) {
        return !(value instanceof PitchTarget target && target.followsGuide())
                || scopes().voices(desk.session()).stream().anyMatch(v -> v.role().follows());
    }

    private Scopes scopes() {
        return Scopes.of(desk.selection().get(), desk.session());
    }

    /// The notes that depart by hand.
    private List<GiveBackNotes.Of> byHand() {
        return new Notes(desk.now()).byHand(scopes().voices(desk.session()), scopes().phrases());
    }

    private void setKey(KeyChoice chosen) {
        desk.apply(new TuningEdit.SetKey(chosen.key));
    }

    void refresh() {
        Session session = desk.session();
        if (session.followers().isEmpty()) {
            return;
        }
        Scopes scopes = scopes();
        Set<PitchTarget> targets = Scope.values(session, scopes.all(), TuningSettings.TARGET);
        Figures lock = lastFigures.of(scopes, desk.derived().get());
        figures.setText(lock.pitchBefore().medianText() + " → " + lock.pitchAfter().medianText());
        rows.refresh();
        List<Node> shown = new ArrayList<>(List.of(rows.node(TuningSettings.TARGET)));
        if (targets.contains(PitchTarget.KEY)) {
            showKeys(session);
            shown.add(key.node());
        }
        if (targets.contains(PitchTarget.CHORD)) {
            int count = session.harmony().chords().size();
            chords.setText(
                    count == 0
                            ? "No chords yet: write them in the lane above the curves, or read them."
                            : count + " chords, in the lane above the curves");
            shown.addAll(List.of(chords, midi));
        }
        if (!targets.equals(Set.of(PitchTarget.OWN))) {
            shown.addAll(rows.nodes(HOW_CLOSE));
        }
        shown.addAll(rows.nodes(MOVEMENT));
        if (scopes.givingBack(session, TuningSettings.SETTINGS).isPresent()) {
            shown.add(giveBack);
        }
        int count = byHand().size();
        if (count > 0) {
            notes.setText(count == 1 ? "Give one note back" : "Give " + count + " notes back");
            shown.add(notes);
        }
        if (!root.getChildren().equals(shown)) {
            root.getChildren().setAll(shown);
        }
    }

    private void showKeys(Session session) {
        String found = desk.derived().get().foundKey().map(k -> " (" + k.name() + ")").orElse("");
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
