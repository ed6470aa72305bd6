package zelvan.dsp;

/// The parabola through three neighbours of evenly spaced values.
public final class Parabola {
    private Parabola() {}

    /// Where it has its lowest point, from −0.5 to 0.5 steps beside the middle one; 0 if it has
    /// none. For the highest point, give the values with their signs changed.
    public static double lowest(double before, double here, double after) {
        double bend = before - 2 * here + after;
        return bend <= 0 ? 0 : Math.clamp(0.5 * (before - after) / bend, -0.5, 0.5);
    }
}
