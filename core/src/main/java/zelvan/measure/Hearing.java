package zelvan.measure;

/// What ears make of two sounds a little apart. The figures are quoted from memory of the sources.
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

    /// Players of an ensemble who play together are this far apart, as a standard deviation of 30
    /// to 50 ms (R. Rasch, *Synchronization in performed ensemble music*, 1979).
    public static final double ENSEMBLE_SECONDS = 0.05;

    private Hearing() {}
}
