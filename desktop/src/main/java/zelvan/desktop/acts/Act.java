package zelvan.desktop.acts;

import java.util.List;
import java.util.Optional;
import zelvan.session.Edit;

/// What becomes of something that an editor does.
///
/// @param edit of the session, if it changes
/// @param focus what has the focus then, if that changes
/// @param words what the editor is told, if anything
public record Act(Optional<Edit> edit, Optional<Focus> focus, Optional<String> words) {
    public static final Act NOTHING = new Act(Optional.empty(), Optional.empty(), Optional.empty());

    /// A change of the session.
    public static Act of(Edit edit) {
        return new Act(Optional.of(edit), Optional.empty(), Optional.empty());
    }

    /// Several changes as one step; nothing if there are none.
    ///
    /// @param title of the step, if it is more than one
    static Act together(String title, List<? extends Edit> edits) {
        return switch (edits.size()) {
            case 0 -> NOTHING;
            case 1 -> of(edits.getFirst());
            default -> of(new Edit.Together(title, List.copyOf(edits)));
        };
    }

    /// Nothing but words.
    public static Act saying(String words) {
        return new Act(Optional.empty(), Optional.empty(), Optional.of(words));
    }

    /// The same, with the focus going there.
    public Act focusing(Focus next) {
        return new Act(edit, Optional.of(next), words);
    }

    /// The same, with words about it.
    Act telling(String text) {
        return new Act(edit, focus, Optional.of(text));
    }
}
