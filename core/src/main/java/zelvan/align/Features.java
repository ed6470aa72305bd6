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

    private final int width;
    private final float[] columns;

    /// How much is sung, 0 to 1, a row.
    final float[] activity;

    /// @param step frames of the analysis in a row
    Features(VoiceAnalysis voice, FeatureWeights weights, int step) {
        int frames = voice.frames();
        int count = Math.max(1, Math.ceilDiv(frames, step));
        int sounds = voice.phonetic().width();
        int coefficients = voice.spectrum().width();
        width = sounds + coefficients + 2;
        columns = new float[width * count];
        activity = new float[count];
        float spectrum = (float) weights.spectrum();
        for (int f = 0; f < frames; f++) {
            int row = f / step;
            float share = 1f / Math.min(step, frames - row * step);
            float sung = share * activity(voice, f);
            add(row, 0, sung, voice.phonetic().row(f));
            add(row, sounds, sung * spectrum, voice.spectrum().row(f));
            columns[(sounds + coefficients) * count + row] +=
                    (float) (voice.pitch().voiced(f) ? VOICING_WEIGHT * share : 0);
            columns[(sounds + coefficients + 1) * count + row] += (float) (ACTIVITY_WEIGHT * sung);
            activity[row] += sung;
        }
    }

    private void add(int row, int from, float factor, float[] values) {
        for (int c = 0; c < values.length; c++) {
            columns[(from + c) * count() + row] += factor * values[c];
        }
    }

    private static float activity(VoiceAnalysis voice, int frame) {
        double above = voice.levelDecibels()[frame] - voice.activeDecibels();
        return (float) (1 / (1 + Math.exp(-above / ACTIVITY_SLOPE_DECIBELS * 2)));
    }

    int count() {
        return activity.length;
    }

    /// Numbers in a row.
    int width() {
        return width;
    }

    /// All rows' first numbers, then all rows' second ones and so on.
    float[] columns() {
        return columns;
    }

    /// Reads the numbers of a row.
    void row(int row, float[] into) {
        for (int c = 0; c < width; c++) {
            into[c] = columns[c * count() + row];
        }
    }

    /// Squared distance of a row and one of another voice.
    float distance(int row, Features other, int otherRow) {
        float sum = 0;
        for (int c = 0; c < width; c++) {
            float d = columns[c * count() + row] - other.columns[c * other.count() + otherRow];
            sum += d * d;
        }
        return sum;
    }
}
