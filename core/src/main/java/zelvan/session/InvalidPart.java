package zelvan.session;

import java.util.List;

/// Signals a value that is fine by itself and not beside the others. It says where, so that a file
/// in which it stands can be opened without it.
final class InvalidPart extends IllegalArgumentException {
    private final List<String> place;

    /// @param place names and numbers, from the value that refuses it inwards
    InvalidPart(String message, Object... place) {
        super(message);
        this.place = List.of(place).stream().map(String::valueOf).toList();
    }

    List<String> place() {
        return place;
    }
}
