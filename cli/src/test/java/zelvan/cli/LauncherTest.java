package zelvan.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.junit.jupiter.api.Assumptions.assumeTrue;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/// What the launcher's shell functions do before there is a program.
class LauncherTest {
    private static final Path SCRIPTS = Path.of("..", "scripts").toAbsolutePath().normalize();

    @TempDir private Path folder = Path.of(".");

    @BeforeEach
    void bashIsThere() {
        assumeTrue(Files.isExecutable(Path.of("/bin/bash")), "the launcher is a bash script");
    }

    /// The linker's list goes on long after the library that is looked for: whoever stops reading
    /// at the first match breaks the pipe, and a library that is there seems to be missing.
    @Test
    void aLibraryAtTheHeadOfALongListIsFound() throws Exception {
        fakeLinker("echo libfirst.so.1; head -c 8000000 /dev/zero | tr '\\0' '\\n'");
        assertThat(missing("libfirst.so.1", "libnever.so.2")).isEqualTo(" libnever.so.2");
    }

    @Test
    void nothingIsMissingWhereTheLinkerDoesNotSay() throws Exception {
        fakeLinker("exit 1");
        assertThat(missing("libfirst.so.1")).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "'', yes",
        "song.zelvan, yes",
        "--help, no",
        "-h, no",
        "'--out dir', no",
        "--out=dir, no",
        "'-q --out dir', no"
    })
    void onlyWhatOpensAWindowNeedsADisplay(String arguments, String needed) throws Exception {
        String script = SCRIPTS.resolve("libraries.sh") + "; if zelvan_opens_window " + arguments;
        assertThat(said(bash("source " + script + "; then echo yes; else echo no; fi")))
                .isEqualTo(needed);
    }

    @Test
    void aJdkIsFoundWithoutAHome() throws Exception {
        ProcessBuilder shell = bash("source " + SCRIPTS.resolve("jdk.sh") + "; echo $JAVA_HOME");
        shell.environment().remove("HOME");
        shell.environment().put("JAVA_HOME", System.getProperty("java.home"));
        assertThat(said(shell)).isEqualTo(System.getProperty("java.home"));
    }

    private void fakeLinker(String script) throws IOException {
        Path linker = folder.resolve("ldconfig");
        Files.writeString(linker, "#!/bin/bash\n" + script + "\n");
        assertThat(linker.toFile().setExecutable(true)).isTrue();
    }

    private String missing(String... libraries) throws Exception {
        ProcessBuilder shell =
                bash(
                        "source "
                                + SCRIPTS.resolve("libraries.sh")
                                + "; zelvan_missing_libraries "
                                + String.join(" ", libraries));
        shell.environment().merge("PATH", folder.toString(), (path, first) -> first + ":" + path);
        return said(shell);
    }

    private static ProcessBuilder bash(String script) {
        return new ProcessBuilder(List.of("/bin/bash", "-euo", "pipefail", "-c", script))
                .redirectErrorStream(true);
    }

    private static String said(ProcessBuilder shell) throws Exception {
        Process process = shell.start();
        String said =
                new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8)
                        .stripTrailing();
        assertThat(process.waitFor()).as(said).isZero();
        return said;
    }
}
