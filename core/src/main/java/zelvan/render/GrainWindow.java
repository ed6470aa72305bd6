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

    /// Falls from 1 to 0 between 0 and 1.
    static double half(double share) {
        double at = POINTS * share;
        int point = (int) at;
        return TABLE[point] + (at - point) * (TABLE[point + 1] - TABLE[point]);
    }

    /// Multiplies samples of a grain by its gain and its window.
    ///
    /// @param frame of the output at which the samples begin
    static void apply(Grain grain, long frame, float[] samples) {
        float gain = grain.gain();
        double start = frame - grain.output();
        double in = POINTS / grain.fadeIn();
        double out = POINTS / grain.fadeOut();
        for (int i = 0; i < samples.length; i++) {
            double away = start + i;
            double at = Math.min(POINTS, away < 0 ? -away * in : away * out);
            int point = (int) at;
            float low = TABLE[point];
            samples[i] *= gain * (low + (float) (at - point) * (TABLE[point + 1] - low));
        }
    }
}
