package zelvan.measure;

import java.util.ArrayList;
import java.util.List;
import zelvan.align.Alignment;
import zelvan.align.Anchor;
import zelvan.analysis.Landmark;
import zelvan.dsp.Percentile;
import zelvan.timing.TimeMap;
import zelvan.timing.TimingResult;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

/// Measures, by the maps, what is left of each voice's offsets.
///
/// What is compared are the landmarks found in both voices; in a phrase without any, the other
/// anchors.
public final class LockMeter {
    private static final int FEWEST_LANDMARKS = 2;

    /// A phrase's first and last moments may lie this far outside it.
    private static final double EDGE_SECONDS = 0.02;

    /// A phrase with this share of its anchors doubtful is doubtful itself.
    private static final double DOUBTFUL_SHARE = 0.4;

    private static final double HOPELESS_SHARE = 0.7;
    private static final int HOPELESS_ANCHORS = 6;

    /// Less singing than this in a phrase is none.
    private static final double SILENT_SECONDS = 0.15;

    private final List<GuideSpan> phrases;
    private final List<Landmark> landmarks;
    private final TimeMap guide;

    /// @param phrases of the guide, as recorded
    /// @param landmarks of the guide, as recorded
    /// @param guide when each moment of the guide sounds
    public LockMeter(List<GuideSpan> phrases, List<Landmark> landmarks, TimeMap guide) {
        this.phrases = List.copyOf(phrases);
        this.landmarks = List.copyOf(landmarks);
        this.guide = guide;
    }

    /// @param sung the voice's phrases
    public LockMap measure(
            Alignment alignment,
            TimingResult timing,
            List<RecordedSpan> protectedSpans,
            List<RecordedSpan> sung) {
        List<LockMap.Cell> cells = new ArrayList<>();
        for (GuideSpan phrase : phrases) {
            cells.add(cell(phrase, alignment, timing, protectedSpans, sung));
        }
        List<Anchor> all = compared(alignment.anchors());
        return new LockMap(
                cells,
                Lock.of(before(all)),
                Lock.of(after(all, timing)),
                new DoubtFinder(landmarks, alignment, timing, protectedSpans).find(cells));
    }

    private LockMap.Cell cell(
            GuideSpan phrase,
            Alignment alignment,
            TimingResult timing,
            List<RecordedSpan> protectedSpans,
            List<RecordedSpan> sung) {
        List<Anchor> inside = alignment.anchorsIn(phrase.widenedBy(EDGE_SECONDS));
        List<Anchor> compared = compared(inside);
        LockMap.State state = state(phrase, inside, alignment, timing, protectedSpans, sung);
        if (state == LockMap.State.SILENT) {
            return new LockMap.Cell(phrase, state, Lock.NOTHING, Lock.NOTHING, 0, 0);
        }
        double[] before = before(compared);
        double[] after = after(compared, timing);
        return new LockMap.Cell(
                phrase, state, Lock.of(before), Lock.of(after), lean(after), lean(before));
    }

    private static LockMap.State state(
            GuideSpan phrase,
            List<Anchor> inside,
            Alignment alignment,
            TimingResult timing,
            List<RecordedSpan> protectedSpans,
            List<RecordedSpan> sung) {
        double missing = alignment.missing().stream().mapToDouble(phrase::sharedSeconds).sum();
        if (missing > 0.8 * phrase.seconds()) {
            List<RecordedSpan> there =
                    sung.stream()
                            .filter(s ->
                                    alignment.inGuide(s).sharedSeconds(phrase) > SILENT_SECONDS)
                            .toList();
            if (there.isEmpty()) {
                return LockMap.State.SILENT;
            }
            return there.stream().allMatch(s -> isProtected(s, protectedSpans))
                    ? LockMap.State.PROTECTED
                    : LockMap.State.OTHER_WORDS;
        }
        if (inside.isEmpty()) {
            return LockMap.State.SILENT;
        }
        RecordedSpan source =
                new RecordedSpan(
                        inside.getFirst().sourceSeconds(), inside.getLast().sourceSeconds());
        if (isProtected(source, protectedSpans)) {
            return LockMap.State.PROTECTED;
        }
        long doubtful = inside.stream().filter(a -> isDoubtful(a, timing)).count();
        double share = (double) doubtful / inside.size();
        if (share > HOPELESS_SHARE && inside.size() >= HOPELESS_ANCHORS) {
            return LockMap.State.SING_AGAIN;
        }
        return share > DOUBTFUL_SHARE ? LockMap.State.DOUBTFUL : LockMap.State.MATCHED;
    }

    /// Whether the user keeps most of a stretch as it is.
    private static boolean isProtected(RecordedSpan span, List<RecordedSpan> protectedSpans) {
        return !protectedSpans.isEmpty()
                && protectedSpans.stream().mapToDouble(span::sharedSeconds).sum()
                        > 0.5 * span.seconds();
    }

    /// Whether an anchor is not to be trusted: by its own confidence, or because it could not be
    /// followed.
    public static boolean isDoubtful(Anchor anchor, TimingResult timing) {
        return !anchor.byUser()
                && (anchor.confidence() < Alignment.DOUBTFUL_BELOW
                        || timing.leftOut().contains(anchor));
    }

    private static List<Anchor> compared(List<Anchor> anchors) {
        List<Anchor> landmarks =
                anchors.stream().filter(a -> a.kind().isPresent() || a.byUser()).toList();
        return landmarks.size() >= FEWEST_LANDMARKS ? landmarks : anchors;
    }

    private static double[] before(List<Anchor> anchors) {
        return anchors.stream().mapToDouble(Anchor::offsetSeconds).toArray();
    }

    private double[] after(List<Anchor> anchors, TimingResult timing) {
        return anchors.stream()
                .mapToDouble(a ->
                        timing.map().outputSecondsAt(a.sourceSeconds())
                                - guide.outputSecondsAt(a.guideSeconds()))
                .toArray();
    }

    private static double lean(double[] offsets) {
        return offsets.length == 0 ? 0 : Percentile.median(offsets);
    }
}
