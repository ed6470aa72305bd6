package zelvan.play;

import java.util.Arrays;

/// A small room around what is heard: voices that stand in one hide less of each other than they
/// seem to without. Used by one thread.
///
/// How it works: eight delays of 7 to 22 ms feed each other by an orthogonal matrix, so that echoes
/// become dense and none is louder than another; each loses as much on its way as makes the room
/// die away by 60 dB in 0.45 s, and in 0.2 s at the top.
///
/// **Source:** J.-M. Jot & A. Chaigne, *Digital delay networks for designing artificial
/// reverberators* (90th AES convention, 1991).
public final class Room {
    static final double LOW_T60_SECONDS = 0.45;
    static final double HIGH_T60_SECONDS = 0.2;

    private static final double[] DELAYS_SECONDS = {
        0.00713, 0.00887, 0.01063, 0.01249, 0.01451, 0.01693, 0.01931, 0.02177
    };
    private static final int LINES = DELAYS_SECONDS.length;
    private static final double MEASURED_SECONDS = 0.6;

    private final float[][] lines = new float[LINES][];
    private final int[] at = new int[LINES];
    private final double[] gain = new double[LINES];
    private final double[] pole = new double[LINES];
    private final double[] lowPassed = new double[LINES];
    private final double[] heard = new double[LINES];
    private final double[] sums = new double[LINES];
    private final double loudness;
    private double share;
    private boolean rings;

    public Room(int sampleRateHertz) {
        this(sampleRateHertz, 1 / Math.sqrt(power(new Room(sampleRateHertz, 1), sampleRateHertz)));
    }

    private Room(int sampleRateHertz, double loudness) {
        this.loudness = loudness;
        double ratio = HIGH_T60_SECONDS / LOW_T60_SECONDS;
        for (int n = 0; n < LINES; n++) {
            int frames = (int) Math.round(DELAYS_SECONDS[n] * sampleRateHertz);
            lines[n] = new float[frames];
            double decibels = -60 * frames / (LOW_T60_SECONDS * sampleRateHertz);
            gain[n] = Math.pow(10, decibels / 20);
            pole[n] = Math.log(10) / 80 * decibels * (1 - 1 / (ratio * ratio));
        }
    }

    /// How much comes back of an impulse on both sides, as a mean of the sides.
    private static double power(Room room, int sampleRateHertz) {
        double power = 0;
        for (int i = 0; i < MEASURED_SECONDS * sampleRateHertz; i++) {
            room.step(i == 0 ? 1 : 0);
            power += 0.5 * (square(room.left()) + square(room.right()));
        }
        return power;
    }

    /// Adds the room to a block; its share goes over to another one within the block.
    ///
    /// @param wanted how loud the room is, 0 not at all, 1 as loud as what sounds in it
    public void around(float[] left, float[] right, int count, double wanted) {
        if (share == 0) {
            silence();
        }
        if (wanted == 0 && share == 0) {
            return;
        }
        rings = true;
        double rise = (wanted - share) / count;
        for (int i = 0; i < count; i++) {
            share += rise;
            step(0.5 * (left[i] + right[i]));
            left[i] += (float) (share * loudness * left());
            right[i] += (float) (share * loudness * right());
        }
        share = wanted;
    }

    /// The next time that it is heard, nothing rings in it.
    private void silence() {
        if (rings) {
            for (float[] line : lines) {
                Arrays.fill(line, 0);
            }
            Arrays.fill(lowPassed, 0);
            rings = false;
        }
    }

    private void step(double in) {
        for (int n = 0; n < LINES; n++) {
            double out = gain[n] * (1 - pole[n]) * lines[n][at[n]] + pole[n] * lowPassed[n];
            // What is too small to be heard is forgotten: processors are slow with tiny numbers.
            lowPassed[n] = Math.abs(out) < 1e-20 ? 0 : out;
            heard[n] = lowPassed[n];
        }
        double[] mixed = mixed(heard);
        for (int n = 0; n < LINES; n++) {
            lines[n][at[n]] = (float) ((n % 2 == 0 ? in : -in) + mixed[n]);
            at[n] = at[n] + 1 == lines[n].length ? 0 : at[n] + 1;
        }
    }

    /// By a Hadamard matrix, which keeps the power.
    private double[] mixed(double[] values) {
        System.arraycopy(values, 0, sums, 0, LINES);
        for (int half = 1; half < LINES; half *= 2) {
            for (int block = 0; block < LINES; block += 2 * half) {
                for (int n = block; n < block + half; n++) {
                    double a = sums[n];
                    double b = sums[n + half];
                    sums[n] = (a + b) * Math.sqrt(0.5);
                    sums[n + half] = (a - b) * Math.sqrt(0.5);
                }
            }
        }
        return sums;
    }

    private double left() {
        return heard[0] + heard[2] + heard[4] + heard[6];
    }

    private double right() {
        return heard[1] + heard[3] + heard[5] + heard[7];
    }

    private static double square(double x) {
        return x * x;
    }
}
