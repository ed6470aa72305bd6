package zelvan.analysis;

import zelvan.units.Moments;

/// A moment that singers line up.
///
/// @param kind what happens
/// @param seconds when
/// @param strength how plainly it is heard, 0 to 1
public record Landmark(LandmarkKind kind, double seconds, double strength) {
    /// From here on a landmark counts unless somebody asks for more or for less.
    public static final double PLAIN_STRENGTH = 0.15;

    public Landmark {
        Moments.check("seconds", seconds);
        if (!(strength >= 0)) {
            throw new IllegalArgumentException("strength must be 0 or more, was " + strength);
        }
    }

    /// The same, that much later.
    public Landmark shiftedBy(double more) {
        return new Landmark(kind, seconds + more, strength);
    }
}
