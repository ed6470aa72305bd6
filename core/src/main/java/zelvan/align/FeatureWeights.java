package zelvan.align;

import zelvan.analysis.VoiceAnalysis;

/// How much each kind of feature counts when two voices are compared.
///
/// @param spectrum weight of the plain spectrum beside the sounds' 1: little between two singers,
///   for it tells them apart; much between two takes of one singer, for it is the more exact
record FeatureWeights(double spectrum) {
    /// Two voices of which nothing is known yet.
    static final FeatureWeights STRANGERS = new FeatureWeights(0.3);

    private static final double SAME_SINGER = 2;

    // The mean squared difference of the spectra along a path, in their own variances. Measured:
    // one
    // singer's takes lie below 0.5, two singers above 1.1.
    private static final double UNLIKE = 1.1;
    private static final double ALIKE = 0.5;

    /// The weights that suit two voices, told from how alike their spectra are where they sing the
    /// same.
    static FeatureWeights between(VoiceAnalysis guide, VoiceAnalysis voice, Correspondence found) {
        double sum = 0;
        int count = 0;
        for (int f = 0; f < guide.frames(); f++) {
            double at = found.voiceSecondsAt(f * VoiceAnalysis.HOP_SECONDS);
            if (guide.active(f) && !Double.isNaN(at) && voice.active(voice.frameAt(at))) {
                float[] a = guide.spectrum().row(f);
                float[] b = voice.spectrum().row(voice.frameAt(at));
                for (int c = 0; c < a.length; c++) {
                    sum += (a[c] - b[c]) * (a[c] - b[c]) / a.length;
                }
                count++;
            }
        }
        if (count == 0) {
            return STRANGERS;
        }
        double same = Math.clamp((UNLIKE - sum / count) / (UNLIKE - ALIKE), 0, 1);
        return new FeatureWeights(STRANGERS.spectrum + same * (SAME_SINGER - STRANGERS.spectrum));
    }
}
