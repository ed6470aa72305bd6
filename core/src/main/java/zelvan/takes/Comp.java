package zelvan.takes;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;
import zelvan.align.Alignment;
import zelvan.align.Anchor;
import zelvan.analysis.VoiceAnalysis;
import zelvan.audio.Sound;
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
/// own phrase is. Within a phrase a word is placed where the voice has that word, a few
/// milliseconds to and fro, so that the cycles of both lie upon each other at the seams.
public final class Comp {
    /// As far off a phrase may be where it was sung; the timing takes care of it.
    private static final double IN_PLACE_SECONDS = 0.3;

    /// What is shorter goes with the words beside it.
    private static final double SHORTEST_SECONDS = 0.06;

    private static final double BESIDE_SECONDS = 0.2;
    private static final double MOST_REACH_SECONDS = 0.12;

    /// Of a word, so much may sound from the other recording.
    private static final double REACH_OF_WORD = 0.4;

    private static final double SAME_SECONDS = 1e-6;
    private static final int LEAST_ANCHORS = 3;

    private final List<GuideSpan> pieces;
    private final Clips clips;
    private final Laid voice;
    private final Alignment alignment;

    /// @param pieces phrases of the guide, or parts of them
    private Comp(List<GuideSpan> pieces, Clips clips, Laid voice, Alignment alignment) {
        this.pieces = List.copyOf(pieces);
        this.clips = clips;
        this.voice = voice;
        this.alignment = alignment;
    }

    /// @param phrases of the guide
    /// @param clips what the voice is made of
    /// @param sound of it
    /// @param heard what is heard in it as it is
    /// @param alignment of it with the guide
    public static Comp of(
            List<GuideSpan> phrases,
            Clips clips,
            Sound sound,
            VoiceAnalysis heard,
            Alignment alignment) {
        return new Comp(phrases, clips, new Laid(heard, sound, 0), alignment);
    }

    /// Words of a phrase, or of several.
    ///
    /// @param words a stretch of the guide
    /// @return what the voice is made of if these come from a take
    public List<Clip> choosing(GuideSpan words, Take take) {
        List<GuideSpan> divided = new ArrayList<>();
        Map<Integer, Take> chosen = new HashMap<>();
        for (GuideSpan phrase : pieces) {
            if (phrase.sharedSeconds(words) < SHORTEST_SECONDS) {
                divided.add(phrase);
                continue;
            }
            GuideSpan own = phrase.shared(words);
            double from = own.startSeconds();
            double to = own.endSeconds();
            if (from - phrase.startSeconds() < SHORTEST_SECONDS) {
                from = phrase.startSeconds();
            } else {
                divided.add(new GuideSpan(phrase.startSeconds(), from));
            }
            to = phrase.endSeconds() - to < SHORTEST_SECONDS ? phrase.endSeconds() : to;
            chosen.put(divided.size(), take);
            divided.add(new GuideSpan(from, to));
            if (to < phrase.endSeconds()) {
                divided.add(new GuideSpan(to, phrase.endSeconds()));
            }
        }
        return new Comp(divided, clips, voice, alignment).choosing(chosen);
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
        List<Source> sources = sources(chosen, otherwise);
        Clips made = otherwise instanceof Source.Stays ? clips : new Clips(List.of());
        Optional<Seam> before = Optional.empty();
        int first = 0;
        for (int p = 1; p <= pieces.size(); p++) {
            if (p < pieces.size() && sources.get(p).isSame(sources.get(first))) {
                continue;
            }
            Optional<Seam> after =
                    p < pieces.size() ? Optional.of(seam(sources, p)) : Optional.empty();
            for (Clip clip : stretch(sources.get(first), first, p - 1, before, after)) {
                made = made.taking(clip, room(first, p - 1));
            }
            before = after;
            first = p;
        }
        return made.all();
    }

    private List<Source> sources(Map<Integer, Take> chosen, Source otherwise) {
        List<Source> sources = new ArrayList<>();
        for (int p = 0; p < pieces.size(); p++) {
            Take take = chosen.get(p);
            sources.add(take == null ? otherwise : new Source.Chosen(take, shift(take, p)));
        }
        for (int p = 0; p < pieces.size(); p++) {
            if (sources.get(p) instanceof Source.Chosen own && !goesOn(own, p)) {
                List<WordSeam> in = goesOnWith(p) ? wordSeam(sources, p) : List.of();
                List<WordSeam> out = goesOnWith(p + 1) ? wordSeam(sources, p + 1) : List.of();
                if (in.size() + out.size() > 0) {
                    sources.set(p, own.later(WordSeam.later(in, out)));
                }
            }
        }
        return sources;
    }

    /// Whether a piece is of the same phrase as the one before it.
    private boolean goesOnWith(int piece) {
        return piece > 0
                && piece < pieces.size()
                && pieces.get(piece).startSeconds() - pieces.get(piece - 1).endSeconds()
                        < SAME_SECONDS;
    }

    private boolean isPart(int piece) {
        return goesOnWith(piece) || goesOnWith(piece + 1);
    }

    /// Between what the voice sings before some pieces and what it sings after them.
    private RecordedSpan room(int first, int last) {
        double before = goesOnWith(first) ? MOST_REACH_SECONDS : 0;
        double after = goesOnWith(last + 1) ? MOST_REACH_SECONDS : 0;
        double from = first == 0 ? 0 : Math.max(0, stays(first - 1).endsSeconds() - before);
        double to =
                last + 1 < pieces.size()
                        ? stays(last + 1).beginsSeconds() + after
                        : Math.max(voice.heard().seconds(), clips.endSeconds());
        return new RecordedSpan(from, Math.max(from, to));
    }

    private Sung stays(int piece) {
        return Sung.of(voice, alignment, pieces.get(piece));
    }

    /// The take that everything is chosen from, if it is one that was sung in one go.
    private Optional<Take> oneForAll(Map<Integer, Take> chosen) {
        if (chosen.size() < pieces.size()) {
            return Optional.empty();
        }
        Take any = chosen.values().iterator().next();
        return any.isWhole() && chosen.values().stream().allMatch(any::isSame)
                ? Optional.of(any)
                : Optional.empty();
    }

    /// By how much later a take lies in the voice than in its recording.
    private double shift(Take take, int piece) {
        GuideSpan span = pieces.get(piece);
        List<Anchor> own = TakeMap.anchors(take, span);
        List<Anchor> anchors =
                own.size() < LEAST_ANCHORS && isPart(piece)
                        ? TakeMap.anchors(take, span.widenedBy(BESIDE_SECONDS))
                        : own;
        double[] later =
                anchors.stream()
                        .mapToDouble(a ->
                                alignment.sourceSecondsAt(a.guideSeconds()) - a.sourceSeconds())
                        .toArray();
        double shift = later.length == 0 ? 0 : Percentile.median(later);
        if (isPart(piece)) {
            return beside(take, piece)
                    .map(Clip::shiftSeconds)
                    .filter(s -> Math.abs(s - shift) <= IN_PLACE_SECONDS)
                    .findFirst()
                    .orElse(shift);
        }
        return take.isWhole() && Math.abs(shift) <= IN_PLACE_SECONDS ? 0 : shift;
    }

    /// What the voice is made of the same recording beside a piece.
    private Stream<Clip> beside(Take take, int piece) {
        RecordedSpan place = alignment.inVoice(pieces.get(piece)).widenedBy(BESIDE_SECONDS);
        return clips.all().stream()
                .filter(c -> c.recordingId().equals(take.recordingId()))
                .filter(c -> c.inVoice().orElseThrow().overlaps(place));
    }

    /// Whether a piece lies where the same recording does beside it.
    private boolean goesOn(Source.Chosen own, int piece) {
        return beside(own.take(), piece).anyMatch(c -> c.shiftSeconds() == own.shiftSeconds());
    }

    /// @param piece the one that the second of the two is for
    private Seam seam(List<Source> sources, int piece) {
        List<WordSeam> within = goesOnWith(piece) ? wordSeam(sources, piece) : List.of();
        if (!within.isEmpty()) {
            return within.getFirst().found();
        }
        Optional<Sung> first = sung(sources.get(piece - 1), piece - 1);
        Optional<Sung> second = sung(sources.get(piece), piece);
        return first.isPresent() && second.isPresent()
                ? Seam.between(first.get(), second.get())
                : first.map(Seam::ending).or(() -> second.map(Seam::beginning)).orElseThrow();
    }

    /// Between a piece and the one before it, of the same phrase; none where one of them is silent.
    private List<WordSeam> wordSeam(List<Source> sources, int piece) {
        double guideSeconds = pieces.get(piece).startSeconds();
        Optional<Laid> before = laid(sources.get(piece - 1));
        Optional<Laid> after = laid(sources.get(piece));
        if (before.isEmpty() || after.isEmpty()) {
            return List.of();
        }
        double one = seconds(sources.get(piece - 1), guideSeconds);
        double other = seconds(sources.get(piece), guideSeconds);
        double shorter = Math.min(pieces.get(piece - 1).seconds(), pieces.get(piece).seconds());
        return List.of(
                new WordSeam(
                        before.get(),
                        after.get(),
                        (one + other) / 2,
                        Math.min(
                                MOST_REACH_SECONDS,
                                REACH_OF_WORD * shorter + Math.abs(one - other) / 2)));
    }

    private Optional<Laid> laid(Source source) {
        return switch (source) {
            case Source.Stays() -> Optional.of(voice);
            case Source.Silent() -> Optional.empty();
            case Source.Chosen(Take take, double shift) -> Optional.of(take.laid(shift));
        };
    }

    /// Where a moment of the guide is sung, in the voice.
    private double seconds(Source source, double guideSeconds) {
        return source instanceof Source.Chosen(Take take, double shift)
                ? take.pass().match().alignment().sourceSecondsAt(guideSeconds) + shift
                : alignment.sourceSecondsAt(guideSeconds);
    }

    /// Nothing of silence.
    private Optional<Sung> sung(Source source, int piece) {
        return switch (source) {
            case Source.Stays() -> Optional.of(stays(piece));
            case Source.Silent() -> Optional.empty();
            case Source.Chosen(Take take, double shift) ->
                    Optional.of(
                            Sung.of(
                                    take.laid(shift),
                                    take.pass().match().alignment(),
                                    pieces.get(piece)));
        };
    }

    /// Some pieces in a row that come from the same.
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
