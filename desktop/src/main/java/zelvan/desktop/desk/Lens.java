package zelvan.desktop.desk;

/// What the close-up shows of the same stretch.
public enum Lens {
    TIME("Time"),
    PITCH("Pitch"),
    SOUND("Sound");

    private final String word;

    Lens(String word) {
        this.word = word;
    }

    /// As the interface calls it.
    public String word() {
        return word;
    }
}
