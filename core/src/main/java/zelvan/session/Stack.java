package zelvan.session;

import zelvan.timing.TimingSettings;

/// Voices that share settings.
///
/// @param id unique in the session
/// @param name as the user calls it
/// @param timing how tightly its voices sit
public record Stack(String id, String name, TimingSettings timing) {
    public Stack withTiming(TimingSettings value) {
        return new Stack(id, name, value);
    }
}
