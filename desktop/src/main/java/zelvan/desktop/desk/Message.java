package zelvan.desktop.desk;

import java.util.List;

/// Something that the user is told until he puts it away.
///
/// @param text what happened, and what to do
/// @param times how often it happened while it stood there
/// @param offers what can be done about it with one click
public record Message(String text, int times, List<Offer> offers) {
    /// @param word what stands on the button
    /// @param action is run on the window's thread
    public record Offer(String word, Runnable action) {}

    public Message {
        offers = List.copyOf(offers);
    }

    /// As it stands in the window.
    public String line() {
        return times == 1 ? text : text + " (" + times + " times)";
    }

    Message again(List<Offer> newOffers) {
        return new Message(text, times + 1, newOffers);
    }
}
