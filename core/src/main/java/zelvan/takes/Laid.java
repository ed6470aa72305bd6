package zelvan.takes;

import zelvan.analysis.VoiceAnalysis;
import zelvan.audio.Sound;

/// A recording laid into a voice; all moments are the voice's.
///
/// @param heard what is heard in the recording
/// @param sound of it
/// @param shiftSeconds by how much later it lies in the voice than it was recorded
record Laid(VoiceAnalysis heard, Sound sound, double shiftSeconds) {
    Laid later(double seconds) {
        return new Laid(heard, sound, shiftSeconds + seconds);
    }

    int frameAt(double seconds) {
        return heard.frameAt(seconds - shiftSeconds);
    }

    double decibelsAt(double seconds) {
        return heard.levelDecibels()[frameAt(seconds)];
    }

    boolean isVoicedAt(double seconds) {
        return heard.pitch().voiced(frameAt(seconds));
    }

    /// How far its level lies above that of what is sung at all, decibels.
    double aboveRestAt(double seconds) {
        return decibelsAt(seconds) - heard.activeDecibels();
    }

    /// Samples around a moment.
    float[] around(double seconds, int count) {
        long middle = Math.round((seconds - shiftSeconds) * sound.sampleRateHertz());
        return sound.mono(middle - count / 2, count);
    }
}
