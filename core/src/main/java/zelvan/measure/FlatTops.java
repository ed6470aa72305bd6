package zelvan.measure;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import zelvan.audio.Sound;
import zelvan.units.RecordedSpan;

/// Where a recording is clipped: what was louder than it could hold is cut flat.
///
/// How it works: some samples in a row have the highest or the lowest value of all, and that is
/// near full scale. So many equal ones a wave has at its top only where it is cut (common practice
/// is three at full scale; one more keeps deep notes in 16 bits apart).
public final class FlatTops {
    private static final int FEWEST_SAMPLES = 4;
    private static final float LEAST_PEAK = 0.5f;
    private static final int BLOCK = 1 << 16;

    private final double rateHertz;
    private final Side above = new Side();
    private final Side below = new Side();

    private FlatTops(int rateHertz) {
        this.rateHertz = rateHertz;
    }

    /// Tops of one polarity.
    private final class Side {
        private final List<RecordedSpan> found = new ArrayList<>();
        private float peak = LEAST_PEAK;
        private int run;

        /// @param frame of the sample
        void hear(float value, long frame) {
            if (value > peak) {
                peak = value;
                found.clear();
                run = 0;
            }
            if (value == peak) {
                run++;
            } else {
                end(frame);
            }
        }

        void end(long frame) {
            if (run >= FEWEST_SAMPLES) {
                found.add(new RecordedSpan((frame - run) / rateHertz, frame / rateHertz));
            }
            run = 0;
        }
    }

    /// @return in order of their beginnings; those of different channels may overlap
    public static List<RecordedSpan> of(Sound sound) {
        List<RecordedSpan> all = new ArrayList<>();
        float[] block = new float[BLOCK];
        for (int c = 0; c < sound.channelCount(); c++) {
            FlatTops tops = new FlatTops(sound.sampleRateHertz());
            for (long from = 0; from < sound.frames(); from += BLOCK) {
                int count = (int) Math.min(BLOCK, sound.frames() - from);
                sound.read(c, from, block, 0, count);
                tops.hear(block, count, from);
            }
            tops.above.end(sound.frames());
            tops.below.end(sound.frames());
            all.addAll(tops.above.found);
            all.addAll(tops.below.found);
        }
        all.sort(Comparator.comparingDouble(RecordedSpan::startSeconds));
        return all;
    }

    private void hear(float[] block, int count, long from) {
        for (int i = 0; i < count; i++) {
            float value = block[i];
            if (value >= above.peak || above.run > 0) {
                above.hear(value, from + i);
            }
            if (-value >= below.peak || below.run > 0) {
                below.hear(-value, from + i);
            }
        }
    }
}
