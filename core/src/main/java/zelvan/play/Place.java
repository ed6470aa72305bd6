package zelvan.play;

/// Where in the song something sounds, and where it is asked to: seconds of the song.
///
/// Thread safety: the thread that plays tells what is heard, any may ask for a place.
final class Place {
    private volatile double reached;
    private volatile double asked = Double.NaN;
    private volatile double scrubbed = Double.NaN;
    private volatile double heldFrom = Double.NaN;

    /// Goes on there.
    void ask(double seconds) {
        asked = Math.max(0, seconds);
    }

    /// What was asked for and is not heard yet; not a number if nothing is.
    double asked() {
        return asked;
    }

    /// A moment is under the hand.
    void scrub(double seconds) {
        scrubbed = Math.max(0, seconds);
    }

    boolean isScrubbed() {
        return !Double.isNaN(scrubbed);
    }

    double scrubbed() {
        return scrubbed;
    }

    /// Goes on from where the hand was.
    ///
    /// @return whether it was anywhere
    boolean endScrub() {
        if (!isScrubbed()) {
            return false;
        }
        asked = scrubbed;
        scrubbed = Double.NaN;
        return true;
    }

    /// A moment is held under the hand.
    ///
    /// @param now where it goes on afterwards, if nothing is held yet
    void hold(double seconds, double now) {
        if (!isHeld()) {
            heldFrom = now;
        }
        scrub(seconds);
    }

    boolean isHeld() {
        return !Double.isNaN(heldFrom);
    }

    /// Goes on from where it was before something was held.
    ///
    /// @return whether anything was
    boolean letGo() {
        if (!isHeld()) {
            return false;
        }
        scrubbed = Double.NaN;
        asked = heldFrom;
        heldFrom = Double.NaN;
        return true;
    }

    /// A block was handed over to be played.
    ///
    /// @param next where it goes on after it
    /// @param answers the place that was asked for, if this is it
    void heard(double next, double answers) {
        reached = next;
        if (answers == asked) {
            asked = Double.NaN;
        }
    }

    /// Where it goes on after what was handed over.
    double reached() {
        return reached;
    }

    /// What is heard at this moment.
    ///
    /// @param waiting how much of what was handed over is still to be played
    double seconds(double waiting) {
        double hand = scrubbed;
        double wanted = asked;
        if (!Double.isNaN(hand)) {
            return hand;
        }
        return Double.isNaN(wanted) ? Math.max(0, reached - waiting) : wanted;
    }
}
