package zelvan.play;

import java.util.List;
import java.util.Locale;
import zelvan.render.VoiceSource;

/// What is to be heard: tracks with their gains. Immutable; changing anything means handing over
/// another one.
///
/// @param tracks those that sound
/// @param version what of each is heard
/// @param rawGain factor for the raw version, so that both are equally loud
/// @param slowness how many seconds of the tracks a second of the song takes: 2 at half speed
/// @param room how loud the room around it is, 0 to 1
public record Program(
        List<Track> tracks, Version version, double rawGain, double slowness, double room) {
    public static final Program SILENCE = new Program(List.of(), Version.LOCKED);

    public Program {
        tracks = List.copyOf(tracks);
        if (!(rawGain > 0) || !(slowness >= 1) || !(room >= 0 && room <= 1)) {
            throw new IllegalArgumentException(
                    String.format(
                            Locale.ROOT,
                            "rawGain must be > 0, slowness >= 1, room 0 to 1; were %s, %s, %s",
                            rawGain,
                            slowness,
                            room));
        }
    }

    public Program(List<Track> tracks, Version version) {
        this(tracks, version, 1, 1, 0);
    }

    public Program withRawGain(double factor) {
        return new Program(tracks, version, factor, slowness, room);
    }

    public Program withVersion(Version heard) {
        return new Program(tracks, heard, rawGain, slowness, room);
    }

    /// The factor for what is heard.
    double gain() {
        return version == Version.RAW ? rawGain : 1;
    }

    /// One track. Both sources run at the player's sample rate.
    ///
    /// @param id what its meter is asked for by
    /// @param raw as recorded
    /// @param locked as edited, or what is taken away for that
    /// @param leftGain factor for the left side
    /// @param rightGain factor for the right side
    public record Track(
            String id, VoiceSource raw, VoiceSource locked, double leftGain, double rightGain) {
        VoiceSource source(Version version) {
            return version == Version.RAW ? raw : locked;
        }
    }
}
