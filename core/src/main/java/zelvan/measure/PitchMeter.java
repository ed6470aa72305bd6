package zelvan.measure;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import zelvan.dsp.Percentile;
import zelvan.tuning.MatchedPitch;
import zelvan.tuning.TuningResult;
import zelvan.units.GuideSpan;

/// Measures, by the maps, what is left of a voice's offsets in pitch.
public final class PitchMeter {
    private final List<GuideSpan> phrases;

    /// @param phrases of the guide, as recorded
    public PitchMeter(List<GuideSpan> phrases) {
        this.phrases = List.copyOf(phrases);
    }

    public PitchLockMap measure(MatchedPitch pitch, TuningResult tuning) {
        int frames = tuning.beforeCents().length;
        List<PitchLockMap.Cell> cells = new ArrayList<>();
        for (GuideSpan phrase : phrases) {
            int from = Math.min(frames, pitch.firstFrom(phrase.startSeconds()));
            int to = Math.min(frames, pitch.firstFrom(phrase.endSeconds()));
            double[] before = known(tuning.beforeCents(), from, to);
            double[] after = known(tuning.afterCents(), from, to);
            cells.add(
                    new PitchLockMap.Cell(
                            PitchLock.of(before), PitchLock.of(after), lean(before), lean(after)));
        }
        return new PitchLockMap(
                cells,
                PitchLock.of(known(tuning.beforeCents(), 0, frames)),
                PitchLock.of(known(tuning.afterCents(), 0, frames)));
    }

    private static double lean(double[] offsets) {
        return offsets.length == 0 ? 0 : Percentile.median(offsets);
    }

    private static double[] known(float[] offsets, int from, int to) {
        double[] known = new double[Math.max(0, to - from)];
        int count = 0;
        for (int f = from; f < to; f++) {
            if (!Float.isNaN(offsets[f])) {
                known[count++] = offsets[f];
            }
        }
        return Arrays.copyOf(known, count);
    }
}
