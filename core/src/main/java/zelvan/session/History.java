package zelvan.session;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;

/// Sessions in the order in which they came about. An immutable value: each change gives another
/// history.
///
/// `undo(apply(edit))` is the history before the edit, but for what may be redone.
public final class History {
    private record Step(Session session, Optional<Edit> edit, Gesture gesture) {}

    private final List<Step> steps;
    private final int at;

    private History(List<Step> steps, int at) {
        this.steps = steps;
        this.at = at;
    }

    public static History startingWith(Session session) {
        return new History(List.of(new Step(session, Optional.empty(), Gesture.begin())), 0);
    }

    public Session current() {
        return steps.get(at).session;
    }

    /// Applies an edit that is a step by itself.
    public History apply(Edit edit) {
        return apply(edit, Gesture.begin());
    }

    /// Applies an edit. What could have been redone is forgotten; an edit that continues the
    /// gesture of the one before takes its place, as if that had never been; one that changes
    /// nothing is not remembered.
    public History apply(Edit edit, Gesture gesture) {
        boolean continues = at > 0 && steps.get(at).gesture.equals(gesture);
        Session next = edit.apply(continues ? steps.get(at - 1).session : current());
        if (next.equals(current())) {
            return this;
        }
        List<Step> kept = new ArrayList<>(steps.subList(0, continues ? at : at + 1));
        kept.add(new Step(next, Optional.of(edit), gesture));
        return new History(List.copyOf(kept), kept.size() - 1);
    }

    /// The same steps with something in all of their sessions that is not the user's to take back.
    public History amended(UnaryOperator<Session> change) {
        return new History(
                steps.stream()
                        .map(s -> new Step(change.apply(s.session), s.edit, s.gesture))
                        .toList(),
                at);
    }

    /// One step back; the same history where there is none.
    public History undo() {
        return goTo(Math.max(0, at - 1));
    }

    /// One step forward; the same history where there is none.
    public History redo() {
        return goTo(Math.min(steps.size() - 1, at + 1));
    }

    /// To the state after step `index`; 0 is the beginning.
    public History goTo(int index) {
        return index == at ? this : new History(steps, index);
    }

    /// What undoing would take back.
    public Optional<String> undoTitle() {
        return steps.get(at).edit.map(Edit::title);
    }

    /// What redoing would bring back.
    public Optional<String> redoTitle() {
        return at + 1 < steps.size() ? steps.get(at + 1).edit.map(Edit::title) : Optional.empty();
    }

    /// All steps, the beginning first.
    public List<String> titles() {
        return steps.stream().map(s -> s.edit.map(Edit::title).orElse("Opened")).toList();
    }

    /// The step that is current.
    public int position() {
        return at;
    }
}
