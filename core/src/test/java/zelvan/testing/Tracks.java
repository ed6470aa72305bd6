package zelvan.testing;

import java.util.List;
import java.util.function.DoubleUnaryOperator;
import zelvan.analysis.FrameRows;
import zelvan.analysis.NoteFinding;
import zelvan.analysis.PitchTrack;
import zelvan.analysis.VoiceAnalysis;
import zelvan.units.Pitch;

/// Voices of which nothing is known but their pitch.
public final class Tracks {
    private static final double HOP = VoiceAnalysis.HOP_SECONDS;

    private Tracks() {}

    /// @param centsAt cents above A4 at a moment; not a number where there is no pitch
    public static PitchTrack pitch(double seconds, DoubleUnaryOperator centsAt) {
        float[] hertz = new float[(int) Math.round(seconds / HOP) + 1];
        float[] voicing = new float[hertz.length];
        for (int f = 0; f < hertz.length; f++) {
            double cents = centsAt.applyAsDouble(f * HOP);
            hertz[f] = (float) (Pitch.A4_HERTZ * Pitch.ratio(cents));
            voicing[f] = Double.isNaN(cents) ? 0 : 1;
        }
        return new PitchTrack(HOP, hertz, voicing);
    }

    public static VoiceAnalysis voice(double seconds, DoubleUnaryOperator centsAt) {
        PitchTrack pitch = pitch(seconds, centsAt);
        int frames = pitch.frames();
        FrameRows rows = FrameRows.of(new float[frames][1]);
        return new VoiceAnalysis(
                seconds,
                pitch,
                new float[frames],
                new float[frames],
                -60,
                rows,
                rows,
                List.of(),
                List.of(),
                List.of(),
                NoteFinding.notes(pitch),
                List.of(),
                List.of(),
                List.of());
    }
}
