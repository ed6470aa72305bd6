package zelvan.render;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import zelvan.audio.Sound;
import zelvan.units.RecordedSpan;

/// What is cut of the lows, by the moment of the voice as recorded. At the edges of a stretch one
/// goes over into the other.
///
/// @param elsewhere outside of all stretches
/// @param stretches where it is otherwise, in order; they do not overlap
public record LowCuts(LowCut elsewhere, List<Stretch> stretches) {
    public static final LowCuts NONE = new LowCuts(LowCut.NONE, List.of());

    /// It takes as long to get there, before and after the stretch.
    private static final double OVER_SECONDS = 0.05;

    /// Where it is otherwise.
    public record Stretch(RecordedSpan span, LowCut cut) {}

    /// One of several that are heard at a time.
    ///
    /// @param weights by sample; those of all add up to 1
    record Share(LowCut cut, float[] weights) {}

    public LowCuts {
        stretches = List.copyOf(stretches);
    }

    boolean isNone() {
        return elsewhere.isNone() && stretches.stream().allMatch(s -> s.cut.isNone());
    }

    /// The same sound without its lows; as it is where nothing is cut.
    Sound of(Sound sound) {
        return isNone()
                ? sound
                : Sound.of(
                        sound.sampleRateHertz(),
                        sound.channelCount(),
                        sound.frames(),
                        new CutSamples(sound, this));
    }

    /// What is heard from a frame on, and how much of each.
    List<Share> shares(long frame, int count, int sampleRateHertz) {
        List<Share> shares = new ArrayList<>();
        double from = (double) frame / sampleRateHertz;
        double to = (double) (frame + count) / sampleRateHertz;
        float[] left = new float[count];
        Arrays.fill(left, 1);
        for (Stretch stretch : stretches) {
            if (stretch.cut.equals(elsewhere)
                    || to < stretch.span.startSeconds() - OVER_SECONDS
                    || from > stretch.span.endSeconds() + OVER_SECONDS) {
                continue;
            }
            float[] weights = new float[count];
            for (int i = 0; i < count; i++) {
                double seconds = (double) (frame + i) / sampleRateHertz;
                weights[i] = Math.min(left[i], weight(stretch.span, seconds));
                left[i] -= weights[i];
            }
            shares.add(new Share(stretch.cut, weights));
        }
        shares.add(new Share(elsewhere, left));
        return shares;
    }

    private static float weight(RecordedSpan span, double seconds) {
        double outside = Math.max(span.startSeconds() - seconds, seconds - span.endSeconds());
        double share = Math.clamp(1 - outside / OVER_SECONDS, 0, 1);
        return (float) (0.5 - 0.5 * Math.cos(Math.PI * share));
    }
}
