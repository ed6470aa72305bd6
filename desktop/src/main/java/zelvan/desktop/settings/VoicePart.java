package zelvan.desktop.settings;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.VBox;
import zelvan.desktop.model.AppModel;
import zelvan.exchange.VoiceFolder;
import zelvan.session.Edit;
import zelvan.session.Role;
import zelvan.session.Voice;

/// What concerns one track by itself: its level, how faint a landmark counts, its role, its
/// protection.
final class VoicePart {
    private static final double QUIETEST_DECIBELS = -24;
    private static final double LOUDEST_DECIBELS = 6;

    private final AppModel model;
    private final Control level;
    private final Control sensitivity;
    private final Label heading = new Label("Voice");
    private final Label verdict = new Label();
    private final FlowPane buttons = new FlowPane(8, 8);
    private final Button makeGuide;
    private final Button protect;
    private final Button protectSuggested;
    private final VBox root = new VBox(8);
    private Optional<String> shown = Optional.empty();

    /// As long as one voice is shown, its slider makes one step of the history.
    private long sensitivityGesture;

    VoicePart(AppModel model) {
        this.model = model;
        heading.getStyleClass().add("heading");
        makeGuide = button("make-guide", "Make it the guide", this::makeGuide);
        protect = button("protect", "", v -> model.protections().toggle());
        protectSuggested =
                button("protect-suggested", "", v -> model.protections().protectSuggestions(v));
        verdict.setId("verdict");
        verdict.setWrapText(true);
        level =
                new Control(
                        "level",
                        "Level",
                        "dB",
                        QUIETEST_DECIBELS,
                        LOUDEST_DECIBELS,
                        "How loud it is heard",
                        this::setLevel);
        sensitivity =
                new Control(
                        "sensitivity",
                        "Landmarks",
                        "%",
                        0,
                        100,
                        "How faint a beginning or an end may be and still be lined up",
                        this::setSensitivity);
    }

    private void setSensitivity(double percent) {
        voice().ifPresent(v ->
                model.repairs().setSensitivity(v.id(), percent / 100, sensitivityGesture));
    }

    private Optional<Voice> voice() {
        return model.selection().get().voiceIds().stream()
                .findFirst()
                .flatMap(model.session()::voice);
    }

    private void setLevel(double decibels) {
        voice().ifPresent(v ->
                model.apply(
                        new Edit.SetStrip(
                                v.id(), v.name(), v.strip().withGain(decibels), "level")));
    }

    void refresh() {
        Optional<Voice> selected = voice();
        if (!selected.map(Voice::id).equals(shown)) {
            shown = selected.map(Voice::id);
            sensitivityGesture = model.repairs().newGesture();
        }
        List<Node> rows = new ArrayList<>();
        if (selected.isPresent()) {
            Voice voice = selected.get();
            rows.add(heading);
            if (isHopeless(voice)) {
                verdict.setText(
                        "Hardly anything of this take fits the guide. Singing it again is quicker"
                                + " than mending it.");
                rows.add(verdict);
            }
            level.show(voice.strip().gainDecibels());
            rows.add(level.node());
            if (voice.role() != Role.BED) {
                sensitivity.show(voice.marks().sensitivity() * 100);
                rows.add(sensitivity.node());
            }
            refreshButtons(voice);
            rows.add(buttons);
        }
        if (!root.getChildren().equals(rows)) {
            root.getChildren().setAll(rows);
        }
    }

    private boolean isHopeless(Voice voice) {
        return model.derived().get().voice(voice.id()).stream()
                .anyMatch(made -> made.lock().isHopeless());
    }

    private void refreshButtons(Voice voice) {
        List<Node> offered = new ArrayList<>();
        if (voice.role().follows()) {
            offered.add(makeGuide);
            model.protections()
                    .selectedPhrase(voice)
                    .ifPresent(span -> {
                        boolean there =
                                voice.protections().stream().anyMatch(p -> p.span().overlaps(span));
                        protect.setText(there ? "Lift protection" : "Protect phrase");
                        offered.add(protect);
                    });
            int suggested = model.protections().suggestions(voice).size();
            if (suggested > 0) {
                protectSuggested.setText(
                        suggested == 1
                                ? "Protect what is not in the guide"
                                : "Protect " + suggested + " places not in the guide");
                offered.add(protectSuggested);
            }
        }
        if (!buttons.getChildren().equals(offered)) {
            buttons.getChildren().setAll(offered);
        }
    }

    private void makeGuide(Voice voice) {
        boolean anythingSet =
                model.session().voices().stream().anyMatch(v -> !v.anchors().isEmpty());
        model.apply(new Edit.SetGuide(voice.id(), voice.name(), VoiceFolder.stackFor(Role.DOUBLE)));
        if (anythingSet) {
            model.say(
                    "Beads that were held or placed against the old guide are let go. Undo brings"
                            + " them and the old guide back.");
        }
    }

    private Button button(String id, String text, Consumer<Voice> action) {
        Button button = new Button(text);
        button.setId(id);
        button.setOnAction(e -> voice().ifPresent(action));
        return button;
    }

    Node node() {
        return root;
    }
}
