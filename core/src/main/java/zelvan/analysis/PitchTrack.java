package zelvan.analysis;

import java.util.Arrays;
import java.util.List;
import java.util.function.DoubleUnaryOperator;
import zelvan.units.ClockSpan;
import zelvan.units.Pitch;
import zelvan.units.RecordedSpan;

/// The pitch of a voice, evenly sampled. Frame i stands for the time `i · hopSeconds`.
public final class PitchTrack {
    private final double hopSeconds;
    private final float[] hertz;
    private final float[] voicing;
    private final List<RecordedSpan> octaveDoubts;

    /// Takes the arrays over.
    ///
    /// @param hertz pitch by frame, NaN where the voice has none
    /// @param voicing probability, 0 to 1, that it has one; as long as `hertz`
    /// @param octaveDoubts where the octave is not sure, in order
    public PitchTrack(
            double hopSeconds, float[] hertz, float[] voicing, List<RecordedSpan> octaveDoubts) {
        this.hopSeconds = hopSeconds;
        this.hertz = hertz;
        this.voicing = voicing;
        this.octaveDoubts = List.copyOf(octaveDoubts);
    }

    /// One that is sure everywhere.
    public PitchTrack(double hopSeconds, float[] hertz, float[] voicing) {
        this(hopSeconds, hertz, voicing, List.of());
    }

    /// Frames `from` up to, not including, `to`.
    PitchTrack slice(int from, int to) {
        RecordedSpan span = new RecordedSpan(from * hopSeconds, to * hopSeconds);
        return new PitchTrack(
                hopSeconds,
                Arrays.copyOfRange(hertz, from, to),
                Arrays.copyOfRange(voicing, from, to),
                ClockSpan.cut(octaveDoubts, span));
    }

    /// The same track with some stretches in other octaves; what is said is not doubtful any more.
    PitchTrack shifted(List<OctaveShift> shifts) {
        float[] corrected = hertz.clone();
        for (OctaveShift shift : shifts) {
            int from = frameAt(shift.span().startSeconds());
            int to = frameAt(shift.span().endSeconds());
            for (int f = from; f <= to; f++) {
                if (shift.span().contains(f * hopSeconds)) {
                    corrected[f] = Math.scalb(corrected[f], shift.octaves());
                }
            }
        }
        return new PitchTrack(
                hopSeconds,
                corrected,
                voicing,
                octaveDoubts.stream()
                        .filter(d -> shifts.stream().noneMatch(s -> s.span().overlaps(d)))
                        .toList());
    }

    /// The same track, each moment moved.
    ///
    /// @param centsAt how far, by the moment in seconds
    public PitchTrack moved(DoubleUnaryOperator centsAt) {
        float[] moved = new float[hertz.length];
        for (int f = 0; f < moved.length; f++) {
            moved[f] = (float) (hertz[f] * Pitch.ratio(centsAt.applyAsDouble(f * hopSeconds)));
        }
        return new PitchTrack(hopSeconds, moved, voicing, octaveDoubts);
    }

    /// Where the octave is not sure, in order.
    public List<RecordedSpan> octaveDoubts() {
        return octaveDoubts;
    }

    public double hopSeconds() {
        return hopSeconds;
    }

    public int frames() {
        return hertz.length;
    }

    /// The pitch of a frame, NaN where there is none.
    public double hertz(int frame) {
        return hertz[frame];
    }

    /// How likely the frame has a pitch, 0 to 1.
    public double voicing(int frame) {
        return voicing[frame];
    }

    public boolean voiced(int frame) {
        return !Float.isNaN(hertz[frame]);
    }

    /// The frame nearest to a time, within the track.
    public int frameAt(double seconds) {
        return Math.clamp(Math.round(seconds / hopSeconds), 0, hertz.length - 1);
    }

    /// The pitch at a time; NaN where the nearest frame has none.
    public double hertzNear(double seconds) {
        return voiced(frameAt(seconds)) ? hertzAt(seconds) : Double.NaN;
    }

    /// The pitch at a time, between frames in a straight line; NaN where there is none.
    public double hertzAt(double seconds) {
        double position = Math.clamp(seconds / hopSeconds, 0, hertz.length - 1.0);
        int below = (int) position;
        int above = Math.min(below + 1, hertz.length - 1);
        if (Float.isNaN(hertz[below])) {
            return hertz[above];
        }
        if (Float.isNaN(hertz[above])) {
            return hertz[below];
        }
        return hertz[below] + (position - below) * (hertz[above] - hertz[below]);
    }
}
