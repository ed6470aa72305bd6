package zelvan.singers;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.stream.IntStream;
import zelvan.audio.Sound;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.files.Output;
import zelvan.files.Target;
import zelvan.files.Targets;
import zelvan.files.WriteProblem;
import zelvan.singers.Performer.Departures;
import zelvan.singers.Performer.Habits;

/// A song of the length of a real one, with as many voices as a real one: no two of them alike,
/// each with a throat, a tempo, dynamics, errors and gaps of its own, under names as people give
/// them. The verses differ, the choruses come again; five minutes have about a hundred phrases.
public final class LargeSession {
    private static final int RATE_HERTZ = 48_000;
    private static final double BEAT_SECONDS = 0.4;

    /// The singers breathe in the middle of a phrase, and after it.
    private static final double BREATH_BEATS = 1.5;

    private static final double REST_BEATS = 2;
    private static final int[] VERSE_TRANSPOSITIONS = {0, 2, -1, 3, 1, -2, 4};
    private static final int[] UPPER_THIRDS = {4, 3, 3, 5, 4};
    private static final List<String> KINDS =
            List.of(
                    "dbl L",
                    "dbl R take 2",
                    "BV 1 high",
                    "BV 2 low final",
                    "oct down",
                    "take 3",
                    "BV 3 high take 2 final",
                    "dbl (loose) new");

    /// Names that tell nothing: a third above, and an octave below.
    private static final Map<Integer, String> UNTOLD =
            Map.of(11, "Audio 17_03", 13, "vx new new (1)");

    private static final String BED = "zz bounce 0412.wav";

    /// Of singers at home, and of those who sing with care.
    private static final Spread USUAL_CENTS = new Spread(8, 24);

    private static final Spread CAREFUL_CENTS = new Spread(4, 10);

    /// From singer to singer.
    private record Spread(double least, double most) {}

    private final Path folder;
    private final int voices;
    private final double seconds;
    private final long seed;
    private final Song song;

    private LargeSession(Path folder, int voices, double seconds, long seed) {
        this.folder = folder;
        this.voices = voices;
        this.seconds = seconds;
        this.seed = seed;
        song = song(seconds);
    }

    /// Sings the session into a folder: a lead, the voices, and a bed.
    ///
    /// @param voices how many follow the lead
    /// @param seconds length of each
    /// @param seed another one sings everything otherwise
    /// @return the files, the lead first and the bed last
    /// @throws WriteProblem if one of the files must not be written, or the system does not let it
    public static List<Path> write(
            Path folder, int voices, double seconds, long seed, Targets targets)
            throws WriteProblem {
        LargeSession session = new LargeSession(folder, voices, seconds, seed);
        return session.write(
                targets, IntStream.rangeClosed(0, voices).mapToObj(session::sung).toList());
    }

    /// The same sung with care and without gaps, but with one fault of each kind, each in a voice
    /// of its own.
    ///
    /// @param voices at least twice as many as there are kinds of faults
    /// @return the faults
    public static List<Fault> writeWithFaults(
            Path folder, int voices, double seconds, long seed, Targets targets)
            throws WriteProblem {
        LargeSession session = new LargeSession(folder, voices, seconds, seed);
        session.write(targets, session.takesWithFaults());
        return session.faults();
    }

    private List<Take> takesWithFaults() {
        PlantedFaults faults = new PlantedFaults(song, seed);
        return IntStream.rangeClosed(0, voices)
                .mapToObj(i -> sung(i, faults.of(i, line(i)), CAREFUL_CENTS, random(i)))
                .toList();
    }

    private List<Fault> faults() {
        return new PlantedFaults(song, seed)
                .told(
                        takesWithFaults().stream().map(Take::performance).toList(),
                        i -> folder.resolve(name(i)));
    }

    /// What one of them does, and how loudly.
    private record Take(Singer singer, Performance performance, Dynamics dynamics, long seed) {
        Sound sound() {
            return dynamics.applied(
                    new VoiceSynthesizer(singer, RATE_HERTZ).sing(performance, seed).sound());
        }
    }

    private List<Path> write(Targets targets, List<Take> takes) throws WriteProblem {
        List<Target> files = new ArrayList<>();
        for (int i = 0; i <= voices; i++) {
            files.add(targets.target(new Output(folder.resolve(name(i)), folder)));
        }
        Target bed = targets.target(new Output(folder.resolve(BED), folder));
        List<WriteProblem> problems =
                IntStream.rangeClosed(0, voices)
                        .parallel()
                        .mapToObj(i -> written(files.get(i), takes.get(i)))
                        .flatMap(List::stream)
                        .toList();
        if (!problems.isEmpty()) {
            throw problems.getFirst();
        }
        SoundFiles.write(
                bed,
                DemoSession.bed(RATE_HERTZ, seconds),
                new SoundFormat(SoundFormat.Container.WAV, 16, false));
        List<Path> paths = new ArrayList<>(files.stream().map(Target::path).toList());
        paths.add(bed.path());
        return paths;
    }

    private static String kind(int voice) {
        return voice == 0 ? "LEAD vox comp" : KINDS.get((voice - 1) % KINDS.size());
    }

    private static String name(int voice) {
        return String.format(
                Locale.ROOT, "%02d %s.wav", voice, UNTOLD.getOrDefault(voice, kind(voice)));
    }

    /// @return what went wrong, if something did
    private static List<WriteProblem> written(Target file, Take take) {
        try {
            SoundFiles.write(file, take.sound(), SoundFormat.WAV_24);
            return List.of();
        } catch (WriteProblem e) {
            return List.of(e);
        }
    }

    static Song song(double seconds) {
        List<Song.Phrase> phrases = new ArrayList<>();
        double beat = 6;
        for (int round = 0; ; round++) {
            for (Song.Phrase phrase : DemoSession.song().phrases()) {
                boolean chorus = phrase.label().startsWith("chorus");
                int up = chorus ? 0 : VERSE_TRANSPOSITIONS[round % VERSE_TRANSPOSITIONS.length];
                List<Song.Syllable> all = moved(phrase.syllables(), up);
                int middle = (all.size() + 1) / 2;
                double end = beat + phrase.beats() + BREATH_BEATS;
                if ((end + 4) * BEAT_SECONDS > seconds) {
                    return new Song(BEAT_SECONDS, phrases);
                }
                String label = phrase.label() + ", round " + (round + 1);
                Song.Phrase first =
                        new Song.Phrase(label + ", first", beat, all.subList(0, middle));
                phrases.add(first);
                phrases.add(
                        new Song.Phrase(
                                label + ", second",
                                beat + first.beats() + BREATH_BEATS,
                                all.subList(middle, all.size())));
                beat = end + REST_BEATS;
            }
        }
    }

    private static List<Song.Syllable> moved(List<Song.Syllable> syllables, int up) {
        return syllables.stream().map(s -> s.moved(up)).toList();
    }

    private Take sung(int voice) {
        Random random = random(voice);
        Departures departures = voice == 0 ? Departures.NONE : departures(song, random);
        return sung(voice, PlantedFaults.Planted.only(departures), USUAL_CENTS, random);
    }

    private Random random(int voice) {
        return new Random(seed * 1000 + voice);
    }

    private Song line(int voice) {
        return kind(voice).contains("high") ? inThirds(song) : song;
    }

    /// @param cents how far notes are off, as a standard deviation
    private Take sung(int voice, PlantedFaults.Planted planted, Spread cents, Random random) {
        String kind = kind(voice);
        boolean low = kind.contains("oct") || kind.contains("low");
        Singer singer = singer(voice, low, random);
        Habits habits =
                voice == 0
                        ? new Habits(0, 1, 0.008, 0.010, 0.02, 6, 0, true)
                        : new Habits(
                                0.12 * random.nextGaussian() + planted.lateSeconds(),
                                1 + 0.004 * random.nextGaussian(),
                                0.02 + 0.03 * random.nextDouble(),
                                0.015 + 0.03 * random.nextDouble(),
                                0.05 + 0.1 * random.nextDouble(),
                                cents.least + (cents.most - cents.least) * random.nextDouble(),
                                kind.contains("oct") ? -12 : 0,
                                random.nextInt(4) > 0);
        Performance performance =
                new Performer(singer, habits, random.nextLong())
                        .perform(line(voice), planted.departures(), seconds);
        Dynamics dynamics = new Dynamics(performance, planted.louderDecibels(), random);
        dynamics.raise(planted.esses(performance), PlantedFaults.ESS_DECIBELS);
        return new Take(singer, performance, dynamics, random.nextLong());
    }

    private static Singer singer(int voice, boolean low, Random random) {
        return new Singer(
                "Singer " + voice,
                (low ? 0.97 : 1.15) + 0.06 * random.nextGaussian(),
                0.05 + 0.15 * random.nextDouble(),
                0.25 + 0.3 * random.nextDouble(),
                0.002 + 0.003 * random.nextDouble(),
                4.8 + 1.5 * random.nextDouble(),
                15 + 25 * random.nextDouble(),
                0.9 + 0.25 * random.nextDouble());
    }

    private static Song inThirds(Song song) {
        return new Song(
                song.beatSeconds(),
                song.phrases().stream()
                        .map(p -> {
                            List<Song.Syllable> moved = new ArrayList<>();
                            for (Song.Syllable s : p.syllables()) {
                                moved.add(
                                        s.moved(UPPER_THIRDS[moved.size() % UPPER_THIRDS.length]));
                            }
                            return new Song.Phrase(p.label(), p.startBeat(), moved);
                        })
                        .toList());
    }

    /// Now and then a phrase is missing, ends in air, or has other words.
    private static Departures departures(Song song, Random random) {
        Set<String> missing = new HashSet<>();
        Set<String> breathy = new HashSet<>();
        Map<String, Song.Phrase> instead = new HashMap<>();
        for (Song.Phrase phrase : song.phrases()) {
            double chance = random.nextDouble();
            if (chance < 0.06) {
                missing.add(phrase.label());
            } else if (chance < 0.12) {
                breathy.add(phrase.label());
            } else if (chance < 0.15) {
                Song.Phrase other = song.phrases().get(random.nextInt(song.phrases().size()));
                instead.put(
                        phrase.label(),
                        new Song.Phrase(phrase.label(), phrase.startBeat(), other.syllables()));
            }
        }
        return new Departures(missing, instead, List.of(), breathy);
    }
}
