package zelvan.align;

import java.util.Arrays;
import zelvan.analysis.VoiceAnalysis;

/// What two voices are compared by, at one resolution: the sounds, the spectrum, voicing, and
/// whether anything is sung at all. Rows are averages over some frames of the analysis.
///
/// Sounds and spectrum fade out with the level, so that silence resembles silence whatever its
/// noise.
final class Features {
    private static final double VOICING_WEIGHT = 1.2;
    private static final double ACTIVITY_WEIGHT = 8;

    /// Over this many decibels around the threshold silence turns into singing.
    private static final double ACTIVITY_SLOPE_DECIBELS = 5;

    final float[][] rows;

    /// How much is sung, 0 to 1, a row.
    final float[] activity;

    /// @param step frames of the analysis in a row
    Features(VoiceAnalysis voice, FeatureWeights weights, int step) {
        int frames = voice.frames();
        int count = Math.max(1, Math.ceilDiv(frames, step));
        int sounds = voice.phonetic().width();
        int coefficients = voice.spectrum().width();
        rows = new float[count][sounds + coefficients + 2];
        activity = new float[count];
        float spectrum = (float) weights.spectrum();
        for (int f = 0; f < frames; f++) {
            float[] row = rows[f / step];
            float share = 1f / Math.min(step, frames - f / step * step);
            float sung = share * activity(voice, f);
            add(row, 0, sung, voice.phonetic().row(f));
            add(row, sounds, sung * spectrum, voice.spectrum().row(f));
            row[sounds + coefficients] +=
                    (float) (voice.pitch().voiced(f) ? VOICING_WEIGHT * share : 0);
            row[sounds + coefficients + 1] += (float) (ACTIVITY_WEIGHT * sung);
            activity[f / step] += sung;
        }
    }

    private static void add(float[] row, int from, float factor, float[] values) {
        for (int c = 0; c < values.length; c++) {
            row[from + c] += factor * values[c];
        }
    }

    private static float activity(VoiceAnalysis voice, int frame) {
        double above = voice.levelDecibels()[frame] - voice.activeDecibels();
        return (float) (1 / (1 + Math.exp(-above / ACTIVITY_SLOPE_DECIBELS * 2)));
    }

    int count() {
        return rows.length;
    }

    /// The same by column: all rows' first numbers, all rows' second ones.
    float[][] columns() {
        float[][] columns = new float[rows[0].length][rows.length];
        for (int r = 0; r < rows.length; r++) {
            for (int c = 0; c < columns.length; c++) {
                columns[c][r] = rows[r][c];
            }
        }
        return columns;
    }

    /// Mean squared differences of a row and neighbouring rows of another voice, the same to the
    /// last bit as [#distance]'s. Rows side by side: the processor takes several at once.
    ///
    /// @param columns of the other voice
    /// @param from first row of the other voice
    /// @param sums four rows of room, as long as there are neighbours
    static void distances(float[] row, float[][] columns, int from, int count, float[][] sums) {
        for (float[] sum : sums) {
            Arrays.fill(sum, 0, count, 0);
        }
        int whole = row.length & ~3;
        for (int c = 0; c < row.length; c++) {
            addSquares(row[c], columns[c], from, sums[c < whole ? c & 3 : 0], count);
        }
    }

    private static void addSquares(float value, float[] column, int from, float[] sum, int count) {
        for (int k = 0; k < count; k++) {
            float d = value - column[from + k];
            sum[k] += d * d;
        }
    }

    /// Mean squared difference of two rows.
    static double distance(float[] a, float[] b) {
        float s0 = 0;
        float s1 = 0;
        float s2 = 0;
        float s3 = 0;
        int i = 0;
        for (; i + 3 < a.length; i += 4) {
            float d0 = a[i] - b[i];
            float d1 = a[i + 1] - b[i + 1];
            float d2 = a[i + 2] - b[i + 2];
            float d3 = a[i + 3] - b[i + 3];
            s0 += d0 * d0;
            s1 += d1 * d1;
            s2 += d2 * d2;
            s3 += d3 * d3;
        }
        for (; i < a.length; i++) {
            s0 += (a[i] - b[i]) * (a[i] - b[i]);
        }
        return (double) (s0 + s1 + (s2 + s3)) / a.length;
    }
}
