package zelvan.render;

import java.util.ArrayList;
import java.util.List;
import zelvan.timing.TimeMap;

/// Decides what is played when, so that a voice runs along a time map at its own pitch. Immutable:
/// any thread may ask for any stretch.
///
/// How it works: where the map has slope 1, and at the borders of voiced stretches, marks are set
/// exactly. In between, a voiced stretch proceeds epoch by epoch, leaving out or repeating whole
/// cycles; what remains of a cycle at its end is shared out among all of them. Sound without pitch
/// proceeds in short steps, each continued where it resembles itself most.
///
/// **Source:** E. Moulines & F. Charpentier (1990), pitch-synchronous overlap-add; W. Verhelst & M.
/// Roelands, *An overlap-add technique based on waveform similarity (WSOLA) for high quality
/// time-scale modification of speech* (1993).
final class SplicePlanner {
    private static final double STEP_SECONDS = 0.008;
    private static final double SEARCH_SECONDS = 0.005;

    /// Sound without pitch is continued as it is until it is off by this much.
    private static final double TOLERANCE_SECONDS = 0.006;

    /// Two pieces of noise that resemble each other less are faded with equal power.
    private static final double ALIKE = 0.5;

    private static final int SEARCH_STRIDE = 3;

    /// Shifts that differ by less are the same.
    private static final double SAME_SHIFT_FRAMES = 1e-3;

    private final float[] samples;
    private final Epochs epochs;
    private final TimeMap map;
    private final int rate;

    SplicePlanner(float[] samples, int sampleRateHertz, Epochs epochs, TimeMap map) {
        this.samples = samples;
        this.rate = sampleRateHertz;
        this.epochs = epochs;
        this.map = map;
    }

    /// A frame of the source that sounds exactly at a frame of the output.
    record Pin(long source, long output) {
        long shift() {
            return source - output;
        }
    }

    /// What is played from one pin to the next, where their shifts differ.
    Splices between(Pin a, Pin b) {
        Marks marks = new Marks();
        marks.add(a.output, a.source, false);
        int run = voicedRun(a, b);
        if (run >= 0) {
            fillVoiced(run, a, b, marks);
        } else {
            fillUnvoiced(a, b, marks);
        }
        marks.add(b.output, b.source, run < 0);
        return marks.splices();
    }

    private static final class Marks {
        private final List<long[]> marks = new ArrayList<>();
        private final List<Boolean> equalPower = new ArrayList<>();

        void add(long output, long source, boolean noise) {
            if (marks.isEmpty() || output > marks.getLast()[0]) {
                marks.add(new long[] {output, source});
                equalPower.add(noise);
            }
        }

        Splices splices() {
            int n = marks.size();
            long[] output = new long[n];
            long[] shift = new long[n];
            boolean[] power = new boolean[n];
            for (int i = 0; i < n; i++) {
                output[i] = marks.get(i)[0];
                shift[i] = marks.get(i)[1] - marks.get(i)[0];
                power[i] = equalPower.get(i);
            }
            return new Splices(output, shift, power);
        }
    }

    /// The bends of the map that border on slope 1, and the borders of voiced stretches between
    /// them.
    List<Pin> pins() {
        List<Pin> bends = bends();
        List<Pin> pins = new ArrayList<>();
        for (int i = 0; i < bends.size(); i++) {
            Pin bend = bends.get(i);
            boolean edge = i == 0 || i == bends.size() - 1;
            boolean straightBefore = !edge && bends.get(i - 1).shift() == bend.shift();
            boolean straightAfter = !edge && bends.get(i + 1).shift() == bend.shift();
            if (i > 0 && bends.get(i - 1).shift() != bend.shift()) {
                addVoicingBorders(pins, bends.get(i - 1), bend);
            }
            if (edge || straightBefore || straightAfter) {
                addIncreasing(pins, bend);
            }
        }
        return pins;
    }

    /// The bends of the map in whole frames. What has slope 1 keeps the same whole shift from one
    /// end to the other, whatever its ends are rounded to.
    private List<Pin> bends() {
        List<Pin> bends = new ArrayList<>();
        double shiftBefore = Double.NaN;
        for (int i = 0; i < map.size(); i++) {
            TimeMap.Point point = map.point(i);
            double shift = (point.sourceSeconds() - point.outputSeconds()) * rate;
            long source = Math.round(point.sourceSeconds() * rate);
            boolean straight = Math.abs(shift - shiftBefore) < SAME_SHIFT_FRAMES;
            bends.add(
                    new Pin(
                            source,
                            source - (straight ? bends.getLast().shift() : Math.round(shift))));
            shiftBefore = shift;
        }
        return bends;
    }

    private void addVoicingBorders(List<Pin> pins, Pin a, Pin b) {
        for (int run = epochs.runAfter(a.source);
                run < epochs.runs() && epochs.runStart(run) < b.source;
                run++) {
            for (long border : new long[] {epochs.runStart(run), epochs.runEnd(run)}) {
                if (border > a.source && border < b.source) {
                    addIncreasing(pins, new Pin(border, Math.round(outputFrameAt(border))));
                }
            }
        }
    }

    private static void addIncreasing(List<Pin> pins, Pin pin) {
        if (pins.isEmpty()
                || (pin.source > pins.getLast().source && pin.output > pins.getLast().output)) {
            pins.add(pin);
        }
    }

    private double outputFrameAt(double sourceFrame) {
        return map.outputSecondsAt(sourceFrame / rate) * rate;
    }

    private double sourceFrameAt(double outputFrame) {
        return map.sourceSecondsAt(outputFrame / rate) * rate;
    }

    private int voicedRun(Pin a, Pin b) {
        long middle = (a.source + b.source) / 2;
        int run = epochs.runAfter(middle);
        return run < epochs.runs() && epochs.runStart(run) <= middle ? run : -1;
    }

    /// Cycle after cycle. They are counted first, so that each can be stretched a little and the
    /// last one ends where it must.
    private void fillVoiced(int run, Pin a, Pin b, Marks marks) {
        double startOffset = a.source - epochs.marks(run)[epochs.nearest(run, a.source)];
        double endOffset = b.source - epochs.marks(run)[epochs.nearest(run, b.source)];
        double target = b.output - a.output;
        double taken = 0;
        int cycles = 0;
        int epoch = epochs.nearest(run, a.source);
        while (taken + 0.5 * epochs.period(run, epoch) < target) {
            taken += epochs.period(run, epoch);
            cycles++;
            epoch = epochs.nearest(run, sourceFrameAt(a.output + taken) - startOffset);
        }
        double output = a.output;
        epoch = epochs.nearest(run, a.source);
        for (int cycle = 1; cycle < cycles; cycle++) {
            output += epochs.period(run, epoch) * target / taken;
            double offset = startOffset + (output - a.output) / target * (endOffset - startOffset);
            epoch = epochs.nearest(run, sourceFrameAt(output) - offset);
            marks.add(Math.round(output), Math.round(epochs.marks(run)[epoch] + offset), false);
        }
    }

    /// Step after step, continued as it is as long as possible, then from the most similar place.
    private void fillUnvoiced(Pin a, Pin b, Marks marks) {
        int step = Math.max(1, (int) (STEP_SECONDS * rate));
        long output = a.output;
        long source = a.source;
        while (output + 2L * step < b.output) {
            output += step;
            source += step;
            double wanted = sourceFrameAt(output);
            boolean noise = false;
            if (Math.abs(wanted - source) > TOLERANCE_SECONDS * rate) {
                long natural = source;
                source = mostSimilar(natural, Math.round(wanted), step);
                noise = likeness(natural, source, step, 1) < ALIKE;
            }
            marks.add(output, source, noise);
        }
    }

    private long mostSimilar(long natural, long wanted, int length) {
        int radius = (int) (SEARCH_SECONDS * rate);
        long best = wanted;
        double most = Double.NEGATIVE_INFINITY;
        for (long candidate = wanted - radius;
                candidate <= wanted + radius;
                candidate += SEARCH_STRIDE) {
            double alike = likeness(natural, candidate, length, SEARCH_STRIDE);
            if (alike > most) {
                most = alike;
                best = candidate;
            }
        }
        return best;
    }

    /// Normalised correlation of the steps that end at two frames, −1 to 1.
    private double likeness(long a, long b, int length, int stride) {
        long low = Math.min(a, b) - length;
        if (low < 0 || Math.max(a, b) > samples.length) {
            return 0;
        }
        double product = 0;
        double powerA = 1e-12;
        double powerB = 1e-12;
        for (int i = -length; i < 0; i += stride) {
            double x = samples[(int) (a + i)];
            double y = samples[(int) (b + i)];
            product += x * y;
            powerA += x * x;
            powerB += y * y;
        }
        return product / Math.sqrt(powerA * powerB);
    }
}
