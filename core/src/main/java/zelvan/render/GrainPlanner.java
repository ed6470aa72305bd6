package zelvan.render;

import java.util.ArrayList;
import java.util.List;

/// Decides which cycle of a voiced stretch sounds when.
///
/// How it works: in the output, each cycle lasts as long as the cycle of the source that sounds
/// then, divided by the change of pitch; so the singer's own fluctuations stay. What remains of a
/// cycle at the end is shared out among all of them, unless the voice ends there anyway.
final class GrainPlanner {
    private final GrainShaper shaper;
    private final Epochs epochs;
    private final Changes changes;
    private final int rate;

    GrainPlanner(GrainShaper shaper, Epochs epochs, Changes changes, int sampleRateHertz) {
        this.shaper = shaper;
        this.epochs = epochs;
        this.changes = changes;
        this.rate = sampleRateHertz;
    }

    /// One cycle in the output.
    private record Cycle(double output, int epoch, double ratio) {}

    /// @param a lies at an epoch
    /// @param b lies at an epoch of the same voiced run
    Grains between(Pin a, Pin b) {
        int run = epochs.runAfter(a.source());
        double[] marks = epochs.marks(run);
        int first = epochs.nearest(run, a.source());
        int last = epochs.nearest(run, b.source());
        double start = marks[first] - a.shift();
        double end = marks[last] - b.shift();
        boolean voiceEnds = last == marks.length - 1;
        List<Cycle> cycles = cycles(run, first, start, end);
        if (!voiceEnds) {
            cycles = fitted(cycles, run, start, end);
        }
        List<Grain> grains = new ArrayList<>();
        grains.add(new Grain(start, marks[first], 0, epochs.period(run, first), 1, 0));
        double speed = shaper.speed();
        for (Cycle cycle : cycles) {
            grains.add(
                    new Grain(
                            cycle.output,
                            marks[cycle.epoch],
                            epochs.period(run, Math.max(0, cycle.epoch - 1)) / speed,
                            epochs.period(run, cycle.epoch) / speed,
                            (float) (speed / Math.sqrt(cycle.ratio)),
                            1200 * Math.log(cycle.ratio) / Math.log(2)));
        }
        grains.add(new Grain(end, marks[last], epochs.period(run, Math.max(0, last - 1)), 0, 1, 0));
        return new Grains(shaper, grains.toArray(Grain[]::new));
    }

    /// The cycles strictly between two moments of the output.
    private List<Cycle> cycles(int run, int first, double start, double end) {
        List<Cycle> cycles = new ArrayList<>();
        int epoch = first;
        double output = start;
        double ratio = ratioAt(start);
        while (true) {
            double period = epochs.period(run, epoch) / ratio;
            output += period;
            if (output > end - 0.5 * period) {
                return cycles;
            }
            epoch = epochs.nearest(run, sourceFrameAt(output));
            ratio = ratioAt(output);
            cycles.add(new Cycle(output, epoch, ratio));
        }
    }

    /// The cycles made a little longer or shorter, so that one of them ends at the end.
    private List<Cycle> fitted(List<Cycle> cycles, int run, double start, double end) {
        if (cycles.isEmpty()) {
            return cycles;
        }
        Cycle last = cycles.getLast();
        double next = last.output + epochs.period(run, last.epoch) / last.ratio;
        boolean lastIsNearer = Math.abs(last.output - end) < Math.abs(next - end);
        double scale = (end - start) / ((lastIsNearer ? last.output : next) - start);
        return cycles.subList(0, cycles.size() - (lastIsNearer ? 1 : 0)).stream()
                .map(c -> new Cycle(start + scale * (c.output - start), c.epoch, c.ratio))
                .toList();
    }

    private double sourceFrameAt(double outputFrame) {
        return changes.time().sourceSecondsAt(outputFrame / rate) * rate;
    }

    private double ratioAt(double outputFrame) {
        double cents = changes.pitch().centsAt(sourceFrameAt(outputFrame) / rate);
        return Math.pow(2, cents / 1200);
    }
}
