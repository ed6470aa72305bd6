package zelvan.testing;

import java.util.List;
import java.util.Map;
import java.util.Set;
import zelvan.singers.Performer.Departures;
import zelvan.singers.Performer.Habits;
import zelvan.singers.Singer;
import zelvan.singers.Song;

/// Other takes of the same made-up song, each with something wrong.
public final class FaultyTakes {
    private static final Habits NEAT = new Habits(0.03, 1, 0.01, 0.004, 0.01, 4, 0, false);

    /// Sings other words in the middle.
    public static final Takes.Take WRONG =
            sung(
                    NEAT,
                    new Departures(
                            Set.of(),
                            Map.of(
                                    "b",
                                    Song.phrase(
                                            "b", 10, "m.ih:67:1 n.ao:69:1 y.iy:71:2 f.ae:66:2")),
                            List.of(),
                            Set.of()),
                    21);

    /// Evenly late and a little slower, but for the end, which is missing.
    public static final Takes.Take SLOW =
            sung(
                    new Habits(0.5, 1.06, 0.01, 0.004, 0.01, 4, 0, false),
                    new Departures(Set.of("c"), Map.of(), List.of(), Set.of()),
                    22);

    /// The first line three times, then the last one.
    public static final Takes.Take LONG =
            Takes.sing(
                    new Song(
                            Takes.SONG.beatSeconds(),
                            List.of(
                                    again("a1", 2, 0),
                                    again("a2", 12, 0),
                                    again("a3", 22, 0),
                                    again("c1", 32, 2))),
                    Singer.MARA,
                    NEAT,
                    Departures.NONE,
                    23);

    private FaultyTakes() {}

    private static Song.Phrase again(String label, double beat, int index) {
        return new Song.Phrase(label, beat, Takes.SONG.phrases().get(index).syllables());
    }

    private static Takes.Take sung(Habits habits, Departures departures, long seed) {
        return Takes.sing(Takes.SONG, Singer.MARA, habits, departures, seed);
    }
}
