package zelvan.desktop.closeup;

import java.util.List;
import java.util.Locale;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.layout.BorderPane;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import zelvan.desktop.canvas.Frames;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.desk.Lens;
import zelvan.desktop.keys.Command;
import zelvan.desktop.theme.Theme;
import zelvan.play.Player;
import zelvan.session.Session;

/// The close-up: guide and voices of one stretch, through one lens at a time.
public final class CloseUpView {
    private final Desk desk;
    private final List<LensView> lenses;
    private final HBox options = new HBox(4);
    private final BorderPane root = new BorderPane();
    private final HeldMoment held;
    private Session drawnOf = Session.EMPTY;

    /// @param lenses one for each [Lens]
    public CloseUpView(Desk desk, Theme theme, Slide slide, List<LensView> lenses) {
        this.desk = desk;
        this.lenses = List.copyOf(lenses);
        root.setTop(bar());
        slide.locked().subscribe(ignored -> repaint());
        desk.history().subscribe(h -> sessionChanged(h.current()));
        desk.derived().subscribe(ignored -> repaint());
        desk.selection().subscribe(ignored -> repaint());
        desk.focus().subscribe(ignored -> repaint());
        desk.sight().viewport().subscribe(ignored -> repaint());
        desk.sight().pitchRange().subscribe(ignored -> repaint());
        desk.sight().lens().subscribe(ignored -> look());
        theme.palette().subscribe(ignored -> repaint());
        held = new HeldMoment(desk, root, (x, y) -> lens().at(x, y));
        Frames.whenMoved(root, desk.hearing().player()::positionSeconds, this::moved);
    }

    /// Which lens, and what can be set about it.
    private Node bar() {
        ToggleGroup group = new ToggleGroup();
        HBox bar = new HBox(4);
        bar.setAlignment(Pos.CENTER_LEFT);
        bar.setPadding(new Insets(3, 8, 3, 8));
        bar.getStyleClass().add("lenses");
        for (LensView view : lenses) {
            Lens lens = view.lens();
            ToggleButton button = new ToggleButton(lens.word());
            button.setId("lens-" + lens.name().toLowerCase(Locale.ROOT));
            button.setToggleGroup(group);
            button.setOnAction(e -> {
                button.setSelected(true);
                desk.sight().lookThrough(lens);
            });
            desk.sight().lens().subscribe(now -> button.setSelected(now == lens));
            bar.getChildren().add(button);
        }
        Region space = new Region();
        HBox.setHgrow(space, Priority.ALWAYS);
        options.setAlignment(Pos.CENTER_LEFT);
        bar.getChildren().addAll(space, options);
        return bar;
    }

    private LensView lens() {
        return lenses.stream()
                .filter(view -> view.lens() == desk.sight().lens().get())
                .findFirst()
                .orElseThrow();
    }

    private void look() {
        root.setCenter(lens().node());
        options.getChildren().setAll(lens().options());
        repaint();
    }

    private void repaint() {
        lens().repaint();
    }

    /// While playing, the close-up goes along with the playhead.
    private void moved() {
        Player player = desk.hearing().player();
        if (player.playing() && !lens().isHeld()) {
            desk.looking().follow(player.positionSeconds());
        }
        lens().movePlayhead();
    }

    /// What is drawn of the session itself are its voices and what was done to them by hand; what
    /// settings do is drawn when it is derived.
    private void sessionChanged(Session now) {
        boolean drawn =
                now.recordings().equals(drawnOf.recordings())
                        && now.harmony().equals(drawnOf.harmony())
                        && now.grid().equals(drawnOf.grid())
                        && now.words().equals(drawnOf.words())
                        && ids(now).equals(ids(drawnOf));
        drawnOf = now;
        if (!drawn) {
            repaint();
        }
    }

    private static List<String> ids(Session session) {
        return session.voices().stream().map(v -> v.id() + v.stackId() + v.role()).toList();
    }

    /// What keys do to what is under the pointer.
    public List<Command> commands() {
        return held.commands();
    }

    public Node node() {
        return root;
    }
}
