package zelvan.desktop.closeup.time;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import javafx.scene.control.ChoiceBox;
import javafx.scene.control.Tooltip;
import zelvan.desktop.desk.Desk;
import zelvan.session.Role;

/// Chooses the track that is laid under the guide.
final class LaidUnder {
    private static final double WIDTH = 200;

    private final Desk desk;
    private final ChoiceBox<Choice> box = new ChoiceBox<>();
    private boolean showing;

    private record Choice(Optional<String> voiceId, String words) {
        static final Choice NOTHING = new Choice(Optional.empty(), "Nothing under the guide");

        @Override
        public String toString() {
            return words;
        }
    }

    LaidUnder(Desk desk) {
        this.desk = desk;
        box.setId("laid-under");
        box.setTooltip(new Tooltip("A track that is seen under the guide, the bed for instance"));
        box.setFocusTraversable(false);
        box.setPrefWidth(WIDTH);
        box.setOnAction(e -> {
            if (!showing && box.getValue() != null) {
                desk.sight().layUnder(box.getValue().voiceId());
            }
        });
        desk.history().subscribe(ignored -> refresh());
        desk.sight().laidUnder().subscribe(ignored -> refresh());
    }

    private void refresh() {
        List<Choice> all = new ArrayList<>(List.of(Choice.NOTHING));
        desk.session().voices().stream()
                .filter(v -> v.role() != Role.GUIDE)
                .map(v -> new Choice(Optional.of(v.id()), v.name() + " under the guide"))
                .forEach(all::add);
        showing = true;
        if (!box.getItems().equals(all)) {
            box.getItems().setAll(all);
        }
        Optional<String> laid = desk.sight().laidUnder().get();
        box.setValue(
                all.stream()
                        .filter(c -> c.voiceId().equals(laid))
                        .findFirst()
                        .orElse(Choice.NOTHING));
        showing = false;
    }

    Node node() {
        return box;
    }
}
