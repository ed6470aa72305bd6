package zelvan.engine;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zelvan.align.Alignment;
import zelvan.align.Anchor;
import zelvan.align.Marks;
import zelvan.align.Rematch;
import zelvan.timing.TimeMap;
import zelvan.units.RecordedSpan;

/// A voice matched with its leader as the user helps, in the guide's time as recorded.
///
/// @param byUser what the user has set, with moments of the guide
/// @param walls protected stretches of the voice
/// @param inGuide each moment of the leader in the guide's time; empty if the leader is the guide
record Aligned(
        Matched matched,
        List<Anchor> byUser,
        List<RecordedSpan> walls,
        Marks leaderMarks,
        Marks marks,
        Optional<InGuide> inGuide)
        implements Step<Alignment> {
    /// A moment nearer than this to the end of a recording lies at it.
    private static final double EDGE_SECONDS = 0.002;

    @Override
    public List<Step<?>> needs() {
        List<Step<?>> needs = new ArrayList<>(List.of(matched, matched.leader(), matched.voice()));
        inGuide.ifPresent(needs::add);
        return needs;
    }

    @Override
    public Alignment run(Inputs inputs) {
        TimeMap times = times(inputs);
        List<Anchor> followed =
                byUser.stream()
                        .filter(a -> isFollowed(a, inputs))
                        .map(a -> a.withGuideSeconds(times::sourceSecondsAt))
                        .toList();
        Rematch rematch = inputs.of(matched);
        Map<Rematch.Piece, Alignment> pieces = new HashMap<>();
        for (Rematch.Piece piece : rematch.pieces(followed, walls)) {
            pieces.put(piece, inputs.also(new Matched.Again(matched, piece)));
        }
        Alignment found = rematch.joined(followed, walls, pieces);
        Alignment marked = Marks.applied(found, inputs.of(matched.leader()), leaderMarks, marks);
        return times.isIdentity() ? marked : marked.withGuideTimes(times::outputSecondsAt);
    }

    @Override
    public long bytes(Alignment value) {
        return Matched.bytes(value);
    }

    /// What the user has set and cannot be followed.
    Optional<Anchor> notFollowed(Inputs inputs) {
        return byUser.stream().filter(a -> !isFollowed(a, inputs)).findFirst();
    }

    private TimeMap times(Inputs inputs) {
        return inGuide.map(inputs::of).orElse(TimeMap.IDENTITY);
    }

    /// Whether it lies within both recordings: at their very ends nothing is left to be matched
    /// beyond it.
    private boolean isFollowed(Anchor anchor, Inputs inputs) {
        double inLeader = times(inputs).sourceSecondsAt(anchor.guideSeconds());
        return isInside(anchor.sourceSeconds(), inputs.of(matched.voice()).seconds())
                && isInside(inLeader, inputs.of(matched.leader()).seconds());
    }

    private static boolean isInside(double moment, double seconds) {
        return moment >= EDGE_SECONDS && moment <= seconds - EDGE_SECONDS;
    }
}
