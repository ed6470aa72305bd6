package zelvan.bench.voices;

import java.util.List;
import zelvan.singers.DemoSession;
import zelvan.singers.Performance;
import zelvan.singers.Performer;
import zelvan.singers.Singer;
import zelvan.singers.VoiceSynthesizer;

/// A singer of the demo's song, from bass to soprano.
///
/// @param transposeNotes how far above the song, which lies from 294 to 594 Hz, semitones
public record KnownVoice(String name, Singer singer, double transposeNotes) {
    private static final double SECONDS = 47;

    private static final Singer CHILD = new Singer("Pip", 1.35, 0.12, 0.4, 0.003, 6.0, 18, 0.95);
    private static final Singer BREATHY = new Singer("Fen", 1.12, 0.55, 0.6, 0.004, 5.4, 20, 1.05);
    private static final Singer ROUGH = new Singer("Grit", 0.95, 0.2, 0.1, 0.03, 5.0, 20, 1.1);
    private static final Singer WIDE = new Singer("Ilo", 1.15, 0.1, 0.4, 0.003, 6.2, 90, 1);

    public static final List<KnownVoice> ALL =
            List.of(
                    new KnownVoice("bass, 58 to 118 Hz", Singer.ODO, -28),
                    new KnownVoice("baritone, 93 to 187 Hz", Singer.ODO, -20),
                    new KnownVoice("tenor, 147 to 297 Hz", Singer.ODO, -12),
                    new KnownVoice("alto, 294 to 594 Hz", Singer.MARA, 0),
                    new KnownVoice("child, 494 to 999 Hz", CHILD, 9),
                    new KnownVoice("soprano, 659 to 1334 Hz", Singer.WREN, 14),
                    new KnownVoice("breathy, 247 to 500 Hz", BREATHY, -3),
                    new KnownVoice("creaky, 131 to 265 Hz", ROUGH, -14),
                    new KnownVoice("wide vibrato, 196 to 396 Hz", WIDE, -7));

    /// The same each time.
    public VoiceSynthesizer.Take sing(int rateHertz) {
        Performer.Habits habits = new Performer.Habits(0, 1, 0, 0.01, 0, 10, transposeNotes, true);
        Performance performance =
                new Performer(singer, habits, 7)
                        .perform(DemoSession.song(), Performer.Departures.NONE, SECONDS);
        return new VoiceSynthesizer(singer, rateHertz).sing(performance, 7);
    }
}
