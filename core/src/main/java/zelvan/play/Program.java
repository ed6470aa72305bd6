package zelvan.play;

import java.util.List;
import zelvan.render.VoiceSource;

/// What is to be heard: tracks with their gains. Immutable; changing anything means handing over
/// another one.
///
/// @param tracks those that sound
/// @param version which side of each is heard
public record Program(List<Track> tracks, Version version) {
    public static final Program SILENCE = new Program(List.of(), Version.LOCKED);

    public Program {
        tracks = List.copyOf(tracks);
    }

    /// One track. Both sources run at the player's sample rate.
    ///
    /// @param raw as recorded
    /// @param locked as edited
    /// @param leftGain factor for the left side
    /// @param rightGain factor for the right side
    public record Track(VoiceSource raw, VoiceSource locked, double leftGain, double rightGain) {
        VoiceSource source(Version version) {
            return version == Version.RAW ? raw : locked;
        }
    }
}
