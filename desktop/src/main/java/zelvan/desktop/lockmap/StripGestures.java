package zelvan.desktop.lockmap;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.css.PseudoClass;
import javafx.scene.Node;
import javafx.scene.control.ToggleButton;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import zelvan.desktop.acts.Act;
import zelvan.desktop.acts.Selection;
import zelvan.desktop.acts.Tracks;
import zelvan.desktop.desk.Desk;
import zelvan.session.Voice;

/// What is done to the strips of tracks with the mouse: they are selected as in any list, dragged
/// to another place, named by a double click, and have a menu.
final class StripGestures {
    private static final PseudoClass DROP = PseudoClass.getPseudoClass("drop");

    private final Desk desk;
    private final TrackMenu menu;
    private Optional<String> anchor = Optional.empty();
    private Optional<Node> held = Optional.empty();
    private Optional<Node> under = Optional.empty();

    StripGestures(Desk desk, TrackMenu menu) {
        this.desk = desk;
        this.menu = menu;
    }

    void on(VoiceStrip strip, String voiceId) {
        Node node = strip.node();
        node.setOnMouseClicked(e -> clicked(e, strip, voiceId));
        node.setOnContextMenuRequested(e -> {
            if (!desk.selection().get().has(voiceId)) {
                desk.select(Selection.ofVoice(voiceId));
            }
            menu.show(node, e.getScreenX(), e.getScreenY());
            e.consume();
        });
        node.setOnMousePressed(e ->
                held =
                        e.getButton() == MouseButton.PRIMARY && !isOnButton(e)
                                ? Optional.of(node)
                                : Optional.empty());
        node.setOnMouseDragged(this::dragged);
        node.setOnMouseReleased(this::dropped);
    }

    /// What a track is that was guessed is asked for all that are selected with it.
    void askRole(String voiceId, MouseEvent event) {
        if (!desk.selection().get().has(voiceId)) {
            desk.select(Selection.ofVoice(voiceId));
        }
        menu.askRole((Node) event.getSource(), event.getScreenX(), event.getScreenY());
    }

    private void clicked(MouseEvent event, VoiceStrip strip, String voiceId) {
        if (event.getButton() != MouseButton.PRIMARY
                || !event.isStillSincePress()
                || isOnButton(event)) {
            return;
        }
        if (event.isShiftDown()) {
            desk.select(through(voiceId));
            return;
        }
        anchor = Optional.of(voiceId);
        desk.select(
                event.isShortcutDown()
                        ? desk.selection().get().toggling(voiceId)
                        : Selection.ofVoice(voiceId));
        if (event.getClickCount() == 2) {
            strip.rename();
        }
    }

    private static boolean isOnButton(MouseEvent event) {
        for (Node at = (Node) event.getTarget(); at != null; at = at.getParent()) {
            if (at instanceof ToggleButton) {
                return true;
            }
        }
        return false;
    }

    /// All from the one that was clicked before to this one, as they stand.
    private Selection through(String voiceId) {
        List<String> shown =
                LockMapRow.of(desk).stream()
                        .flatMap(row -> row.voice().stream())
                        .map(Voice::id)
                        .toList();
        int from = anchor.map(shown::indexOf).filter(i -> i >= 0).orElse(shown.indexOf(voiceId));
        int to = shown.indexOf(voiceId);
        List<String> ids =
                new ArrayList<>(shown.subList(Math.min(from, to), Math.max(from, to) + 1));
        return desk.selection().get().withVoices(ids);
    }

    private void dragged(MouseEvent event) {
        Optional<Node> next =
                held.filter(n -> !event.isStillSincePress()).flatMap(n -> stripAt(event, n));
        if (!next.equals(under)) {
            under.ifPresent(n -> n.pseudoClassStateChanged(DROP, false));
            next.ifPresent(n -> n.pseudoClassStateChanged(DROP, true));
            under = next;
        }
    }

    private void dropped(MouseEvent event) {
        dragged(event);
        Optional<Node> moved = held;
        Optional<Node> target = under;
        under.ifPresent(n -> n.pseudoClassStateChanged(DROP, false));
        held = Optional.empty();
        under = Optional.empty();
        moved.ifPresent(from -> target.ifPresent(to -> move(voiceIdOf(from), voiceIdOf(to))));
    }

    /// All that are selected, if the one that is dragged is among them.
    private void move(String voiceId, String targetId) {
        desk.act(now -> {
            List<Voice> moved =
                    now.selection().has(voiceId)
                            ? now.selected()
                            : now.voice(voiceId).stream().toList();
            return now.voice(targetId)
                    .map(target -> new Tracks(now).moveTo(moved, target))
                    .orElse(Act.NOTHING);
        });
    }

    private static String voiceIdOf(Node strip) {
        return strip.getId().substring(VoiceStrip.ID_PREFIX.length());
    }

    /// The strip under the pointer, but for the one that is dragged.
    private static Optional<Node> stripAt(MouseEvent event, Node dragged) {
        return dragged.getParent().getChildrenUnmodifiable().stream()
                .filter(n -> n != dragged && n.getId() != null)
                .filter(n -> n.getId().startsWith(VoiceStrip.ID_PREFIX))
                .filter(n ->
                        n.localToScene(n.getLayoutBounds())
                                .contains(event.getSceneX(), event.getSceneY()))
                .findFirst();
    }
}
