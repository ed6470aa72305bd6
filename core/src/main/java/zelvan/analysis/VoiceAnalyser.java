package zelvan.analysis;

import java.util.List;
import zelvan.audio.Sound;
import zelvan.dsp.Resampler;
import zelvan.units.RecordedSpan;

/// Listens to one voice.
public final class VoiceAnalyser {
    /// Everything up to 8 kHz is enough to tell speech sounds apart, and quick.
    static final int ANALYSIS_RATE_HERTZ = 16_000;

    private static final double BAND_FLOOR_BELOW_ACTIVE_DECIBELS = 8;

    /// @param sound one voice; several channels are heard as their mean
    public VoiceAnalysis analyse(Sound sound) {
        double hop = VoiceAnalysis.HOP_SECONDS;
        float[] samples = atAnalysisRate(sound);
        int frames = (int) (samples.length / (ANALYSIS_RATE_HERTZ * hop)) + 1;
        float[] levels = LevelFrames.decibels(samples, ANALYSIS_RATE_HERTZ, frames, hop);
        double activeLevel = LevelFrames.activeDecibels(levels);
        boolean[] active = new boolean[frames];
        for (int f = 0; f < frames; f++) {
            active[f] = levels[f] > activeLevel;
        }
        PitchTrack pitch =
                new PitchTracker(ANALYSIS_RATE_HERTZ).track(samples, levels, active, hop);
        BandEnergies bands =
                new BandEnergies(
                        samples,
                        ANALYSIS_RATE_HERTZ,
                        activeLevel - BAND_FLOOR_BELOW_ACTIVE_DECIBELS);
        float[][] mel =
                new MelBands(ANALYSIS_RATE_HERTZ).analyse(samples, levels, activeLevel, hop);
        List<RecordedSpan> phrases = PhraseFinder.phrases(active, pitch);
        List<RecordedSpan> esses = PhraseFinder.esses(bands, pitch);
        List<RecordedSpan> breaths = PhraseFinder.breaths(active, phrases, hop);
        List<Transition> transitions = LandmarkDetector.transitions(bands);
        LevelEdges edges = new LevelEdges(levels, activeLevel, transitions);
        List<End> ends = new EndFinder(bands, pitch, active, breaths, edges).ends(phrases);
        return new VoiceAnalysis(
                sound.seconds(),
                pitch,
                levels,
                LevelFrames.loudness(sound, frames, hop),
                activeLevel,
                FrameRows.of(PhoneticNet.shipped().look(mel)),
                FrameRows.of(MelBands.cepstra(mel)),
                transitions,
                LandmarkDetector.find(bands, pitch, active, phrases, esses, edges),
                phrases,
                NoteFinder.find(pitch),
                esses,
                breaths.stream()
                        .filter(b -> ends.stream().noneMatch(e -> e.span().overlaps(b)))
                        .toList(),
                ends);
    }

    static float[] atAnalysisRate(Sound sound) {
        int rate = sound.sampleRateHertz();
        return rate == ANALYSIS_RATE_HERTZ
                ? sound.mono()
                : Resampler.quick(rate, ANALYSIS_RATE_HERTZ).resample(sound.frames(), sound::mono);
    }
}
