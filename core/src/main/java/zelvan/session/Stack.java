package zelvan.session;

import zelvan.setting.Settings;

/// Voices that share settings.
///
/// @param id unique in the session
/// @param name as the user calls it
/// @param settings what is set for all of them
/// @param leaderId the voice that they follow; empty for the guide
public record Stack(String id, String name, Settings settings, String leaderId) {
    public static final String GUIDE = "";

    /// Voices that follow the guide.
    public Stack(String id, String name, Settings settings) {
        this(id, name, settings, GUIDE);
    }

    public Stack withSettings(Settings value) {
        return new Stack(id, name, value, leaderId);
    }

    public Stack following(String voiceId) {
        return new Stack(id, name, settings, voiceId);
    }
}
