package zelvan.desktop.settings;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Collectors;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.FlowPane;
import javafx.scene.layout.VBox;
import zelvan.desktop.acts.Protections;
import zelvan.desktop.acts.Repairs;
import zelvan.desktop.acts.Scopes;
import zelvan.desktop.acts.Tracks;
import zelvan.desktop.desk.Desk;
import zelvan.session.Role;
import zelvan.session.Scope;
import zelvan.session.Strip;
import zelvan.session.Voice;

/// What concerns single tracks and not their stacks: what they are, their level, how faint a
/// landmark counts, their protection. Of several that are selected, all are changed.
final class VoicePart {
    private final Desk desk;
    private final Chooser<Role> role;
    private final SettingRows rows;
    private final Control sensitivity;
    private final Label heading = new Label();
    private final Label verdict = new Label();
    private final FlowPane buttons = new FlowPane(8, 8);
    private final Button makeGuide = button("make-guide", "Make it the guide");
    private final Button protect = button("protect", "");
    private final Button protectSuggested = button("protect-suggested", "");
    private final VBox root = new VBox(4);

    VoicePart(Desk desk) {
        this.desk = desk;
        heading.getStyleClass().add("heading");
        makeGuide.setOnAction(e -> desk.act(now -> new Tracks(now).makeGuide(voices().getFirst())));
        protect.setOnAction(e -> desk.act(now -> new Protections(now).toggle()));
        protectSuggested.setOnAction(
                e -> desk.act(now -> new Protections(now).protectSuggestions(voices())));
        verdict.setId("verdict");
        verdict.setWrapText(true);
        role =
                new Chooser<>(
                        "role",
                        "What it is",
                        "What a track is in the song decides its stack, and whether it is moved at"
                                + " all",
                        Role::word,
                        r -> desk.act(now -> new Tracks(now).setRole(voices(), r)));
        rows = new SettingRows(desk, this::scopes, Strip.SETTINGS);
        sensitivity =
                new Control(
                        "sensitivity",
                        "Landmarks",
                        "%",
                        0,
                        100,
                        "How faint a beginning or an end may be and still be lined up",
                        (v, gesture) ->
                                desk.act(
                                        now -> new Repairs(now).setSensitivity(heard(), v / 100),
                                        gesture));
    }

    private static Button button(String id, String text) {
        Button button = new Button(text);
        button.setId(id);
        return button;
    }

    /// Also those that are no part of a stack.
    private Scopes scopes() {
        List<Voice> voices = voices();
        if (voices.isEmpty()) {
            return Scopes.of(desk.selection().get(), desk.session());
        }
        return new Scopes(
                voices.stream().<Scope>map(v -> new Scope.OfVoice(v.id())).toList(),
                Voice.names(voices));
    }

    private List<Voice> voices() {
        return desk.now().selected();
    }

    /// Those that are listened to; the bed is not.
    private List<Voice> heard() {
        return voices().stream().filter(v -> v.role() != Role.BED).toList();
    }

    void refresh() {
        List<Voice> voices = voices();
        List<Node> shown = new ArrayList<>();
        if (!voices.isEmpty()) {
            heading.setText(voices.size() == 1 ? "Voice" : "Each of " + voices.size() + " voices");
            shown.add(heading);
            if (voices.stream().allMatch(this::isHopeless)) {
                verdict.setText(
                        "Hardly anything of this take fits the guide. Singing it again is quicker"
                                + " than mending it.");
                shown.add(verdict);
            }
            if (voices.stream().noneMatch(v -> v.role() == Role.GUIDE)) {
                role.show(
                        Tracks.ROLES, voices.stream().map(Voice::role).collect(Collectors.toSet()));
                shown.add(role.node());
            }
            rows.refresh();
            shown.addAll(rows.nodes(Strip.SETTINGS));
            if (!heard().isEmpty()) {
                sensitivity.show(
                        heard().stream()
                                .map(v -> 100 * desk.session().handOf(v).marks().sensitivity())
                                .toList());
                shown.add(sensitivity.node());
            }
            refreshButtons(voices);
            shown.add(buttons);
        } else if (desk.selection().get().stackId().isPresent()) {
            heading.setText("All of the stack");
            rows.refresh();
            shown.add(heading);
            shown.addAll(rows.nodes(Strip.SETTINGS));
        }
        if (!root.getChildren().equals(shown)) {
            root.getChildren().setAll(shown);
        }
    }

    private boolean isHopeless(Voice voice) {
        return desk.derived().get().voice(voice.id()).stream()
                .anyMatch(made -> made.lock().isHopeless());
    }

    private void refreshButtons(List<Voice> voices) {
        List<Node> offered = new ArrayList<>();
        if (voices.size() == 1 && voices.getFirst().role() != Role.GUIDE) {
            offered.add(makeGuide);
        }
        List<Voice> inPhrase =
                voices.stream()
                        .filter(v -> !new Protections(desk.now()).selectedPhrases(v).isEmpty())
                        .toList();
        if (!inPhrase.isEmpty()) {
            protect.setText(
                    inPhrase.stream().allMatch(this::isProtected)
                            ? "Lift protection"
                            : "Protect phrase");
            offered.add(protect);
        }
        int suggested =
                voices.stream()
                        .mapToInt(v -> new Protections(desk.now()).suggestions(v).size())
                        .sum();
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
        return new Protections(desk.now())
                .selectedPhrases(voice).stream()
                        .allMatch(phrase ->
                                desk.session().handOf(voice).protections().stream()
                                        .anyMatch(p -> p.span().overlaps(phrase)));
    }

    Node node() {
        return root;
    }
}
