package zelvan.align;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import zelvan.analysis.VoiceAnalysis;
import zelvan.units.TimeSpan;

/// Finds which moment of a voice belongs to which moment of its guide.
///
/// How it works: coarse to fine. A [Warping] over the whole song at 40 ms finds what belongs
/// together at all; two more, each in a [Band] around the one before, sharpen it to the hop of the
/// analysis. Along that path [LandmarkPairing] pairs the landmarks of both voices; where there are
/// none, the path itself serves.
///
/// **Source:** S. Salvador & P. Chan, *FastDTW: toward accurate dynamic time warping in linear time
/// and space* (2007); M. Müller, *Fundamentals of Music Processing* (2015), chapter 3.
public final class Aligner {
    private static final int[] STEPS = {8, 2, 1};
    private static final double[] RADIUS_SECONDS = {0, 0.35, 0.09};

    /// Aligns a voice with its guide.
    ///
    /// @param held anchors that must be kept, in any order
    /// @param walls stretches of the voice that take no part
    public Alignment align(
            VoiceAnalysis guide, VoiceAnalysis voice, List<Anchor> held, List<TimeSpan> walls) {
        if (guide.phrases().isEmpty() || voice.phrases().isEmpty()) {
            return new Alignment(ordered(held), voice.phrases(), guide.phrases());
        }
        Optional<WarpPath> coarse = Optional.empty();
        int coarser = 0;
        for (int level = 0; level < STEPS.length; level++) {
            int step = STEPS[level];
            double rowSeconds = step * VoiceAnalysis.HOP_SECONDS;
            Features guideRows = new Features(guide, step);
            Features voiceRows = new Features(voice, step);
            int ratio = coarser / step;
            int radius = (int) Math.round(RADIUS_SECONDS[level] / rowSeconds);
            Band band =
                    coarse.map(path ->
                                    Band.around(
                                            path,
                                            ratio,
                                            radius,
                                            guideRows.count(),
                                            voiceRows.count()))
                            .orElseGet(() -> Band.ofSong(guideRows.count(), voiceRows.count()));
            for (Anchor anchor : held) {
                band.passThrough(
                        row(anchor.guideSeconds(), rowSeconds, guideRows.count()),
                        row(anchor.sourceSeconds(), rowSeconds, voiceRows.count()));
            }
            boolean[] walled = walled(walls, voiceRows.count(), rowSeconds);
            coarse = Optional.of(new Warping(guideRows, voiceRows, walled, rowSeconds).best(band));
            coarser = step;
        }
        WarpPath path = coarse.orElseThrow();
        Correspondence found = new Correspondence(path, guide, voice);
        List<Anchor> anchors = new LandmarkPairing(guide, voice, found, walls).anchors(held);
        return new Alignment(anchors, found.unmatched(), found.missing());
    }

    private static int row(double seconds, double rowSeconds, int count) {
        return Math.clamp(Math.round(seconds / rowSeconds), 0, count - 1);
    }

    private static boolean[] walled(List<TimeSpan> walls, int count, double rowSeconds) {
        boolean[] walled = new boolean[count];
        for (TimeSpan wall : walls) {
            int to = Math.min(count - 1, (int) (wall.endSeconds() / rowSeconds));
            for (int j = Math.max(0, (int) (wall.startSeconds() / rowSeconds)); j <= to; j++) {
                walled[j] = true;
            }
        }
        return walled;
    }

    private static List<Anchor> ordered(List<Anchor> held) {
        List<Anchor> anchors = new ArrayList<>(held);
        anchors.sort(Comparator.comparingDouble(Anchor::sourceSeconds));
        return anchors;
    }
}
