package zelvan.analysis;

import java.util.List;
import zelvan.units.TimeSpan;

/// Everything heard in one voice. Immutable by contract: the arrays that it hands out are only
/// read.
///
/// Tracks share one hop, [#HOP_SECONDS]; frame i stands for the time `i · HOP_SECONDS`.
///
/// @param seconds length of the voice
/// @param pitch pitch and voicing
/// @param levelDecibels level of each frame, 0 dB is a full-scale square wave; at least −120
/// @param activeDecibels level above which something is sung
/// @param timbre one row a frame: what is sung, independent of pitch and level; see [TimbreFrames]
/// @param transitions quick changes of sound, in order of time
/// @param landmarks in order of time
/// @param phrases stretches of singing between rests, in order
/// @param notes in order
/// @param esses sibilants, in order
/// @param breaths in order
public record VoiceAnalysis(
        double seconds,
        PitchTrack pitch,
        float[] levelDecibels,
        double activeDecibels,
        float[][] timbre,
        List<Transition> transitions,
        List<Landmark> landmarks,
        List<TimeSpan> phrases,
        List<Note> notes,
        List<TimeSpan> esses,
        List<TimeSpan> breaths) {
    /// Changes whenever an analysis of the same sound would come out differently.
    public static final int VERSION = 1;

    public static final double HOP_SECONDS = 0.005;

    public VoiceAnalysis {
        transitions = List.copyOf(transitions);
        landmarks = List.copyOf(landmarks);
        phrases = List.copyOf(phrases);
        notes = List.copyOf(notes);
        esses = List.copyOf(esses);
        breaths = List.copyOf(breaths);
    }

    public int frames() {
        return levelDecibels.length;
    }

    /// The frame nearest to a time, within the voice.
    public int frameAt(double seconds) {
        return Math.clamp(Math.round(seconds / HOP_SECONDS), 0, frames() - 1);
    }

    /// Whether something is sung in that frame.
    public boolean active(int frame) {
        return levelDecibels[frame] > activeDecibels;
    }
}
