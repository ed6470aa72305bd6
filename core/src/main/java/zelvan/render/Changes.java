package zelvan.render;

import zelvan.timing.TimeMap;
import zelvan.tuning.PitchMap;

/// What is done to a voice: when each moment sounds, at which pitch, and how large the singer's
/// mouth seems.
///
/// @param time when each moment of the voice sounds
/// @param pitch how far up each moment of the voice sounds
/// @param formantCents how far up the formants of voiced sound are moved, −1200 to 1200
public record Changes(TimeMap time, PitchMap pitch, double formantCents) {
    private static final double MOST_CENTS = 1200;

    public Changes {
        if (!(Math.abs(formantCents) <= MOST_CENTS)) {
            throw new IllegalArgumentException("formants cannot be moved by " + formantCents);
        }
    }

    public static Changes of(TimeMap time) {
        return new Changes(time, PitchMap.NONE, 0);
    }

    /// Whether voiced sound changes otherwise than in time between two moments of the voice.
    boolean recolours(double fromSeconds, double toSeconds) {
        return formantCents != 0 || pitch.changes(fromSeconds, toSeconds);
    }
}
