package zelvan.bench.takes;

/// The largest step from one moment to the next around a place of a sound.
///
/// @param level between windows of 10 ms, decibels
/// @param spectrum between frames 10 ms apart, mel-cepstral distortion in decibels
record Steps(double level, double spectrum) {
    private static final double WINDOW_SECONDS = 0.01;
    private static final double HOP_SECONDS = 0.005;

    /// So far to both sides of the place the steps are looked at.
    private static final double REACH_SECONDS = 0.015;

    private static final double KINK_SECONDS = 0.012;

    /// What is softer is not heard: in rests any step is small.
    private static final double FLOOR = 1e-6;

    /// @param samples around it
    static Steps at(float[] samples, int rate, MelCepstra cepstra, double seconds) {
        int hop = (int) (HOP_SECONDS * rate);
        int window = (int) (WINDOW_SECONDS * rate);
        int middle = (int) (seconds * rate);
        int reach = (int) (REACH_SECONDS * rate);
        double level = 0;
        double spectrum = 0;
        for (int at = middle - reach; at <= middle + reach - window; at += hop) {
            double step =
                    10
                            * Math.log10(
                                    power(samples, at + window, window)
                                            / power(samples, at, window));
            level = Math.max(level, Math.abs(step));
            spectrum =
                    Math.max(
                            spectrum,
                            MelCepstra.distortion(
                                    cepstra.at(samples, at), cepstra.at(samples, at + window)));
        }
        return new Steps(level, spectrum);
    }

    private static double power(float[] samples, int from, int count) {
        double sum = 0;
        for (int i = Math.max(0, from); i < Math.min(samples.length, from + count); i++) {
            sum += samples[i] * samples[i];
        }
        return FLOOR + sum / count;
    }

    /// The largest second difference of samples near a moment: large where something clicks.
    static double kink(float[] samples, int rate, double seconds) {
        int from = (int) ((seconds - KINK_SECONDS) * rate);
        int to = (int) ((seconds + KINK_SECONDS) * rate);
        double most = 0;
        for (int i = Math.max(1, from); i < Math.min(samples.length - 1, to); i++) {
            most = Math.max(most, Math.abs(samples[i - 1] - 2 * samples[i] + samples[i + 1]));
        }
        return most;
    }
}
