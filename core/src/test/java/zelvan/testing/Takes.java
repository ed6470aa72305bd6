package zelvan.testing;

import java.util.List;
import java.util.Map;
import java.util.Set;
import zelvan.analysis.VoiceAnalyser;
import zelvan.analysis.VoiceAnalysis;
import zelvan.audio.Sound;
import zelvan.singers.Performance;
import zelvan.singers.Performer;
import zelvan.singers.Performer.Departures;
import zelvan.singers.Performer.Habits;
import zelvan.singers.Singer;
import zelvan.singers.Song;
import zelvan.singers.VoiceSynthesizer;

/// Short takes of one made-up song of three phrases.
public final class Takes {
    public static final int RATE_HERTZ = 48_000;
    public static final double SECONDS = 13;

    public static final Song SONG =
            new Song(
                    0.45,
                    List.of(
                            Song.phrase("a", 2, "l.ae.n:67:1 t.er.n:69:1 aa.n:71:2 p.ih.r:67:2"),
                            Song.phrase(
                                    "b",
                                    10,
                                    "s.iy:67:1 b.er.d:69:1 s.ao.r:71:2 g.ow.z:66:2"
                                            .replace("ow", "ao.uw")),
                            Song.phrase("c", 18, "k.ae:64:1 r.iy:66:1 m.iy:67:2 b.eh:71:2")));

    public static final Take LEAD = sing(Singer.MARA, Habits.PERFECT, Departures.NONE, 1);
    public static final Take LOOSE =
            sing(
                    Singer.MARA,
                    new Habits(0.06, 1, 0.03, 0.03, 0.05, 15, 0, false),
                    Departures.NONE,
                    2);
    public static final Take LOW =
            sing(
                    Singer.ODO,
                    new Habits(-0.03, 1, 0.02, 0.03, 0.05, 15, -12, false),
                    Departures.NONE,
                    3);
    public static final Take WITHOUT_B =
            sing(
                    Singer.WREN,
                    new Habits(0.02, 1, 0.02, 0.02, 0.05, 10, 0, false),
                    new Departures(Set.of("b"), Map.of(), List.of(), Set.of()),
                    4);
    public static final Take WITH_AD_LIB =
            sing(
                    Singer.MARA,
                    new Habits(0.04, 1, 0.02, 0.02, 0.03, 10, 0, false),
                    new Departures(
                            Set.of(),
                            Map.of(),
                            List.of(Song.phrase("ad-lib", 25.5, "y.eh:74:1 uw:76:1 m.ao:74:1")),
                            Set.of()),
                    5);

    /// Without vibrato and jitter.
    public static final Take STEADY =
            sing(
                    new Singer("Steady", 1.1, 0.05, 0.3, 0, 5, 0, 1),
                    Habits.PERFECT,
                    Departures.NONE,
                    6);

    private Takes() {}

    /// A take and everything known about it.
    public record Take(
            Performance performance, VoiceSynthesizer.Take sung, VoiceAnalysis analysis) {
        public Sound sound() {
            return sung.sound();
        }
    }

    public static Take sing(Singer singer, Habits habits, Departures departures, long seed) {
        return sing(SONG, singer, habits, departures, seed);
    }

    public static Take sing(
            Song song, Singer singer, Habits habits, Departures departures, long seed) {
        Performance performance =
                new Performer(singer, habits, seed).perform(song, departures, SECONDS);
        VoiceSynthesizer.Take sung =
                new VoiceSynthesizer(singer, RATE_HERTZ).sing(performance, seed);
        return new Take(performance, sung, new VoiceAnalyser().analyse(sung.sound()));
    }

    /// A take of which other samples were recorded.
    public static Take heard(Take take, float[] samples) {
        Sound sound = Sound.owning(RATE_HERTZ, samples);
        VoiceSynthesizer.Take sung =
                new VoiceSynthesizer.Take(
                        sound,
                        take.sung.pulseSeconds(),
                        take.sung.hertz(),
                        take.sung.voicing(),
                        take.sung.burstSeconds());
        return new Take(take.performance, sung, new VoiceAnalyser().analyse(sound));
    }
}
