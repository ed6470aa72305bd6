package zelvan.align;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import zelvan.analysis.VoiceAnalysis;
import zelvan.units.TimeSpan;

/// Finds which moment of a voice belongs to which moment of its guide.
///
/// How it works: coarse to fine. A [Warping] over the whole song at 40 ms finds what belongs
/// together at all; one at 10 ms, in a [Band] around it, finds the syllables, and from all paths in
/// that band [PathPosterior] tells how sure they are. Then [RestEdges] pairs the moments at which
/// sound begins and ends, and a last path at the hop of the analysis runs through them.
/// [AnchorPicker] reads the anchors off that path.
///
/// **Source:** S. Salvador & P. Chan, *FastDTW: toward accurate dynamic time warping in linear time
/// and space* (2007); M. Müller, *Fundamentals of Music Processing* (2015), chapter 3.
public final class Aligner {
    /// Frames of the analysis in a row, from coarse to fine.
    private static final int SONG_STEP = 8;

    private static final int SYLLABLE_STEP = 2;

    private static final double SYLLABLE_RADIUS_SECONDS = 0.35;
    private static final double FINE_RADIUS_SECONDS = 0.09;

    /// Aligns a voice with its guide.
    ///
    /// @param held anchors that must be kept, in any order
    /// @param walls stretches of the voice that take no part
    public Alignment align(
            VoiceAnalysis guide, VoiceAnalysis voice, List<Anchor> held, List<TimeSpan> walls) {
        if (guide.phrases().isEmpty() || voice.phrases().isEmpty()) {
            return new Alignment(ordered(held), voice.phrases(), guide.phrases());
        }
        FeatureWeights strangers = FeatureWeights.STRANGERS;
        Warping song = new Warping(guide, voice, strangers, SONG_STEP, walls);
        WarpPath songPath = song.best(narrowed(song.wholeBand(), song, held));

        Correspondence rough = new Correspondence(songPath, guide, voice, SONG_STEP);
        FeatureWeights weights = FeatureWeights.between(guide, voice, rough);
        Warping syllables = new Warping(guide, voice, weights, SYLLABLE_STEP, walls);
        Band around =
                syllables.bandAround(songPath, SONG_STEP / SYLLABLE_STEP, SYLLABLE_RADIUS_SECONDS);
        Band syllableBand = narrowed(around, syllables, held);
        WarpPath syllablePath = syllables.best(syllableBand);
        PathPosterior posterior = new PathPosterior(syllables, syllableBand);

        Correspondence near = new Correspondence(syllablePath, guide, voice, SYLLABLE_STEP);
        List<Anchor> edges = RestEdges.pairs(guide, voice, near, walls);
        Warping fine = new Warping(guide, voice, weights, 1, walls);
        Band fineBand = fine.bandAround(syllablePath, SYLLABLE_STEP, FINE_RADIUS_SECONDS);
        narrowed(fineBand, fine, edges);
        WarpPath finePath = fine.best(narrowed(fineBand, fine, held));

        Correspondence found = new Correspondence(finePath, guide, voice, 1);
        Trust trust = new Trust(found, posterior, SYLLABLE_STEP);
        List<Anchor> anchors =
                new AnchorPicker(guide, voice, found, trust, walls).pick(held, edges);
        return new Alignment(anchors, found.unmatched(), found.missing());
    }

    private static Band narrowed(Band band, Warping warping, List<Anchor> anchors) {
        for (Anchor anchor : anchors) {
            band.passThrough(
                    warping.guideRowAt(anchor.guideSeconds()),
                    warping.voiceRowAt(anchor.sourceSeconds()));
        }
        return band;
    }

    private static List<Anchor> ordered(List<Anchor> held) {
        List<Anchor> anchors = new ArrayList<>(held);
        anchors.sort(Comparator.comparingDouble(Anchor::sourceSeconds));
        return anchors;
    }
}
