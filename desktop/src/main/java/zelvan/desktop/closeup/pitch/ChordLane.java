package zelvan.desktop.closeup.pitch;

import java.util.List;
import java.util.Optional;
import javafx.geometry.VPos;
import javafx.scene.Cursor;
import javafx.scene.Node;
import javafx.scene.canvas.GraphicsContext;
import javafx.scene.control.TextField;
import javafx.scene.input.KeyCode;
import javafx.scene.input.KeyEvent;
import javafx.scene.input.MouseButton;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.Pane;
import javafx.scene.text.TextAlignment;
import zelvan.desktop.acts.Chords;
import zelvan.desktop.acts.Focus;
import zelvan.desktop.canvas.PaintedRegion;
import zelvan.desktop.canvas.Press;
import zelvan.desktop.closeup.TimeWheel;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.desk.Viewport;
import zelvan.desktop.theme.Palette;
import zelvan.desktop.theme.Theme;
import zelvan.session.Gesture;
import zelvan.tuning.Harmony;

/// The chords along the song. Click one to choose it, drag its beginning to move it (with Alt: off
/// the beat), click twice to write. In the field: Enter is done, Tab goes on with the next bar,
/// Escape leaves it.
final class ChordLane {
    private static final double HEIGHT = 24;
    private static final double REACH_PIXELS = 6;
    private static final double FIELD_WIDTH = 92;

    private final Desk desk;
    private final Theme theme;
    private final PaintedRegion region = new PaintedRegion(this::paint);
    private final TextField field = new TextField();
    private final Pane root =
            new Pane(region, field) {
                @Override
                protected void layoutChildren() {
                    region.resizeRelocate(0, 0, getWidth(), HEIGHT);
                    field.resize(FIELD_WIDTH, HEIGHT);
                    placeField();
                }
            };
    private final Press press = new Press();
    private Optional<Drag> drag = Optional.empty();

    /// Whether a key went down in the field since it was opened. The key that opens it ends up in
    /// it otherwise.
    private boolean keyed;

    /// A chord that is being moved.
    ///
    /// @param original the harmony before
    private record Drag(Harmony original, Harmony.Change change, Gesture gesture) {}

    ChordLane(Desk desk, Theme theme) {
        this.desk = desk;
        this.theme = theme;
        region.setId("chord-lane");
        region.setAccessibleText("Chords along the song");
        root.setMinHeight(HEIGHT);
        root.setPrefHeight(HEIGHT);
        field.setId("chord-field");
        field.setPromptText("C, F♯m, G7…");
        field.setAccessibleText("Sign of a chord");
        field.addEventFilter(KeyEvent.KEY_PRESSED, this::pressedKey);
        field.addEventFilter(
                KeyEvent.KEY_TYPED,
                event -> {
                    if (!keyed) {
                        event.consume();
                    }
                });
        field.focusedProperty()
                .subscribe((before, now) -> {
                    if (!now) {
                        left();
                    }
                });
        desk.sight().writing().subscribe(this::openField);
        region.setOnMousePressed(this::pressed);
        region.setOnMouseDragged(this::dragged);
        region.setOnMouseReleased(e -> drag = Optional.empty());
        region.setOnMouseMoved(this::hovered);
        region.setOnScroll(e -> TimeWheel.scrolled(desk, region, e, false));
    }

    Node node() {
        return root;
    }

    void repaint() {
        region.repaint();
        placeField();
    }

    private Chords chords() {
        return new Chords(desk.now());
    }

    private Optional<Double> writing() {
        return desk.sight().writing().get();
    }

    private void write(double seconds) {
        String sign = field.getText();
        desk.act(now -> new Chords(now).write(seconds, sign));
    }

    private Harmony harmony() {
        return desk.session().harmony();
    }

    private double x(double seconds) {
        return desk.sight().viewport().get().x(seconds, region.getWidth());
    }

    private double secondsAt(double x) {
        return Math.max(0, desk.sight().viewport().get().secondsAt(x, region.getWidth()));
    }

    // Writing.

    private void openField(Optional<Double> seconds) {
        keyed = false;
        field.setVisible(seconds.isPresent());
        if (seconds.isPresent()) {
            double at = seconds.get();
            field.setText(beginningAt(at).map(c -> c.chord().name()).orElse(""));
            if (x(at) < 0 || x(at) > region.getWidth() - FIELD_WIDTH) {
                Viewport view = desk.sight().viewport().get();
                desk.sight()
                        .show(
                                view.moved(
                                        at - view.startSeconds() - 0.3 * view.seconds(),
                                        desk.derived().get().seconds()));
            }
            placeField();
            field.requestFocus();
            field.selectAll();
        }
    }

    private Optional<Harmony.Change> beginningAt(double seconds) {
        return harmony().chords().stream().filter(c -> c.seconds() == seconds).findFirst();
    }

    private void placeField() {
        writing().ifPresent(at -> field.relocate(x(at), 0));
    }

    private void pressedKey(KeyEvent event) {
        keyed = true;
        Optional<Double> at = writing();
        if (at.isEmpty()) {
            return;
        }
        if (event.getCode() == KeyCode.ESCAPE) {
            done();
            event.consume();
        } else if (event.getCode() == KeyCode.ENTER || event.getCode() == KeyCode.TAB) {
            event.consume();
            write(at.get());
            if (Chords.isUnderstood(field.getText())) {
                Optional<Double> next =
                        event.getCode() == KeyCode.TAB ? chords().next(at.get()) : Optional.empty();
                next.ifPresentOrElse(n -> desk.sight().writeAt(Optional.of(n)), this::done);
            }
        }
    }

    /// What is written is not lost when something else is clicked.
    private void left() {
        if (!field.getText().isBlank()) {
            writing().ifPresent(this::write);
        }
        desk.sight().writeAt(Optional.empty());
    }

    private void done() {
        desk.sight().writeAt(Optional.empty());
        region.getParent().getParent().requestFocus();
    }

    // Mouse.

    private void pressed(MouseEvent event) {
        press.begin(event);
        if (event.getButton() != MouseButton.PRIMARY) {
            return;
        }
        double seconds = secondsAt(event.getX());
        Optional<Harmony.Change> edge = edgeAt(event.getX());
        Optional<Harmony.Change> chord = edge.or(() -> harmony().changeBefore(seconds));
        if (event.getClickCount() == 2) {
            double at = edge.map(Harmony.Change::seconds).orElseGet(() -> placeFor(seconds, chord));
            desk.sight().writeAt(Optional.of(at));
            return;
        }
        desk.focusOn(chord.<Focus>map(Focus.OnChord::new).orElse(Focus.NOTHING));
        drag = edge.map(c -> new Drag(harmony(), c, Gesture.begin()));
    }

    /// A click on a chord's name means that chord; further on it means a new one.
    private double placeFor(double seconds, Optional<Harmony.Change> chord) {
        double named = chord.map(c -> x(c.seconds()) + FIELD_WIDTH / 2).orElse(-1.0);
        return x(seconds) <= named ? chord.orElseThrow().seconds() : chords().snapped(seconds);
    }

    private Optional<Harmony.Change> edgeAt(double x) {
        return harmony().chords().stream()
                .filter(c -> Math.abs(x(c.seconds()) - x) < REACH_PIXELS)
                .findFirst();
    }

    private void dragged(MouseEvent event) {
        press.follow(event);
        if (!press.isStill()) {
            double seconds = secondsAt(event.getX());
            double there = event.isShortcutDown() ? seconds : chords().snapped(seconds);
            drag.ifPresent(d ->
                    desk.act(now -> new Chords(now).move(d.original, d.change, there), d.gesture));
        }
    }

    private void hovered(MouseEvent event) {
        region.setCursor(edgeAt(event.getX()).isPresent() ? Cursor.H_RESIZE : Cursor.DEFAULT);
    }

    // Painting.

    private void paint(GraphicsContext g, double width, double height) {
        Palette colours = theme.palette().get();
        g.setFill(colours.raised());
        g.fillRect(0, 0, width, height);
        g.setTextAlign(TextAlignment.LEFT);
        g.setTextBaseline(VPos.CENTER);
        List<Harmony.Change> chords = harmony().chords();
        if (chords.isEmpty()) {
            g.setFont(Theme.font(11));
            g.setFill(colours.quiet());
            g.fillText(
                    "Chords: click twice to write one, or drop a MIDI file",
                    PitchPainter.RULER_WIDTH + 8,
                    height / 2);
        }
        for (int i = 0; i < chords.size(); i++) {
            double end = i + 1 < chords.size() ? x(chords.get(i + 1).seconds()) : width;
            if (end > 0 && x(chords.get(i).seconds()) < width) {
                paint(g, colours, chords.get(i), end, height);
            }
        }
    }

    /// @param end where the next begins, pixels
    private void paint(
            GraphicsContext g, Palette colours, Harmony.Change change, double end, double height) {
        double x = x(change.seconds());
        boolean focused = desk.focus().get().equals(new Focus.OnChord(change));
        g.setStroke(focused ? colours.accent() : colours.quiet());
        g.strokeLine(x, 3, x, height);
        g.setFont(Theme.strongFont(12));
        g.setFill(focused ? colours.accent() : colours.text());
        double left = Math.max(x, 0) + 5;
        if (end - left > 12) {
            g.fillText(change.chord().name(), left, height / 2, end - left);
        }
    }
}
