package zelvan.session;

import java.util.Locale;
import java.util.Optional;
import zelvan.level.LevelSettings;
import zelvan.setting.Settings;
import zelvan.timing.LineUp;
import zelvan.timing.TimingSettings;
import zelvan.tuning.PitchTarget;
import zelvan.tuning.TuningSettings;

/// Settings to start from, by kind of voice. The figures are common practice: tight where words are
/// heard, looser where notes are held, never so loose that voices flam (see
/// [zelvan.measure.Hearing] for how far that is); doubles and octaves follow the pitch of the
/// guide, harmonies and speech keep their own. Esses and breaths are turned down where several sing
/// the same: of six doubles as loud as the lead they would make its esses 8.5 dB louder together; 9
/// dB lower each, 2.4 dB are left, and of breaths that are 12 dB lower 1.4 dB.
public enum StartingPoint {
    DOUBLE("double", 85, 8, 17, LineUp.BOTH, PitchTarget.GUIDE, 85, 5, 70, -9, -12),
    HARMONY("harmony", 70, 12, 20, LineUp.VOWELS, PitchTarget.OWN, 0, 0, 100, -9, -12),
    OCTAVE("octave", 80, 10, 20, LineUp.BOTH, PitchTarget.OCTAVE, 85, 5, 100, -9, -12),
    RAP("rap or speech", 90, 5, 12, LineUp.CONSONANTS, PitchTarget.OWN, 0, 0, 100, -6, -12),
    LEGATO("legato", 60, 16, 25, LineUp.VOWELS, PitchTarget.GUIDE, 60, 10, 100, -9, -12);

    private final String word;
    private final Settings settings;

    StartingPoint(
            String word,
            double pullPercent,
            double slackMillis,
            double limitMillis,
            LineUp lineUp,
            PitchTarget target,
            double pitchPullPercent,
            double pitchSlackCents,
            double detailPercent,
            double essDecibels,
            double breathDecibels) {
        this.word = word;
        settings =
                Settings.of(TimingSettings.PULL, pullPercent)
                        .with(TimingSettings.SLACK, slackMillis)
                        .with(TimingSettings.LIMIT, limitMillis)
                        .with(TimingSettings.LINE_UP, lineUp)
                        .with(TuningSettings.TARGET, target)
                        .with(TuningSettings.PULL, pitchPullPercent)
                        .with(TuningSettings.SLACK, pitchSlackCents)
                        .with(TuningSettings.DETAIL, detailPercent)
                        .with(TuningSettings.WANDER, 100.0)
                        .with(TuningSettings.VIBRATO, 100.0)
                        .with(LevelSettings.ESSES, essDecibels)
                        .with(LevelSettings.BREATHS, breathDecibels);
    }

    /// As the interface calls it.
    public String word() {
        return word;
    }

    public Settings settings() {
        return settings;
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
