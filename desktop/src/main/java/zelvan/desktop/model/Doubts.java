package zelvan.desktop.model;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import zelvan.engine.Derived;
import zelvan.engine.DerivedVoice;
import zelvan.measure.LockMap;
import zelvan.session.Voice;
import zelvan.units.TimeSpan;

/// The places that the program itself does not trust, in the order of the song.
public final class Doubts {
    /// One of them.
    public record Doubt(Voice voice, TimeSpan phrase, LockMap.State state) {}

    private Doubts() {}

    public static List<Doubt> in(Derived derived) {
        List<Doubt> doubts = new ArrayList<>();
        for (Voice voice : derived.session().followers()) {
            DerivedVoice made = derived.voice(voice.id()).orElse(null);
            if (made == null) {
                continue;
            }
            for (LockMap.Cell cell : made.lock().cells()) {
                if (cell.state() == LockMap.State.DOUBTFUL
                        || cell.state() == LockMap.State.SING_AGAIN) {
                    doubts.add(new Doubt(voice, cell.phrase(), cell.state()));
                }
            }
        }
        doubts.sort(Comparator.comparingDouble(d -> d.phrase().startSeconds()));
        return doubts;
    }
}
