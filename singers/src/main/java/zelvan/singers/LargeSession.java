package zelvan.singers;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
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
/// each with a throat, a tempo, errors and gaps of its own, under names as people give them. The
/// verses differ, the choruses come again.
public final class LargeSession {
    private static final int RATE_HERTZ = 48_000;
    private static final double BEATS_A_ROUND = 114;
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

    private LargeSession() {}

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
        Song song = song(seconds);
        List<Target> files = new ArrayList<>();
        for (int i = 0; i <= voices; i++) {
            files.add(targets.target(new Output(folder.resolve(name(i)), folder)));
        }
        Target bed = targets.target(new Output(folder.resolve("xx playback.wav"), folder));
        List<WriteProblem> problems =
                IntStream.rangeClosed(0, voices)
                        .parallel()
                        .mapToObj(i -> written(files.get(i), song, i, seconds, seed))
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

    private static String name(int voice) {
        return voice == 0
                ? "00 LEAD vox comp.wav"
                : String.format(
                        java.util.Locale.ROOT,
                        "%02d %s.wav",
                        voice,
                        KINDS.get((voice - 1) % KINDS.size()));
    }

    /// @return what went wrong, if something did
    private static List<WriteProblem> written(
            Target file, Song song, int voice, double seconds, long seed) {
        try {
            SoundFiles.write(file, sung(song, voice, seconds, seed), SoundFormat.WAV_24);
            return List.of();
        } catch (WriteProblem e) {
            return List.of(e);
        }
    }

    private static Song song(double seconds) {
        double beatSeconds = 0.4;
        List<Song.Phrase> phrases = new ArrayList<>();
        for (int round = 0; ; round++) {
            for (Song.Phrase phrase : DemoSession.song().phrases()) {
                double start = phrase.startBeat() + round * BEATS_A_ROUND;
                if ((start + phrase.beats() + 4) * beatSeconds > seconds) {
                    return new Song(beatSeconds, phrases);
                }
                boolean chorus = phrase.label().startsWith("chorus");
                int up = chorus ? 0 : VERSE_TRANSPOSITIONS[round % VERSE_TRANSPOSITIONS.length];
                phrases.add(
                        new Song.Phrase(
                                phrase.label() + ", round " + (round + 1),
                                start,
                                moved(phrase.syllables(), up)));
            }
        }
    }

    private static List<Song.Syllable> moved(List<Song.Syllable> syllables, int up) {
        return syllables.stream().map(s -> moved(s, up)).toList();
    }

    private static Song.Syllable moved(Song.Syllable s, int up) {
        return new Song.Syllable(s.onset(), s.nucleus(), s.coda(), s.midiNote() + up, s.beats());
    }

    private static Sound sung(Song song, int voice, double seconds, long seed) {
        Random random = new Random(seed * 1000 + voice);
        String kind = voice == 0 ? "lead" : KINDS.get((voice - 1) % KINDS.size());
        boolean low = kind.contains("oct") || kind.contains("low");
        Singer singer = singer(voice, low, random);
        Habits habits =
                voice == 0
                        ? new Habits(0, 1, 0.008, 0.010, 0.02, 6, 0, true)
                        : new Habits(
                                0.12 * random.nextGaussian(),
                                1 + 0.004 * random.nextGaussian(),
                                0.02 + 0.03 * random.nextDouble(),
                                0.015 + 0.03 * random.nextDouble(),
                                0.05 + 0.1 * random.nextDouble(),
                                8 + 16 * random.nextDouble(),
                                kind.contains("oct") ? -12 : 0,
                                random.nextInt(4) > 0);
        Song line = kind.contains("high") ? inThirds(song) : song;
        Departures departures = voice == 0 ? Departures.NONE : departures(line, random);
        Performance performance =
                new Performer(singer, habits, random.nextLong()).perform(line, departures, seconds);
        return new VoiceSynthesizer(singer, RATE_HERTZ)
                .sing(performance, random.nextLong())
                .sound();
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
                                        moved(s, UPPER_THIRDS[moved.size() % UPPER_THIRDS.length]));
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
