package zelvan.singers;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeMap;
import zelvan.audio.Sound;
import zelvan.singers.Performance.Moment;
import zelvan.singers.Performer.Departures;
import zelvan.singers.Performer.Habits;
import zelvan.units.TimeSpan;

/// Singers who sing the same lines again and again, now and then with a fault of known kind: what
/// somebody who puts a voice together has to choose from.
public final class TakeTrials {
    private static final int RATE_HERTZ = 48_000;
    private static final int PHRASES = 24;
    private static final double SONG_SECONDS = 90;

    /// Of phrases with a fault; the others are sung as well as the singer can.
    private static final double FAULTY = 0.4;

    /// Of takes at another tempo, beside the others.
    private static final int TAKES_A_TEMPO = 3;

    private static final double MOST_TEMPO = 0.12;
    private static final String PASS = ", pass ";
    private static final double PAUSE_BEATS = 6;
    private static final double FALSE_START = 0.3;
    private static final double TALK = 0.4;
    private static final List<String> TALK_SOUNDS =
            List.of("y.eh.ih", "s.ao", "w.ah.n", "m.ao.r", "t.aa.ih.m", "ah", "g.eh.n", "l.eh.t.s");

    private static final List<String> ENDINGS =
            List.of(
                    "ah.t", "aa.ih.t", "iy.k", "ih.p", "eh.d", "ao.uw.g", "ah.s", "ih.sh", "iy.z",
                    "ae.f", "ao.uw.v", "ih.th", "ah.n.t", "ah.s.t", "eh.n.d", "ah.n", "ao.uw.m",
                    "ao.l", "er", "iy", "uw", "ah", "aa.ih", "ao.uw");

    private TakeTrials() {}

    /// What can be wrong with a phrase of a take.
    public enum Fault {
        LATE,
        FLAT,
        WRONG_WORD,
        MISSING,
        NOISE
    }

    /// @param performance what was sung, when
    /// @param sound what was recorded
    /// @param hertz the pitch aimed at, every millisecond
    /// @param voicing strength of the voice, 0 to 1, every millisecond
    /// @param faults by the label of the phrase
    /// @param lines where each line was sung, as often as it was sung, in order
    public record SungTake(
            Performance performance,
            Sound sound,
            double[] hertz,
            double[] voicing,
            Map<String, Fault> faults,
            List<SungLine> lines) {
        public SungTake {
            faults = Map.copyOf(faults);
            lines = List.copyOf(lines);
        }
    }

    /// @param label of the phrase
    /// @param span where it was sung
    public record SungLine(String label, TimeSpan span) {}

    /// @param song what they sing
    /// @param guide what the takes are compared with
    public record Trial(Song song, SungTake guide, List<SungTake> takes) {
        public Trial {
            takes = List.copyOf(takes);
        }
    }

    private static Song song() {
        Song song = LargeSession.song(SONG_SECONDS);
        return new Song(song.beatSeconds(), song.phrases().subList(0, PHRASES));
    }

    /// One singer's takes of a song of 24 phrases, and a lead that somebody else sings.
    ///
    /// @param seed another one is another singer
    public static Trial ofVoice(int takes, long seed) {
        return ofVoice(song(), takes, seed);
    }

    /// The same of a song of some length.
    public static Trial ofVoice(int takes, double seconds, long seed) {
        return ofVoice(LargeSession.song(seconds), takes, seed);
    }

    private static Trial ofVoice(Song song, int takes, long seed) {
        Random random = new Random(seed);
        Singer singer = singer(random);
        List<SungTake> sung = new ArrayList<>();
        for (int t = 0; t < takes; t++) {
            sung.add(take(song, singer, t, new Random(random.nextLong())));
        }
        return new Trial(song, guide(song, seed), sung);
    }

    private static SungTake guide(Song song, long seed) {
        return sung(
                song,
                Singer.MARA,
                new Habits(0, 1, 0.008, 0.01, 0.02, 6, 0, true),
                Departures.NONE,
                Map.of(),
                seed);
    }

    private static Singer singer(Random random) {
        return new Singer(
                "Singer",
                1.12 + 0.06 * random.nextGaussian(),
                0.05 + 0.12 * random.nextDouble(),
                0.25 + 0.3 * random.nextDouble(),
                0.002 + 0.002 * random.nextDouble(),
                4.8 + 1.5 * random.nextDouble(),
                15 + 20 * random.nextDouble(),
                0.9 + 0.2 * random.nextDouble());
    }

    private static SungTake take(Song song, Singer singer, int number, Random random) {
        Map<String, Fault> faults = new TreeMap<>();
        Set<String> missing = new HashSet<>();
        Map<String, Song.Phrase> instead = new HashMap<>();
        Map<String, Double> moved = new HashMap<>();
        for (Song.Phrase phrase : song.phrases()) {
            int count = phrase.syllables().size();
            if (random.nextDouble() >= FAULTY) {
                continue;
            }
            Fault fault = Fault.values()[random.nextInt(Fault.values().length)];
            faults.put(phrase.label(), fault);
            switch (fault) {
                case LATE ->
                        moved.put(
                                phrase.label() + "/" + (2 + random.nextInt(count - 1)) + "/",
                                0.08 + 0.1 * random.nextDouble());
                case FLAT ->
                        instead.put(
                                phrase.label(), moved(phrase, -0.3 - 0.3 * random.nextDouble()));
                case WRONG_WORD ->
                        instead.put(
                                phrase.label(),
                                PlantedFaults.otherWord(phrase, random.nextInt(count - 1)));
                case MISSING -> missing.add(phrase.label());
                case NOISE -> {}
            }
        }
        boolean otherTempo = number % TAKES_A_TEMPO == 1;
        Habits habits =
                new Habits(
                        0.04 * random.nextGaussian(),
                        otherTempo ? 1 + MOST_TEMPO * (2 * random.nextDouble() - 1) : 1,
                        0.02 + 0.02 * random.nextDouble(),
                        0.01 + 0.02 * random.nextDouble(),
                        0.03 + 0.05 * random.nextDouble(),
                        5 + 12 * random.nextDouble(),
                        0,
                        true);
        return sung(
                song,
                singer,
                habits,
                new Departures(missing, instead, List.of(), Set.of(), moved),
                faults,
                random.nextLong());
    }

    private static Song.Phrase moved(Song.Phrase phrase, double halfTones) {
        return phrase.with(phrase.syllables().stream().map(s -> s.moved(halfTones)).toList());
    }

    private static SungTake sung(
            Song song,
            Singer singer,
            Habits habits,
            Departures departures,
            Map<String, Fault> faults,
            long seed) {
        double seconds =
                (song.phrases().getLast().startBeat() + song.phrases().getLast().beats() + 8)
                        * song.beatSeconds()
                        * Math.max(1, habits.tempo());
        Performance performance =
                new Performer(singer, habits, seed).perform(song, departures, seconds);
        VoiceSynthesizer.Take take =
                new VoiceSynthesizer(singer, RATE_HERTZ).sing(performance, seed + 1);
        List<SungLine> lines = lines(performance, song);
        return new SungTake(
                performance,
                noisy(take.sound(), lines, faults, seed),
                take.hertz(),
                take.voicing(),
                faults,
                lines);
    }

    private static List<SungLine> lines(Performance performance, Song song) {
        List<SungLine> lines = new ArrayList<>();
        for (Song.Phrase phrase : song.phrases()) {
            List<Moment> moments = PlantedFaults.momentsOf(performance, phrase.label());
            if (!moments.isEmpty()) {
                lines.add(
                        new SungLine(
                                phrase.label(),
                                new TimeSpan(
                                        moments.getFirst().seconds(),
                                        moments.getLast().seconds())));
            }
        }
        return lines;
    }

    /// Somebody walks past while these phrases are sung.
    private static Sound noisy(
            Sound sound, List<SungLine> lines, Map<String, Fault> faults, long seed) {
        float[] samples = sound.mono().clone();
        Random random = new Random(seed);
        for (SungLine line : lines) {
            if (faults.get(line.label) == Fault.NOISE) {
                int from = (int) (line.span.startSeconds() * RATE_HERTZ);
                int to = Math.min(samples.length, (int) (line.span.endSeconds() * RATE_HERTZ));
                double energy = 0;
                for (int i = from; i < to; i++) {
                    energy += samples[i] * samples[i];
                }
                double gain = Math.sqrt(energy / (to - from)) * Math.pow(10, -16 / 20.0);
                for (int i = from; i < to; i++) {
                    samples[i] += (float) (gain * random.nextGaussian());
                }
            }
        }
        return Sound.owning(RATE_HERTZ, samples);
    }

    /// One singer's takes of lines that end in all ways.
    ///
    /// @param seed another one is another singer
    public static List<SungTake> ofEndings(int takes, long seed) {
        List<Song.Phrase> lines = new ArrayList<>();
        double beat = 6;
        for (String ending : ENDINGS) {
            Song.Phrase line =
                    Song.phrase(
                            "line to " + ending,
                            beat,
                            "m.ao.r:67:1 dh.ah:69:1 l." + ending + ":67:2");
            lines.add(line);
            beat += line.beats() + 3;
        }
        Random random = new Random(seed);
        Singer singer = singer(random);
        List<SungTake> sung = new ArrayList<>();
        for (int t = 0; t < takes; t++) {
            Habits habits = new Habits(0, 1, 0.02, 0.015, 0.06, 8, 0, t > 0);
            sung.add(
                    sung(
                            new Song(song().beatSeconds(), lines),
                            singer,
                            habits,
                            Departures.NONE,
                            Map.of(),
                            random.nextLong()));
        }
        return sung;
    }

    /// One long recording: eight times the same few lines, with false starts and talk between.
    ///
    /// @param passes how often
    public static Trial ofPasses(int passes, long seed) {
        Random random = new Random(seed);
        Song song = song();
        int first = 4 * random.nextInt(song.phrases().size() / 4);
        List<Song.Phrase> lines = song.phrases().subList(first, first + 4);
        List<Song.Phrase> all = new ArrayList<>();
        double beat = 6;
        for (int pass = 0; pass < passes; pass++) {
            if (random.nextDouble() < TALK) {
                Song.Phrase talk = talk("talk " + pass, beat, random);
                all.add(talk);
                beat += talk.beats() + 2;
            }
            if (random.nextDouble() < FALSE_START) {
                Song.Phrase start = lines.getFirst();
                all.add(
                        new Song.Phrase(
                                "false start " + pass,
                                beat,
                                start.syllables().subList(0, start.syllables().size() / 2)));
                beat += start.beats() / 2 + 3;
            }
            double began = beat - lines.getFirst().startBeat();
            for (Song.Phrase line : lines) {
                all.add(
                        new Song.Phrase(
                                line.label() + PASS + pass,
                                began + line.startBeat(),
                                line.syllables()));
                beat = began + line.startBeat() + line.beats();
            }
            beat += PAUSE_BEATS * (0.5 + random.nextDouble());
        }
        Habits habits =
                new Habits(0, 0.94 + 0.12 * random.nextDouble(), 0.05, 0.02, 0.06, 10, 0, true);
        Song passesOf = new Song(song.beatSeconds(), all);
        SungTake take =
                sung(
                        passesOf,
                        singer(random),
                        habits,
                        Departures.NONE,
                        Map.of(),
                        random.nextLong());
        return new Trial(
                song,
                guide(song, seed),
                List.of(
                        new SungTake(
                                take.performance,
                                take.sound,
                                take.hertz,
                                take.voicing,
                                Map.of(),
                                take.lines.stream()
                                        .filter(l -> l.label.contains(PASS))
                                        .map(l -> new SungLine(l.label.split(PASS)[0], l.span))
                                        .toList())));
    }

    private static Song.Phrase talk(String label, double beat, Random random) {
        StringBuilder text = new StringBuilder();
        int words = 3 + random.nextInt(4);
        for (int i = 0; i < words; i++) {
            text.append(TALK_SOUNDS.get(random.nextInt(TALK_SOUNDS.size())))
                    .append(":")
                    .append(50 + random.nextInt(5))
                    .append(":0.6 ");
        }
        return Song.phrase(label, beat, text.toString());
    }
}
