package zelvan.takes;

import java.util.List;
import java.util.stream.Stream;
import zelvan.align.Alignment;
import zelvan.align.Anchor;
import zelvan.dsp.Percentile;
import zelvan.session.Clip;
import zelvan.session.Clips;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

/// Where pieces of takes lie in a voice.
///
/// A take that was sung to the song stays where it was sung; one from another tempo, or from
/// another place in a long recording, is placed phrase by phrase, so that it lies where the voice's
/// own phrase is. Words lie where the voice has these words, or go on with what comes from the same
/// recording beside them.
///
/// @param clips what the voice is made of
/// @param alignment of the voice with the guide
record Placing(Pieces pieces, Clips clips, Alignment alignment) {
    /// As far off a phrase may be where it was sung; the timing takes care of it.
    private static final double IN_PLACE_SECONDS = 0.3;

    private static final double BESIDE_SECONDS = 0.2;
    private static final int LEAST_ANCHORS = 3;

    /// By how much later a take lies in the voice than in its recording.
    double shiftSeconds(Take take, int piece) {
        double shift = median(take, piece);
        if (pieces.isPart(piece)) {
            return beside(take, piece)
                    .map(Clip::shiftSeconds)
                    .filter(s -> Math.abs(s - shift) <= IN_PLACE_SECONDS)
                    .findFirst()
                    .orElse(shift);
        }
        return take.isWhole() && Math.abs(shift) <= IN_PLACE_SECONDS ? 0 : shift;
    }

    /// Whether a piece lies where the same recording does beside it.
    boolean goesOn(Source.Chosen own, int piece) {
        return beside(own.take(), piece).anyMatch(c -> c.shiftSeconds() == own.shiftSeconds());
    }

    /// By how much later the voice sings the same.
    private double median(Take take, int piece) {
        GuideSpan span = pieces.get(piece);
        List<Anchor> own = TakeMap.anchors(take, span);
        List<Anchor> anchors =
                own.size() < LEAST_ANCHORS && pieces.isPart(piece)
                        ? TakeMap.anchors(take, span.widenedBy(BESIDE_SECONDS))
                        : own;
        double[] later =
                anchors.stream()
                        .mapToDouble(a ->
                                alignment.sourceSecondsAt(a.guideSeconds()) - a.sourceSeconds())
                        .toArray();
        return later.length == 0 ? 0 : Percentile.median(later);
    }

    /// What the voice is made of the same recording beside a piece.
    private Stream<Clip> beside(Take take, int piece) {
        RecordedSpan place = alignment.inVoice(pieces.get(piece)).widenedBy(BESIDE_SECONDS);
        return clips.all().stream()
                .filter(c -> c.recordingId().equals(take.recordingId()))
                .filter(c -> c.inVoice().orElseThrow().overlaps(place));
    }
}
