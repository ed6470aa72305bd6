package zelvan.arrange;

import java.util.ArrayList;
import java.util.List;
import zelvan.align.Aligner;
import zelvan.align.Alignment;
import zelvan.analysis.VoiceAnalysis;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

/// How a voice that is put together belongs to its guide: each stretch as its recording does, where
/// it lies about there; else, where it was brought from elsewhere, matched anew in its place.
public final class ArrangedMatch {
    /// What lies further from where its recording sings the same than most of the voice does was
    /// brought from elsewhere.
    private static final double SAME_PLACE_SECONDS = 1.5;

    /// A stretch from elsewhere is looked for so far around its place.
    private static final double AROUND_SECONDS = 0.7;

    private static final double SHORTEST_MISSING_SECONDS = 0.15;

    /// @param heard what is heard in the stretch's recording
    /// @param match how that was matched with the guide, all of it
    public record Part(Placed placed, VoiceAnalysis heard, Aligner.Match match) {
        /// How far it lies from where the guide sings the same.
        private double secondsAway() {
            return match.alignment().guideSecondsAt(placed.span().middleSeconds())
                    - placed.inVoice().middleSeconds();
        }
    }

    private ArrangedMatch() {}

    /// @param parts at least one, in order
    public static Aligner.Match of(VoiceAnalysis guide, List<Part> parts) {
        List<Alignment> each = new ArrayList<>();
        List<GuideSpan> missing = new ArrayList<>(guide.phrasesAsGuide());
        double usual = usualSecondsAway(parts);
        for (Part part : parts) {
            boolean there = Math.abs(part.secondsAway() - usual) <= SAME_PLACE_SECONDS;
            Alignment own = there ? inPlace(part) : anew(guide, part, usual);
            each.add(own);
            if (!own.anchors().isEmpty()) {
                GuideSpan sung = own.inGuide(part.placed.inVoice());
                missing = missing.stream().flatMap(m -> m.without(sung).stream()).toList();
                List<GuideSpan> with = new ArrayList<>(missing);
                with.addAll(own.missing());
                missing = with;
            }
        }
        Alignment joined = Alignment.joined(each);
        return new Aligner.Match(
                new Alignment(
                        joined.anchors(),
                        joined.unmatched(),
                        missing.stream()
                                .filter(m -> m.seconds() >= SHORTEST_MISSING_SECONDS)
                                .sorted((a, b) ->
                                        Double.compare(a.startSeconds(), b.startSeconds()))
                                .toList()),
                parts.getFirst().match.scale());
    }

    /// As far as most of the voice lies from the guide: a recording may begin earlier or later.
    private static double usualSecondsAway(List<Part> parts) {
        double usual = 0;
        double most = 0;
        for (Part each : parts) {
            double together =
                    parts.stream()
                            .filter(p ->
                                    Math.abs(p.secondsAway() - each.secondsAway())
                                            <= SAME_PLACE_SECONDS)
                            .mapToDouble(p -> p.placed.span().seconds())
                            .sum();
            if (together > most) {
                most = together;
                usual = each.secondsAway();
            }
        }
        return usual;
    }

    /// In the time of the voice.
    private static Alignment inPlace(Part part) {
        RecordedSpan span = part.placed.span();
        Alignment whole = part.match.alignment();
        return new Alignment(
                        whole.anchorsIn(span),
                        whole.unmatched().stream()
                                .filter(span::overlaps)
                                .map(span::shared)
                                .toList(),
                        whole.missing().stream().filter(whole.inGuide(span)::overlaps).toList())
                .shiftedBy(part.placed.shiftSeconds(), 0);
    }

    private static Alignment anew(VoiceAnalysis guide, Part part, double usualSecondsAway) {
        RecordedSpan span = part.placed.span();
        RecordedSpan place = part.placed.inVoice();
        GuideSpan there = place.asGuide().shiftedBy(usualSecondsAway).widenedBy(AROUND_SECONDS);
        int guideFrom = guide.frameAt(there.startSeconds());
        int voiceFrom = part.heard.frameAt(span.startSeconds());
        int guideTo = guide.frameAt(there.endSeconds());
        int voiceTo = part.heard.frameAt(span.endSeconds());
        if (guideTo <= guideFrom || voiceTo <= voiceFrom) {
            return Alignment.NONE;
        }
        return new Aligner()
                .match(guide.slice(guideFrom, guideTo), part.heard.slice(voiceFrom, voiceTo))
                .alignment()
                .shiftedBy(
                        voiceFrom * VoiceAnalysis.HOP_SECONDS + part.placed.shiftSeconds(),
                        guideFrom * VoiceAnalysis.HOP_SECONDS);
    }
}
