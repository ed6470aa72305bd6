package zelvan.desktop.settings;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.VBox;
import zelvan.desktop.model.AppModel;
import zelvan.desktop.model.Tracks;
import zelvan.session.Role;
import zelvan.session.Voice;
import zelvan.units.TimeSpan;

/// What concerns single tracks and not their stacks: what they are, their level, how faint a
/// landmark counts, their protection. Of several that are selected, all are changed.
final class VoicePart {
    private static final double QUIETEST_DECIBELS = -24;
    private static final double LOUDEST_DECIBELS = 6;

    private final AppModel model;
    private final Choice<Role> role;
    private final Control level;
    private final Control sensitivity;
    private final Label heading = new Label();
    private final Label verdict = new Label();
    private final FlowPane buttons = new FlowPane(8, 8);
    private final Button makeGuide = button("make-guide", "Make it the guide");
    private final Button protect = button("protect", "");
    private final Button protectSuggested = button("protect-suggested", "");
    private final VBox root = new VBox(8);

    VoicePart(AppModel model) {
        this.model = model;
        heading.getStyleClass().add("heading");
        makeGuide.setOnAction(e -> model.tracks().makeGuide(voices().getFirst()));
        protect.setOnAction(e -> model.protections().toggle());
        protectSuggested.setOnAction(e -> model.protections().protectSuggestions(voices()));
        verdict.setId("verdict");
        verdict.setWrapText(true);
        role =
                new Choice<>(
                        "role",
                        "What it is",
                        "What a track is in the song decides its stack, and whether it is moved at"
                                + " all",
                        Role::word,
                        r -> model.tracks().setRole(voices(), r));
        level =
                new Control(
                        "level",
                        "Level",
                        "dB",
                        QUIETEST_DECIBELS,
                        LOUDEST_DECIBELS,
                        "How loud it is heard",
                        (v, gesture) -> model.tracks().setLevel(voices(), v, gesture));
        sensitivity =
                new Control(
                        "sensitivity",
                        "Landmarks",
                        "%",
                        0,
                        100,
                        "How faint a beginning or an end may be and still be lined up",
                        (v, gesture) -> model.repairs().setSensitivity(heard(), v / 100, gesture));
    }

    private static Button button(String id, String text) {
        Button button = new Button(text);
        button.setId(id);
        return button;
    }

    private List<Voice> voices() {
        return model.selection().get().voiceIds().stream()
                .flatMap(id -> model.session().voice(id).stream())
                .toList();
    }

    /// Those that are listened to; the bed is not.
    private List<Voice> heard() {
        return voices().stream().filter(v -> v.role() != Role.BED).toList();
    }

    void refresh() {
        List<Voice> voices = voices();
        List<Node> rows = new ArrayList<>();
        if (!voices.isEmpty()) {
            heading.setText(voices.size() == 1 ? "Voice" : "Each of " + voices.size() + " voices");
            rows.add(heading);
            if (voices.stream().allMatch(this::isHopeless)) {
                verdict.setText(
                        "Hardly anything of this take fits the guide. Singing it again is quicker"
                                + " than mending it.");
                rows.add(verdict);
            }
            if (voices.stream().noneMatch(v -> v.role() == Role.GUIDE)) {
                role.show(
                        Tracks.ROLES, voices.stream().map(Voice::role).collect(Collectors.toSet()));
                rows.add(role.node());
            }
            level.show(voices.stream().map(v -> v.strip().gainDecibels()).toList(), 1);
            rows.add(level.node());
            if (!heard().isEmpty()) {
                sensitivity.show(heard().stream().map(v -> v.marks().sensitivity()).toList(), 100);
                rows.add(sensitivity.node());
            }
            refreshButtons(voices);
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

    private void refreshButtons(List<Voice> voices) {
        List<Node> offered = new ArrayList<>();
        if (voices.size() == 1 && voices.getFirst().role() != Role.GUIDE) {
            offered.add(makeGuide);
        }
        List<Voice> inPhrase =
                voices.stream()
                        .filter(v -> v.role().follows())
                        .filter(v -> model.protections().selectedPhrase(v).isPresent())
                        .toList();
        if (!inPhrase.isEmpty()) {
            protect.setText(
                    inPhrase.stream().allMatch(this::isProtected)
                            ? "Lift protection"
                            : "Protect phrase");
            offered.add(protect);
        }
        int suggested =
                voices.stream().mapToInt(v -> model.protections().suggestions(v).size()).sum();
        if (suggested > 0) {
            protectSuggested.setText(
                    suggested == 1
                            ? "Protect what is not in the guide"
                            : "Protect " + suggested + " places not in the guide");
            offered.add(protectSuggested);
        }
        if (!buttons.getChildren().equals(offered)) {
            buttons.getChildren().setAll(offered);
        }
    }

    private boolean isProtected(Voice voice) {
        TimeSpan phrase = model.protections().selectedPhrase(voice).orElseThrow();
        return voice.protections().stream().anyMatch(p -> p.span().overlaps(phrase));
    }

    Node node() {
        return root;
    }
}
