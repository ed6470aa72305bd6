package zelvan.takes;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zelvan.align.Alignment;
import zelvan.align.Anchor;
import zelvan.analysis.VoiceAnalysis;
import zelvan.dsp.Percentile;
import zelvan.session.Clip;
import zelvan.session.Clips;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

/// Makes a voice of what was chosen for its phrases: each phrase is placed where the voice has it,
/// and the recordings go over into each other in the rests.
///
/// A take that was sung to the song stays where it was sung; one from another tempo, or from
/// another place in a long recording, is placed phrase by phrase, so that it lies where the voice's
/// own phrase is.
public final class Comp {
    /// As far off a phrase may be where it was sung; the timing takes care of it.
    private static final double IN_PLACE_SECONDS = 0.3;

    private final List<GuideSpan> phrases;
    private final Clips clips;
    private final VoiceAnalysis heard;
    private final Alignment alignment;

    /// @param phrases of the guide
    /// @param clips what the voice is made of
    /// @param heard what is heard in it as it is
    /// @param alignment of it with the guide
    public Comp(List<GuideSpan> phrases, Clips clips, VoiceAnalysis heard, Alignment alignment) {
        this.phrases = List.copyOf(phrases);
        this.clips = clips;
        this.heard = heard;
        this.alignment = alignment;
    }

    /// What a phrase comes from.
    private sealed interface Source {
        /// From what the voice is made of.
        record Stays() implements Source {}

        /// From nothing.
        record Silent() implements Source {}

        /// From a take, that much later than in its recording.
        record Chosen(Take take, double shiftSeconds) implements Source {
            @Override
            public boolean isSame(Source other) {
                return other instanceof Chosen chosen
                        && take.isSame(chosen.take)
                        && shiftSeconds == chosen.shiftSeconds;
            }
        }

        default boolean isSame(Source other) {
            return equals(other);
        }
    }

    /// @param chosen takes by the index of the phrase; the others stay as they are
    /// @return what the voice is made of then
    public List<Clip> choosing(Map<Integer, Take> chosen) {
        return made(chosen, new Source.Stays());
    }

    /// @param chosen takes by the index of the phrase; nothing is sung in the others
    /// @return what another voice is made of
    public List<Clip> only(Map<Integer, Take> chosen) {
        return made(chosen, new Source.Silent());
    }

    private List<Clip> made(Map<Integer, Take> chosen, Source otherwise) {
        Optional<Take> only = oneForAll(chosen);
        if (only.isPresent()) {
            return List.of(Clip.whole(only.get().recordingId()));
        }
        List<Source> sources = new ArrayList<>();
        for (int p = 0; p < phrases.size(); p++) {
            Take take = chosen.get(p);
            sources.add(take == null ? otherwise : new Source.Chosen(take, shift(take, p)));
        }
        Clips made = otherwise instanceof Source.Stays ? clips : new Clips(List.of());
        Optional<Seam> before = Optional.empty();
        int first = 0;
        for (int p = 1; p <= phrases.size(); p++) {
            if (p < phrases.size() && sources.get(p).isSame(sources.get(first))) {
                continue;
            }
            Optional<Seam> after =
                    p < phrases.size()
                            ? Optional.of(seam(sources.get(p - 1), sources.get(p), p))
                            : Optional.empty();
            for (Clip clip : stretch(sources.get(first), first, p - 1, before, after)) {
                made = made.taking(clip, room(first, p - 1));
            }
            before = after;
            first = p;
        }
        return made.all();
    }

    /// Between what the voice sings before some phrases and what it sings after them.
    private RecordedSpan room(int first, int last) {
        double from = first == 0 ? 0 : stays(first - 1).endsSeconds();
        double to =
                last + 1 < phrases.size()
                        ? stays(last + 1).beginsSeconds()
                        : Math.max(heard.seconds(), clips.endSeconds());
        return new RecordedSpan(from, Math.max(from, to));
    }

    private Sung stays(int phrase) {
        return Sung.of(heard, alignment, 0, phrases.get(phrase));
    }

    /// The take that everything is chosen from, if it is one that was sung in one go.
    private Optional<Take> oneForAll(Map<Integer, Take> chosen) {
        if (chosen.size() < phrases.size()) {
            return Optional.empty();
        }
        Take any = chosen.values().iterator().next();
        return any.isWhole() && chosen.values().stream().allMatch(any::isSame)
                ? Optional.of(any)
                : Optional.empty();
    }

    /// By how much later a take lies in the voice than in its recording.
    private double shift(Take take, int phrase) {
        List<Anchor> anchors = TakeMap.anchors(take, phrases.get(phrase));
        double[] later =
                anchors.stream()
                        .mapToDouble(a ->
                                alignment.sourceSecondsAt(a.guideSeconds()) - a.sourceSeconds())
                        .toArray();
        double shift = later.length == 0 ? 0 : Percentile.median(later);
        return take.isWhole() && Math.abs(shift) <= IN_PLACE_SECONDS ? 0 : shift;
    }

    /// @param phrase the one that the second of the two is for
    private Seam seam(Source before, Source after, int phrase) {
        Optional<Sung> first = sung(before, phrase - 1);
        Optional<Sung> second = sung(after, phrase);
        return first.isPresent() && second.isPresent()
                ? Seam.between(first.get(), second.get())
                : first.map(Seam::ending).or(() -> second.map(Seam::beginning)).orElseThrow();
    }

    /// Nothing of silence.
    private Optional<Sung> sung(Source source, int phrase) {
        return switch (source) {
            case Source.Stays() -> Optional.of(stays(phrase));
            case Source.Silent() -> Optional.empty();
            case Source.Chosen(Take take, double shift) ->
                    Optional.of(
                            Sung.of(
                                    take.heard(),
                                    take.pass().match().alignment(),
                                    shift,
                                    phrases.get(phrase)));
        };
    }

    /// Some phrases in a row that come from the same.
    private List<Clip> stretch(
            Source source, int first, int last, Optional<Seam> before, Optional<Seam> after) {
        double from = before.map(Seam::fromSeconds).orElse(0.0);
        double fadeIn = before.map(Seam::fadeSeconds).orElse(0.0);
        double fadeOut = after.map(Seam::fadeSeconds).orElse(0.0);
        return switch (source) {
            case Source.Silent() -> List.of();
            case Source.Stays() -> List.of();
            case Source.Chosen(Take take, double shift) -> {
                double to = after.map(Seam::toSeconds).orElse(take.heard().seconds() + shift);
                if (take.isWhole()) {
                    yield clip(take, shift, from, to, fadeIn, fadeOut);
                }
                // What lies before and after in a long recording belongs to other passes.
                Seam begin = before.orElse(Seam.beginning(sung(source, first).orElseThrow()));
                Seam end = after.orElse(Seam.ending(sung(source, last).orElseThrow()));
                yield clip(
                        take,
                        shift,
                        begin.fromSeconds(),
                        end.toSeconds(),
                        begin.fadeSeconds(),
                        end.fadeSeconds());
            }
        };
    }

    private static List<Clip> clip(
            Take take, double shift, double from, double to, double fadeIn, double fadeOut) {
        double recordedFrom = Math.max(Math.max(0, from) - shift, 0);
        double recordedTo = Math.min(take.heard().seconds(), to - shift);
        return recordedTo - recordedFrom < Clip.SHORTEST_SECONDS
                ? List.of()
                : List.of(
                        Clip.of(
                                        take.recordingId(),
                                        new RecordedSpan(recordedFrom, recordedTo),
                                        Math.max(0, recordedFrom + shift))
                                .withFades(fadeIn, fadeOut));
    }
}
