package zelvan.bench.kills;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Supplier;
import javafx.application.Platform;
import javafx.stage.Stage;
import zelvan.derived.Derived;
import zelvan.desktop.MainWindow;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.desk.Message;
import zelvan.desktop.theme.Theme;
import zelvan.desktop.work.Work;
import zelvan.engine.Engine;
import zelvan.engine.KeptWork;
import zelvan.engine.Progress;
import zelvan.exchange.Delivery;
import zelvan.exchange.VoiceFolder;
import zelvan.exchange.VoicePrinter;
import zelvan.files.Ledger;
import zelvan.files.Output;
import zelvan.files.Targets;
import zelvan.play.Player;
import zelvan.play.SimulatedOutput;
import zelvan.session.Scope;
import zelvan.session.Session;
import zelvan.session.SessionFile;
import zelvan.session.Turn;
import zelvan.timing.TimingSettings;

/// The process that is killed: works over and over at one thing, and says on its standard output
/// what is done: `STATE MILLISECONDS`. A state is a pull in thousandths.
public final class Victim {
    private static final int STATES = 1000;
    private static final int RATE_HERTZ = 48_000;
    private static final long EDIT_EVERY_NANOS = 40_000_000;
    private static final long PATIENCE_NANOS = 60_000_000_000L;

    private final Path folder;

    private Victim(Path folder) {
        this.folder = folder;
    }

    /// @param arguments what it does (`save`, `print`, `analyse`, `window`, `again`), and the
    ///   folder that it does it in
    public static void main(String[] arguments) throws Exception {
        Victim victim = new Victim(Path.of(arguments[1]));
        switch (arguments[0]) {
            case "save" -> victim.save();
            case "print" -> victim.print();
            case "analyse" -> victim.analyse();
            case "window" -> victim.window();
            case "again" -> victim.again();
            default -> throw new IllegalArgumentException(arguments[0]);
        }
    }

    private static void say(int state) {
        System.out.println(state + " " + System.currentTimeMillis());
        System.out.flush();
    }

    static Path song(Path folder) {
        return folder.resolve("song");
    }

    static Path saved(Path folder) {
        return folder.resolve("saved.zelvan");
    }

    static Path printed(Path folder) {
        return folder.resolve("printed");
    }

    static KeptWork kept(Path folder) {
        return new KeptWork(folder.resolve("kept"));
    }

    static Session session(Path folder) throws Exception {
        List<Path> files = VoiceFolder.soundFiles(List.of(song(folder)));
        return VoiceFolder.adding(Session.EMPTY, files).apply(Session.EMPTY);
    }

    static Session state(Session session, int state) {
        return turn(state).apply(session);
    }

    private static Turn<Double> turn(int state) {
        return new Turn<>(
                List.of(Scope.ALL),
                "All stacks",
                TimingSettings.PULL,
                100.0 * (state % STATES) / STATES);
    }

    static int stateOf(Session session) {
        double pull =
                Scope.values(session, List.of(Scope.ALL), TimingSettings.PULL).stream()
                        .findFirst()
                        .orElse(0.0);
        return (int) Math.round(STATES * pull / 100);
    }

    private Targets targets() {
        return new Targets(List.of(), new Ledger(folder.resolve("written")), false);
    }

    private void save() throws Exception {
        Session session = session(folder);
        Output output = new Output(saved(folder), song(folder));
        for (int state = 1; state < STATES; state++) {
            SessionFile.write(targets().target(output), state(session, state));
            say(state);
        }
    }

    private void print() throws Exception {
        try (Engine engine = new Engine(kept(folder))) {
            for (int state = 1; state < STATES; state++) {
                Derived derived =
                        engine.derive(state(session(folder), 300 + 7 * state % 700), Progress.NONE);
                VoicePrinter.print(
                        VoicePrinter.jobs(derived),
                        printed(folder),
                        Delivery.AS_IT_SOUNDS,
                        targets(),
                        Progress.NONE);
                say(state);
            }
        }
    }

    private void analyse() throws Exception {
        try (Engine engine = new Engine(kept(folder))) {
            engine.derive(session(folder), Progress.NONE);
            say(1);
        }
    }

    private Desk start() throws Exception {
        Platform.setImplicitExit(false);
        Platform.startup(() -> {});
        return onWindow(() -> {
            Desk desk = new Desk(new Player(new SimulatedOutput(RATE_HERTZ)));
            Work work =
                    new Work(
                            desk,
                            new Engine(kept(folder)),
                            folder,
                            new Ledger(folder.resolve("written")));
            Stage stage = new Stage();
            var unused = new MainWindow(desk, work, new Theme(), stage);
            stage.show();
            work.documents().open(List.of(song(folder)));
            return desk;
        });
    }

    private static <T> T onWindow(Supplier<T> work) throws Exception {
        return CompletableFuture.supplyAsync(work, Platform::runLater).get();
    }

    /// An edit many times a second, as a control that is turned makes them.
    private void window() throws Exception {
        Desk desk = start();
        for (int state = 1; state < STATES; state++) {
            int now = state;
            say(
                    onWindow(() -> {
                        desk.apply(turn(now));
                        return now;
                    }));
            LockSupport.parkNanos(EDIT_EVERY_NANOS);
        }
    }

    /// Starts as the user would after a crash: the same folder, and what is offered is taken.
    private void again() throws Exception {
        Desk desk = start();
        long end = System.nanoTime() + PATIENCE_NANOS;
        Optional<Message.Offer> offer = Optional.empty();
        while (offer.isEmpty() && System.nanoTime() < end) {
            offer =
                    onWindow(() ->
                            desk.messages().stream()
                                    .flatMap(m -> m.offers().stream())
                                    .filter(o -> o.word().equals("Go on with it"))
                                    .findFirst());
            if (offer.isEmpty() && desk.stale().get()) {
                LockSupport.parkNanos(EDIT_EVERY_NANOS);
            } else {
                break;
            }
        }
        Optional<Message.Offer> found = offer;
        say(
                onWindow(() -> {
                    found.ifPresent(o -> o.action().run());
                    return found.isPresent() ? stateOf(desk.session()) : 0;
                }));
        System.exit(0);
    }

    /// The command that starts one.
    static List<String> command(String work, Path folder) {
        return List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-Xmx1g",
                "-XX:TieredStopAtLevel=1",
                "-Dglass.platform=Headless",
                "-Dprism.order=sw",
                "--enable-native-access=ALL-UNNAMED",
                "-cp",
                System.getProperty("java.class.path"),
                Victim.class.getName(),
                work,
                folder.toString());
    }
}
