package zelvan.desktop;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Function;
import zelvan.desktop.acts.Act;
import zelvan.desktop.acts.Carrying;
import zelvan.desktop.acts.Protections;
import zelvan.desktop.acts.Repairs;
import zelvan.desktop.acts.Scopes;
import zelvan.desktop.acts.State;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.keys.Command;
import zelvan.session.Protection;
import zelvan.timing.TimingSettings;

/// What can be done by key to what has the focus, through whatever lens it is seen.
final class RepairCommands {
    private RepairCommands() {}

    static List<Command> of(Desk desk) {
        List<Command> all = new ArrayList<>(ClipCommands.of(desk));
        all.addAll(onFocus(desk));
        return all;
    }

    private static List<Command> onFocus(Desk desk) {
        return List.of(
                command(
                        desk,
                        "delete",
                        "Take the bead, the chord or the protection away, give the note back",
                        "DELETE",
                        now -> new Repairs(now).delete()),
                Command.of(
                        "take",
                        Command.REPAIR,
                        "Take settings and hand work of the selected voice",
                        "Shortcut+C",
                        desk::take),
                Command.of(
                        "set-as",
                        Command.REPAIR,
                        "Set what is selected as the voice that was taken",
                        "Shortcut+V",
                        () -> desk.carryOver(Carrying::settings)),
                Command.of(
                        "by-hand-as",
                        Command.REPAIR,
                        "Do to it by hand what was done to that voice",
                        "Shortcut+Shift+V",
                        () -> desk.carryOver(Carrying::hand)),
                shift(desk, "shift-earlier", "Selected phrase or voices 5 ms earlier", "Comma", -5),
                shift(desk, "shift-later", "Selected phrase or voices 5 ms later", "Period", 5),
                shift(desk, "shift-bit-earlier", "1 ms earlier", "Shift+Comma", -1),
                shift(desk, "shift-bit-later", "1 ms later", "Shift+Period", 1),
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

    private static Command shift(Desk desk, String id, String title, String keys, double millis) {
        return command(
                desk,
                id,
                title,
                keys,
                now ->
                        now.selected().stream().noneMatch(v -> v.role().follows())
                                ? Act.saying("Select a phrase of a voice, or voices, to shift them")
                                : Act.of(
                                        Scopes.of(now.selection(), now.session())
                                                .turningBy(
                                                        now.session(),
                                                        TimingSettings.SHIFT,
                                                        millis)));
    }

    private static Command command(
            Desk desk, String id, String title, String keys, Function<State, Act> what) {
        return Command.of(id, Command.REPAIR, title, keys, () -> desk.act(what));
    }
}
