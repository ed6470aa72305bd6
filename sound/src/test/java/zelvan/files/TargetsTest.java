package zelvan.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

class TargetsTest {
    @TempDir private Path folder = Path.of(".");
    private Path recording = Path.of(".");
    private Ledger ledger = new Ledger(Path.of("."));

    @BeforeEach
    void record() throws IOException {
        recording = Files.writeString(folder.resolve("lead.wav"), "sung once");
        ledger = new Ledger(folder.resolve("written"));
    }

    private Targets targets(boolean replace) {
        return new Targets(List.of(recording), ledger, replace);
    }

    private Output output(String name) {
        return new Output(folder.resolve(name), recording);
    }

    private void write(Output output, String text) throws WriteProblem {
        WholeFile.write(targets(false).target(output), file -> Files.writeString(file, text));
    }

    /// However it is spelled, and whatever the user agrees to.
    @ParameterizedTest
    @ValueSource(
            strings = {
                "lead.wav",
                "./lead.wav",
                "sub/../lead.wav",
                "link.wav",
                "hard.wav",
                "linked/lead.wav"
            })
    void aRecordingIsNeverATarget(String spelling) throws IOException {
        Files.createDirectories(folder.resolve("sub"));
        Files.createSymbolicLink(folder.resolve("link.wav"), recording);
        Files.createLink(folder.resolve("hard.wav"), recording);
        Files.createSymbolicLink(folder.resolve("linked"), folder);
        assertThatThrownBy(() -> targets(true).target(output(spelling)))
                .isInstanceOf(WriteProblem.class)
                .hasMessageContaining("recordings are never replaced");
    }

    /// Where it lies on a disk that is not there now, in a folder under another name.
    @Test
    void norIsTheOneThatIsMissingOrOfAnotherCase() throws IOException {
        Files.delete(recording);
        Files.createSymbolicLink(folder.resolve("linked"), folder);
        for (String spelling : List.of("lead.wav", "LEAD.wav", "linked/lead.wav")) {
            assertThatThrownBy(() -> targets(true).target(output(spelling)))
                    .as(spelling)
                    .isInstanceOf(WriteProblem.class);
        }
    }

    @Test
    void whatSomebodyElseWroteIsReplacedOnlyIfTheUserAgrees() throws Exception {
        Path other = Files.writeString(folder.resolve("double.wav"), "somebody else's");
        assertThatThrownBy(() -> targets(false).target(output("double.wav")))
                .hasMessageContaining("double.wav")
                .hasMessageContaining("--replace");
        assertThat(targets(false).inTheWay(List.of(output("double.wav"), output("new.wav"))))
                .containsExactly(other);
        WholeFile.write(
                targets(true).target(output("double.wav")),
                file -> Files.writeString(file, "ours"));
        assertThat(other).hasContent("ours");
    }

    @Test
    void whatWasWrittenOfTheSameIsWrittenAgain() throws Exception {
        write(output("out.wav"), "first");
        write(output("out.wav"), "second");
        write(output("out.wav"), "third");
        assertThat(folder.resolve("out.wav")).hasContent("third");
        assertThat(targets(false).inTheWay(List.of(output("out.wav")))).isEmpty();
    }

    @Test
    void whatWasWrittenOfSomethingElseOrChangedSinceIsNot() throws Exception {
        write(output("out.wav"), "first");
        Output ofAnother = new Output(folder.resolve("out.wav"), folder.resolve("other.wav"));
        assertThatThrownBy(() -> targets(false).target(ofAnother)).isInstanceOf(WriteProblem.class);
        Files.writeString(folder.resolve("out.wav"), "mended by hand");
        assertThatThrownBy(() -> write(output("out.wav"), "second"))
                .isInstanceOf(WriteProblem.class);
        assertThat(folder.resolve("out.wav")).hasContent("mended by hand");
    }

    /// A kill between the note and the move leaves the file as it was before.
    @Test
    void aKillBeforeTheFileIsMovedDoesNotForgetTheOneBefore() throws Exception {
        write(output("out.wav"), "first");
        Path whole = Files.writeString(folder.resolve("part"), "never moved");
        ledger.note(output("out.wav"), whole);
        write(output("out.wav"), "second");
        assertThat(folder.resolve("out.wav")).hasContent("second");
    }

    @Test
    void twoOutputsOfOneCommandAreTwoFiles() throws Exception {
        Targets targets = targets(false);
        var unused = targets.target(output("same.wav"));
        assertThatThrownBy(() -> targets.target(output("SAME.wav")))
                .hasMessageContaining("two outputs");
    }

    @Test
    void aLinkToAFileOfOthersIsInTheWay() throws Exception {
        Path elsewhere = Files.writeString(folder.resolve("theirs"), "theirs");
        Files.createSymbolicLink(folder.resolve("out.wav"), elsewhere);
        assertThatThrownBy(() -> write(output("out.wav"), "ours")).isInstanceOf(WriteProblem.class);
        assertThat(elsewhere).hasContent("theirs");
    }

    @Test
    void aFailureLeavesNothingAndKeepsWhatWasThere() throws Exception {
        write(output("out.wav"), "first");
        assertThatThrownBy(() ->
                        WholeFile.write(
                                targets(false).target(output("out.wav")),
                                file -> {
                                    Files.writeString(file, "half");
                                    throw new IOException("No space left on device");
                                }))
                .isInstanceOf(WriteProblem.class)
                .hasMessageContaining("No space left on device")
                .hasMessageContaining("room on the disk");
        assertThat(folder.resolve("out.wav")).hasContent("first");
        assertThat(folder).isDirectoryNotContaining("glob:**zelvan-part");
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "../../evil",
                "/etc/passwd",
                "..",
                ".",
                "",
                "a\0b",
                "C:\\windows\\x",
                "con",
                "NUL",
                "tab\there",
                "line\nbreak",
                "trailing. ",
                "…",
                "Über “Laternen” am Pier"
            })
    void aNameIsOneFileInItsFolder(String name) {
        String safe = FileNames.of(name);
        Path path = folder.resolve(safe + ".zelvan").normalize();
        assertThat(path.getParent()).isEqualTo(folder);
        assertThat(safe).isNotBlank().doesNotContain("/", "\\", "\0").doesNotStartWith(".");
        assertThat(List.of("con", "nul")).doesNotContain(safe.toLowerCase(Locale.ROOT));
    }

    @Test
    void aLongNameIsShortenedBetweenLetters() throws IOException {
        String safe = FileNames.of("ü".repeat(300));
        assertThat(safe).matches("ü{100}");
        Files.writeString(folder.resolve(safe + " (mix).wav"), "fits");
    }
}
