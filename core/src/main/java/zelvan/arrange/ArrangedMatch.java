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

    /// How far most of the voice lies from the guide is told no finer to who matches anew: it
    /// changes a little with every stretch, and what was matched would be matched again.
    private static final double ABOUT_SECONDS = 0.1;

    /// @param match how its recording was matched with the guide, all of it
    public record Part(Placed placed, Aligner.Match match) {
        /// How far it lies from where the guide sings the same.
        private double secondsAway() {
            return match.alignment().guideSecondsAt(placed.span().middleSeconds())
                    - placed.inVoice().middleSeconds();
        }
    }

    private ArrangedMatch() {}

    /// Matches a part that was brought from elsewhere in its place.
    public interface Anew {
        /// @param index of the part
        /// @param guideLaterSeconds by how much later than there the guide sings the same
        Alignment match(int index, double guideLaterSeconds);
    }

    /// @param parts at least one, in order
    /// @param anew see [#anew]; who matches parts again and again keeps what came of it
    public static Aligner.Match of(VoiceAnalysis guide, List<Part> parts, Anew anew) {
        List<Alignment> each = new ArrayList<>();
        List<GuideSpan> missing = new ArrayList<>(guide.phrasesAsGuide());
        double usual = usualSecondsAway(parts);
        double about = ABOUT_SECONDS * Math.rint(usual / ABOUT_SECONDS);
        for (int i = 0; i < parts.size(); i++) {
            Part part = parts.get(i);
            boolean there = Math.abs(part.secondsAway() - usual) <= SAME_PLACE_SECONDS;
            Alignment own = there ? inPlace(part) : anew.match(i, about);
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

    /// Matches a stretch in its place.
    ///
    /// @param heard what is heard in its recording
    /// @param guideLaterSeconds by how much later than there the guide sings the same
    /// @return in the time of the voice
    public static Alignment anew(
            VoiceAnalysis guide, VoiceAnalysis heard, Placed placed, double guideLaterSeconds) {
        RecordedSpan span = placed.span();
        RecordedSpan place = placed.inVoice();
        GuideSpan there = place.asGuide().shiftedBy(guideLaterSeconds).widenedBy(AROUND_SECONDS);
        int guideFrom = guide.frameAt(there.startSeconds());
        int voiceFrom = heard.frameAt(span.startSeconds());
        int guideTo = guide.frameAt(there.endSeconds());
        int voiceTo = heard.frameAt(span.endSeconds());
        if (guideTo <= guideFrom || voiceTo <= voiceFrom) {
            return Alignment.NONE;
        }
        return new Aligner()
                .match(guide.slice(guideFrom, guideTo), heard.slice(voiceFrom, voiceTo))
                .alignment()
                .shiftedBy(
                        voiceFrom * VoiceAnalysis.HOP_SECONDS + placed.shiftSeconds(),
                        guideFrom * VoiceAnalysis.HOP_SECONDS);
    }
}
