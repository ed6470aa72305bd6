package zelvan.align;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Stream;
import zelvan.analysis.VoiceAnalysis;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

/// The guide's lines as they are sung once in a recording; in one with several passes each line may
/// come again in the next.
///
/// @param match the moments that belong together, in the time of the whole recording
/// @param sung which stretches of the guide are sung, in order
public record Pass(Aligner.Match match, List<GuideSpan> sung) {
    /// Some of the rest beside a line belongs to it.
    private static final double AROUND_SECONDS = 0.7;

    /// What is left alone for less is no line.
    private static final double SHORTEST_LINE_SECONDS = 0.5;

    public Pass {
        sung = List.copyOf(sung);
    }

    /// Everything that is sung.
    private static Pass whole(VoiceAnalysis guide, Aligner.Match match) {
        return new Pass(match, List.of(new GuideSpan(0, guide.seconds())));
    }

    /// Whether a phrase of the guide is sung in it.
    public boolean has(GuideSpan phrase) {
        return sung.stream().anyMatch(s -> s.contains(phrase.middleSeconds()));
    }

    /// Divides a recording into its passes.
    ///
    /// @param once how it matches if it goes through the guide once and no more
    /// @return in order; only one, which is as it was matched, where that leaves nothing alone that
    ///   may be a line that comes again
    public static List<Pass> of(VoiceAnalysis guide, VoiceAnalysis recording, Aligner.Match once) {
        if (aloneSeconds(once.alignment()) < SHORTEST_LINE_SECONDS) {
            return List.of(whole(guide, once));
        }
        List<PassFinder.Run> runs = PassFinder.runs(guide, recording);
        List<List<PassFinder.Run>> passes = divided(runs);
        return passes.size() < 2
                ? List.of(whole(guide, once))
                : passes.stream().map(p -> matched(guide, recording, p, runs)).toList();
    }

    private static double aloneSeconds(Alignment alignment) {
        return alignment.unmatched().stream().mapToDouble(RecordedSpan::seconds).sum();
    }

    /// Whoever goes on goes on in the same pass; whoever comes back to a line begins another one,
    /// or goes on in one that has not got there yet.
    private static List<List<PassFinder.Run>> divided(List<PassFinder.Run> runs) {
        List<List<PassFinder.Run>> passes = new ArrayList<>();
        List<PassFinder.Run> current = new ArrayList<>();
        for (PassFinder.Run run : runs) {
            List<PassFinder.Run> same = current;
            List<PassFinder.Run> next =
                    Stream.concat(Stream.of(same).filter(p -> !p.isEmpty()), passes.stream())
                            .filter(p ->
                                    run.guide().startSeconds() >= p.getLast().guide().endSeconds())
                            .findFirst()
                            .orElseGet(() -> {
                                List<PassFinder.Run> fresh = new ArrayList<>();
                                passes.add(fresh);
                                return fresh;
                            });
            next.add(run);
            current = next;
        }
        return passes;
    }

    private static Pass matched(
            VoiceAnalysis guide,
            VoiceAnalysis recording,
            List<PassFinder.Run> pass,
            List<PassFinder.Run> all) {
        List<Alignment> each = new ArrayList<>();
        Aligner.Scale scale = Aligner.Scale.NONE;
        for (PassFinder.Run run : pass) {
            GuideSpan lines = run.guide().widenedBy(AROUND_SECONDS);
            int guideFrom = guide.frameAt(lines.startSeconds());
            int guideTo = guide.frameAt(lines.endSeconds()) + 1;
            RecordedSpan own = between(run, all, recording.seconds());
            int from = recording.frameAt(own.startSeconds());
            int to = recording.frameAt(own.endSeconds()) + 1;
            Aligner.Match match =
                    new Aligner().match(guide.slice(guideFrom, guideTo), recording.slice(from, to));
            scale = match.scale();
            each.add(
                    match.alignment()
                            .shiftedBy(
                                    from * VoiceAnalysis.HOP_SECONDS,
                                    guideFrom * VoiceAnalysis.HOP_SECONDS));
        }
        return new Pass(
                new Aligner.Match(Alignment.joined(each), scale),
                pass.stream().map(PassFinder.Run::guide).toList());
    }

    /// A run and some of the rest around it, but nothing of others.
    private static RecordedSpan between(
            PassFinder.Run run, List<PassFinder.Run> all, double seconds) {
        double from =
                all.stream()
                        .map(PassFinder.Run::sung)
                        .filter(s -> s.endSeconds() <= run.sung().startSeconds())
                        .map(RecordedSpan::endSeconds)
                        .max(Comparator.naturalOrder())
                        .orElse(0.0);
        double to =
                all.stream()
                        .map(PassFinder.Run::sung)
                        .filter(s -> s.startSeconds() >= run.sung().endSeconds())
                        .map(RecordedSpan::startSeconds)
                        .min(Comparator.naturalOrder())
                        .orElse(seconds);
        return new RecordedSpan(
                Math.max(from, run.sung().startSeconds() - AROUND_SECONDS),
                Math.min(to, run.sung().endSeconds() + AROUND_SECONDS));
    }
}
