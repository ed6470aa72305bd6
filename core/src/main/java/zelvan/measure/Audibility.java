package zelvan.measure;

import zelvan.units.Decibels;

/// How plainly a listener hears that something is off: in multiples of what is just noticed, so
/// that a flam can be put beside a sharp note. The limits are those of [Hearing].
///
/// 1 is just noticed. What has no size (other words, an octave) stands at fixed values, which are
/// common practice: what a listener would name before anything that can be measured is at the top.
public final class Audibility {
    /// Less is not noticed.
    public static final double NOTICED = 1;

    /// Nothing is plainer: past this, sizes say nothing any more.
    public static final double PLAINEST = 8;

    /// A line that is not there is missed, also where the stack gets hardly softer.
    private static final double PAUSE = 3;

    private Audibility() {}

    /// Of a beginning.
    ///
    /// @param apartSeconds from that of the guide
    /// @param abrupt whether it is a burst, or rises as quickly as one
    static double ofOnset(double apartSeconds, boolean abrupt) {
        return limited(apartSeconds / (abrupt ? Hearing.FLAM_SECONDS : Hearing.SOFT_ONSET_SECONDS));
    }

    static double ofEnd(double apartSeconds) {
        return limited(apartSeconds / Hearing.END_SECONDS);
    }

    /// Of a note.
    ///
    /// @param seconds how long it is held
    /// @param unison whether it is to be the guide's tone, in whatever octave
    static double ofPitch(double cents, double seconds, boolean unison) {
        double noticed = unison ? Hearing.UNISON_CENTS : Hearing.INTERVAL_CENTS;
        return limited(cents / noticed * Math.min(1, seconds / Hearing.PITCH_SECONDS));
    }

    /// Of a phrase.
    ///
    /// @param usualDecibels by which the voice's phrases differ anyway, as a standard deviation:
    ///   what listeners are used to they do not notice. What is softer is covered by the others
    ///   besides
    static double ofLevel(double decibels, double usualDecibels) {
        double times = decibels / Math.max(Hearing.LEVEL_DECIBELS, usualDecibels);
        return limited(times) * presence(decibels);
    }

    static double ofEss(double decibels) {
        return limited(decibels / Hearing.LEVEL_DECIBELS);
    }

    /// Of a voice that pauses where those of its stack sing: the stack gets softer, and thinner.
    ///
    /// @param singing how many others go on
    public static double ofPause(int singing) {
        double softer = 10 * Math.log10((singing + 1.0) / singing);
        return Math.max(PAUSE, limited(softer));
    }

    /// Of two voices that comb.
    ///
    /// @param likeness see [CombMeter]
    /// @param noticed likeness from which they do
    public static double ofCombing(double likeness, double noticed) {
        return limited(likeness / noticed);
    }

    /// How much of what is off in a voice is left to hear beside a louder one: as much as of its
    /// loudness.
    ///
    /// @param decibels level against the other
    public static double presence(double decibels) {
        return Math.min(1, Math.pow(Decibels.toAmplitude(decibels), Hearing.LOUDNESS_EXPONENT));
    }

    private static double limited(double times) {
        return Math.min(PLAINEST, Math.abs(times));
    }
}
