package zelvan.desktop;

import java.util.List;
import java.util.function.Function;
import zelvan.desktop.acts.Act;
import zelvan.desktop.acts.Protections;
import zelvan.desktop.acts.Repairs;
import zelvan.desktop.acts.State;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.keys.Command;
import zelvan.session.Protection;

/// What can be done by key to what has the focus, through whatever lens it is seen.
final class RepairCommands {
    private RepairCommands() {}

    static List<Command> of(Desk desk) {
        return List.of(
                command(
                        desk,
                        "delete",
                        "Take the bead, the chord or the protection away, give the note back",
                        "DELETE",
                        now -> new Repairs(now).delete()),
                command(
                        desk,
                        "protect",
                        "Protect timing (of a note its pitch), or lift that",
                        "F",
                        now -> new Protections(now).toggle()),
                command(
                        desk,
                        "protect-pitch",
                        "Protect pitch, or lift that",
                        "Shift+F",
                        now -> new Protections(now).toggle(Protection.Kind.PITCH)),
                command(
                        desk,
                        "protect-both",
                        "Protect timing and pitch, or lift that",
                        "Shortcut+F",
                        now -> new Protections(now).toggle(Protection.Kind.BOTH)));
    }

    private static Command command(
            Desk desk, String id, String title, String keys, Function<State, Act> what) {
        return Command.of(id, Command.REPAIR, title, keys, () -> desk.act(what));
    }
}
