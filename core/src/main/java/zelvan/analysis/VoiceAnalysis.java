package zelvan.analysis;

import java.util.Arrays;
import java.util.List;
import zelvan.units.ClockSpan;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

/// Everything heard in one voice. Immutable by contract: the arrays that it hands out are only
/// read.
///
/// Tracks share one hop, [#HOP_SECONDS]; frame i stands for the time `i · HOP_SECONDS`.
///
/// @param seconds length of the voice
/// @param pitch pitch and voicing
/// @param levelDecibels level of each frame, 0 dB is a full-scale square wave; at least −120
/// @param loudness of each frame, LUFS (ITU-R BS.1770-5): the mean over frames, as powers, is that
///   of a stretch, see [#loudness(RecordedSpan)]
/// @param activeDecibels level above which something is sung
/// @param phonetic one row a frame: what is sung, whoever sings it and at whatever pitch and level;
///   see [PhoneticNet]
/// @param spectrum one row a frame: how the sound is distributed over the bands, as mel cepstra of
///   variance 1
/// @param transitions quick changes of sound, in order of time
/// @param landmarks in order of time
/// @param phrases stretches of singing between rests, in order
/// @param notes in order
/// @param esses sibilants, in order
/// @param breaths in order
/// @param ends how its phrases end, in order
public record VoiceAnalysis(
        double seconds,
        PitchTrack pitch,
        float[] levelDecibels,
        float[] loudness,
        double activeDecibels,
        FrameRows phonetic,
        FrameRows spectrum,
        List<Transition> transitions,
        List<Landmark> landmarks,
        List<RecordedSpan> phrases,
        List<Note> notes,
        List<RecordedSpan> esses,
        List<RecordedSpan> breaths,
        List<End> ends) {
    /// Changes whenever an analysis of the same sound would come out differently.
    public static final int VERSION = 19;

    public static final double HOP_SECONDS = 0.005;

    public VoiceAnalysis {
        transitions = List.copyOf(transitions);
        landmarks = List.copyOf(landmarks);
        phrases = List.copyOf(phrases);
        notes = List.copyOf(notes);
        esses = List.copyOf(esses);
        breaths = List.copyOf(breaths);
        ends = List.copyOf(ends);
    }

    /// What is heard in a stretch, its times counted from frame `from`.
    ///
    /// @param from first frame
    /// @param to frame after the last
    public VoiceAnalysis slice(int from, int to) {
        double start = from * HOP_SECONDS;
        RecordedSpan span = new RecordedSpan(start, to * HOP_SECONDS);
        return new VoiceAnalysis(
                span.seconds(),
                pitch.slice(from, to),
                Arrays.copyOfRange(levelDecibels, from, to),
                Arrays.copyOfRange(loudness, from, to),
                activeDecibels,
                phonetic.slice(from, to),
                spectrum.slice(from, to),
                transitions.stream()
                        .filter(t -> span.contains(t.seconds()))
                        .map(t -> t.shiftedBy(-start))
                        .toList(),
                landmarks.stream()
                        .filter(l -> span.contains(l.seconds()))
                        .map(l -> l.shiftedBy(-start))
                        .toList(),
                ClockSpan.cut(phrases, span),
                notes.stream()
                        .filter(n -> n.span().overlaps(span))
                        .map(n -> new Note(n.span().shared(span).shiftedBy(-start), n.hertz()))
                        .toList(),
                ClockSpan.cut(esses, span),
                ClockSpan.cut(breaths, span),
                ends.stream()
                        .filter(e -> e.span().overlaps(span))
                        .map(e -> e.withSpan(e.span().shared(span).shiftedBy(-start)))
                        .toList());
    }

    /// The phrases of a voice that is the guide.
    public List<GuideSpan> phrasesAsGuide() {
        return phrases.stream().map(RecordedSpan::asGuide).toList();
    }

    /// The same voice, its pitch corrected.
    public VoiceAnalysis withOctaves(List<OctaveShift> shifts) {
        if (shifts.isEmpty()) {
            return this;
        }
        PitchTrack corrected = pitch.shifted(shifts);
        return new VoiceAnalysis(
                seconds,
                corrected,
                levelDecibels,
                loudness,
                activeDecibels,
                phonetic,
                spectrum,
                transitions,
                landmarks,
                phrases,
                NoteFinder.find(corrected),
                esses,
                breaths,
                ends);
    }

    /// How loud a stretch is, LUFS; at least −120.
    public double loudness(RecordedSpan span) {
        int from = frameAt(span.startSeconds());
        int to = Math.max(from + 1, frameAt(span.endSeconds()));
        double sum = 0;
        for (int f = from; f < to; f++) {
            sum += Math.pow(10, loudness[f] / 10);
        }
        return 10 * Math.log10(sum / (to - from));
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
