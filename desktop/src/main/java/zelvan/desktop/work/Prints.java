package zelvan.desktop.work;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import java.util.function.Consumer;
import javafx.application.Platform;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import zelvan.audio.SoundFormat;
import zelvan.derived.Derived;
import zelvan.desktop.desk.Desk;
import zelvan.engine.Engine;
import zelvan.engine.Progress;
import zelvan.exchange.Delivery;
import zelvan.exchange.MixPrinter;
import zelvan.exchange.Printed;
import zelvan.exchange.VoicePrinter;
import zelvan.files.Output;
import zelvan.files.Targets;
import zelvan.problem.ZelvanProblem;
import zelvan.session.Session;

/// Prints the session beside the window, one print at a time.
public final class Prints {
    private static final Logger LOG = LoggerFactory.getLogger(Prints.class);

    private final Desk desk;
    private final Engine engine;
    private final Documents documents;
    private final Background background;
    private Ending last = Ending.WHOLE;
    private Consumer<Ending> waiting = ending -> {};

    Prints(Desk desk, Engine engine, Documents documents) {
        this.desk = desk;
        this.engine = engine;
        this.documents = documents;
        background = new Background(desk.printing(), desk::say);
    }

    /// What is printed, and as what.
    ///
    /// @param voices whether each voice is printed by itself
    /// @param mix whether what is heard is printed as one file
    /// @param format of the files; empty for as recorded
    /// @param voicePeakDecibels the highest sample of each voice; empty for as loud as it sounds
    /// @param mixLufs loudness of the mix; empty for as loud as it sounds
    /// @param mixRoom whether the mix has the room around it that is heard
    public record Wish(
            boolean voices,
            boolean mix,
            Optional<SoundFormat> format,
            Optional<Double> voicePeakDecibels,
            Optional<Double> mixLufs,
            boolean mixRoom) {
        /// Every voice as it was recorded.
        public static final Wish VOICES =
                new Wish(true, false, Optional.empty(), Optional.empty(), Optional.empty(), false);

        private Delivery delivery() {
            return new Delivery(format, voicePeakDecibels, mixLufs, mixRoom);
        }
    }

    /// How a print ended.
    public enum Ending {
        /// Everything that was wished is written.
        WHOLE,
        /// Something is missing, and the user is told what.
        LACKING,
        /// The user gave it up.
        CANCELLED
    }

    /// Calls once when the print that is running has ended, instead of what was to be called
    /// before; at once, with how the last one ended, if none is running.
    public void whenEnded(Consumer<Ending> then) {
        if (desk.printing().running().get()) {
            waiting = then;
        } else {
            then.accept(last);
        }
    }

    /// The files in that folder that somebody else made and that would be replaced.
    public List<Path> inTheWay(Path folder, Wish wish) {
        Derived derived = desk.derived().get();
        List<Output> outputs = new ArrayList<>();
        if (wish.voices) {
            outputs.addAll(VoicePrinter.outputs(VoicePrinter.jobs(derived), folder, wish.format));
        }
        if (wish.mix) {
            outputs.add(MixPrinter.output(derived, folder));
        }
        return documents.targets(false).inTheWay(outputs);
    }

    /// Prints the session as it is wanted now.
    ///
    /// @param replace whether the user has agreed that files that are there are replaced
    public void print(Path folder, Wish wish, boolean replace) {
        if (desk.printing().running().get()) {
            desk.say("One print is still being written. Print again when it is done.");
            return;
        }
        Progress progress = background.begin();
        desk.printing().show("Printing", 0);
        Session session = desk.session();
        Targets targets = documents.targets(replace);
        Thread.ofVirtual()
                .name("zelvan-print")
                .start(() -> run(session, folder, wish, targets, progress));
    }

    private void run(Session session, Path folder, Wish wish, Targets targets, Progress progress) {
        Outcome outcome;
        try {
            // Derived once more, so that a recording that was changed meanwhile is noticed.
            Derived derived = engine.derive(session, progress);
            outcome = print(derived, folder, wish, targets, progress);
        } catch (ZelvanProblem e) {
            outcome = new Outcome(Ending.LACKING, List.of(String.valueOf(e.getMessage())));
        } catch (CancellationException e) {
            outcome =
                    new Outcome(
                            Ending.CANCELLED,
                            List.of("Printing was cancelled; what is printed already is complete"));
        } catch (RuntimeException | Error e) {
            LOG.error("Failed while printing", e);
            outcome =
                    new Outcome(
                            Ending.LACKING,
                            List.of(
                                    "Printing went wrong ("
                                            + e
                                            + "). What is printed already is complete; the session is as it was."));
        }
        Outcome ended = outcome;
        Platform.runLater(() -> ended(ended));
    }

    private void ended(Outcome outcome) {
        desk.printing().end();
        outcome.said.forEach(desk::say);
        last = outcome.ending;
        Consumer<Ending> then = waiting;
        waiting = ending -> {};
        then.accept(last);
    }

    private record Outcome(Ending ending, List<String> said) {}

    private static Outcome print(
            Derived derived, Path folder, Wish wish, Targets targets, Progress progress)
            throws ZelvanProblem {
        List<String> done = new ArrayList<>();
        List<Printed> files = new ArrayList<>();
        List<ZelvanProblem> lacking = new ArrayList<>();
        if (wish.voices) {
            VoicePrinter.Outcome outcome =
                    VoicePrinter.print(
                            VoicePrinter.jobs(derived), folder, wish.delivery(), targets, progress);
            files.addAll(outcome.printed());
            lacking.addAll(outcome.failed());
            done.add(files.size() + " voices");
        }
        if (wish.mix) {
            files.add(MixPrinter.print(derived, folder, wish.delivery(), targets, progress));
            done.add("the mix");
        }
        List<String> said = new ArrayList<>();
        said.add("Printed " + String.join(" and ", done) + " to " + folder);
        files.stream()
                .filter(f -> !f.words().isEmpty())
                .forEach(f -> said.add(f.file().getFileName() + ": " + f.words()));
        derived.session().voices().stream()
                .flatMap(v -> derived.voice(v.id()).stream())
                .filter(made -> made.file().isEmpty())
                .flatMap(made -> made.problem().stream())
                .forEach(lacking::add);
        lacking.forEach(p -> said.add("Not printed: " + p.getMessage()));
        return new Outcome(lacking.isEmpty() ? Ending.WHOLE : Ending.LACKING, said);
    }
}
