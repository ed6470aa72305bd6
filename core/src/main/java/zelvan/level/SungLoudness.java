package zelvan.level;

import java.util.List;
import zelvan.analysis.VoiceAnalysis;
import zelvan.units.RecordedSpan;

/// How loud what is sung is in any stretch of a voice: the mean of the power as ITU-R BS.1770-5
/// weighs it, over what is neither silent nor a sound beside the notes.
final class SungLoudness {
    /// In fewer frames nothing is told.
    private static final int FEWEST_FRAMES = 4;

    private final VoiceAnalysis heard;
    private final double[] power;
    private final int[] count;

    /// @param beside what does not count
    SungLoudness(VoiceAnalysis heard, List<SideSound> beside) {
        this.heard = heard;
        boolean[] counts = new boolean[heard.frames()];
        for (int f = 0; f < counts.length; f++) {
            counts[f] = heard.active(f);
        }
        for (SideSound sound : beside) {
            int to = heard.frameAt(sound.span().endSeconds());
            for (int f = heard.frameAt(sound.span().startSeconds()); f < to; f++) {
                counts[f] = false;
            }
        }
        power = new double[counts.length + 1];
        count = new int[counts.length + 1];
        for (int f = 0; f < counts.length; f++) {
            power[f + 1] = power[f] + (counts[f] ? Math.pow(10, heard.loudness()[f] / 10) : 0);
            count[f + 1] = count[f] + (counts[f] ? 1 : 0);
        }
    }

    /// LUFS; not a number where too little is sung.
    double lufs(RecordedSpan span) {
        int from = heard.frameAt(span.startSeconds());
        int to = heard.frameAt(span.endSeconds());
        int frames = count[to] - count[from];
        return frames < FEWEST_FRAMES
                ? Double.NaN
                : 10 * Math.log10((power[to] - power[from]) / frames);
    }
}
