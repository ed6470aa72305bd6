package zelvan.desktop.closeup;

import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.stream.Collectors;
import javafx.scene.Node;
import javafx.scene.input.MouseEvent;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.keys.Command;
import zelvan.session.Role;
import zelvan.session.Voice;

/// A key that is held lets sound what is under the pointer: the voice there, or all voices of that
/// moment, as a chord.
final class HeldMoment {
    private final Desk desk;
    private final BiFunction<Double, Double, Optional<LensView.Shown>> at;
    private double sceneX;
    private double sceneY;

    /// @param over where the pointer is followed
    /// @param at what is shown at a place of the window
    HeldMoment(Desk desk, Node over, BiFunction<Double, Double, Optional<LensView.Shown>> at) {
        this.desk = desk;
        this.at = at;
        over.addEventFilter(MouseEvent.MOUSE_MOVED, this::moved);
        over.addEventFilter(MouseEvent.MOUSE_DRAGGED, this::moved);
    }

    List<Command> commands() {
        return List.of(
                command("held", "Held: the voice under the pointer", "K", false),
                command("held-chord", "Held: all voices of that moment", "Shift+K", true));
    }

    private Command command(String id, String title, String keys, boolean all) {
        return Command.held(id, "Listen", title, keys, () -> sound(all), desk.hearing()::letGo);
    }

    private void moved(MouseEvent event) {
        sceneX = event.getSceneX();
        sceneY = event.getSceneY();
        desk.hearing().held().get().ifPresent(voices -> sound(voices.size() > 1));
    }

    private void sound(boolean all) {
        at.apply(sceneX, sceneY)
                .ifPresent(shown ->
                        desk.hearing()
                                .hold(
                                        all ? allVoices() : Set.of(shown.voiceId()),
                                        Math.max(0, shown.seconds())));
    }

    private Set<String> allVoices() {
        return desk.session().voices().stream()
                .filter(v -> v.role() != Role.BED)
                .map(Voice::id)
                .collect(Collectors.toSet());
    }
}
