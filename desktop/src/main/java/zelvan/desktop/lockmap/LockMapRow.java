package zelvan.desktop.lockmap;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zelvan.desktop.desk.Desk;
import zelvan.session.Role;
import zelvan.session.Session;
import zelvan.session.Stack;
import zelvan.session.Voice;
import zelvan.takes.Take;

/// A row of the lock map: a stack's heading, a track, or one of the takes that it is chosen from.
///
/// @param stack the stack, for headings and for the tracks in it
/// @param stackIndex its place in the session; −1 for guide and bed
/// @param voice the track; empty for a heading and for takes
/// @param take empty for all else
record LockMapRow(
        Optional<Stack> stack, int stackIndex, Optional<Voice> voice, Optional<TakeOf> take) {
    static final double TAKE_HEIGHT = 21;

    /// @param voice whose
    /// @param index among its takes, as they are known
    /// @param take itself
    record TakeOf(Voice voice, int index, Take take) {}

    private static LockMapRow heading(Stack stack, int index) {
        return new LockMapRow(Optional.of(stack), index, Optional.empty(), Optional.empty());
    }

    private static LockMapRow track(Optional<Stack> stack, int index, Voice voice) {
        return new LockMapRow(stack, index, Optional.of(voice), Optional.empty());
    }

    static final double VOICE_HEIGHT = 27;
    static final double HEADING_HEIGHT = 19;

    double height() {
        return voice.isPresent() ? VOICE_HEIGHT : take.isPresent() ? TAKE_HEIGHT : HEADING_HEIGHT;
    }

    /// Who is in which row: the same as long as the rows are.
    static List<String> places(Desk desk) {
        return of(desk).stream()
                .map(r ->
                        r.stackIndex
                                + r.voice().map(v -> v.id() + v.role()).orElse("")
                                + r.take().map(t -> t.voice.id() + "/" + t.index).orElse("")
                                + r.stack().map(Stack::name).orElse(""))
                .toList();
    }

    /// The guide, then each stack with its voices, then the bed; below a voice that is open its
    /// takes.
    static List<LockMapRow> of(Desk desk) {
        Session session = desk.session();
        List<LockMapRow> rows = new ArrayList<>();
        session.guide().ifPresent(g -> rows.add(track(Optional.empty(), -1, g)));
        for (int i = 0; i < session.stacks().size(); i++) {
            Stack stack = session.stacks().get(i);
            List<Voice> inside =
                    session.followers().stream()
                            .filter(v -> v.stackId().equals(stack.id()))
                            .toList();
            if (!inside.isEmpty()) {
                rows.add(heading(stack, i));
            }
            for (Voice voice : inside) {
                rows.add(track(Optional.of(stack), i, voice));
                if (desk.sight().opened().get().contains(voice.id())) {
                    rows.addAll(takes(desk, voice, stack, i));
                }
            }
        }
        session.voices().stream()
                .filter(v -> v.role() == Role.BED)
                .forEach(b -> rows.add(track(Optional.empty(), -1, b)));
        return rows;
    }

    private static List<LockMapRow> takes(Desk desk, Voice voice, Stack stack, int index) {
        List<LockMapRow> rows = new ArrayList<>();
        for (Take take : desk.derived().get().takes(voice).takes()) {
            rows.add(
                    new LockMapRow(
                            Optional.of(stack),
                            index,
                            Optional.empty(),
                            Optional.of(new TakeOf(voice, rows.size(), take))));
        }
        return rows;
    }
}
