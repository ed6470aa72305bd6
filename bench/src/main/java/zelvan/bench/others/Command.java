package zelvan.bench.others;

import java.io.IOException;

/// Programs of the system.
final class Command {
    private Command() {}

    /// Whether one is installed.
    static boolean isHere(String name) {
        try {
            new ProcessBuilder(name, "--version")
                    .redirectErrorStream(true)
                    .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                    .start()
                    .waitFor();
            return true;
        } catch (IOException e) {
            return false;
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
            return false;
        }
    }
}
