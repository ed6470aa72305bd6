package zelvan.session;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zelvan.align.Anchor;
import zelvan.timing.TimingSettings;
import zelvan.units.TimeSpan;

class SessionFileTest {
    @TempDir Path folder;

    private Session session() {
        Path audio = folder.resolve("takes").resolve("left.wav");
        Session session =
                HistoryTest.session()
                        .changing(
                                "v",
                                v -> v.withAudio(new AudioReference(audio.toString(), 12, "abc")));
        for (Edit edit :
                List.of(
                        new RepairEdit.SetAnchors(
                                "Left", List.of(new RepairEdit.Of("v", Anchor.held(1.25, 1.5))), 1),
                        new RepairEdit.Protect(
                                "v",
                                "Left",
                                new Protection(new TimeSpan(3, 4), Protection.Kind.BOTH)),
                        new Edit.SetPhraseTiming(
                                "v",
                                "Left",
                                new TimeSpan(5, 7),
                                TimingDeparture.NONE.withSlack(0.01)),
                        new Edit.SetStackTiming(
                                "doubles", "Doubles", new TimingSettings(0.8, 0.004)),
                        new Edit.SetMix(new Mix(-0.25, false)))) {
            session = edit.apply(session);
        }
        return session;
    }

    @Test
    void whatIsSavedIsOpenedAgain() throws Exception {
        Path file = folder.resolve("song.zelvan");
        SessionFile.write(file, session());
        assertThat(SessionFile.read(file)).isEqualTo(session());
    }

    @Test
    void audioBesideTheSessionIsNamedRelativeToIt() throws Exception {
        Path file = folder.resolve("song.zelvan");
        SessionFile.write(file, session());
        assertThat(Files.readString(file))
                .contains("\"takes/left.wav\"")
                .doesNotContain(folder.toString());
        Path moved = Files.createDirectory(folder.resolve("elsewhere"));
        Files.move(file, moved.resolve("song.zelvan"));
        assertThat(
                        SessionFile.read(moved.resolve("song.zelvan"))
                                .voice("v")
                                .orElseThrow()
                                .audio()
                                .path())
                .isEqualTo(moved.resolve("takes").resolve("left.wav").toString());
    }

    @Test
    void aNewerVersionIsNotOpened() throws Exception {
        Path file =
                Files.writeString(
                        folder.resolve("new.zelvan"), "{\"version\": 99, \"session\": {}}");
        assertThatThrownBy(() -> SessionFile.read(file))
                .isInstanceOf(SessionProblem.class)
                .hasMessageContaining("new.zelvan")
                .hasMessageContaining("newer");
    }

    @Test
    void aDamagedFileIsNamed() throws Exception {
        Path file = folder.resolve("song.zelvan");
        SessionFile.write(file, session());
        Files.writeString(file, Files.readString(file).substring(0, 300));
        assertThatThrownBy(() -> SessionFile.read(file))
                .isInstanceOf(SessionProblem.class)
                .hasMessageContaining("song.zelvan: the session is damaged");
    }

    /// A field that is missing must not quietly become zero.
    @Test
    void aMissingFieldIsDamage() throws Exception {
        Path file = folder.resolve("song.zelvan");
        SessionFile.write(file, session());
        Files.writeString(file, Files.readString(file).replaceFirst("\"pull\" : 0.8,", ""));
        assertThatThrownBy(() -> SessionFile.read(file)).isInstanceOf(SessionProblem.class);
    }

    @Test
    void otherFilesAndMissingOnesAreNamed() throws Exception {
        Path other = Files.writeString(folder.resolve("a.zelvan"), "{\"hello\": 1}");
        assertThatThrownBy(() -> SessionFile.read(other))
                .hasMessageContaining("not a Zelvan session");
        assertThatThrownBy(() -> SessionFile.read(folder.resolve("no.zelvan")))
                .hasMessageContaining("no such file");
    }

    @Test
    void anAutosaveLiesBesideUntilTheNextSave() throws Exception {
        Path file = folder.resolve("song.zelvan");
        SessionFile.write(file, HistoryTest.session());
        assertThat(SessionFile.newerAutosave(file)).isEmpty();
        Files.setLastModifiedTime(file, java.nio.file.attribute.FileTime.fromMillis(1_000_000));
        SessionFile.autosave(file, session());
        assertThat(SessionFile.read(SessionFile.newerAutosave(file).orElseThrow()))
                .isEqualTo(session());
        SessionFile.write(file, session());
        assertThat(SessionFile.newerAutosave(file)).isEmpty();
        assertThat(folder).isDirectoryNotContaining(p -> p.toString().endsWith(".part"));
    }
}
