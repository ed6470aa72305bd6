package zelvan.tuning;

import java.util.Arrays;
import zelvan.analysis.VoiceAnalysis;
import zelvan.dsp.Percentile;
import zelvan.dsp.Smoothing;

/// Makes of notes what is wanted of their wander and vibrato, and of single ones what the user
/// wants of where they are, on top of what draws them to their target.
///
/// How it works: what will sound is taken apart into its middle, its slow movement (the mean over
/// two tenths of a second, about a cycle of vibrato) and the rest, the vibrato. The middle is moved
/// as a whole; the others are made more or less, fading towards the note's ends, so that scoops and
/// transitions stay as they were sung. Beyond its ends a moved note leads over into its neighbours.
final class NoteShaper {
    private static final double HOP = VoiceAnalysis.HOP_SECONDS;

    /// About half a cycle of vibrato.
    private static final int WANDER_RADIUS = 18;

    /// Movement fades over this time towards a note's ends.
    private static final double FADE_SECONDS = 0.06;

    /// A moved note leads over into its neighbour over this time.
    private static final double TRANSITION_SECONDS = 0.06;

    private final MatchedPitch pitch;
    private final double[] target;
    private final double[] moves;

    /// @param target by frame; not a number where there is none
    /// @param moves by frame, cents; changed in place
    NoteShaper(MatchedPitch pitch, double[] target, double[] moves) {
        this.pitch = pitch;
        this.target = target;
        this.moves = moves;
    }

    /// @param edit what the user says of the note
    /// @param settings in force in it, for what he does not say
    /// @param from first frame of the voiced stretch that holds the note
    /// @param to frame after its last
    void shape(NoteEdit edit, TuningSettings settings, int from, int to) {
        int start = Math.max(from, (int) Math.round(edit.span().startSeconds() / HOP));
        int end = Math.min(to, (int) Math.round(edit.span().endSeconds() / HOP));
        if (end - start < 2) {
            return;
        }
        double[] sounding = new double[end - start];
        for (int i = 0; i < sounding.length; i++) {
            sounding[i] = pitch.ownCents(start + i) + moves[start + i];
        }
        double middle = Percentile.midmean(sounding);
        double[] slow =
                Smoothing.mean(Smoothing.mean(sounding, WANDER_RADIUS), WANDER_RADIUS * 2 / 3);
        double shift = shift(edit, start, end, middle);
        double keptWander = edit.wander().orElse(settings.wander());
        double keptVibrato = edit.vibrato().orElse(settings.vibrato());
        for (int i = 0; i < sounding.length; i++) {
            double inside = Math.min(i + 0.5, sounding.length - i - 0.5) * HOP;
            double share = Math.clamp(inside / FADE_SECONDS, 0, 1);
            double vibrato = (keptVibrato - 1) * (sounding[i] - slow[i]);
            double wander = (keptWander - 1) * (slow[i] - middle);
            moves[start + i] += share * (vibrato + wander);
        }
        if (shift != 0) {
            move(shift, start, end, from, to);
        }
    }

    private double shift(NoteEdit edit, int start, int end, double middle) {
        if (edit.aimCents().isPresent()) {
            return edit.aimCents().get() - middle;
        }
        if (edit.intonation().isEmpty()) {
            return 0;
        }
        double[] own = new double[end - start];
        double[] now = new double[end - start];
        int count = 0;
        for (int f = start; f < end; f++) {
            if (!Double.isNaN(target[f])) {
                own[count] = pitch.ownCents(f) - target[f];
                now[count++] = own[count - 1] + moves[f];
            }
        }
        if (count == 0) {
            return 0;
        }
        double sung = Percentile.midmean(Arrays.copyOf(own, count));
        double left = Percentile.midmean(Arrays.copyOf(now, count));
        return (1 - edit.intonation().get()) * sung - left;
    }

    /// Half of the transition lies within the note. Where singing begins or ends there is none.
    private void move(double shift, int start, int end, int from, int to) {
        int reach = (int) Math.round(TRANSITION_SECONDS / HOP / 2);
        for (int f = Math.max(from, start - reach); f < Math.min(to, end + reach); f++) {
            double entered = start == from ? 1 : (f - start + reach + 0.5) / (2 * reach);
            double left = end == to ? 1 : (end + reach - f - 0.5) / (2 * reach);
            double share = Math.clamp(Math.min(entered, left), 0, 1);
            moves[f] += shift * share * share * (3 - 2 * share);
        }
    }
}
