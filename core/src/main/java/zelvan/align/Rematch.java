package zelvan.align;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.DoublePredicate;
import java.util.function.Predicate;
import zelvan.analysis.VoiceAnalysis;
import zelvan.units.ClockSpan;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

/// Matches again what lies around the anchors that the user has set, and around protected
/// stretches; everything else stays as it was found.
///
/// How it works: from each such place the song is matched anew up to the nearest trusted anchors a
/// few seconds away. The user's anchors themselves divide what lies between these into pieces, so
/// that dragging one of them concerns two pieces only, however long the song is and however much is
/// set in it. The outcome depends on what is set now, and not on the way there.
public final class Rematch {
    /// How far a place reaches at least.
    private static final double REACH_SECONDS = 2;

    /// How far it reaches at most before it makes do with an anchor less trusted.
    private static final double FARTHEST_SECONDS = 6;

    /// Too little to match anything in it.
    private static final double SHORTEST_SECONDS = 0.06;

    private final VoiceAnalysis guide;
    private final VoiceAnalysis voice;
    private final Aligner.Match whole;

    /// A stretch to be matched again.
    ///
    /// @param first the moments at which it begins, which belong together
    /// @param last the moments at which it ends
    /// @param walls protected stretches in it, in the voice's time
    public record Piece(Anchor first, Anchor last, List<RecordedSpan> walls) {
        public Piece {
            walls = List.copyOf(walls);
        }

        RecordedSpan source() {
            return new RecordedSpan(first.sourceSeconds(), last.sourceSeconds());
        }

        GuideSpan guide() {
            return new GuideSpan(first.guideSeconds(), last.guideSeconds());
        }
    }

    /// What lies around one or several places, between two anchors that stay.
    private record Surroundings(Anchor first, Anchor last) {
        boolean holds(double sourceSeconds) {
            return sourceSeconds > first.sourceSeconds() && sourceSeconds < last.sourceSeconds();
        }
    }

    /// @param whole how the two were matched without any help
    public Rematch(VoiceAnalysis guide, VoiceAnalysis voice, Aligner.Match whole) {
        this.guide = guide;
        this.voice = voice;
        this.whole = whole;
    }

    /// How the two were matched without any help.
    public Aligner.Match whole() {
        return whole;
    }

    /// The stretches that must be matched again.
    ///
    /// @param byUser strictly increasing in both voices
    /// @param walls protected stretches of the voice
    public List<Piece> pieces(List<Anchor> byUser, List<RecordedSpan> walls) {
        List<Piece> pieces = new ArrayList<>();
        for (Surroundings around : surroundings(byUser, walls)) {
            Anchor from = around.first;
            for (Anchor anchor : byUser) {
                if (around.holds(anchor.sourceSeconds())) {
                    pieces.add(piece(from, anchor, walls));
                    from = anchor;
                }
            }
            pieces.add(piece(from, around.last, walls));
        }
        return pieces;
    }

    private static Piece piece(Anchor first, Anchor last, List<RecordedSpan> walls) {
        RecordedSpan span = new RecordedSpan(first.sourceSeconds(), last.sourceSeconds());
        return new Piece(first, last, walls.stream().filter(span::overlaps).toList());
    }

    private List<Surroundings> surroundings(List<Anchor> byUser, List<RecordedSpan> walls) {
        List<Surroundings> each = new ArrayList<>();
        byUser.forEach(anchor -> each.add(new Surroundings(before(anchor), after(anchor))));
        for (RecordedSpan wall : walls) {
            each.add(
                    new Surroundings(
                            before(inWhole(wall.startSeconds())),
                            after(inWhole(wall.endSeconds()))));
        }
        each.sort(Comparator.comparingDouble(s -> s.first.sourceSeconds()));
        List<Surroundings> joined = new ArrayList<>();
        for (Surroundings next : each) {
            Surroundings last = joined.isEmpty() ? null : joined.getLast();
            if (last != null && next.first.sourceSeconds() < last.last.sourceSeconds()) {
                boolean further = next.last.sourceSeconds() > last.last.sourceSeconds();
                joined.set(
                        joined.size() - 1,
                        new Surroundings(last.first, further ? next.last : last.last));
            } else {
                joined.add(next);
            }
        }
        return joined;
    }

    private Anchor inWhole(double sourceSeconds) {
        return Anchor.found(
                Optional.empty(),
                sourceSeconds,
                whole.alignment().guideSecondsAt(sourceSeconds),
                1);
    }

    /// The nearest trusted anchor that lies before a pair of moments in both voices.
    private Anchor before(Anchor place) {
        Anchor start = Anchor.found(Optional.empty(), 0, 0, 1);
        return nearest(
                whole.alignment().anchors().reversed(),
                a -> isFar(place, a, REACH_SECONDS),
                a -> !isFar(place, a, FARTHEST_SECONDS),
                start);
    }

    private Anchor after(Anchor place) {
        Anchor end = Anchor.found(Optional.empty(), voice.seconds(), guide.seconds(), 1);
        return nearest(
                whole.alignment().anchors(),
                a -> isFar(a, place, REACH_SECONDS),
                a -> !isFar(a, place, FARTHEST_SECONDS),
                end);
    }

    private static boolean isFar(Anchor late, Anchor early, double seconds) {
        return late.sourceSeconds() >= early.sourceSeconds() + seconds
                && late.guideSeconds() >= early.guideSeconds() + seconds;
    }

    private static Anchor nearest(
            List<Anchor> anchors, Predicate<Anchor> far, Predicate<Anchor> near, Anchor otherwise) {
        Anchor any = null;
        for (Anchor anchor : anchors) {
            if (far.test(anchor)) {
                any = any == null ? anchor : any;
                if (anchor.confidence() >= Alignment.DOUBTFUL_BELOW) {
                    return near.test(anchor) ? anchor : any;
                }
            }
        }
        return any == null ? otherwise : any;
    }

    /// Matches one piece. Times are those of the whole voices.
    public Alignment again(Piece piece) {
        int guideFrom = guide.frameAt(piece.first.guideSeconds());
        int voiceFrom = voice.frameAt(piece.first.sourceSeconds());
        int guideTo = guide.frameAt(piece.last.guideSeconds()) + 1;
        int voiceTo = voice.frameAt(piece.last.sourceSeconds()) + 1;
        int shortest = (int) (SHORTEST_SECONDS / VoiceAnalysis.HOP_SECONDS);
        if (guideTo - guideFrom < shortest || voiceTo - voiceFrom < shortest) {
            return Alignment.NONE;
        }
        double guideStart = guideFrom * VoiceAnalysis.HOP_SECONDS;
        double voiceStart = voiceFrom * VoiceAnalysis.HOP_SECONDS;
        List<RecordedSpan> walls = piece.walls.stream().map(w -> w.shiftedBy(-voiceStart)).toList();
        List<Anchor> corners =
                List.of(
                        piece.first.shiftedBy(-voiceStart, -guideStart),
                        piece.last.shiftedBy(-voiceStart, -guideStart));
        return Aligner.between(
                        guide.slice(guideFrom, guideTo),
                        voice.slice(voiceFrom, voiceTo),
                        corners,
                        walls,
                        whole.scale())
                .shiftedBy(voiceStart, guideStart);
    }

    /// The whole with its pieces in place.
    ///
    /// @param matched each of [#pieces], matched
    public Alignment joined(
            List<Anchor> byUser, List<RecordedSpan> walls, Map<Piece, Alignment> matched) {
        List<Surroundings> around = surroundings(byUser, walls);
        DoublePredicate again = source -> around.stream().anyMatch(s -> s.holds(source));
        List<Anchor> anchors = new ArrayList<>(byUser);
        whole.alignment().anchors().stream()
                .filter(a -> !again.test(a.sourceSeconds()))
                .forEach(anchors::add);
        List<RecordedSpan> unmatched = new ArrayList<>(whole.alignment().unmatched());
        List<GuideSpan> missing = new ArrayList<>(whole.alignment().missing());
        matched.forEach((piece, alignment) -> {
            anchors.addAll(alignment.anchors());
            replace(unmatched, piece.source(), alignment.unmatched());
            replace(missing, piece.guide(), alignment.missing());
        });
        walls.forEach(wall -> replace(unmatched, wall, List.of()));
        unmatched.removeIf(s -> s.seconds() < Correspondence.SHORTEST_LONELY_SECONDS);
        anchors.sort(Comparator.comparingDouble(Anchor::sourceSeconds));
        return new Alignment(anchors, unmatched, missing);
    }

    private static <S extends ClockSpan<S>> void replace(List<S> spans, S stretch, List<S> inside) {
        List<S> outside = spans.stream().flatMap(s -> s.without(stretch).stream()).toList();
        spans.clear();
        spans.addAll(outside);
        spans.addAll(inside);
        spans.sort(Comparator.comparingDouble(ClockSpan::startSeconds));
    }
}
