package zelvan.measure;

/// What ears make of two sounds that are nearly the same. The figures are quoted from memory of the
/// sources; where none is named they are common practice.
public final class Hearing {
    /// Two brief sounds nearer than this are heard as one (I. Hirsh, *Auditory perception of
    /// temporal order*, 1959: some 2 ms).
    public static final double FUSED_SECONDS = 0.002;

    /// A note displaced by less in a quick sequence goes unnoticed (A. Friberg & J. Sundberg, *Time
    /// discrimination in a monotonic, isochronous sequence*, 1995: about 6 ms where notes follow
    /// each other within a quarter of a second, 2.5 % of the interval where they are slower).
    public static final double NOTICEABLE_SECONDS = 0.006;

    /// From here on it is heard which of two sounds came first: a flam (Hirsh 1959: 15 to 20 ms).
    public static final double FLAM_SECONDS = 0.017;

    /// The same of beginnings that rise slowly, as of vowels and nasals: players of an ensemble who
    /// play together are this far apart, as a standard deviation of 30 to 50 ms, and are heard as
    /// together (R. Rasch, *Synchronization in performed ensemble music*, 1979).
    public static final double SOFT_ONSET_SECONDS = 0.03;

    /// Ends are compared less finely than beginnings (J. Zera & D. Green, *Detecting temporal onset
    /// and offset asynchrony in multicomponent complexes*, 1993: several times as long).
    public static final double END_SECONDS = 0.05;

    /// Players of an ensemble who play together are this far apart, as a standard deviation of 30
    /// to 50 ms (Rasch 1979).
    public static final double ENSEMBLE_SECONDS = 0.05;

    /// Two voices in unison that are further apart are not tolerated (S. Ternström, *Perceptual
    /// evaluations of voice scatter in unison choir sounds*, 1993: a standard deviation of 14
    /// cents; two of them are √2 as far apart).
    public static final double UNISON_CENTS = 20;

    /// An interval between voices may be off by as much without being called out of tune (A. Vurma
    /// & J. Ross, *Production and perception of musical intervals*, 2006: 20 to 25 cents).
    public static final double INTERVAL_CENTS = 23;

    /// Pitch is told less finely of what is shorter than this (B. Moore, *Frequency difference
    /// limens for short-duration tones*, 1973: limens double with each halving from about 200 ms
    /// down).
    public static final double PITCH_SECONDS = 0.2;

    /// Two levels that are heard one after the other differ (W. Jesteadt, C. Wier & D. Green,
    /// *Intensity discrimination as a function of frequency and sensation level*, 1977: about 1 dB
    /// side by side; twice that, as common practice, from phrase to phrase).
    public static final double LEVEL_DECIBELS = 2;

    /// Loudness grows with sound pressure to this power (S. S. Stevens, *The measurement of
    /// loudness*, 1955).
    static final double LOUDNESS_EXPONENT = 0.6;

    private Hearing() {}
}
