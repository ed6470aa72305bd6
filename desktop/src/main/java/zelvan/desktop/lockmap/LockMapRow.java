package zelvan.desktop.lockmap;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zelvan.session.Role;
import zelvan.session.Session;
import zelvan.session.Stack;
import zelvan.session.Voice;

/// A row of the lock map: a stack's heading, or a track.
///
/// @param stack the stack, for headings and for the tracks in it
/// @param stackIndex its place in the session; −1 for guide and bed
/// @param voice the track; empty for a heading
record LockMapRow(Optional<Stack> stack, int stackIndex, Optional<Voice> voice) {
    static final double VOICE_HEIGHT = 27;
    static final double HEADING_HEIGHT = 19;

    double height() {
        return voice.isPresent() ? VOICE_HEIGHT : HEADING_HEIGHT;
    }

    /// Who is in which row: the same as long as the rows are.
    static List<String> places(Session session) {
        return of(session).stream()
                .map(r ->
                        r.stackIndex
                                + r.voice().map(v -> v.id() + v.role()).orElse("")
                                + r.stack().map(Stack::name).orElse(""))
                .toList();
    }

    /// The guide, then each stack with its voices, then the bed.
    static List<LockMapRow> of(Session session) {
        List<LockMapRow> rows = new ArrayList<>();
        session.guide()
                .ifPresent(g -> rows.add(new LockMapRow(Optional.empty(), -1, Optional.of(g))));
        for (int i = 0; i < session.stacks().size(); i++) {
            Stack stack = session.stacks().get(i);
            List<Voice> inside =
                    session.followers().stream()
                            .filter(v -> v.stackId().equals(stack.id()))
                            .toList();
            if (!inside.isEmpty()) {
                rows.add(new LockMapRow(Optional.of(stack), i, Optional.empty()));
            }
            for (Voice voice : inside) {
                rows.add(new LockMapRow(Optional.of(stack), i, Optional.of(voice)));
            }
        }
        session.voices().stream()
                .filter(v -> v.role() == Role.BED)
                .forEach(b -> rows.add(new LockMapRow(Optional.empty(), -1, Optional.of(b))));
        return rows;
    }
}
