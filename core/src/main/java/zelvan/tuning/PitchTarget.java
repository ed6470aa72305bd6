package zelvan.tuning;

/// What a voice's pitch is drawn to.
public enum PitchTarget {
    /// Its own line: nothing is moved.
    OWN("own line"),
    /// The guide's pitch.
    GUIDE("guide"),
    /// The octave of the guide's pitch that is nearest to each note.
    OCTAVE("nearest octave"),
    /// The nearest tone of the song's key.
    KEY("key"),
    /// The nearest tone of the chord that sounds.
    CHORD("chord");

    private final String word;

    PitchTarget(String word) {
        this.word = word;
    }

    /// As the interface calls it.
    public String word() {
        return word;
    }

    /// Whether the guide's pitch decides.
    public boolean followsGuide() {
        return this == GUIDE || this == OCTAVE;
    }
}
