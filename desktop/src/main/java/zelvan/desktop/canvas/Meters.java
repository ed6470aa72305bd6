package zelvan.desktop.canvas;

/// What all meters have in common.
public final class Meters {
    /// Where they begin.
    public static final double LOWEST_DECIBELS = -48;

    private Meters() {}
}
