package zelvan.render;

import java.util.concurrent.atomic.AtomicReferenceArray;
import zelvan.audio.Sound;
import zelvan.dsp.Biquad;

/// A sound without its lows, worked out where it is asked for.
///
/// How it works: in cells of a second, each filtered from so long before it that nothing is left of
/// what the filter had not heard; so each sample is the same whatever is read first. The last few
/// cells are remembered, as a voice is rendered cycle by cycle.
///
/// Thread safety: any thread may read it.
final class CutSamples implements Sound.Reader {
    private static final double CELL_SECONDS = 1;
    private static final int REMEMBERED = 3;

    /// State that is no sound any more is not carried on: the processor is slow with tiny numbers.
    private static final int SETTLED_FRAMES = 512;

    private final Sound sound;
    private final LowCuts cuts;
    private final int cell;
    private final AtomicReferenceArray<Cell> cells;

    private record Cell(int number, double[] samples) {}

    CutSamples(Sound sound, LowCuts cuts) {
        this.sound = sound;
        this.cuts = cuts;
        cell = (int) Math.round(CELL_SECONDS * sound.sampleRateHertz());
        cells = new AtomicReferenceArray<>(REMEMBERED * sound.channelCount());
    }

    @Override
    public void read(int channel, int from, float[] into, int at, int count) {
        for (int i = 0; i < count; ) {
            double[] samples = cell(channel, (from + i) / cell);
            int start = (from + i) % cell;
            int some = Math.min(count - i, cell - start);
            for (int k = 0; k < some; k++) {
                into[at + i + k] = (float) samples[start + k];
            }
            i += some;
        }
    }

    @Override
    public void read(int channel, int from, double[] into, int at, int count) {
        for (int i = 0; i < count; ) {
            int start = (from + i) % cell;
            int some = Math.min(count - i, cell - start);
            System.arraycopy(cell(channel, (from + i) / cell), start, into, at + i, some);
            i += some;
        }
    }

    @Override
    public boolean isAsItWas() {
        return sound.isAsItWas();
    }

    @Override
    public long bytesInMemory() {
        return sound.bytesInMemory() + (long) Double.BYTES * cell * cells.length();
    }

    private double[] cell(int channel, int number) {
        int place = channel * REMEMBERED + number % REMEMBERED;
        Cell known = cells.get(place);
        if (known == null || known.number != number) {
            known = new Cell(number, filtered(channel, number));
            cells.set(place, known);
        }
        return known.samples;
    }

    private double[] filtered(int channel, int number) {
        int start = number * cell;
        double[] mixed = new double[cell];
        for (LowCuts.Share share : cuts.shares(start, cell, sound.sampleRateHertz())) {
            double[] heard = heard(channel, start, share.cut());
            int before = heard.length - cell;
            for (int i = 0; i < cell; i++) {
                mixed[i] += share.weights()[i] * heard[before + i];
            }
        }
        return mixed;
    }

    /// A cell, and before it what the filter must have heard.
    private double[] heard(int channel, int start, LowCut cut) {
        int rate = sound.sampleRateHertz();
        int before = cut.isNone() ? 0 : (int) Math.ceil(cut.ringsSeconds() * rate);
        double[] filtered = new double[before + cell];
        sound.read(channel, (long) start - before, filtered, 0, filtered.length);
        if (cut.isNone()) {
            return filtered;
        }
        for (Biquad section : cut.sections(rate)) {
            for (int from = 0; from < filtered.length; from += SETTLED_FRAMES) {
                section.process(filtered, from, Math.min(filtered.length, from + SETTLED_FRAMES));
                section.settle();
            }
        }
        return filtered;
    }
}
