package zelvan.desktop.work;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

/// When a file that comes by itself is taken for whole; here it is whole when it has four letters.
class GrowingFilesTest {
    private static final long SECOND = 1_000_000_000;

    @TempDir private Path folder = Path.of(".");
    private final GrowingFiles growing = new GrowingFiles(GrowingFilesTest::hasFourLetters);

    private static boolean hasFourLetters(Path file) {
        return file.toFile().length() == 4;
    }

    private Path write(String text) throws IOException {
        return Files.writeString(folder.resolve("take.wav"), text);
    }

    @Test
    void aFileIsWholeWhenNothingHasChangedForThreeSeconds() throws IOException {
        Path file = write("take");
        growing.add(file, 0);
        assertThat(growing.whole(SECOND)).isEmpty();
        assertThat(growing.whole(3 * SECOND - 1)).isEmpty();
        assertThat(growing.whole(3 * SECOND)).containsExactly(file);
        assertThat(growing.whole(9 * SECOND)).isEmpty();
    }

    /// A copy that stops for seconds is still a half.
    @Test
    void whatIsNotWholeYetIsLookedAtAgainWhenItHasChanged() throws IOException {
        Path file = write("ta");
        growing.add(file, 0);
        assertThat(growing.whole(4 * SECOND)).isEmpty();
        assertThat(growing.whole(60 * SECOND)).isEmpty();
        write("take");
        assertThat(growing.whole(61 * SECOND)).isEmpty();
        assertThat(growing.whole(63 * SECOND)).isEmpty();
        assertThat(growing.whole(64 * SECOND)).containsExactly(file);
    }

    @Test
    void aFileThatIsEmptyAtFirstIsNotForgotten() throws IOException {
        Path file = write("");
        growing.add(file, 0);
        for (int s = 0; s < 100; s++) {
            assertThat(growing.whole(s * SECOND)).isEmpty();
        }
        write("take");
        growing.whole(100 * SECOND);
        assertThat(growing.whole(103 * SECOND)).containsExactly(file);
    }

    @Test
    void aFileThatIsGoneIsForgotten() throws IOException {
        Path file = write("ta");
        growing.add(file, 0);
        Files.delete(file);
        assertThat(growing.whole(4 * SECOND)).isEmpty();
        write("take");
        assertThat(growing.whole(9 * SECOND)).as("nobody has said that it is there").isEmpty();
    }
}
