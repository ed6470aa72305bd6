package zelvan.session;

import java.util.Locale;
import zelvan.setting.Settings;
import zelvan.timing.TimingSettings;
import zelvan.tuning.PitchTarget;
import zelvan.tuning.TuningSettings;

/// Voices that share settings.
///
/// @param id unique in the session
/// @param name as the user calls it
/// @param settings what is set for all of them
/// @param leaderId the voice that they follow; empty for the guide
public record Stack(String id, String name, Settings settings, String leaderId) {
    public static final String GUIDE = "";

    /// Voices that follow the guide.
    public Stack(String id, String name, Settings settings) {
        this(id, name, settings, GUIDE);
    }

    /// How tightly voices start: human, and without flams (decision 17).
    private static final Settings TIMING =
            Settings.of(TimingSettings.PULL, 90.0)
                    .with(TimingSettings.SLACK, 5.0)
                    .with(TimingSettings.LIMIT, 25.0);

    /// The stack in which voices of a role start, locked. What their pitch is drawn to is chosen;
    /// how much of it is taken, the user says.
    public static Stack of(Role role) {
        String name =
                switch (role) {
                    case DOUBLE, GUIDE, BED -> "Doubles";
                    case HARMONY -> "Harmonies";
                    case OCTAVE -> "Octaves";
                    case TAKE -> "Takes";
                };
        PitchTarget target =
                switch (role) {
                    case DOUBLE, TAKE, GUIDE, BED -> PitchTarget.GUIDE;
                    case OCTAVE -> PitchTarget.OCTAVE;
                    case HARMONY -> PitchTarget.OWN;
                };
        return new Stack(
                name.toLowerCase(Locale.ROOT), name, TIMING.with(TuningSettings.TARGET, target));
    }

    public Stack withName(String value) {
        return new Stack(id, value, settings, leaderId);
    }

    public Stack withSettings(Settings value) {
        return new Stack(id, name, value, leaderId);
    }

    public Stack following(String voiceId) {
        return new Stack(id, name, settings, voiceId);
    }
}
