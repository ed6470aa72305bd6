package zelvan.session;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Duration;
import java.time.Instant;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zelvan.files.Target;
import zelvan.files.WriteProblem;

class AutosaveTest {
    @TempDir private Path folder = Path.of(".");

    private static Session called(String name) {
        return HistoryTest.session().withName(name);
    }

    private Path song() {
        return folder.resolve("song.zelvan");
    }

    @Test
    void everyRunHasAFileOfItsOwnAndTheNewestComesFirst() throws Exception {
        Autosave earlier = Autosave.of(song());
        earlier.keep(called("earlier"));
        Files.setLastModifiedTime(earlier.file(), FileTime.from(Instant.now().minusSeconds(60)));
        Autosave later = Autosave.of(song());
        later.keep(called("later"));
        later.keep(called("latest"));

        assertThat(Autosave.leftOf(song())).hasSize(2);
        assertThat(Autosave.leftOf(song()).getFirst().read().name()).isEqualTo("latest");
        assertThat(Autosave.leftOf(song()).getLast().read().name()).isEqualTo("earlier");
        later.forget();
        assertThat(Autosave.leftOf(song())).hasSize(1);
    }

    /// Recordings beside the session are named from the session's place, and found from there.
    @Test
    void recordingsAreFoundFromTheSessionsPlace() throws Exception {
        Path recording = folder.resolve("lead.wav");
        Session session =
                new Edit.UseRecording("v", "Left", AudioReference.to(recording))
                        .apply(HistoryTest.session());
        Autosave autosave = Autosave.of(song());
        autosave.keep(session);
        assertThat(Files.readString(autosave.file())).contains("\"lead.wav\"");
        assertThat(Autosave.leftOf(song()).getFirst().read().recording("v").orElseThrow().audio())
                .isEqualTo(AudioReference.to(recording));
    }

    @Test
    void anotherSessionsAutosaveIsNotThisOnes() throws Exception {
        Autosave.of(folder.resolve("song 2.zelvan")).keep(called("two"));
        assertThat(Autosave.leftOf(song())).isEmpty();
        assertThat(Autosave.in(folder)).hasSize(1);
    }

    /// They had no id before there could be several.
    @Test
    void anAutosaveOfAnOlderProgramIsFound() throws Exception {
        Autosave made = Autosave.of(song());
        made.keep(called("old"));
        Files.move(made.file(), folder.resolve("song.zelvan.autosave"));
        assertThat(Autosave.leftOf(song()))
                .singleElement()
                .satisfies(left -> assertThat(left.home()).isEqualTo(song()));
    }

    @Test
    void aNameThatLeadsElsewhereStaysInTheFolder() throws Exception {
        Path long300 = folder.resolve("o".repeat(240) + ".zelvan");
        Autosave autosave = Autosave.of(long300);
        autosave.keep(called("long"));
        assertThat(autosave.file().getParent()).isEqualTo(folder);
        assertThat(Autosave.leftOf(long300)).hasSize(1);
    }

    @Test
    void whatIsThrownAwayCanBeHadBackForAMonth() throws Exception {
        Autosave autosave = Autosave.of(song());
        autosave.keep(called("kept"));
        Autosave.Left left = Autosave.leftOf(song()).getFirst();
        left.throwAway();
        assertThat(Autosave.leftOf(song())).isEmpty();
        left.fetchBack();
        assertThat(Autosave.leftOf(song())).hasSize(1);

        left.throwAway();
        Path away = folder.resolve(autosave.file().getFileName() + ".thrown-away");
        Files.setLastModifiedTime(away, FileTime.from(Instant.now().minus(Duration.ofDays(31))));
        assertThat(Autosave.in(folder)).isEmpty();
        assertThat(away).doesNotExist();
    }

    @Test
    void whereNothingCanBeWrittenItIsSaid() throws Exception {
        Path file = Files.writeString(folder.resolve("file"), "x");
        assertThatThrownBy(() -> Autosave.of(file.resolve("song.zelvan")).keep(called("x")))
                .isInstanceOf(WriteProblem.class)
                .hasMessageContaining("could not be written");
    }

    @Test
    void savingLeavesTheAutosaveToWhoeverMadeIt() throws Exception {
        Autosave.of(song()).keep(called("kept"));
        SessionFile.write(Target.fresh(song()), called("saved"));
        assertThat(Autosave.leftOf(song())).hasSize(1);
        assertThat(folder).isDirectoryNotContaining("glob:**.zelvan-part");
    }
}
