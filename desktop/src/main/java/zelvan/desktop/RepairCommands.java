package zelvan.desktop;

import java.util.List;
import zelvan.desktop.keys.Command;
import zelvan.desktop.model.AppModel;
import zelvan.desktop.model.Focus;
import zelvan.desktop.model.Repairs;
import zelvan.session.Protection;

/// What can be done by key to the bead, the note, the range or the protected stretch that has the
/// focus.
final class RepairCommands {
    private static final String GROUP = "Repair";
    private static final double FINE_SECONDS = 0.001;
    private static final double COARSE_SECONDS = 0.005;

    private RepairCommands() {}

    static List<Command> of(AppModel model) {
        Repairs repairs = model.repairs();
        return List.of(
                command(
                        "nudge-back",
                        "Bead 1 ms earlier",
                        "Shift+LEFT",
                        () -> repairs.nudge(-FINE_SECONDS)),
                command(
                        "nudge-on",
                        "Bead 1 ms later",
                        "Shift+RIGHT",
                        () -> repairs.nudge(FINE_SECONDS)),
                command(
                        "nudge-back-more",
                        "Bead 5 ms earlier",
                        "Shortcut+Shift+LEFT",
                        () -> repairs.nudge(-COARSE_SECONDS)),
                command(
                        "nudge-on-more",
                        "Bead 5 ms later",
                        "Shortcut+Shift+RIGHT",
                        () -> repairs.nudge(COARSE_SECONDS)),
                command("to-guide", "Bead to the guide's nearest", "G", repairs::toGuide),
                command(
                        "let-go",
                        "Let go of the bead",
                        "L",
                        () -> {
                            if (model.focus().get() instanceof Focus.OnBead bead) {
                                repairs.letGo(bead.voiceId(), bead.sourceSeconds());
                            }
                        }),
                command(
                        "delete",
                        "Take the bead, the chord or the protection away, give the note back",
                        "DELETE",
                        repairs::delete),
                command(
                        "protect",
                        "Protect timing (of a note its pitch), or lift that",
                        "F",
                        model.protections()::toggle),
                command(
                        "protect-pitch",
                        "Protect pitch, or lift that",
                        "Shift+F",
                        () -> model.protections().toggle(Protection.Kind.PITCH)),
                command(
                        "protect-both",
                        "Protect timing and pitch, or lift that",
                        "Shortcut+F",
                        () -> model.protections().toggle(Protection.Kind.BOTH)),
                command(
                        "octave-up",
                        "Pitch heard an octave too low here",
                        "Shortcut+Shift+UP",
                        () -> model.tunings().heardIn(1)),
                command(
                        "octave-down",
                        "Pitch heard an octave too high here",
                        "Shortcut+Shift+DOWN",
                        () -> model.tunings().heardIn(-1)),
                command(
                        "octave-right",
                        "Pitch heard in the right octave here",
                        "Shortcut+Shift+ENTER",
                        () -> model.tunings().heardIn(0)),
                command("note-up", "Note 5 cents higher", "Shift+UP", () -> model.notes().nudge(5)),
                command(
                        "note-down",
                        "Note 5 cents lower",
                        "Shift+DOWN",
                        () -> model.notes().nudge(-5)),
                command(
                        "chord",
                        "Write a chord at the playhead",
                        "C",
                        () -> model.chords().writeAtPlayhead()),
                command("join", "Join the note with the next", "J", () -> model.notes().join()));
    }

    private static Command command(String id, String title, String keys, Runnable action) {
        return Command.of(id, GROUP, title, keys, action);
    }
}
