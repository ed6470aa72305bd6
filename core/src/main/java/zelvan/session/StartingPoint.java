package zelvan.session;

import java.util.Locale;
import java.util.Optional;
import zelvan.timing.LineUp;
import zelvan.timing.TimingSettings;

/// Settings to start from, by kind of voice. The figures are common practice: tight where words are
/// heard, looser where notes are held, never so loose that voices flam.
public enum StartingPoint {
    DOUBLE("double", new TimingSettings(0.85, 0.008, LineUp.BOTH)),
    HARMONY("harmony", new TimingSettings(0.7, 0.012, LineUp.VOWELS)),
    OCTAVE("octave", new TimingSettings(0.8, 0.010, LineUp.BOTH)),
    RAP("rap or speech", new TimingSettings(0.9, 0.005, LineUp.CONSONANTS)),
    LEGATO("legato", new TimingSettings(0.6, 0.016, LineUp.VOWELS));

    private final String word;
    private final TimingSettings timing;

    StartingPoint(String word, TimingSettings timing) {
        this.word = word;
        this.timing = timing;
    }

    /// As the interface calls it.
    public String word() {
        return word;
    }

    public TimingSettings timing() {
        return timing;
    }

    /// The one of that name; "rap" and "speech" both name theirs.
    public static Optional<StartingPoint> named(String name) {
        String lower = name.toLowerCase(Locale.ROOT).trim();
        for (StartingPoint point : values()) {
            boolean known = point == RAP && (lower.equals("rap") || lower.equals("speech"));
            if (known || point.word.equals(lower)) {
                return Optional.of(point);
            }
        }
        return Optional.empty();
    }
}
