package zelvan.desktop.settings;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.VBox;
import zelvan.desktop.acts.Scopes;
import zelvan.desktop.desk.Desk;
import zelvan.level.LevelSettings;
import zelvan.level.LevelSettings.Ends;
import zelvan.session.Scope;
import zelvan.session.Session;
import zelvan.setting.Setting;

/// How loud what is selected is beside the guide, and what becomes of esses, breaths and ends.
final class LevelPart {
    private static final List<Setting<?>> DRAWN =
            List.of(LevelSettings.PULL, LevelSettings.SLACK, LevelSettings.UNIT);
    private static final List<Setting<?>> SOUNDS =
            List.of(LevelSettings.ESSES, LevelSettings.BREATHS);
    private static final List<Setting<?>> TARGETS =
            List.of(LevelSettings.ESSES_TARGET, LevelSettings.BREATHS_TARGET);

    private final Desk desk;
    private final LastFigures lastFigures;
    private final SettingRows rows;
    private final Button giveBack = new Button("Give it back");
    private final Label figures = new Label();
    private final VBox root = new VBox(4);

    LevelPart(Desk desk, LastFigures lastFigures) {
        this.desk = desk;
        this.lastFigures = lastFigures;
        rows = new SettingRows(desk, this::scopes, LevelSettings.SETTINGS);
        giveBack.setId("give-back-level");
        giveBack.setOnAction(e ->
                scopes().givingBack(desk.session(), LevelSettings.SETTINGS).ifPresent(desk::apply));
        figures.setId("level-figures");
        figures.getStyleClass().add("figure");
    }

    /// What stands in its line, whether it is open or not.
    Node figures() {
        return figures;
    }

    private Scopes scopes() {
        return Scopes.of(desk.selection().get(), desk.session());
    }

    /// @param open whether more than its figures is seen
    void refresh(boolean open) {
        Session session = desk.session();
        if (session.followers().isEmpty()) {
            return;
        }
        Scopes scopes = scopes();
        boolean follow = scopes.voices(session).stream().anyMatch(v -> v.role().follows());
        Figures lock = lastFigures.of(scopes, desk.derived().get());
        figures.setText(lock.levelBefore().medianText() + " → " + lock.levelAfter().medianText());
        if (!open) {
            return;
        }
        rows.refresh();
        List<Node> shown = new ArrayList<>();
        if (follow) {
            shown.addAll(rows.nodes(DRAWN));
        }
        shown.addAll(rows.nodes(SOUNDS));
        if (follow) {
            shown.add(rows.node(LevelSettings.ENDS));
            Set<Ends> ends = Scope.values(session, scopes.all(), LevelSettings.ENDS);
            if (ends.contains(Ends.SOFTEN)) {
                shown.add(rows.node(LevelSettings.ENDS_LEVEL));
            }
            if (ends.contains(Ends.FEW)) {
                shown.add(rows.node(LevelSettings.ENDS_VOICES));
            }
            shown.add(rows.node(LevelSettings.CUTOFFS));
            shown.addAll(rows.nodes(TARGETS));
        }
        if (scopes.givingBack(session, LevelSettings.SETTINGS).isPresent()) {
            shown.add(giveBack);
        }
        if (!root.getChildren().equals(shown)) {
            root.getChildren().setAll(shown);
        }
    }

    Node node() {
        return root;
    }
}
