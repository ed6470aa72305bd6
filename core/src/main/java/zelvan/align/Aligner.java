package zelvan.align;

import java.util.HashMap;
import java.util.List;
import java.util.Map;
import zelvan.analysis.VoiceAnalysis;
import zelvan.units.RecordedSpan;

/// Finds which moment of a voice belongs to which moment of its guide.
///
/// How it works: coarse to fine. A [Warping] over the whole song at 80 ms finds what belongs
/// together at all, one at 40 ms, in a [Band] around it, the words, one at 10 ms the syllables;
/// from all paths in that band [PathPosterior] tells how sure they are. Then [RestEdges] pairs the
/// moments at which sound begins, and a last path at the hop of the analysis runs through them.
/// [AnchorPicker] reads the anchors off that path. What the user sets changes its surroundings
/// only: see [Rematch].
///
/// **Source:** S. Salvador & P. Chan, *FastDTW: toward accurate dynamic time warping in linear time
/// and space* (2007); M. Müller, *Fundamentals of Music Processing* (2015), chapter 3.
public final class Aligner {
    /// Changes whenever the same two analyses would be matched differently.
    public static final int VERSION = 5;

    // Frames of the analysis in a row, from coarse to fine.
    private static final int SONG_STEP = 16;
    private static final int WORD_STEP = 8;
    private static final int SYLLABLE_STEP = 2;

    private static final double WORD_RADIUS_SECONDS = 1.6;
    private static final double SYLLABLE_RADIUS_SECONDS = 0.35;
    private static final double FINE_RADIUS_SECONDS = 0.09;

    /// How two voices are compared, as it came out for the whole song.
    ///
    /// @param spectrumWeight of the plain spectrum beside the sounds' 1
    /// @param wordSpread how unlike rows are that have nothing to do with each other, at 40 ms
    /// @param syllableSpread the same at 10 ms
    /// @param fineSpread the same at 5 ms
    public record Scale(
            double spectrumWeight, double wordSpread, double syllableSpread, double fineSpread) {
        static final Scale NONE = new Scale(FeatureWeights.STRANGERS.spectrum(), 1, 1, 1);

        FeatureWeights weights() {
            return new FeatureWeights(spectrumWeight);
        }
    }

    /// Two whole voices, matched.
    ///
    /// @param alignment as the program finds it by itself
    public record Match(Alignment alignment, Scale scale) {}

    /// Aligns a voice with its guide.
    ///
    /// @param byUser anchors set by the user, strictly increasing in both voices
    /// @param walls stretches of the voice that take no part
    public Alignment align(
            VoiceAnalysis guide,
            VoiceAnalysis voice,
            List<Anchor> byUser,
            List<RecordedSpan> walls) {
        Rematch rematch = new Rematch(guide, voice, match(guide, voice));
        Map<Rematch.Piece, Alignment> matched = new HashMap<>();
        rematch.pieces(byUser, walls).forEach(piece -> matched.put(piece, rematch.again(piece)));
        return rematch.joined(byUser, walls, matched);
    }

    /// Matches two whole voices, without any help.
    public Match match(VoiceAnalysis guide, VoiceAnalysis voice) {
        if (guide.phrases().isEmpty() || voice.phrases().isEmpty()) {
            return new Match(
                    new Alignment(List.of(), voice.phrases(), guide.phrasesAsGuide()), Scale.NONE);
        }
        FeatureWeights strangers = FeatureWeights.STRANGERS;
        VoiceCosts song = new VoiceCosts(guide, voice, strangers, SONG_STEP);
        WarpPath songPath = new Warping(song).best(song.wholeBand());
        VoiceCosts words = new VoiceCosts(guide, voice, strangers, WORD_STEP);
        WarpPath wordPath =
                new Warping(words)
                        .best(
                                words.bandAround(
                                        songPath, SONG_STEP / WORD_STEP, WORD_RADIUS_SECONDS));
        Correspondence rough = new Correspondence(wordPath, guide, voice, WORD_STEP);
        FeatureWeights weights = FeatureWeights.between(guide, voice, rough);
        VoiceCosts syllables = new VoiceCosts(guide, voice, weights, SYLLABLE_STEP);
        VoiceCosts fine = new VoiceCosts(guide, voice, weights, 1);
        return new Match(
                finer(guide, voice, wordPath, syllables, fine, List.of(), List.of()),
                new Scale(weights.spectrum(), words.spread(), syllables.spread(), fine.spread()));
    }

    /// Matches two stretches whose first and last moments belong together.
    ///
    /// @param corners these moments
    /// @param walls in the stretch of the voice
    static Alignment between(
            VoiceAnalysis guide,
            VoiceAnalysis voice,
            List<Anchor> corners,
            List<RecordedSpan> walls,
            Scale scale) {
        VoiceCosts words =
                new VoiceCosts(
                        guide,
                        voice,
                        FeatureWeights.STRANGERS,
                        WORD_STEP,
                        walls,
                        scale.wordSpread());
        VoiceCosts syllables =
                new VoiceCosts(
                        guide,
                        voice,
                        scale.weights(),
                        SYLLABLE_STEP,
                        walls,
                        scale.syllableSpread());
        VoiceCosts fine =
                new VoiceCosts(guide, voice, scale.weights(), 1, walls, scale.fineSpread());
        return finer(
                guide,
                voice,
                new Warping(words).best(words.wholeBand()),
                syllables,
                fine,
                corners,
                walls);
    }

    /// From words to anchors.
    private static Alignment finer(
            VoiceAnalysis guide,
            VoiceAnalysis voice,
            WarpPath wordPath,
            VoiceCosts syllables,
            VoiceCosts fine,
            List<Anchor> corners,
            List<RecordedSpan> walls) {
        Band syllableBand =
                syllables.bandAround(wordPath, WORD_STEP / SYLLABLE_STEP, SYLLABLE_RADIUS_SECONDS);
        WarpPath syllablePath = new Warping(syllables).best(syllableBand);
        PathPosterior posterior = new PathPosterior(syllables, syllableBand);
        Correspondence near = new Correspondence(syllablePath, guide, voice, SYLLABLE_STEP);
        List<Anchor> edges = RestEdges.pairs(guide, voice, near, walls);
        Band fineBand = fine.bandAround(syllablePath, SYLLABLE_STEP, FINE_RADIUS_SECONDS);
        fine.leadThrough(fineBand, edges);
        WarpPath finePath = new Warping(fine).best(fineBand);
        Correspondence found = new Correspondence(finePath, guide, voice, 1);
        Trust trust = new Trust(found, posterior, SYLLABLE_STEP);
        List<Anchor> anchors =
                new AnchorPicker(guide, voice, found, trust, walls).pick(corners, edges);
        return new Alignment(anchors, found.unmatched(), found.missing());
    }
}
