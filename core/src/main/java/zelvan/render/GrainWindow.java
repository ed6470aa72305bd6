package zelvan.render;

/// Halves of a Hann window, by table.
final class GrainWindow {
    private static final int POINTS = 2048;
    private static final float[] TABLE = new float[POINTS + 2];

    static {
        for (int i = 0; i <= POINTS; i++) {
            TABLE[i] = (float) (0.5 + 0.5 * Math.cos(Math.PI * i / POINTS));
        }
    }

    private GrainWindow() {}

    /// The window of a grain at a frame of the output, 0 to 1. It stays 1 on a side where nothing
    /// fades.
    static float at(Grain grain, long frame) {
        double away = frame - grain.output();
        double length = away < 0 ? grain.fadeIn() : grain.fadeOut();
        double at = length > 0 ? Math.min(POINTS, Math.abs(away) * POINTS / length) : 0;
        int point = (int) at;
        return TABLE[point] + (float) (at - point) * (TABLE[point + 1] - TABLE[point]);
    }
}
