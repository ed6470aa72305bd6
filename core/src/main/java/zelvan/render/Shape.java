package zelvan.render;

import zelvan.timing.TimeMap;
import zelvan.tuning.PitchMap;
import zelvan.units.Curve;

/// What is done to a voice, by the moment of it as recorded: when it sounds, at which pitch, how
/// large the singer's mouth seems, how loud, and how loud its harmonics. Where nothing of that is
/// anything, the recording passes bit for bit.
///
/// @param time when each moment of the voice sounds
/// @param pitch how far up each moment of the voice sounds
/// @param formantCents how far up the formants of voiced sound are moved, −1200 to 1200
/// @param formantRanges of which harmonics
/// @param gainDecibels how much louder it sounds, −120 to 24
/// @param harmonics how much louder its harmonics sound among each other
/// @param lowCuts what is cut of its lows
public record Shape(
        TimeMap time,
        PitchMap pitch,
        Curve formantCents,
        FormantRanges formantRanges,
        Curve gainDecibels,
        HarmonicGains harmonics,
        LowCuts lowCuts) {
    private static final double MOST_CENTS = 1200;
    private static final double LEAST_DECIBELS = -120;
    private static final double MOST_DECIBELS = 24;

    public Shape {
        if (!(formantCents.most() <= MOST_CENTS)) {
            throw new IllegalArgumentException(
                    "formants cannot be moved by " + formantCents.most());
        }
        for (int i = 0; i < gainDecibels.size(); i++) {
            double decibels = gainDecibels.point(i).value();
            if (!(decibels >= LEAST_DECIBELS && decibels <= MOST_DECIBELS)) {
                throw new IllegalArgumentException(
                        "gainDecibels must be -120 to 24, was " + decibels);
            }
        }
    }

    /// Only time changes.
    public static Shape of(TimeMap time) {
        return of(time, PitchMap.NONE);
    }

    /// Only time and pitch change.
    public static Shape of(TimeMap time, PitchMap pitch) {
        return new Shape(
                time,
                pitch,
                Curve.NONE,
                FormantRanges.ALL,
                Curve.NONE,
                HarmonicGains.NONE,
                LowCuts.NONE);
    }

    public Shape withTime(TimeMap value) {
        return new Shape(
                value, pitch, formantCents, formantRanges, gainDecibels, harmonics, lowCuts);
    }

    public Shape withPitch(PitchMap value) {
        return new Shape(
                time, value, formantCents, formantRanges, gainDecibels, harmonics, lowCuts);
    }

    public Shape withFormants(Curve cents) {
        return new Shape(time, pitch, cents, formantRanges, gainDecibels, harmonics, lowCuts);
    }

    public Shape withFormantRanges(FormantRanges value) {
        return new Shape(time, pitch, formantCents, value, gainDecibels, harmonics, lowCuts);
    }

    public Shape withGain(Curve decibels) {
        return new Shape(time, pitch, formantCents, formantRanges, decibels, harmonics, lowCuts);
    }

    /// As much louder on top. What adds up to more than can be is as much as can be, so that
    /// nothing is refused that was wanted bit by bit.
    public Shape louderBy(Curve decibels) {
        return withGain(gainDecibels.plus(decibels).within(LEAST_DECIBELS, MOST_DECIBELS));
    }

    public Shape withHarmonics(HarmonicGains value) {
        return new Shape(time, pitch, formantCents, formantRanges, gainDecibels, value, lowCuts);
    }

    public Shape withLowCuts(LowCuts value) {
        return new Shape(time, pitch, formantCents, formantRanges, gainDecibels, harmonics, value);
    }

    /// Whether something of the voice is taken away.
    public boolean takesAway() {
        return gainDecibels.size() > 0 || !harmonics.isNone() || !lowCuts.isNone();
    }

    /// The same without what takes something of the voice away: level, harmonics, low cut.
    public Shape whole() {
        return withGain(Curve.NONE).withHarmonics(HarmonicGains.NONE).withLowCuts(LowCuts.NONE);
    }

    /// Whether nothing is done at all.
    public boolean isNone() {
        return time.isIdentity()
                && pitch.size() == 0
                && formantCents.size() == 0
                && gainDecibels.size() == 0
                && harmonics.isNone()
                && lowCuts.isNone();
    }

    /// Whether voiced sound changes otherwise than in time and level between two moments of the
    /// voice.
    boolean recolours(double fromSeconds, double toSeconds) {
        return harmonics.isAnyBetween(fromSeconds, toSeconds)
                || formantCents.isAnyBetween(fromSeconds, toSeconds)
                || pitch.changes(fromSeconds, toSeconds);
    }
}
