package zelvan.session;

import zelvan.timing.TimingSettings;
import zelvan.tuning.TuningSettings;

/// Voices that share settings.
///
/// @param id unique in the session
/// @param name as the user calls it
/// @param timing how tightly its voices sit
/// @param tuning how closely their pitch follows
/// @param leaderId the voice that they follow; empty for the guide
public record Stack(
        String id, String name, TimingSettings timing, TuningSettings tuning, String leaderId) {
    public static final String GUIDE = "";

    /// Voices that follow the guide, their pitch their own.
    public Stack(String id, String name, TimingSettings timing) {
        this(id, name, timing, TuningSettings.OFF, GUIDE);
    }

    public Stack withTiming(TimingSettings value) {
        return new Stack(id, name, value, tuning, leaderId);
    }

    public Stack withTuning(TuningSettings value) {
        return new Stack(id, name, timing, value, leaderId);
    }

    public Stack following(String voiceId) {
        return new Stack(id, name, timing, tuning, voiceId);
    }
}
