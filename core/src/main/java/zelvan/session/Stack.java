package zelvan.session;

import zelvan.timing.TimingSettings;

/// Voices that share settings.
///
/// @param id unique in the session
/// @param name as the user calls it
/// @param timing how tightly its voices sit
/// @param leaderId the voice that they follow; empty for the guide
public record Stack(String id, String name, TimingSettings timing, String leaderId) {
    public static final String GUIDE = "";

    /// Voices that follow the guide.
    public Stack(String id, String name, TimingSettings timing) {
        this(id, name, timing, GUIDE);
    }

    public Stack withTiming(TimingSettings value) {
        return new Stack(id, name, value, leaderId);
    }

    public Stack following(String voiceId) {
        return new Stack(id, name, timing, voiceId);
    }
}
