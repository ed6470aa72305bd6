package zelvan.desktop.closeup.pitch;

import java.util.List;
import java.util.Optional;
import java.util.function.Function;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.BorderPane;
import zelvan.desktop.acts.Act;
import zelvan.desktop.acts.Chords;
import zelvan.desktop.acts.Notes;
import zelvan.desktop.acts.Octaves;
import zelvan.desktop.acts.State;
import zelvan.desktop.canvas.PaintedRegion;
import zelvan.desktop.closeup.LensView;
import zelvan.desktop.closeup.Slide;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.desk.Lens;
import zelvan.desktop.keys.Command;
import zelvan.desktop.theme.Theme;
import zelvan.tuning.Chord;

/// What is seen in pitch: curves, notes and the chords above them.
public final class PitchLens implements LensView {
    private static final double NUDGE_CENTS = 5;

    private final Desk desk;
    private final PaintedRegion region;
    private final PitchGestures gestures;
    private final ChordLane chords;
    private final ToggleButton fan = new ToggleButton("Fan");
    private final Label off = new Label("blue is flat, orange is sharp");
    private final BorderPane root;
    private Optional<Chord> painted = Optional.empty();

    public PitchLens(Desk desk, Theme theme, Slide slide) {
        this.desk = desk;
        PitchPainter painter = new PitchPainter(desk, theme);
        region =
                new PaintedRegion(
                        (g, w, h) -> {
                            painted = chordAtPlayhead();
                            painter.paint(
                                    g,
                                    w,
                                    h,
                                    slide.locked().get(),
                                    fan.isSelected(),
                                    frame(),
                                    painted);
                        },
                        LensView.playhead(desk));
        region.setId("pitch-lens");
        region.setFocusTraversable(true);
        region.setAccessibleText("Close-up: guide and voices in pitch");
        gestures = new PitchGestures(desk, region, slide.locked()::get, fan::isSelected);
        chords = new ChordLane(desk, theme);
        root = new BorderPane(region);
        root.setTop(chords.node());
        off.getStyleClass().add("quiet");
        fan.setId("fan");
        fan.setTooltip(new Tooltip("Pull voices that lie on each other apart, to look at them"));
        fan.setOnAction(e -> repaint());
    }

    private Optional<NoteFrame> frame() {
        return gestures.frame();
    }

    @Override
    public Lens lens() {
        return Lens.PITCH;
    }

    @Override
    public Node node() {
        return root;
    }

    @Override
    public List<Node> options() {
        return List.of(off, fan);
    }

    @Override
    public List<Command> commands() {
        return List.of(
                command(
                        "octave-up",
                        "Pitch heard an octave too low here",
                        "Shortcut+Shift+UP",
                        now -> new Octaves(now).heardIn(1)),
                command(
                        "octave-down",
                        "Pitch heard an octave too high here",
                        "Shortcut+Shift+DOWN",
                        now -> new Octaves(now).heardIn(-1)),
                command(
                        "octave-right",
                        "Pitch heard in the right octave here",
                        "Shortcut+Shift+ENTER",
                        now -> new Octaves(now).heardIn(0)),
                command(
                        "note-up",
                        "Note 5 cents higher",
                        "Shift+UP",
                        now -> new Notes(now).nudge(NUDGE_CENTS)),
                command(
                        "note-down",
                        "Note 5 cents lower",
                        "Shift+DOWN",
                        now -> new Notes(now).nudge(-NUDGE_CENTS)),
                Command.of(
                        "chord",
                        Command.REPAIR,
                        "Write a chord at the playhead",
                        "C",
                        this::writeAtPlayhead),
                command("join", "Join the note with the next", "J", now -> new Notes(now).join()),
                Command.of(
                        "notes-in-sight",
                        Command.REPAIR,
                        "All notes in sight (Pitch)",
                        "Shift+A",
                        gestures::takeAllInSight));
    }

    private Command command(String id, String title, String keys, Function<State, Act> what) {
        return Command.of(id, Command.REPAIR, title, keys, () -> desk.act(what));
    }

    private void writeAtPlayhead() {
        double playhead = desk.hearing().player().positionSeconds();
        desk.sight().lookThrough(Lens.PITCH);
        desk.sight().writeAt(Optional.of(new Chords(desk.now()).snapped(playhead)));
    }

    @Override
    public void repaint() {
        region.repaint();
        chords.repaint();
    }

    @Override
    public void movePlayhead() {
        if (!chordAtPlayhead().equals(painted)) {
            region.repaint();
        } else {
            region.placeOver();
        }
    }

    private Optional<Chord> chordAtPlayhead() {
        return desk.derived().get().harmony().chordAt(desk.hearing().player().positionSeconds());
    }

    @Override
    public Optional<Shown> at(double sceneX, double sceneY) {
        return gestures.at(region.sceneToLocal(sceneX, sceneY));
    }

    @Override
    public boolean isHeld() {
        return false;
    }
}
