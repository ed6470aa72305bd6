package zelvan.level;

import java.util.Optional;
import zelvan.units.RecordedSpan;

/// What was said by hand of a sound beside the notes: that it is there, with these edges, or that
/// there is none; and how loud it is to be, whatever the settings say.
///
/// @param kind what it is
/// @param span where; what was found of that kind and overlaps it gives way
/// @param there whether there is one
/// @param decibels by how much it is turned up or down; empty if the settings decide
public record SoundEdit(
        SideSound.Kind kind, RecordedSpan span, boolean there, Optional<Double> decibels) {
    public SoundEdit {
        decibels.ifPresent(LevelEdit::check);
    }

    /// A sound as it is.
    public static SoundEdit of(SideSound sound) {
        return new SoundEdit(sound.kind(), sound.span(), true, Optional.empty());
    }

    /// There is none.
    public static SoundEdit none(SideSound sound) {
        return new SoundEdit(sound.kind(), sound.span(), false, Optional.empty());
    }

    public SoundEdit withSpan(RecordedSpan value) {
        return new SoundEdit(kind, value, there, decibels);
    }

    public SoundEdit withDecibels(Optional<Double> value) {
        return new SoundEdit(kind, span, there, value);
    }

    public SideSound sound() {
        return new SideSound(kind, span);
    }

    boolean concerns(SideSound sound) {
        return kind == sound.kind() && span.overlaps(sound.span());
    }
}
