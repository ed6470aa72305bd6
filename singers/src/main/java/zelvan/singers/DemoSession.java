package zelvan.singers;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.function.Function;
import java.util.stream.Stream;
import zelvan.audio.Sound;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.files.Output;
import zelvan.files.Target;
import zelvan.files.Targets;
import zelvan.files.WriteProblem;
import zelvan.singers.Performer.Departures;
import zelvan.singers.Performer.Habits;

/// "Lanterns on the Pier", a made-up sea-side waltz by the made-up trio Quay Street Three: a lead,
/// two doubles, a second-best take from a slower run, two harmonies, an octave and a bed, with
/// everything in it that a vocal editor has to deal with. The truth is written beside the audio.
public final class DemoSession {
    /// The session's name, and the folder's.
    public static final String NAME = "Lanterns on the Pier";

    /// The file of the accompaniment.
    public static final String BED = "Concertina and bass (bed).wav";

    /// The file of its chords.
    static final String CHORDS = "Lanterns on the Pier.mid";

    /// The guide's file name.
    public static final String GUIDE = "Mara lead.wav";

    private static final int VOICE_RATE_HERTZ = 48_000;
    private static final int BED_RATE_HERTZ = 44_100;
    private static final double BEAT_SECONDS = 0.4;
    private static final double SECONDS = 47;
    private static final List<Song.Bar> BARS =
            Stream.of(
                            new Song.Bar(43, false),
                            new Song.Bar(40, true),
                            new Song.Bar(36, false),
                            new Song.Bar(38, false))
                    .flatMap(bar -> Stream.of(bar, bar))
                    .toList();

    private static final Song SONG =
            new Song(
                    BEAT_SECONDS,
                    List.of(
                            Song.phrase(
                                    "verse 1a",
                                    6,
                                    "l.ae.n:67:2 t.er.n.z:69:1 aa.n:71:2 dh.ah:69:1 p.ih.r:67:2"
                                            + " b.er.n:64:1 l.ao.uw:62:2"),
                            Song.phrase(
                                    "verse 1b",
                                    18,
                                    "s.ih.l:67:1 v.er:69:1 s.ao.l.t:71:1 ah.n:72:1 dh.ah:71:1"
                                            + " s.t.ao.uw.n.z:69:2 b.iy:67:1 l.ao.uw:69:2.5"),
                            Song.phrase(
                                    "verse 2a",
                                    30,
                                    "s.iy:67:1 b.er.d.z:69:1 s.ao.r:71:2 w.eh.r:69:1 dh.ah:67:1"
                                            + " t.aa.ih.d.z:66:2 g.ao.uw:64:2"),
                            Song.phrase(
                                    "verse 2b",
                                    42,
                                    "k.ae:64:1 r.iy:66:1 m.iy:67:2 ah:66:1 k.r.ao.s:67:2"
                                            + " dh.ah:69:1 b.eh.ih:71:2.5"),
                            Song.phrase(
                                    "chorus 1a",
                                    60,
                                    "ao.uw:74:2 eh:72:1 v.er:71:1 m.ao.r:69:2 eh:71:1 v.er:69:1"
                                            + " m.ao.r:67:2.5"),
                            Song.phrase(
                                    "chorus 1b",
                                    72,
                                    "hh.ao.uw.l.d:67:2 dh.ah:69:1 l.aa.ih.t:71:2 f.ao.r:69:1"
                                            + " m.iy:67:3.5"),
                            Song.phrase(
                                    "chorus 2a",
                                    84,
                                    "ao.uw:74:2 eh:72:1 v.er:71:1 m.ao.r:69:2 eh:71:1 v.er:69:1"
                                            + " m.ao.r:67:2.5"),
                            Song.phrase(
                                    "chorus 2b",
                                    96,
                                    "hh.ah.sh:67:2 n.aa.uh:66:1 s.l.iy.p:64:2 t.ih.l:66:1"
                                            + " d.ao.n:67:4")));

    /// The right double sings "never" where the lead sings "ever".
    private static final Song.Phrase WRONG_WORD =
            Song.phrase(
                    "chorus 1a",
                    60,
                    "ao.uw:74:2 n.eh:72:1 v.er:71:1 m.ao.r:69:2 n.eh:71:1 v.er:69:1 m.ao.r:67:2.5");

    /// A third of a half-tone below.
    private static final Map<String, Song.Phrase> FLAT_VERSE =
            Map.of(
                    "verse 1a",
                    SONG.phrase("verse 1a")
                            .with(
                                    SONG.phrase("verse 1a").syllables().stream()
                                            .map(s -> s.moved(-0.35))
                                            .toList()));

    private static final Map<String, Song.Phrase> OTHER_VERSE =
            Map.of("verse 1b", PlantedFaults.otherWord(SONG.phrase("verse 1b"), 3));

    private static final Song.Phrase AD_LIB =
            Song.phrase("ad-lib", 54.4, "y.eh:74:0.7 uw:76:1 hh.uw:74:1.6");

    private DemoSession() {}

    public static Song song() {
        return SONG;
    }

    /// The first chorus with a wrong word, where `song` has it.
    static Song.Phrase wrongWord(Song song) {
        return new Song.Phrase(
                WRONG_WORD.label(),
                song.phrase(WRONG_WORD.label()).startBeat(),
                WRONG_WORD.syllables());
    }

    /// The ad-lib, in the rest after a phrase of `song`.
    static Song.Phrase adLib(Song song, String after) {
        Song.Phrase before = song.phrase(after);
        return new Song.Phrase(
                AD_LIB.label(), before.startBeat() + before.beats() + 2, AD_LIB.syllables());
    }

    static Sound bed(int rateHertz, double seconds) {
        return new BedSynthesizer(rateHertz).play(BEAT_SECONDS, BARS, seconds, 7);
    }

    private record Part(
            String file,
            String kind,
            Singer singer,
            Song song,
            Habits habits,
            Departures departures,
            long seed) {}

    /// Writes the whole session into a folder: twelve files of audio, the chords, and at last the
    /// truth.
    ///
    /// @param targets decides what may be written
    /// @throws WriteProblem if one of the files must not be written, and then none is; or if the
    ///   system does not let it
    public static Truth write(Path folder, Targets targets) throws WriteProblem {
        Map<String, Target> files = new HashMap<>();
        for (String name : fileNames()) {
            files.put(name, targets.target(new Output(folder.resolve(name), folder)));
        }
        return write(name -> Objects.requireNonNull(files.get(name)));
    }

    private static List<String> fileNames() {
        return Stream.concat(
                        parts().stream().map(Part::file), Stream.of(BED, CHORDS, Truth.FILE_NAME))
                .toList();
    }

    private static Truth write(Function<String, Target> file) throws WriteProblem {
        List<Truth.Voice> voices = new ArrayList<>();
        for (Part part : parts()) {
            Performance performance =
                    new Performer(part.singer(), part.habits(), part.seed())
                            .perform(
                                    part.song(),
                                    part.departures(),
                                    Math.max(SECONDS, part.song().seconds() + 2));
            VoiceSynthesizer.Take take =
                    new VoiceSynthesizer(part.singer(), VOICE_RATE_HERTZ)
                            .sing(performance, part.seed() + 1);
            SoundFiles.write(file.apply(part.file()), take.sound(), SoundFormat.WAV_24);
            voices.add(
                    new Truth.Voice(
                            part.file(),
                            part.kind(),
                            performance.moments(),
                            performance.adLibs(),
                            part.departures().missing().stream().sorted().toList()));
        }
        SoundFiles.write(
                file.apply(BED),
                bed(BED_RATE_HERTZ, SECONDS),
                new SoundFormat(SoundFormat.Container.WAV, 16, false));
        ChordSheet.write(file.apply(CHORDS), BEAT_SECONDS, BARS, SECONDS);
        Truth truth = new Truth(GUIDE, voices);
        truth.write(file.apply(Truth.FILE_NAME));
        return truth;
    }

    private static List<Part> parts() {
        Set<String> breathy = Set.of("verse 2b");
        return List.of(
                new Part(
                        GUIDE,
                        "guide",
                        Singer.MARA,
                        SONG,
                        new Habits(0, 1, 0.008, 0.010, 0.02, 6, 0, true),
                        Departures.NONE,
                        11),
                new Part(
                        "Mara double left.wav",
                        "double",
                        Singer.MARA,
                        SONG,
                        new Habits(0.005, 1, 0.02, 0.022, 0.07, 14, 0, true),
                        new Departures(Set.of("chorus 1b"), Map.of(), List.of(), Set.of()),
                        23),
                takeOfLeft(
                        2,
                        SONG,
                        new Habits(0.02, 1, 0.03, 0.012, 0.04, 9, 0, true),
                        new Departures(Set.of(), FLAT_VERSE, List.of(), Set.of())),
                takeOfLeft(
                        3,
                        SONG,
                        new Habits(0.1, 1.05, 0.03, 0.01, 0.05, 6, 0, true),
                        new Departures(
                                Set.of("verse 2a"), OTHER_VERSE, List.of(), Set.of("chorus 2b"))),
                takeOfLeft(
                        4,
                        SONG,
                        new Habits(-0.01, 1, 0.03, 0.02, 0.06, 11, 0, true),
                        Departures.NONE.moving(Map.of("chorus 1a/3/", 0.14, "verse 1b/5/", 0.12))),
                takeOfLeft(
                        5,
                        passes(),
                        new Habits(0, 1, 0.04, 0.014, 0.05, 8, 0, true),
                        Departures.NONE),
                new Part(
                        "Mara double right.wav",
                        "double",
                        Singer.MARA,
                        SONG,
                        new Habits(0.07, 1, 0.035, 0.04, 0.15, 22, 0, true),
                        new Departures(
                                Set.of(),
                                Map.of("chorus 1a", WRONG_WORD),
                                List.of(AD_LIB),
                                breathy),
                        37),
                new Part(
                        "Mara take 2.wav",
                        "take",
                        Singer.MARA,
                        SONG,
                        new Habits(0.15, 1.03, 0.03, 0.025, 0.08, 12, 0, true),
                        Departures.NONE,
                        41),
                new Part(
                        "Odo low harmony.wav",
                        "harmony",
                        Singer.ODO,
                        transposed(new int[] {-3, -4, -5, -3, -4, -5}),
                        new Habits(-0.02, 1, 0.03, 0.025, 0.1, 16, 0, true),
                        new Departures(Set.of("verse 1a"), Map.of(), List.of(), Set.of()),
                        53),
                new Part(
                        "Wren high harmony.wav",
                        "harmony",
                        Singer.WREN,
                        transposed(new int[] {4, 3, 3, 5, 4}),
                        new Habits(0.03, 1, 0.02, 0.03, 0.08, 12, 0, true),
                        new Departures(
                                Set.of("verse 1a", "verse 2a"), Map.of(), List.of(), Set.of()),
                        67),
                new Part(
                        "Odo octave.wav",
                        "octave",
                        Singer.ODO,
                        SONG,
                        new Habits(0.02, 1, 0.025, 0.03, 0.1, 18, -12, true),
                        Departures.NONE,
                        79));
    }

    private static Part takeOfLeft(int number, Song song, Habits habits, Departures departures) {
        return new Part(
                "Mara double left take " + number + ".wav",
                "take of Mara double left",
                Singer.MARA,
                song,
                habits,
                departures,
                100 + number);
    }

    /// The chorus three times in one recording, with a false start before the second time.
    private static Song passes() {
        List<Song.Phrase> chorus =
                SONG.phrases().stream().filter(p -> p.label().startsWith("chorus")).toList();
        List<Song.Phrase> all = new ArrayList<>();
        double beat = 4;
        for (int pass = 1; pass <= 3; pass++) {
            if (pass == 2) {
                Song.Phrase first = chorus.getFirst();
                all.add(new Song.Phrase("false start", beat, first.syllables().subList(0, 3)));
                beat += 9;
            }
            for (Song.Phrase phrase : chorus) {
                all.add(
                        new Song.Phrase(
                                phrase.label() + ", pass " + pass, beat, phrase.syllables()));
                beat += phrase.beats() + 2;
            }
            beat += 4;
        }
        return new Song(SONG.beatSeconds(), all);
    }

    /// The song's words on another line: each syllable's note is moved by the next of `intervals`,
    /// in turn.
    private static Song transposed(int[] intervals) {
        List<Song.Phrase> phrases = new ArrayList<>();
        for (Song.Phrase phrase : SONG.phrases()) {
            List<Song.Syllable> syllables = new ArrayList<>();
            for (Song.Syllable s : phrase.syllables()) {
                double note = s.midiNote() + intervals[syllables.size() % intervals.length];
                syllables.add(new Song.Syllable(s.onset(), s.nucleus(), s.coda(), note, s.beats()));
            }
            phrases.add(new Song.Phrase(phrase.label(), phrase.startBeat(), syllables));
        }
        return new Song(SONG.beatSeconds(), phrases);
    }
}
