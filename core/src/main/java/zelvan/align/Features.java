package zelvan.align;

import zelvan.analysis.VoiceAnalysis;

/// What two voices are compared by, at one resolution: timbre, its change, voicing, and whether
/// anything is sung at all. Rows are averages over `step` frames of the analysis.
///
/// Timbre fades out with the level, so that silence resembles silence whatever its noise.
final class Features {
    private static final double DELTA_WEIGHT = 1;
    private static final int DELTA_FRAMES = 5;
    private static final double VOICING_WEIGHT = 1.2;
    private static final double ACTIVITY_WEIGHT = 4;

    /// Higher cepstra tell more of the singer than of the word: each weighs this much less than the
    /// one before, as a natural logarithm.
    private static final double LIFTER = 0.1;

    /// Over this many decibels around the threshold silence turns into singing.
    private static final double ACTIVITY_SLOPE_DECIBELS = 5;

    final float[][] rows;

    /// How much is sung, 0 to 1, a row.
    final float[] activity;

    /// Frames of the analysis in a row.
    final int step;

    Features(VoiceAnalysis voice, int step) {
        this.step = step;
        int frames = voice.frames();
        int count = Math.max(1, Math.ceilDiv(frames, step));
        int cepstra = voice.timbre()[0].length;
        rows = new float[count][2 * cepstra + 2];
        activity = new float[count];
        double[] weight = new double[cepstra];
        for (int c = 0; c < cepstra; c++) {
            weight[c] = Math.exp(-LIFTER * c);
        }
        double[] sung = new double[frames];
        for (int f = 0; f < frames; f++) {
            double above = voice.levelDecibels()[f] - voice.activeDecibels();
            sung[f] = 1 / (1 + Math.exp(-above / ACTIVITY_SLOPE_DECIBELS * 2));
        }
        for (int f = 0; f < frames; f++) {
            float[] row = rows[f / step];
            int share = Math.min(step, frames - f / step * step);
            float[] now = voice.timbre()[f];
            int before = Math.max(0, f - DELTA_FRAMES);
            int after = Math.min(frames - 1, f + DELTA_FRAMES);
            for (int c = 0; c < cepstra; c++) {
                row[c] += (float) (weight[c] * sung[f] * now[c] / share);
                double delta =
                        sung[after] * voice.timbre()[after][c]
                                - sung[before] * voice.timbre()[before][c];
                row[cepstra + c] += (float) (weight[c] * DELTA_WEIGHT * delta / share);
            }
            row[2 * cepstra] +=
                    (float) (VOICING_WEIGHT * (voice.pitch().voiced(f) ? 1 : 0) / share);
            row[2 * cepstra + 1] += (float) (ACTIVITY_WEIGHT * sung[f] / share);
            activity[f / step] += (float) (sung[f] / share);
        }
    }

    int count() {
        return rows.length;
    }

    /// Mean squared difference of two rows. Four sums at once: the processor adds them side by
    /// side.
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
