package zelvan.session;

/// What a track is in the song.
public enum Role {
    /// The voice that the others follow.
    GUIDE("guide"),
    /// The same line again.
    DOUBLE("double"),
    /// Another line with the same words.
    HARMONY("harmony"),
    /// The same line an octave away.
    OCTAVE("octave"),
    /// Another take of the lead.
    TAKE("take"),
    /// Accompaniment: heard, never edited.
    BED("bed");

    private final String word;

    Role(String word) {
        this.word = word;
    }

    /// As the interface calls it.
    public String word() {
        return word;
    }

    /// Whether a track of this role follows the guide.
    public boolean follows() {
        return this != GUIDE && this != BED;
    }
}
