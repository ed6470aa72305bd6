package zelvan.takes;

import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import zelvan.units.GuideSpan;

/// Phrases of the guide, or parts of them, from which a voice is put together.
///
/// @param spans in order; parts of a phrase touch
record Pieces(List<GuideSpan> spans) {
    /// What is shorter goes with the words beside it.
    private static final double SHORTEST_SECONDS = 0.06;

    private static final double SAME_SECONDS = 1e-6;

    Pieces {
        spans = List.copyOf(spans);
    }

    /// With words that are pieces of their own.
    ///
    /// @param words the indices of their pieces
    record Divided(Pieces pieces, Set<Integer> words) {}

    int count() {
        return spans.size();
    }

    GuideSpan get(int piece) {
        return spans.get(piece);
    }

    /// Whether a piece is of the same phrase as the one before it.
    boolean goesOn(int piece) {
        return piece > 0
                && piece < count()
                && get(piece).startSeconds() - get(piece - 1).endSeconds() < SAME_SECONDS;
    }

    /// Whether it is not all of a phrase.
    boolean isPart(int piece) {
        return goesOn(piece) || goesOn(piece + 1);
    }

    /// @param words a stretch of the guide, of one phrase or of several
    Divided dividedAt(GuideSpan words) {
        List<GuideSpan> divided = new ArrayList<>();
        Set<Integer> own = new HashSet<>();
        for (GuideSpan piece : spans) {
            if (piece.sharedSeconds(words) < SHORTEST_SECONDS) {
                divided.add(piece);
                continue;
            }
            double from = Math.max(piece.startSeconds(), words.startSeconds());
            double to = Math.min(piece.endSeconds(), words.endSeconds());
            if (from - piece.startSeconds() < SHORTEST_SECONDS) {
                from = piece.startSeconds();
            } else {
                divided.add(new GuideSpan(piece.startSeconds(), from));
            }
            to = piece.endSeconds() - to < SHORTEST_SECONDS ? piece.endSeconds() : to;
            own.add(divided.size());
            divided.add(new GuideSpan(from, to));
            if (to < piece.endSeconds()) {
                divided.add(new GuideSpan(to, piece.endSeconds()));
            }
        }
        return new Divided(new Pieces(divided), own);
    }
}
