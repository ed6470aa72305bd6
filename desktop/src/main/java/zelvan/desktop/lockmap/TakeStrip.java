package zelvan.desktop.lockmap;

import java.nio.file.Path;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.ContextMenu;
import javafx.scene.control.Label;
import javafx.scene.control.MenuItem;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import zelvan.desktop.acts.Choosing;
import zelvan.desktop.desk.Desk;
import zelvan.session.Recording;
import zelvan.session.Voice;
import zelvan.takes.Take;

/// A take at the left of the lock map: its file, which pass of it, and of how many phrases the
/// voice is made by it.
final class TakeStrip {
    private final Label name = new Label();
    private final Label count = new Label();
    private final Tooltip tip = new Tooltip();
    private final HBox node = new HBox(6, name, count);
    private final MenuItem drop = new MenuItem("No take of this voice any more");
    private final ContextMenu menu = new ContextMenu(drop);

    TakeStrip(String voiceId, int index) {
        node.setId("take-" + voiceId + "-" + (index + 1));
        node.getStyleClass().addAll("strip", "take-strip");
        node.setAlignment(Pos.CENTER_LEFT);
        node.setPadding(new Insets(0, 6, 0, 34));
        name.getStyleClass().add("quiet");
        name.setMinWidth(0);
        name.setMaxWidth(Double.MAX_VALUE);
        HBox.setHgrow(name, Priority.ALWAYS);
        count.getStyleClass().add("figure");
        count.setMinWidth(HBox.USE_PREF_SIZE);
        LockMapView.fixHeight(node, LockMapRow.TAKE_HEIGHT);
        Tooltip.install(node, tip);
        drop.setId("drop-take");
    }

    Node show(Desk desk, LockMapRow.TakeOf row) {
        Take take = row.take();
        Path file =
                desk.session()
                        .recording(take.recordingId())
                        .map(Recording::audio)
                        .orElseThrow()
                        .file();
        String stem = String.valueOf(file.getFileName()).replaceFirst("\\.[^.]*$", "");
        String pass = take.passes() == 1 ? "" : " · " + take.number() + " of " + take.passes();
        name.setText((row.index() + 1) + "  " + stem + pass);
        Voice voice = row.voice();
        long chosen =
                desk.derived().get().takes(voice).chosen(voice.layer()).stream()
                        .filter(t -> t.filter(take::isSame).isPresent())
                        .count();
        count.setText(chosen == 0 ? "" : "" + chosen);
        tip.setText(file + pass + "\nthe voice is made of it in " + chosen + " phrases");
        drop.setOnAction(
                e -> desk.act(now -> new Choosing(now).drop(voice.id(), take.recordingId())));
        node.setOnContextMenuRequested(e -> {
            menu.show(node, e.getScreenX(), e.getScreenY());
            e.consume();
        });
        return node;
    }
}
