package zelvan.align;

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
