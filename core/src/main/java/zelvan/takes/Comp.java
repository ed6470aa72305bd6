package zelvan.takes;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zelvan.align.Alignment;
import zelvan.analysis.VoiceAnalysis;
import zelvan.audio.Sound;
import zelvan.session.Clip;
import zelvan.session.Clips;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

/// Makes a voice of what was chosen for its phrases: each phrase is placed where the voice has it,
/// and the recordings go over into each other in the rests.
///
/// Where takes lie is found by [Placing]; a word is moved a few milliseconds to and fro from there,
/// so that the cycles of both lie upon each other at the seams.
public final class Comp {
    private static final double MOST_REACH_SECONDS = 0.12;

    /// Of a word, so much may sound from the other recording.
    private static final double REACH_OF_WORD = 0.4;

    private final Pieces pieces;
    private final Clips clips;
    private final Laid voice;
    private final Alignment alignment;
    private final Placing placing;

    private Comp(Pieces pieces, Clips clips, Laid voice, Alignment alignment) {
        this.pieces = pieces;
        this.clips = clips;
        this.voice = voice;
        this.alignment = alignment;
        placing = new Placing(pieces, clips, alignment);
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
        return new Comp(new Pieces(phrases), clips, new Laid(heard, sound, 0), alignment);
    }

    /// Words of a phrase, or of several.
    ///
    /// @param words a stretch of the guide
    /// @return what the voice is made of if these come from a take
    public List<Clip> choosing(GuideSpan words, Take take) {
        Pieces.Divided divided = pieces.dividedAt(words);
        Map<Integer, Take> chosen = new HashMap<>();
        divided.words().forEach(piece -> chosen.put(piece, take));
        return new Comp(divided.pieces(), clips, voice, alignment).choosing(chosen);
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
        for (int p = 1; p <= pieces.count(); p++) {
            if (p < pieces.count() && sources.get(p).isSame(sources.get(first))) {
                continue;
            }
            Optional<Seam> after =
                    p < pieces.count() ? Optional.of(seam(sources, p)) : Optional.empty();
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
        for (int p = 0; p < pieces.count(); p++) {
            Take take = chosen.get(p);
            sources.add(
                    take == null
                            ? otherwise
                            : new Source.Chosen(take, placing.shiftSeconds(take, p)));
        }
        for (int p = 0; p < pieces.count(); p++) {
            if (sources.get(p) instanceof Source.Chosen own && !placing.goesOn(own, p)) {
                List<WordSeam> in = pieces.goesOn(p) ? wordSeam(sources, p) : List.of();
                List<WordSeam> out = pieces.goesOn(p + 1) ? wordSeam(sources, p + 1) : List.of();
                if (in.size() + out.size() > 0) {
                    sources.set(p, own.later(WordSeam.later(in, out)));
                }
            }
        }
        return sources;
    }

    /// Between what the voice sings before some pieces and what it sings after them.
    private RecordedSpan room(int first, int last) {
        double before = pieces.goesOn(first) ? MOST_REACH_SECONDS : 0;
        double after = pieces.goesOn(last + 1) ? MOST_REACH_SECONDS : 0;
        double from = first == 0 ? 0 : Math.max(0, stays(first - 1).endsSeconds() - before);
        double to =
                last + 1 < pieces.count()
                        ? stays(last + 1).beginsSeconds() + after
                        : Math.max(voice.heard().seconds(), clips.endSeconds());
        return new RecordedSpan(from, Math.max(from, to));
    }

    private Sung stays(int piece) {
        return Sung.of(voice, alignment, pieces.get(piece));
    }

    /// The take that everything is chosen from, if it is one that was sung in one go.
    private Optional<Take> oneForAll(Map<Integer, Take> chosen) {
        if (chosen.size() < pieces.count()) {
            return Optional.empty();
        }
        Take any = chosen.values().iterator().next();
        return any.isWhole() && chosen.values().stream().allMatch(any::isSame)
                ? Optional.of(any)
                : Optional.empty();
    }

    /// @param piece the one that the second of the two is for
    private Seam seam(List<Source> sources, int piece) {
        List<WordSeam> within = pieces.goesOn(piece) ? wordSeam(sources, piece) : List.of();
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
                double to = after.map(Seam::toSeconds).orElse(take.seconds() + shift);
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
        double recordedTo = Math.min(take.seconds(), to - shift);
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
