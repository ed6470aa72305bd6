package zelvan.play;

/// What of the voices is heard.
public enum Version {
    /// As recorded.
    RAW,
    /// As edited.
    LOCKED,
    /// Only what is taken away of each voice as edited: of its esses, breaths and ends, its level,
    /// its harmonics and its lows.
    TAKEN
}
