package zelvan.desktop.lockmap;

import java.util.List;
import java.util.Optional;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import zelvan.desktop.acts.Selection;
import zelvan.desktop.acts.Tracks;
import zelvan.desktop.desk.Desk;
import zelvan.session.Stack;
import zelvan.session.Voice;

/// The heading of a stack at the left of the lock map: its name, solo and mute of all its voices.
final class StackHead {
    private final Desk desk;
    private final String stackId;
    private final Label name = new Label();
    private final ToggleButton solo;
    private final ToggleButton mute;
    private final HBox node;

    StackHead(Desk desk, String stackId) {
        this.desk = desk;
        this.stackId = stackId;
        name.setId("stack-" + stackId);
        name.setMaxWidth(Double.MAX_VALUE);
        name.setMinWidth(0);
        HBox.setHgrow(name, Priority.ALWAYS);
        NameField typing =
                new NameField(
                        name, said -> desk.act(now -> new Tracks(now).renameStack(stackId, said)));
        name.setOnMouseClicked(e -> {
            desk.select(Selection.ofStack(stackId));
            if (e.getClickCount() == 2) {
                typing.open();
            }
        });
        StripButtons buttons = new StripButtons(desk, stackId, this::voices);
        solo = buttons.solo();
        mute = buttons.mute();
        node = new HBox(6, name, solo, mute);
        node.setAlignment(Pos.CENTER_LEFT);
        node.setPadding(new Insets(0, 6, 0, 10));
        node.getStyleClass().addAll("strip", "heading");
        LockMapView.fixHeight(node, LockMapRow.HEADING_HEIGHT);
    }

    private List<Voice> voices() {
        return desk.session().followers().stream()
                .filter(v -> v.stackId().equals(stackId))
                .toList();
    }

    void show(Stack stack) {
        List<Voice> voices = voices();
        name.setText(stack.name());
        solo.setSelected(voices.stream().allMatch(v -> v.strip().solo()));
        solo.setAccessibleText("Solo " + stack.name());
        mute.setSelected(voices.stream().allMatch(v -> v.strip().muted()));
        mute.setAccessibleText("Mute " + stack.name());
        node.pseudoClassStateChanged(
                VoiceStrip.SELECTED, desk.selection().get().stackId().equals(Optional.of(stackId)));
    }

    Node node() {
        return node;
    }
}
