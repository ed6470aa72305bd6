package zelvan.tuning;

import java.util.Arrays;
import java.util.function.DoubleUnaryOperator;
import zelvan.align.Alignment;
import zelvan.analysis.PitchTrack;
import zelvan.analysis.VoiceAnalysis;
import zelvan.units.Pitch;
import zelvan.units.RecordedSpan;
import zelvan.units.Search;

/// A voice's pitch and, frame by frame, that of the guide at the moment that belongs to it. Pitches
/// are in cents above A4; where there is none they are not a number.
public final class MatchedPitch {
    /// At its edges a voiced stretch of the guide is not heard clearly.
    private static final int EDGE_FRAMES = 2;

    private final VoiceAnalysis voice;
    private final float[] own;
    private final float[] guide;
    private final float[] guideSeconds;

    private MatchedPitch(VoiceAnalysis voice, float[] own, float[] guide, float[] guideSeconds) {
        this.voice = voice;
        this.own = own;
        this.guide = guide;
        this.guideSeconds = guideSeconds;
    }

    /// @param leaderPitch of the voice that is followed
    /// @param alignment of the voice with the guide
    /// @param leaderSeconds the leader's moment that belongs to one of the guide
    public static MatchedPitch of(
            VoiceAnalysis voice,
            PitchTrack leaderPitch,
            Alignment alignment,
            DoubleUnaryOperator leaderSeconds) {
        int frames = voice.frames();
        float[] own = cents(voice.pitch());
        float[] guide = new float[frames];
        float[] guideSeconds = new float[frames];
        float[] guideCents = cents(leaderPitch);
        boolean[] clear = clear(leaderPitch);
        double[] seconds = new double[frames];
        Arrays.setAll(seconds, f -> f * VoiceAnalysis.HOP_SECONDS);
        double[] guideAt = alignment.guideSecondsAt(seconds);
        for (int f = 0; f < frames; f++) {
            double leader = leaderSeconds.applyAsDouble(guideAt[f]);
            guideSeconds[f] = (float) guideAt[f];
            guide[f] = (float) at(guideCents, clear, leader / leaderPitch.hopSeconds());
        }
        for (RecordedSpan alone : alignment.unmatched()) {
            for (int f = voice.frameAt(alone.startSeconds());
                    f <= voice.frameAt(alone.endSeconds());
                    f++) {
                guide[f] = Float.NaN;
            }
        }
        return new MatchedPitch(voice, own, guide, guideSeconds);
    }

    /// A voice that follows nobody: the guide.
    public static MatchedPitch alone(VoiceAnalysis voice) {
        float[] nobody = new float[voice.frames()];
        Arrays.fill(nobody, Float.NaN);
        float[] seconds = new float[voice.frames()];
        for (int f = 0; f < seconds.length; f++) {
            seconds[f] = (float) (f * VoiceAnalysis.HOP_SECONDS);
        }
        return new MatchedPitch(voice, cents(voice.pitch()), nobody, seconds);
    }

    private static float[] cents(PitchTrack pitch) {
        float[] cents = new float[pitch.frames()];
        for (int f = 0; f < cents.length; f++) {
            cents[f] = (float) Pitch.centsBetween(Pitch.A4_HERTZ, pitch.hertz(f));
        }
        return cents;
    }

    private static boolean[] clear(PitchTrack pitch) {
        boolean[] clear = new boolean[pitch.frames()];
        int run = 0;
        for (int f = 0; f <= clear.length; f++) {
            if (f < clear.length && pitch.voiced(f)) {
                run++;
            } else {
                for (int k = f - run + EDGE_FRAMES; k < f - EDGE_FRAMES; k++) {
                    clear[k] = true;
                }
                run = 0;
            }
        }
        return clear;
    }

    private static double at(float[] cents, boolean[] clear, double position) {
        int below = (int) Math.floor(position);
        if (below < 0 || below + 1 >= cents.length || !clear[below] || !clear[below + 1]) {
            return Double.NaN;
        }
        return cents[below] + (position - below) * (cents[below + 1] - cents[below]);
    }

    VoiceAnalysis voice() {
        return voice;
    }

    public int frames() {
        return own.length;
    }

    public double ownCents(int frame) {
        return own[frame];
    }

    public double guideCents(int frame) {
        return guide[frame];
    }

    /// The guide's moment that belongs to a frame.
    public double guideSeconds(int frame) {
        return guideSeconds[frame];
    }

    /// The first frame at or after a moment of the guide; as many as there are if there is none.
    public int firstFrom(double guideAtSeconds) {
        return Search.first(frames(), f -> guideSeconds[f] >= guideAtSeconds);
    }
}
