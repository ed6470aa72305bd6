package zelvan.play;

/// Which of the two is heard.
public enum Version {
    /// As recorded.
    RAW,
    /// As edited.
    LOCKED
}
