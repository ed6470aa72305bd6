package zelvan.desktop.desk;

/// The pitches that the close-up shows, where it does not fit what is sung.
///
/// @param lowCents at the lower edge, cents above A4
/// @param highCents at the upper edge; higher
public record PitchRange(double lowCents, double highCents) {
    /// A tone and a half, ten octaves.
    private static final double LEAST_CENTS = 300;

    private static final double MOST_CENTS = 12_000;

    /// More or less around a pitch, which stays where it is.
    ///
    /// @param factor below 1 shows less
    public PitchRange zoomed(double factor, double aroundCents) {
        double wide = highCents - lowCents;
        double by = Math.clamp(factor * wide, LEAST_CENTS, MOST_CENTS) / wide;
        return new PitchRange(
                aroundCents - by * (aroundCents - lowCents),
                aroundCents + by * (highCents - aroundCents));
    }

    /// The same, that much higher.
    public PitchRange moved(double cents) {
        return new PitchRange(lowCents + cents, highCents + cents);
    }
}
