package zelvan.analysis;

import java.util.List;

/// Where sound begins after a rest and where it ends before one, to a few milliseconds.
///
/// How it works: sound begins where its level comes within 25 dB of the loudest that is near. It
/// ends where it falls below a tenth of the loudest amplitude, as fall times are measured (IEEE Std
/// 181, from memory), not where it drowns in the noise: that depends on the noise. A rise or fall
/// of all bands close by is the edge itself.
public final class LevelEdges {
    private static final double BEGINS_BELOW_PEAK_DECIBELS = 25;
    private static final double ENDS_BELOW_PEAK_DECIBELS = 20;

    /// How far inside the sound its loudest is looked for.
    private static final double BEGINNING_SECONDS = 0.15;

    /// A note may die away for longer than it takes to begin.
    private static final double DYING_SECONDS = 0.3;

    /// A rise or fall of all bands together by this much, this near, is the edge itself.
    private static final double PLAIN_CHANGE_DECIBELS = 4;

    private static final double SNAP_SECONDS = 0.04;

    private final float[] levels;
    private final double activeDecibels;
    private final List<Transition> transitions;

    /// @param levels of a voice, frame by frame, decibels
    /// @param activeDecibels level above which something is sung
    /// @param transitions of the same voice
    public LevelEdges(float[] levels, double activeDecibels, List<Transition> transitions) {
        this.levels = levels;
        this.activeDecibels = activeDecibels;
        this.transitions = transitions;
    }

    /// @param firstFrame the first of a sound that is above the active level
    public double beginSeconds(int firstFrame) {
        return snapped(
                passedSeconds(firstFrame, 1, BEGINNING_SECONDS, BEGINS_BELOW_PEAK_DECIBELS), 1);
    }

    /// @param lastFrame the last of a sound that is above the active level
    public double endSeconds(int lastFrame) {
        return snapped(passedSeconds(lastFrame, -1, DYING_SECONDS, ENDS_BELOW_PEAK_DECIBELS), -1);
    }

    /// When the level passes the edge's, from the frame beside the rest inwards, in a straight line
    /// between frames.
    private double passedSeconds(int frame, int inwards, double nearSeconds, double belowPeak) {
        int last = levels.length - 1;
        int near = (int) (nearSeconds / VoiceAnalysis.HOP_SECONDS);
        int to = Math.clamp(frame + inwards * near, 0, last);
        double peak = Double.NEGATIVE_INFINITY;
        for (int f = frame; f != to + inwards; f += inwards) {
            peak = Math.max(peak, levels[f]);
        }
        double limit = Math.max(activeDecibels, peak - belowPeak);
        int f = frame;
        while (f != to && levels[f] < limit) {
            f += inwards;
        }
        double rise = levels[f] - levels[Math.clamp(f - inwards, 0, last)];
        double share = rise > 0 ? Math.clamp((levels[f] - limit) / rise, 0, 1) : 0;
        return (f - inwards * share) * VoiceAnalysis.HOP_SECONDS;
    }

    /// The plainest rise or fall close by, if there is one: its time is known to a millisecond.
    private double snapped(double seconds, int inwards) {
        double best = PLAIN_CHANGE_DECIBELS;
        double at = seconds;
        for (Transition transition : transitions) {
            double change = inwards * transition.riseDecibels();
            if (Math.abs(transition.seconds() - seconds) < SNAP_SECONDS && change > best) {
                best = change;
                at = transition.seconds();
            }
        }
        return at;
    }
}
