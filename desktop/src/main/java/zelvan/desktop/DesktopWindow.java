package zelvan.desktop;

import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CountDownLatch;
import java.util.function.Supplier;
import javafx.application.Platform;
import javafx.stage.Stage;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import zelvan.cli.Window;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.theme.Theme;
import zelvan.desktop.work.Work;
import zelvan.engine.Engine;
import zelvan.engine.KeptWork;
import zelvan.files.Ledger;
import zelvan.files.UserFolders;
import zelvan.play.Output;
import zelvan.play.Player;
import zelvan.play.SimulatedOutput;
import zelvan.play.SoundCardOutput;

/// The desktop application, as the command line finds it.
public final class DesktopWindow implements Window {
    private static final Logger LOG = LoggerFactory.getLogger(DesktopWindow.class);
    private static final int SAMPLE_RATE_HERTZ = 48_000;

    @Override
    public void open(List<Path> named) {
        CountDownLatch closed = new CountDownLatch(1);
        Platform.setImplicitExit(false);
        Platform.startup(() -> {
            Desk desk = new Desk(player());
            Thread.setDefaultUncaughtExceptionHandler((thread, fault) -> tell(desk, thread, fault));
            Work work =
                    new Work(
                            desk,
                            new Engine(KeptWork.ofUser()),
                            UserFolders.data(),
                            Ledger.ofUser());
            Stage stage = new Stage();
            var unused = new MainWindow(desk, work, new Theme(), stage);
            stage.setOnHidden(e -> {
                work.close();
                closed.countDown();
            });
            stage.show();
            work.documents().open(named);
        });
        try {
            closed.await();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        Platform.exit();
    }

    /// What nobody else has caught, on whatever thread, the window's own among them.
    private static void tell(Desk desk, Thread thread, Throwable fault) {
        LOG.error("A fault in {}", thread.getName(), fault);
        Platform.runLater(() ->
                desk.say(
                        "Something in the program failed ("
                                + fault
                                + "). What you have done is kept; save the session, and start the"
                                + " program again if something does not answer."));
    }

    private static Player player() {
        Supplier<Optional<Output>> card = () -> SoundCardOutput.open(SAMPLE_RATE_HERTZ);
        Optional<Output> there = card.get();
        return new Player(
                there.orElseGet(() -> new SimulatedOutput(SAMPLE_RATE_HERTZ)),
                there.isEmpty(),
                card);
    }

    @Override
    public void screenshots(Path demo, Path folder) {
        new Screenshots(demo, folder).take();
    }

    @Override
    public void measure(Path folder, KeptWork kept, Path temporary, PrintWriter out) {
        new WindowBench(folder, kept, temporary, out).run();
    }
}
