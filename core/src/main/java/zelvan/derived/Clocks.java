package zelvan.derived;

import zelvan.align.Alignment;
import zelvan.timing.TimeMap;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;
import zelvan.units.SongSpan;

/// Between the three clocks of a voice: that of its recording, that of the guide as it was
/// recorded, and that of the song as it sounds. All of them only go forward.
///
/// @param alignment which moments of recording and guide belong together
/// @param voice when a moment of the recording sounds
/// @param guide when a moment of the guide sounds
public record Clocks(Alignment alignment, TimeMap voice, TimeMap guide) {
    /// Of the guide itself, and of a voice that goes with it from beginning to end.
    ///
    /// @param guide when a moment of the guide sounds
    public static Clocks ofGuide(TimeMap guide) {
        return new Clocks(Alignment.NONE, guide, guide);
    }

    /// When a moment of the recording sounds.
    public double songSeconds(double recordedSeconds) {
        return voice.outputSecondsAt(recordedSeconds);
    }

    /// Which moment of the recording sounds then.
    public double recordedSeconds(double songSeconds) {
        return voice.sourceSecondsAt(songSeconds);
    }

    /// When a moment of the guide sounds.
    public double songSecondsOfGuide(double guideSeconds) {
        return guide.outputSecondsAt(guideSeconds);
    }

    /// Which moment of the guide sounds then.
    public double guideSeconds(double songSeconds) {
        return guide.sourceSecondsAt(songSeconds);
    }

    /// The guide's moment at which the same is sung as in the recording there.
    public double guideSecondsOf(double recordedSeconds) {
        return alignment.guideSecondsAt(recordedSeconds);
    }

    /// The recording's moment at which the same is sung as in the guide there.
    public double recordedSecondsOf(double guideSeconds) {
        return alignment.sourceSecondsAt(guideSeconds);
    }

    public SongSpan song(RecordedSpan span) {
        return new SongSpan(songSeconds(span.startSeconds()), songSeconds(span.endSeconds()));
    }

    public SongSpan song(GuideSpan span) {
        return new SongSpan(
                songSecondsOfGuide(span.startSeconds()), songSecondsOfGuide(span.endSeconds()));
    }

    /// What of the guide sounds then.
    public GuideSpan guide(SongSpan span) {
        return new GuideSpan(guideSeconds(span.startSeconds()), guideSeconds(span.endSeconds()));
    }

    /// Where the guide sings the same.
    public GuideSpan guide(RecordedSpan span) {
        return alignment.inGuide(span);
    }

    /// Where the voice sings the same.
    public RecordedSpan recorded(GuideSpan span) {
        return alignment.inVoice(span);
    }

    /// What of the recording sounds then.
    public RecordedSpan recorded(SongSpan span) {
        return new RecordedSpan(
                recordedSeconds(span.startSeconds()), recordedSeconds(span.endSeconds()));
    }
}
