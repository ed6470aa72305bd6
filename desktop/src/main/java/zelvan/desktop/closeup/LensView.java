package zelvan.desktop.closeup;

import java.util.List;
import java.util.Optional;
import javafx.scene.Node;
import zelvan.desktop.canvas.Playhead;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.desk.Lens;
import zelvan.desktop.keys.Command;

/// One lens: what the close-up shows of its stretch when it is looked at through it.
public interface LensView {
    /// The playhead over a picture of the stretch that the close-up shows.
    static Playhead playhead(Desk desk) {
        return new Playhead(width ->
                desk.sight().viewport().get().x(desk.hearing().player().positionSeconds(), width));
    }

    Lens lens();

    Node node();

    /// What can be set about it, for the bar above it.
    List<Node> options();

    /// What keys do to what is seen through it.
    List<Command> commands();

    /// Paints anew what has changed: lanes, curves, what is selected.
    void repaint();

    /// Shows what the playhead changes when it moves.
    void movePlayhead();

    /// What a place of the window shows, if it shows a voice.
    Optional<Shown> at(double sceneX, double sceneY);

    /// A moment of a voice.
    ///
    /// @param seconds of the song
    record Shown(String voiceId, double seconds) {}

    /// Whether the mouse holds something, so that the picture must not move away below it.
    boolean isHeld();
}
