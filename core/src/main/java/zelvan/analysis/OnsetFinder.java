package zelvan.analysis;

import java.util.ArrayList;
import java.util.List;
import zelvan.audio.Sound;

/// Finds where notes and strokes begin in any sound, an accompaniment or a drum: where all bands
/// together rise quickly.
///
/// **Source:** J. P. Bello et al., *A tutorial on onset detection in music signals* (2005), section
/// III; thresholds by common practice.
public final class OnsetFinder {
    /// Changes whenever the same sound may come out otherwise.
    public static final int VERSION = 1;

    private static final double PLAIN_RISE_DECIBELS = 5;
    private static final double NEAREST_SECONDS = 0.05;

    private OnsetFinder() {}

    /// @return in seconds, increasing
    public static double[] find(Sound sound) {
        float[] samples = VoiceAnalyser.atAnalysisRate(sound);
        int rate = VoiceAnalyser.ANALYSIS_RATE_HERTZ;
        double hop = VoiceAnalysis.HOP_SECONDS;
        int frames = (int) (samples.length / (rate * hop)) + 1;
        float[] levels = LevelFrames.decibels(samples, rate, frames, hop);
        BandEnergies bands = new BandEnergies(samples, rate, LevelFrames.activeDecibels(levels));
        List<Double> onsets = new ArrayList<>();
        double last = Double.NEGATIVE_INFINITY;
        for (Transition transition : LandmarkDetector.transitions(bands)) {
            if (transition.riseDecibels() >= PLAIN_RISE_DECIBELS
                    && transition.seconds() - last >= NEAREST_SECONDS) {
                onsets.add(transition.seconds());
                last = transition.seconds();
            }
        }
        return onsets.stream().mapToDouble(seconds -> seconds).toArray();
    }
}
