package zelvan.session;

import java.util.Locale;
import java.util.Optional;
import zelvan.timing.LineUp;
import zelvan.timing.TimingSettings;
import zelvan.tuning.PitchTarget;
import zelvan.tuning.TuningSettings;

/// Settings to start from, by kind of voice. The figures are common practice: tight where words are
/// heard, looser where notes are held, never so loose that voices flam; doubles and octaves follow
/// the pitch of the guide, harmonies and speech keep their own.
public enum StartingPoint {
    DOUBLE(
            "double",
            new TimingSettings(0.85, 0.008, LineUp.BOTH),
            new TuningSettings(PitchTarget.GUIDE, 0.85, 5, 0.7)),
    HARMONY("harmony", new TimingSettings(0.7, 0.012, LineUp.VOWELS), TuningSettings.OFF),
    OCTAVE(
            "octave",
            new TimingSettings(0.8, 0.010, LineUp.BOTH),
            new TuningSettings(PitchTarget.OCTAVE, 0.85, 5, 1)),
    RAP("rap or speech", new TimingSettings(0.9, 0.005, LineUp.CONSONANTS), TuningSettings.OFF),
    LEGATO(
            "legato",
            new TimingSettings(0.6, 0.016, LineUp.VOWELS),
            new TuningSettings(PitchTarget.GUIDE, 0.6, 10, 1));

    private final String word;
    private final TimingSettings timing;
    private final TuningSettings tuning;

    StartingPoint(String word, TimingSettings timing, TuningSettings tuning) {
        this.word = word;
        this.timing = timing;
        this.tuning = tuning;
    }

    /// As the interface calls it.
    public String word() {
        return word;
    }

    public TimingSettings timing() {
        return timing;
    }

    public TuningSettings tuning() {
        return tuning;
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
