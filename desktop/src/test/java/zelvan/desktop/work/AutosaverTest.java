package zelvan.desktop.work;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.LinkedBlockingQueue;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zelvan.problem.ZelvanProblem;
import zelvan.session.Autosave;
import zelvan.session.Session;

class AutosaverTest {
    private static final long AGAIN_MILLIS = 20;
    private static final int SOON_SECONDS = 20;

    @TempDir private Path folder = Path.of(".");

    /// A file stands where its folder should be, as a disk that is full for a while.
    @Test
    void whatCouldNotBeWrittenIsWrittenLaterAndSaidOnce() throws Exception {
        Path place = Files.writeString(folder.resolve("unsaved"), "in the way");
        Autosave where = Autosave.of(place.resolve("song.zelvan"));
        LinkedBlockingQueue<ZelvanProblem> said = new LinkedBlockingQueue<>();
        try (Autosaver saver = new Autosaver(said::add, AGAIN_MILLIS)) {
            saver.keep(where, Optional.of(Session.EMPTY.withName("first")));
            saver.flush();
            assertThat(said.poll(SOON_SECONDS, TimeUnit.SECONDS)).isNotNull();
            for (int i = 0; i < 10; i++) {
                saver.flush();
            }
            assertThat(said).isEmpty();
            saver.keep(where, Optional.of(Session.EMPTY.withName("second")));
            Files.delete(place);
            saver.flush();
            assertThat(Files.readString(where.file())).contains("second").doesNotContain("first");
            saver.keep(where, Optional.empty());
            saver.flush();
            assertThat(where.file()).doesNotExist();
        }
    }

    /// A program that ends does not wait for a disk that does not come back.
    @Test
    void closingDoesNotFail() throws Exception {
        Path place = Files.writeString(folder.resolve("unsaved"), "in the way");
        LinkedBlockingQueue<ZelvanProblem> said = new LinkedBlockingQueue<>();
        Autosaver saver = new Autosaver(said::add, AGAIN_MILLIS);
        saver.keep(Autosave.of(place.resolve("song.zelvan")), Optional.of(Session.EMPTY));
        saver.close();
        saver.close();
        assertThat(said).hasSize(1);
    }
}
