package zelvan.desktop.closeup.time;

import zelvan.desktop.acts.Words;
import zelvan.desktop.desk.Desk;
import zelvan.session.Gesture;

/// A syllable on its way to the vowel that it is sung on.
final class WordDrag {
    private final Desk desk;
    private final Words asTheyWere;
    private final Words.Syllable syllable;
    private final Gesture gesture = Gesture.begin();

    WordDrag(Desk desk, Words.Syllable syllable) {
        this.desk = desk;
        this.asTheyWere = new Words(desk.now());
        this.syllable = syllable;
    }

    /// @param guideSeconds in the guide's time as recorded
    void to(double guideSeconds) {
        desk.act(now -> asTheyWere.move(syllable, guideSeconds), gesture);
    }
}
