package zelvan.arrange;

import java.util.ArrayList;
import java.util.List;
import zelvan.align.Aligner;
import zelvan.align.Alignment;
import zelvan.align.Anchor;
import zelvan.analysis.VoiceAnalysis;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

/// How a voice that is put together belongs to its guide: each stretch as its recording does, where
/// it lies about there; else, where it was brought from elsewhere, matched anew in its place.
public final class ArrangedMatch {
    /// What lies further from where its recording sings the same was brought from elsewhere.
    private static final double SAME_PLACE_SECONDS = 1.5;

    /// A stretch from elsewhere is looked for so far around its place.
    private static final double AROUND_SECONDS = 0.7;

    private static final double SHORTEST_MISSING_SECONDS = 0.15;

    /// @param heard what is heard in the stretch's recording
    /// @param match how that was matched with the guide, all of it
    public record Part(Placed placed, VoiceAnalysis heard, Aligner.Match match) {}

    private ArrangedMatch() {}

    /// @param parts at least one, in order
    public static Aligner.Match of(VoiceAnalysis guide, List<Part> parts) {
        List<Anchor> anchors = new ArrayList<>();
        List<RecordedSpan> unmatched = new ArrayList<>();
        List<GuideSpan> missing = new ArrayList<>(guide.phrasesAsGuide());
        for (Part part : parts) {
            Alignment own = inPlace(guide, part);
            own.anchors().stream().filter(a -> follows(anchors, a)).forEach(anchors::add);
            unmatched.addAll(own.unmatched());
            if (!own.anchors().isEmpty()) {
                GuideSpan sung = own.inGuide(part.placed.inVoice());
                missing = missing.stream().flatMap(m -> m.without(sung).stream()).toList();
                List<GuideSpan> with = new ArrayList<>(missing);
                with.addAll(own.missing());
                missing = with;
            }
        }
        return new Aligner.Match(
                new Alignment(
                        anchors,
                        unmatched,
                        missing.stream()
                                .filter(m -> m.seconds() >= SHORTEST_MISSING_SECONDS)
                                .sorted((a, b) ->
                                        Double.compare(a.startSeconds(), b.startSeconds()))
                                .toList()),
                parts.getFirst().match.scale());
    }

    private static boolean follows(List<Anchor> anchors, Anchor next) {
        return anchors.isEmpty()
                || next.sourceSeconds() > anchors.getLast().sourceSeconds()
                        && next.guideSeconds() > anchors.getLast().guideSeconds();
    }

    /// In the time of the voice.
    private static Alignment inPlace(VoiceAnalysis guide, Part part) {
        RecordedSpan span = part.placed.span();
        Alignment whole = part.match.alignment();
        double away =
                whole.guideSecondsAt(span.middleSeconds()) - part.placed.inVoice().middleSeconds();
        return whole.anchors().isEmpty() || Math.abs(away) > SAME_PLACE_SECONDS
                ? anew(guide, part)
                : shifted(
                        whole.anchors().stream()
                                .filter(a -> span.contains(a.sourceSeconds()))
                                .toList(),
                        whole.unmatched().stream()
                                .filter(span::overlaps)
                                .map(span::shared)
                                .toList(),
                        whole.missing().stream().filter(whole.inGuide(span)::overlaps).toList(),
                        part.placed.shiftSeconds(),
                        0);
    }

    private static Alignment anew(VoiceAnalysis guide, Part part) {
        RecordedSpan span = part.placed.span();
        RecordedSpan place = part.placed.inVoice();
        int guideFrom = guide.frameAt(place.startSeconds() - AROUND_SECONDS);
        int voiceFrom = part.heard.frameAt(span.startSeconds());
        int guideTo = guide.frameAt(place.endSeconds() + AROUND_SECONDS);
        int voiceTo = part.heard.frameAt(span.endSeconds());
        if (guideTo <= guideFrom || voiceTo <= voiceFrom) {
            return Alignment.NONE;
        }
        Alignment found =
                new Aligner()
                        .match(
                                guide.slice(guideFrom, guideTo),
                                part.heard.slice(voiceFrom, voiceTo))
                        .alignment();
        return shifted(
                found.anchors(),
                found.unmatched(),
                found.missing(),
                voiceFrom * VoiceAnalysis.HOP_SECONDS + part.placed.shiftSeconds(),
                guideFrom * VoiceAnalysis.HOP_SECONDS);
    }

    private static Alignment shifted(
            List<Anchor> anchors,
            List<RecordedSpan> unmatched,
            List<GuideSpan> missing,
            double voiceSeconds,
            double guideSeconds) {
        return new Alignment(
                anchors.stream().map(a -> a.shiftedBy(voiceSeconds, guideSeconds)).toList(),
                unmatched.stream().map(s -> s.shiftedBy(voiceSeconds)).toList(),
                missing.stream().map(s -> s.shiftedBy(guideSeconds)).toList());
    }
}
