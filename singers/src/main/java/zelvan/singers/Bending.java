package zelvan.singers;

/// How a performance is sung otherwise: at other times, at another pitch, by a larger or smaller
/// mouth. What a processed voice is measured against.
///
/// Everything moves along, only a plosive's burst stays as sudden as it was.
public interface Bending {
    /// As it was.
    Bending NONE =
            new Bending() {
                @Override
                public double outputSecondsAt(double sourceSeconds) {
                    return sourceSeconds;
                }

                @Override
                public double sourceSecondsAt(double outputSeconds) {
                    return outputSeconds;
                }

                @Override
                public double centsAt(double sourceSeconds) {
                    return 0;
                }

                @Override
                public double formantFactor() {
                    return 1;
                }
            };

    /// When a moment of the performance is sung; strictly increasing.
    double outputSecondsAt(double sourceSeconds);

    /// The inverse of [#outputSecondsAt].
    double sourceSecondsAt(double outputSeconds);

    /// How far up a moment of the performance is sung, cents.
    double centsAt(double sourceSeconds);

    /// By which the formants' frequencies are multiplied.
    double formantFactor();
}
