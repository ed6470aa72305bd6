package zelvan.analysis;

import java.util.List;

/// Lets tests of other rooms have the notes of a track.
public final class NoteFinding {
    private NoteFinding() {}

    public static List<Note> notes(PitchTrack pitch) {
        return NoteFinder.find(pitch);
    }
}
