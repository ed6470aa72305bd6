package zelvan.desktop.settings;

import java.util.Arrays;
import java.util.List;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.layout.VBox;
import zelvan.desktop.acts.Focus;
import zelvan.desktop.acts.Protections;
import zelvan.desktop.desk.Desk;
import zelvan.session.Protection;

/// The protected stretch that has the focus: what is protected, and whether it may move.
final class ProtectionPart {
    private final Desk desk;
    private final Chooser<Protection.Kind> kind;
    private final Chooser<Boolean> stays;
    private final VBox root;

    ProtectionPart(Desk desk) {
        this.desk = desk;
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
        lift.setOnAction(e ->
                desk.act(now ->
                        new Protections(now).lift(focused().voiceId(), focused().protection())));
        Label heading = new Label("Protected stretch");
        heading.getStyleClass().add("heading");
        root = new VBox(8, heading, kind.node(), stays.node(), lift);
    }

    private Focus.OnProtection focused() {
        return (Focus.OnProtection) desk.focus().get();
    }

    private void change(Protection after) {
        desk.act(now ->
                new Protections(now).change(focused().voiceId(), focused().protection(), after));
    }

    void refresh() {
        boolean shown = desk.focus().get() instanceof Focus.OnProtection;
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
