package zelvan.play;

/// The output takes no more sound: it was unplugged, or taken by another program.
public final class OutputLost extends Exception {
    OutputLost(String message) {
        super(message);
    }
}
