package zelvan.singers;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import zelvan.singers.Performance.Moment;
import zelvan.singers.Performance.TimedPhone;
import zelvan.units.TimeSpan;

/// Sings a song the way one take came out: early and late, sharp and flat, with mistakes.
///
/// Each syllable's vowel falls on its beat, moved by the take's errors; its consonants come before
/// that, as singers do it. A syllable lasts until the next one's consonants begin.
public final class Performer {
    private static final double SHORTEST_VOWEL_SECONDS = 0.06;
    private static final double BREATH_SECONDS = 0.32;
    private static final double BREATH_GAP_SECONDS = 0.06;

    private final Singer singer;
    private final Habits habits;
    private final Random random;

    /// How a take differs from the score. Positive times are late, positive cents sharp.
    ///
    /// @param lateSeconds the whole take
    /// @param tempo beats longer than written: 1.04 is a run 4 % slower
    /// @param phraseSpreadSeconds standard deviation of a phrase's offset
    /// @param syllableSpreadSeconds standard deviation of a syllable's offset within its phrase
    /// @param endSpreadSeconds standard deviation of the cutoff of a phrase
    /// @param centsSpread standard deviation of a note's intonation
    /// @param transposeNotes half-tones above the score
    /// @param breaths whether breaths are heard
    public record Habits(
            double lateSeconds,
            double tempo,
            double phraseSpreadSeconds,
            double syllableSpreadSeconds,
            double endSpreadSeconds,
            double centsSpread,
            double transposeNotes,
            boolean breaths) {
        /// Exactly as written.
        public static final Habits PERFECT = new Habits(0, 1, 0, 0, 0, 0, 0, false);
    }

    /// What a take does otherwise than the song, by phrase label.
    ///
    /// @param missing phrases not sung
    /// @param instead phrases sung with other words
    /// @param adLibs phrases that the song does not have
    /// @param breathyEnds phrases whose last syllable is mostly air
    /// @param movedSeconds syllables and ends of phrases that come late, by what their moments' ids
    ///   begin with, as in `chorus 1/3/`; an end is `chorus 1/end/`
    public record Departures(
            Set<String> missing,
            Map<String, Song.Phrase> instead,
            List<Song.Phrase> adLibs,
            Set<String> breathyEnds,
            Map<String, Double> movedSeconds) {
        public static final Departures NONE =
                new Departures(Set.of(), Map.of(), List.of(), Set.of());

        public Departures {
            missing = Set.copyOf(missing);
            instead = Map.copyOf(instead);
            adLibs = List.copyOf(adLibs);
            breathyEnds = Set.copyOf(breathyEnds);
            movedSeconds = Map.copyOf(movedSeconds);
        }

        /// Nothing comes late but by habit.
        public Departures(
                Set<String> missing,
                Map<String, Song.Phrase> instead,
                List<Song.Phrase> adLibs,
                Set<String> breathyEnds) {
            this(missing, instead, adLibs, breathyEnds, Map.of());
        }

        Departures moving(Map<String, Double> seconds) {
            return new Departures(missing, instead, adLibs, breathyEnds, seconds);
        }
    }

    /// @param seed decides the errors of this take
    public Performer(Singer singer, Habits habits, long seed) {
        this.singer = singer;
        this.habits = habits;
        this.random = new Random(seed);
    }

    /// Sings the song once.
    ///
    /// @param seconds length of the take, at least to the song's end
    public Performance perform(Song song, Departures departures, double seconds) {
        List<Line> lines = new ArrayList<>();
        for (Song.Phrase phrase : song.phrases()) {
            // Drawn for missing phrases too, so that leaving one out changes nothing else.
            double lateSeconds = random.nextGaussian() * habits.phraseSpreadSeconds();
            Line line =
                    sing(
                            song,
                            departures.instead().getOrDefault(phrase.label(), phrase),
                            lateSeconds,
                            departures.breathyEnds().contains(phrase.label()),
                            departures.movedSeconds());
            if (!departures.missing().contains(phrase.label())) {
                lines.add(line);
            }
        }
        List<TimeSpan> adLibSpans = new ArrayList<>();
        for (Song.Phrase adLib : departures.adLibs()) {
            Line line = sing(song, adLib, 0, false, Map.of());
            adLibSpans.add(new TimeSpan(line.startSeconds(), line.endSeconds()));
            lines.add(line);
        }
        lines.sort(java.util.Comparator.comparingDouble(Line::startSeconds));
        return join(lines, adLibSpans, seconds);
    }

    private record Line(List<TimedPhone> phones, List<Moment> moments) {
        double startSeconds() {
            return phones.getFirst().startSeconds();
        }

        double endSeconds() {
            return phones.getLast().endSeconds();
        }
    }

    private Line sing(
            Song song,
            Song.Phrase phrase,
            double lateSeconds,
            boolean breathyEnd,
            Map<String, Double> movedSeconds) {
        List<Song.Syllable> syllables = phrase.syllables();
        double[] vowels = new double[syllables.size() + 1];
        double beat = phrase.startBeat();
        for (int i = 0; i <= syllables.size(); i++) {
            double spread =
                    i < syllables.size()
                            ? habits.syllableSpreadSeconds()
                            : habits.endSpreadSeconds();
            vowels[i] =
                    beat * song.beatSeconds() * habits.tempo()
                            + habits.lateSeconds()
                            + lateSeconds
                            + random.nextGaussian() * spread
                            + movedSeconds.getOrDefault(
                                    phrase.label()
                                            + (i < syllables.size()
                                                    ? "/" + (i + 1) + "/"
                                                    : "/end/"),
                                    0.0);
            beat += i < syllables.size() ? syllables.get(i).beats() : 0;
        }
        List<TimedPhone> phones = new ArrayList<>();
        List<Moment> moments = new ArrayList<>();
        for (int i = 0; i < syllables.size(); i++) {
            Song.Syllable syllable = syllables.get(i);
            boolean last = i == syllables.size() - 1;
            double vowel = vowels[i];
            if (!phones.isEmpty()) {
                double before = phones.getLast().startSeconds();
                vowel = Math.max(vowel, before + SHORTEST_VOWEL_SECONDS);
            }
            double end =
                    last ? vowels[i + 1] : vowels[i + 1] - lengthOf(syllables.get(i + 1).onset());
            double note =
                    syllable.midiNote()
                            + habits.transposeNotes()
                            + random.nextGaussian() * habits.centsSpread() / 100;
            double air = last && breathyEnd ? 0.92 : 0;
            String id = phrase.label() + "/" + (i + 1) + "/";
            addSyllable(syllable, vowel, end, note, air, id, last, phones, moments);
        }
        return new Line(phones, moments);
    }

    private void addSyllable(
            Song.Syllable syllable,
            double vowelSeconds,
            double endSeconds,
            double note,
            double air,
            String id,
            boolean last,
            List<TimedPhone> phones,
            List<Moment> moments) {
        double at = vowelSeconds - lengthOf(syllable.onset());
        if (!phones.isEmpty()) {
            closeGap(phones, at);
            at = phones.getLast().endSeconds();
        }
        if (!syllable.onset().isEmpty()) {
            moments.add(new Moment(id + "consonant", "consonant", at));
            double pace = (vowelSeconds - at) / lengthOf(syllable.onset());
            for (Phone phone : syllable.onset()) {
                double until = at + lengthOf(phone) * pace;
                phones.add(new TimedPhone(phone, at, until, note, air));
                at = until;
            }
        }
        moments.add(new Moment(id + "vowel", "vowel", at));
        double codaSeconds = lengthOf(syllable.coda());
        double vowelEnd = Math.max(at + SHORTEST_VOWEL_SECONDS, endSeconds - codaSeconds);
        int parts = syllable.nucleus().size();
        double share = (vowelEnd - at) / parts;
        for (Phone phone : syllable.nucleus()) {
            phones.add(new TimedPhone(phone, at, at + share, note, air));
            at += share;
        }
        for (Phone phone : syllable.coda()) {
            double until = at + lengthOf(phone);
            phones.add(new TimedPhone(phone, at, until, note, air));
            at = until;
        }
        if (last) {
            moments.add(new Moment(id + "release", "release", at));
        }
    }

    /// Lets the sound before `seconds` end exactly there, so that neighbours stay connected.
    private static void closeGap(List<TimedPhone> phones, double seconds) {
        TimedPhone before = phones.removeLast();
        double end = Math.max(before.startSeconds() + 0.02, seconds);
        phones.add(
                new TimedPhone(
                        before.phone(),
                        before.startSeconds(),
                        end,
                        before.midiNote(),
                        before.breathiness()));
    }

    private double lengthOf(Phone phone) {
        return phone.typicalSeconds() * singer.consonantPace();
    }

    private double lengthOf(List<Phone> phones) {
        return phones.stream().mapToDouble(this::lengthOf).sum();
    }

    private Performance join(List<Line> lines, List<TimeSpan> adLibs, double seconds) {
        List<TimedPhone> phones = new ArrayList<>();
        List<Moment> moments = new ArrayList<>();
        double at = 0;
        for (Line line : lines) {
            double start = Math.max(at, line.startSeconds());
            double note = line.phones().getFirst().midiNote();
            double breathEnd = start - BREATH_GAP_SECONDS;
            double breathStart = breathEnd - BREATH_SECONDS;
            if (habits.breaths() && breathStart > at + BREATH_GAP_SECONDS) {
                phones.add(new TimedPhone(Phone.REST, at, breathStart, note, 0));
                phones.add(new TimedPhone(Phone.BREATH, breathStart, breathEnd, note, 0));
                phones.add(new TimedPhone(Phone.REST, breathEnd, start, note, 0));
            } else {
                phones.add(new TimedPhone(Phone.REST, at, start, note, 0));
            }
            phones.addAll(line.phones());
            moments.addAll(line.moments());
            at = line.endSeconds();
        }
        double note = phones.isEmpty() ? 60 : phones.getLast().midiNote();
        phones.add(new TimedPhone(Phone.REST, at, Math.max(at, seconds), note, 0));
        return new Performance(phones, moments, adLibs, Math.max(at, seconds));
    }
}
