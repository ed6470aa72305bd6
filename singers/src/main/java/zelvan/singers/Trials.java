package zelvan.singers;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.UnaryOperator;
import zelvan.audio.Sound;
import zelvan.singers.Performer.Departures;
import zelvan.singers.Performer.Habits;

/// Pairs of takes that try a matcher: the same song by other singers, at another tempo, with other
/// words, in bad rooms; each trouble by itself, and together. Every pair knows its truth.
public final class Trials {
    private static final int RATE_HERTZ = 44_100;
    private static final double BLEED_DECIBELS = -40;
    private static final double NOISE_DECIBELS = -50;

    /// Phrases stand this much further apart than in the demo, so that late entries have room.
    private static final double SPACE = 1.6;

    private static final double TAKE_SECONDS = 64;
    private static final long SEEDS_A_TAKE = 1000;

    private static final Singer GIRL = new Singer("Pip", 1.35, 0.12, 0.4, 0.003, 6.0, 18, 0.95);
    private static final Singer BREATHY = new Singer("Fen", 1.12, 0.55, 0.6, 0.004, 5.4, 20, 1.05);
    private static final Singer ROUGH = new Singer("Grit", 0.95, 0.2, 0.1, 0.03, 5.0, 20, 1.1);

    private static final Habits GUIDE_HABITS = new Habits(0, 1, 0.008, 0.01, 0.02, 6, 0, true);

    private static final Song SONG = spaced(DemoSession.song());

    /// Spoken on two notes, twice as fast as the song.
    private static final Song RAP =
            new Song(
                    0.21,
                    List.of(
                            rap("line 1", 4, "k.ae.ch dh.ah l.ae.s.t b.ow.t t.uw dh.ah t.aw.n"),
                            rap("line 2", 26, "n.ow w.ah.n s.iy.z ah.s p.ae.s b.ay n.aw"),
                            rap("line 3", 48, "s.t.eh.p b.ay s.t.eh.p w.iy k.r.ao.s dh.ah b.ey"),
                            rap("line 4", 70, "k.iy.p dh.ah l.ae.n t.er.n l.ow ah.n d s.ow"),
                            rap("line 5", 92, "n.ow w.ah.n s.iy.z ah.s p.ae.s b.ay n.aw")));

    private Trials() {}

    /// @param name what it tries
    /// @param guide one take
    /// @param voice another
    public record Trial(String name, Take guide, Take voice) {}

    /// @param performance what was sung, when
    /// @param sound what was recorded
    public record Take(Performance performance, Sound sound) {}

    /// A trial that has not been sung yet: singing takes a second or two.
    ///
    /// @param name what it tries
    public record Plan(String name, Part guide, Part voice) {
        /// Sings it.
        public Trial sing() {
            return new Trial(name, guide.sing(), voice.sing());
        }

        /// The same, sung another time: as well, and never the same.
        ///
        /// @param take 0 for the first time
        public Plan take(int take) {
            return new Plan(name, guide.take(take), voice.take(take));
        }
    }

    /// What one of the two sings, and what happens to the recording.
    record Part(
            Singer singer,
            Song song,
            Habits habits,
            Departures departures,
            UnaryOperator<Sound> recorded,
            long seed) {
        Take sing() {
            Performance performance =
                    new Performer(singer, habits, seed).perform(song, departures, TAKE_SECONDS);
            Sound sound =
                    new VoiceSynthesizer(singer, RATE_HERTZ).sing(performance, seed + 1).sound();
            return new Take(performance, recorded.apply(sound));
        }

        Part take(int take) {
            return new Part(singer, song, habits, departures, recorded, seed + take * SEEDS_A_TAKE);
        }
    }

    /// All trials, in the order of their difficulty.
    public static List<Plan> all() {
        Set<String> none = Set.of();
        Departures otherWords =
                new Departures(
                        none, Map.of("chorus 1a", DemoSession.wrongWord(SONG)), List.of(), none);
        Departures missing =
                new Departures(Set.of("verse 1b", "chorus 1b"), Map.of(), List.of(), none);
        Departures adLibs =
                new Departures(none, Map.of(), List.of(DemoSession.adLib(SONG, "verse 2b")), none);
        Departures everything =
                new Departures(
                        Set.of("verse 1b"),
                        Map.of("chorus 1a", DemoSession.wrongWord(SONG)),
                        List.of(DemoSession.adLib(SONG, "verse 2b")),
                        Set.of("chorus 2b"));
        UnaryOperator<Sound> badRoom =
                s ->
                        Recording.noise(
                                Recording.room(Recording.bleed(s, BLEED_DECIBELS)), NOISE_DECIBELS);
        List<Plan> plans = new ArrayList<>();
        plans.add(plan("the same singer", Singer.MARA, SONG, loose(0), Departures.NONE));
        plans.add(plan("another singer", Singer.WREN, SONG, loose(0), Departures.NONE));
        plans.add(plan("an octave below", Singer.ODO, SONG, loose(-12), Departures.NONE));
        plans.add(plan("an octave above, a child", GIRL, SONG, loose(12), Departures.NONE));
        plans.add(plan("a breathy voice", BREATHY, SONG, loose(0), Departures.NONE));
        plans.add(plan("a rough voice", ROUGH, SONG, loose(-12), Departures.NONE));
        plans.add(plan("15 % slower", Singer.WREN, SONG, paced(1.15), Departures.NONE));
        plans.add(plan("15 % faster", Singer.WREN, SONG, paced(0.87), Departures.NONE));
        plans.add(plan("a drifting tempo", Singer.WREN, drifting(SONG), loose(0), Departures.NONE));
        plans.add(
                plan("entries up to 2 s late", Singer.WREN, late(SONG), loose(0), Departures.NONE));
        plans.add(plan("a wrong word", Singer.WREN, SONG, loose(0), otherWords));
        plans.add(plan("missing phrases", Singer.WREN, SONG, loose(0), missing));
        plans.add(plan("ad-libs", Singer.WREN, SONG, loose(0), adLibs));
        plans.add(plan("bleed of the bed, −40 dB", s -> Recording.bleed(s, BLEED_DECIBELS)));
        plans.add(plan("a room", Recording::room));
        plans.add(plan("a noise floor of −50 dB", s -> Recording.noise(s, NOISE_DECIBELS)));
        plans.add(plan("hard gated silence", Recording::gated));
        plans.add(
                new Plan(
                        "spoken lines",
                        new Part(
                                Singer.ODO,
                                RAP,
                                GUIDE_HABITS,
                                Departures.NONE,
                                UnaryOperator.identity(),
                                301),
                        new Part(
                                Singer.WREN,
                                RAP,
                                new Habits(0.03, 1, 0.04, 0.02, 0.05, 40, 10, true),
                                Departures.NONE,
                                UnaryOperator.identity(),
                                303)));
        plans.add(
                new Plan(
                        "all of it together",
                        guide(UnaryOperator.identity()),
                        new Part(
                                Singer.ODO,
                                drifting(late(SONG)),
                                new Habits(0.1, 1.06, 0.03, 0.025, 0.06, 15, -12, true),
                                everything,
                                badRoom,
                                401)));
        return List.copyOf(plans);
    }

    private static Habits loose(double transposeNotes) {
        return new Habits(0.03, 1, 0.03, 0.025, 0.06, 15, transposeNotes, true);
    }

    private static Habits paced(double tempo) {
        return new Habits(0.03, tempo, 0.03, 0.025, 0.06, 15, 0, true);
    }

    private static Part guide(UnaryOperator<Sound> recorded) {
        return new Part(Singer.MARA, SONG, GUIDE_HABITS, Departures.NONE, recorded, 101);
    }

    private static Plan plan(
            String name, Singer singer, Song song, Habits habits, Departures departures) {
        UnaryOperator<Sound> clean = UnaryOperator.identity();
        return new Plan(
                name,
                guide(clean),
                new Part(singer, song, habits, departures, clean, 200 + name.hashCode() % 97));
    }

    /// Both takes are recorded badly in the same way.
    private static Plan plan(String name, UnaryOperator<Sound> recorded) {
        return new Plan(
                name,
                guide(recorded),
                new Part(Singer.WREN, SONG, loose(0), Departures.NONE, recorded, 205));
    }

    private static Song.Phrase rap(String label, double startBeat, String words) {
        StringBuilder text = new StringBuilder();
        int count = 0;
        for (String word : words.split(" ")) {
            String phones =
                    word.replace("ow", "ao.uw")
                            .replace("aw", "aa.uh")
                            .replace("ay", "aa.ih")
                            .replace("ey", "eh.ih")
                            .replace("ch", "t.sh");
            if (phones.equals("d")) {
                continue;
            }
            text.append(phones).append(count % 3 == 0 ? ":50:2 " : ":48:2 ");
            count++;
        }
        return Song.phrase(label, startBeat, text.toString());
    }

    private static Song spaced(Song song) {
        return new Song(
                song.beatSeconds(),
                song.phrases().stream()
                        .map(p -> new Song.Phrase(p.label(), p.startBeat() * SPACE, p.syllables()))
                        .toList());
    }

    /// Each phrase enters late by another amount, up to 2 s.
    private static Song late(Song song) {
        double[] lateSeconds = {0.3, 1.9, 0.1, 1.2, 0.6, 2.0, 0.2, 1.5};
        List<Song.Phrase> phrases = new ArrayList<>();
        for (Song.Phrase p : song.phrases()) {
            double beats = lateSeconds[phrases.size() % lateSeconds.length] / song.beatSeconds();
            phrases.add(new Song.Phrase(p.label(), p.startBeat() + beats, p.syllables()));
        }
        return new Song(song.beatSeconds(), phrases);
    }

    /// From 8 % slower to 8 % faster over the song.
    private static Song drifting(Song song) {
        double last = song.phrases().getLast().startBeat();
        List<Song.Phrase> phrases = new ArrayList<>();
        for (Song.Phrase p : song.phrases()) {
            double b = p.startBeat();
            double pace = 1.08 - 0.16 * b / last;
            List<Song.Syllable> syllables =
                    p.syllables().stream()
                            .map(s ->
                                    new Song.Syllable(
                                            s.onset(),
                                            s.nucleus(),
                                            s.coda(),
                                            s.midiNote(),
                                            s.beats() * pace))
                            .toList();
            phrases.add(new Song.Phrase(p.label(), b * 1.08 - 0.08 * b * b / last, syllables));
        }
        return new Song(song.beatSeconds(), phrases);
    }
}
