package zelvan.singers;

import java.util.List;
import zelvan.units.TimeSpan;

/// One take, as it really happened: which phone sounds when, at which pitch, and the moments that
/// singers line up. This is the truth that a listener has to find out.
///
/// @param phones in order, without holes from the first to the last
/// @param moments consonant starts, vowel starts and releases, in order
/// @param adLibs stretches that the song does not have
/// @param seconds length of the take
public record Performance(
        List<TimedPhone> phones, List<Moment> moments, List<TimeSpan> adLibs, double seconds) {
    public Performance {
        phones = List.copyOf(phones);
        moments = List.copyOf(moments);
        adLibs = List.copyOf(adLibs);
    }

    /// One phone in time.
    ///
    /// @param phone what sounds
    /// @param startSeconds from when
    /// @param endSeconds to when
    /// @param midiNote the pitch aimed at, before glides and vibrato
    /// @param breathiness extra air, 0 to 1
    record TimedPhone(
            Phone phone,
            double startSeconds,
            double endSeconds,
            double midiNote,
            double breathiness) {}

    /// A moment that singers line up.
    ///
    /// @param id the same for the same moment of the song in every take, as in `chorus 1/3/vowel`
    /// @param kind `consonant`, `vowel` or `release`
    /// @param seconds when it happens in this take
    public record Moment(String id, String kind, double seconds) {}
}
