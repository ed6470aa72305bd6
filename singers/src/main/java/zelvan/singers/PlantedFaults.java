package zelvan.singers;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Random;
import java.util.Set;
import java.util.function.IntFunction;
import java.util.function.Predicate;
import zelvan.singers.Performance.Moment;
import zelvan.singers.Performance.TimedPhone;
import zelvan.singers.Performer.Departures;

/// One fault of each kind, each in a phrase and a voice of its own.
final class PlantedFaults {
    static final double ESS_DECIBELS = 9;
    private static final double LATE_PLOSIVE_SECONDS = 0.07;
    private static final double SHARP_CENTS = 70;
    private static final double LATE_END_SECONDS = 0.35;
    private static final double LATE_TAKE_SECONDS = 0.7;
    private static final double LOUD_DECIBELS = 7;
    private static final double EARLY_SECONDS = -0.18;

    private static final Set<Phone> SIBILANTS = Set.of(Phone.S, Phone.SH, Phone.Z);

    private final Song song;
    private final Map<Fault.Kind, Place> places = new EnumMap<>(Fault.Kind.class);

    /// Where a fault is: in which phrase, and at which of its syllables, counted from 0.
    private record Place(Song.Phrase phrase, int syllable) {
        String moment() {
            return phrase.label() + "/" + (syllable + 1) + "/";
        }
    }

    /// What a voice does otherwise than it would.
    ///
    /// @param lateSeconds all of it
    /// @param louderDecibels phrases, by label
    /// @param essPhrase the phrase with loud esses; empty for none
    record Planted(
            Departures departures,
            double lateSeconds,
            Map<String, Double> louderDecibels,
            String essPhrase) {
        static Planted only(Departures departures) {
            return new Planted(departures, 0, Map.of(), "");
        }

        /// The esses that are to be loud.
        List<TimedPhone> esses(Performance performance) {
            if (essPhrase.isEmpty()) {
                return List.of();
            }
            List<Moment> moments = momentsOf(performance, essPhrase);
            return performance.phones().stream()
                    .filter(p -> SIBILANTS.contains(p.phone()))
                    .filter(p -> p.endSeconds() > moments.getFirst().seconds())
                    .filter(p -> p.startSeconds() < moments.getLast().seconds())
                    .toList();
        }
    }

    PlantedFaults(Song song, long seed) {
        this.song = song;
        Random random = new Random(seed);
        for (Fault.Kind kind : Fault.Kind.values()) {
            places.put(kind, place(kind, random));
        }
    }

    private Place place(Fault.Kind kind, Random random) {
        List<Place> possible = new ArrayList<>();
        for (Song.Phrase phrase : song.phrases().subList(1, song.phrases().size() - 1)) {
            int last = phrase.syllables().size() - 1;
            for (int i = 0; i <= last; i++) {
                Song.Syllable syllable = phrase.syllables().get(i);
                boolean fits =
                        switch (kind) {
                            case LATE_PLOSIVE ->
                                    i > 0
                                            && !syllable.onset().isEmpty()
                                            && syllable.onset().getFirst().isPlosive();
                            case SHARP_NOTE -> syllable.beats() >= 2;
                            case RAGGED_CUTOFF -> i == last;
                            case PILED_UP_ESS -> has(phrase, SIBILANTS::contains);
                            case WRONG_WORD -> i > 0 && i < last;
                            case MISSING_PHRASE, WRONG_OCTAVE, LATE_TAKE, LOUD_PHRASE ->
                                    i == 0 && last >= 2;
                            case EARLY_ENTRY -> i == 0 && last >= 2;
                        };
                if (fits && places.values().stream().noneMatch(p -> p.phrase.equals(phrase))) {
                    possible.add(new Place(phrase, i));
                }
            }
        }
        return possible.get(random.nextInt(possible.size()));
    }

    private static boolean has(Song.Phrase phrase, Predicate<Phone> wanted) {
        return phrase.syllables().stream()
                .anyMatch(s ->
                        s.onset().stream().anyMatch(wanted) || s.coda().stream().anyMatch(wanted));
    }

    /// The voice that does it.
    private static int voiceOf(Fault.Kind kind) {
        return 1 + 2 * kind.ordinal();
    }

    /// What a voice is to do.
    Planted of(int voice, Song line) {
        for (Fault.Kind kind : Fault.Kind.values()) {
            if (voiceOf(kind) == voice) {
                return planted(kind, line);
            }
        }
        return Planted.only(Departures.NONE);
    }

    private Planted planted(Fault.Kind kind, Song line) {
        Place place = Objects.requireNonNull(places.get(kind), "each kind has a place");
        String label = place.phrase.label();
        Song.Phrase own = line.phrase(label);
        return switch (kind) {
            case LATE_PLOSIVE -> Planted.only(moved(place.moment(), LATE_PLOSIVE_SECONDS));
            case EARLY_ENTRY -> Planted.only(moved(place.moment(), EARLY_SECONDS));
            case RAGGED_CUTOFF -> Planted.only(moved(label + "/end/", LATE_END_SECONDS));
            case SHARP_NOTE ->
                    Planted.only(instead(sharpened(own, place.syllable, SHARP_CENTS / 100)));
            case WRONG_OCTAVE -> Planted.only(instead(transposed(own, 12)));
            case WRONG_WORD -> Planted.only(instead(otherWord(own, place.syllable)));
            case MISSING_PHRASE ->
                    Planted.only(new Departures(Set.of(label), Map.of(), List.of(), Set.of()));
            case LATE_TAKE -> new Planted(Departures.NONE, LATE_TAKE_SECONDS, Map.of(), "");
            case LOUD_PHRASE -> new Planted(Departures.NONE, 0, Map.of(label, LOUD_DECIBELS), "");
            case PILED_UP_ESS -> new Planted(Departures.NONE, 0, Map.of(), label);
        };
    }

    private static Departures moved(String syllable, double seconds) {
        return Departures.NONE.moving(Map.of(syllable, seconds));
    }

    private static Departures instead(Song.Phrase phrase) {
        return new Departures(Set.of(), Map.of(phrase.label(), phrase), List.of(), Set.of());
    }

    private static Song.Phrase transposed(Song.Phrase phrase, int halfTones) {
        return phrase.with(phrase.syllables().stream().map(s -> s.moved(halfTones)).toList());
    }

    private static Song.Phrase sharpened(Song.Phrase phrase, int syllable, double halfTones) {
        List<Song.Syllable> syllables = new ArrayList<>(phrase.syllables());
        syllables.set(syllable, syllables.get(syllable).moved(halfTones));
        return phrase.with(syllables);
    }

    /// Two syllables on the same notes that have no sound in common with what should be sung.
    static Song.Phrase otherWord(Song.Phrase phrase, int from) {
        List<Song.Syllable> syllables = new ArrayList<>(phrase.syllables());
        for (int i = from; i < Math.min(from + 2, syllables.size()); i++) {
            Song.Syllable s = syllables.get(i);
            boolean front =
                    s.nucleus().getFirst() == Phone.IY || s.nucleus().getFirst() == Phone.IH;
            boolean nasal = !s.onset().isEmpty() && s.onset().getFirst().kind() == Phone.Kind.NASAL;
            syllables.set(
                    i,
                    new Song.Syllable(
                            List.of(nasal ? Phone.K : Phone.M),
                            List.of(front ? Phone.AO : Phone.IY),
                            List.of(),
                            s.midiNote(),
                            s.beats()));
        }
        return phrase.with(syllables);
    }

    static List<Moment> momentsOf(Performance performance, String label) {
        return performance.moments().stream().filter(m -> m.id().startsWith(label + "/")).toList();
    }

    private static double secondsOf(Performance performance, String moment) {
        return performance.moments().stream()
                .filter(m -> m.id().startsWith(moment))
                .findFirst()
                .map(Moment::seconds)
                .orElse(0.0);
    }

    /// The faults, as they came out.
    ///
    /// @param performances of all voices, the guide's first
    /// @param file of a voice
    List<Fault> told(List<Performance> performances, IntFunction<Path> file) {
        return places.entrySet().stream()
                .map(e -> told(e.getKey(), e.getValue(), performances, file))
                .toList();
    }

    private static Fault told(
            Fault.Kind kind, Place place, List<Performance> performances, IntFunction<Path> file) {
        Performance guide = performances.getFirst();
        Performance voice = performances.get(voiceOf(kind));
        List<Moment> phrase = momentsOf(guide, place.phrase.label());
        String moment =
                kind == Fault.Kind.RAGGED_CUTOFF ? place.moment() + "release" : place.moment();
        return new Fault(
                kind,
                file.apply(voiceOf(kind)),
                phrase.getFirst().seconds(),
                phrase.getLast().seconds(),
                secondsOf(voice, moment),
                secondsOf(guide, moment),
                amount(kind));
    }

    private static double amount(Fault.Kind kind) {
        return switch (kind) {
            case LATE_PLOSIVE -> LATE_PLOSIVE_SECONDS;
            case SHARP_NOTE -> SHARP_CENTS;
            case RAGGED_CUTOFF -> LATE_END_SECONDS;
            case PILED_UP_ESS -> ESS_DECIBELS;
            case LATE_TAKE -> LATE_TAKE_SECONDS;
            case LOUD_PHRASE -> LOUD_DECIBELS;
            case EARLY_ENTRY -> EARLY_SECONDS;
            case WRONG_WORD, MISSING_PHRASE, WRONG_OCTAVE -> 0;
        };
    }
}
