package zelvan.desktop;

import java.util.List;
import java.util.function.BiFunction;
import zelvan.desktop.acts.Act;
import zelvan.desktop.acts.Clipping;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.keys.Command;

/// What can be done by key to the stretches that voices are made of.
final class ClipCommands {
    private static final String GROUP = "Clips";

    private ClipCommands() {}

    static List<Command> of(Desk desk) {
        return List.of(
                Command.of(
                        "silence",
                        GROUP,
                        "Silence what is dragged out or the selected phrases",
                        "Shift+DELETE",
                        () -> desk.act(now -> new Clipping(now).silence())),
                atPlayhead(
                        desk,
                        "copy-here",
                        "What is dragged out or the selected phrases to the playhead as well",
                        "Shift+D",
                        Clipping::copyTo),
                atPlayhead(desk, "move-here", "The same, moved there", "V", Clipping::moveTo),
                atPlayhead(
                        desk,
                        "cut",
                        "Cut the selected voices at the playhead",
                        "D",
                        Clipping::divide),
                atPlayhead(desk, "begin-here", "They begin at the playhead", "Q", Clipping::begin),
                atPlayhead(desk, "end-here", "They end at the playhead", "Shift+Q", Clipping::end),
                atPlayhead(
                        desk, "fade-in", "They fade in up to the playhead", "I", Clipping::fadeIn),
                atPlayhead(
                        desk,
                        "fade-out",
                        "They fade out from the playhead",
                        "Shift+I",
                        Clipping::fadeOut));
    }

    private static Command atPlayhead(
            Desk desk,
            String id,
            String title,
            String keys,
            BiFunction<Clipping, Double, Act> what) {
        return Command.of(
                id,
                GROUP,
                title,
                keys,
                () ->
                        desk.act(now ->
                                what.apply(
                                        new Clipping(now),
                                        desk.hearing().player().positionSeconds())));
    }
}
