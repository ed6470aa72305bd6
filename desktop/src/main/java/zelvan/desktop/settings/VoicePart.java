package zelvan.desktop.settings;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
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
import zelvan.units.TimeSpan;

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
    private final VBox root = new VBox(8);
    private Optional<String> shown = Optional.empty();

    /// As long as one voice is shown, its slider makes one step of the history.
    private long sensitivityGesture;

    VoicePart(AppModel model) {
        this.model = model;
        heading.getStyleClass().add("heading");
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
        buttons.getChildren().clear();
        if (!voice.role().follows()) {
            return;
        }
        add(
                "make-guide",
                "Make it the guide",
                () ->
                        model.apply(
                                new Edit.SetGuide(
                                        voice.id(),
                                        voice.name(),
                                        VoiceFolder.stackFor(Role.DOUBLE))));
        model.protections()
                .selectedPhrase(voice)
                .ifPresent(span -> {
                    boolean there =
                            voice.protections().stream().anyMatch(p -> p.span().overlaps(span));
                    add(
                            "protect",
                            there ? "Lift protection" : "Protect phrase",
                            model.protections()::toggleProtection);
                });
        List<TimeSpan> suggested = model.protections().suggestions(voice);
        if (!suggested.isEmpty()) {
            add(
                    "protect-suggested",
                    suggested.size() == 1
                            ? "Protect what is not in the guide"
                            : "Protect " + suggested.size() + " places not in the guide",
                    () -> model.protections().protectSuggestions(voice));
        }
    }

    private void add(String id, String text, Runnable action) {
        Button button = new Button(text);
        button.setId(id);
        button.setOnAction(e -> action.run());
        buttons.getChildren().add(button);
    }

    Node node() {
        return root;
    }
}
