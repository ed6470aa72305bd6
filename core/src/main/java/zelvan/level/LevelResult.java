package zelvan.level;

import java.util.List;
import zelvan.units.Curve;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

/// What becomes of a voice's level.
///
/// @param gainDecibels how much louder each moment of the voice sounds
/// @param sounds the sounds beside its notes, in order
/// @param phrases those that are compared with the guide, in order
/// @param notes the same of its notes
public record LevelResult(
        Curve gainDecibels,
        List<TurnedSound> sounds,
        List<Compared> phrases,
        List<Compared> notes) {
    public static final LevelResult NONE =
            new LevelResult(Curve.NONE, List.of(), List.of(), List.of());

    public LevelResult {
        sounds = List.copyOf(sounds);
        phrases = List.copyOf(phrases);
        notes = List.copyOf(notes);
    }

    /// A sound beside the notes.
    ///
    /// @param besideDecibels how loud it was sung, against the vowels beside it
    /// @param guideDecibels the same of the guide's; not a number where the guide has none there
    /// @param gainDecibels by how much it is turned up, apart from what is around it
    public record TurnedSound(
            SideSound sound, double besideDecibels, double guideDecibels, double gainDecibels) {
        /// Whether nothing is left of it.
        public boolean isOut() {
            return gainDecibels <= LevelSettings.OUT_DECIBELS;
        }
    }

    /// A stretch and what the guide sings there.
    ///
    /// @param ownLufs how loud it was sung
    /// @param offDecibels how much louder it was sung than the guide is
    /// @param leftDecibels how much louder it still is
    public record Compared(
            RecordedSpan span,
            GuideSpan guideSpan,
            double ownLufs,
            double offDecibels,
            double leftDecibels) {
        /// How loud it sounds.
        public double soundingLufs() {
            return ownLufs + leftDecibels - offDecibels;
        }

        /// How loud the guide sounds there.
        public double guideLufs() {
            return ownLufs - offDecibels;
        }
    }
}
