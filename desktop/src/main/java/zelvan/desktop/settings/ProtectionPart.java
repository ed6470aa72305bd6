package zelvan.desktop.settings;

import java.util.Arrays;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.VBox;
import zelvan.desktop.model.AppModel;
import zelvan.desktop.model.Focus;
import zelvan.session.Gesture;
import zelvan.session.Protection;

/// The protected stretch that has the focus: what is protected, and whether it may move.
final class ProtectionPart {
    private final AppModel model;
    private final Chooser<Protection.Kind> kind;
    private final Chooser<Boolean> stays;
    private final VBox root;

    ProtectionPart(AppModel model) {
        this.model = model;
        kind =
                new Chooser<>(
                        "protection-kind",
                        "Protect",
                        "What the program must not change here",
                        Protection.Kind::word,
                        k -> change(focused().protection().withKind(k)));
        stays =
                new Chooser<>(
                        "protection-stays",
                        "As one piece it",
                        "Whether it goes along with what is around it",
                        s -> s ? "stays in place" : "moves along",
                        s -> change(focused().protection().staying(s)));
        Button lift = new Button("Lift protection");
        lift.setId("lift");
        lift.setOnAction(
                e -> model.protections().lift(focused().voiceId(), focused().protection()));
        Label heading = new Label("Protected stretch");
        heading.getStyleClass().add("heading");
        root = new VBox(8, heading, kind.node(), stays.node(), lift);
    }

    private Focus.OnProtection focused() {
        return (Focus.OnProtection) model.focus().get();
    }

    private void change(Protection after) {
        model.protections()
                .change(focused().voiceId(), focused().protection(), after, Gesture.begin());
    }

    void refresh() {
        boolean shown = model.focus().get() instanceof Focus.OnProtection;
        root.setVisible(shown);
        root.setManaged(shown);
        if (shown) {
            Protection protection = focused().protection();
            kind.show(Arrays.asList(Protection.Kind.values()), protection.kind());
            stays.show(List.of(false, true), protection.stays());
        }
    }

    Node node() {
        return root;
    }
}
