package zelvan.render;

import java.util.ArrayList;
import java.util.List;
import zelvan.audio.Sound;
import zelvan.units.Pitch;

/// Lays grains along the cycles of a voiced stretch: one grain a stride of the [CycleWalk],
/// reaching from the stride before to the one after.
///
/// Grains of several cycles are bent, so that each of their cycles lasts as long as it is to sound;
/// grains of one cycle to each side only where the pitch hardly moves: elsewhere they are cut as
/// they are and laid closer or wider.
final class GrainPlanner {
    /// About a half tone. Within it, what overlaps in bent grains is the very same sound, and
    /// breath stays as loud between the pulses of a low voice; beyond, cut ones are nearer to what
    /// would have been sung.
    private static final double NEAR = 0.06;

    private final Sound sound;
    private final GrainShaper shaper;
    private final Epochs epochs;
    private final Shape shape;

    GrainPlanner(Sound sound, Epochs epochs, Shape shape) {
        this.sound = sound;
        this.shaper = new GrainShaper(sound, shape);
        this.epochs = epochs;
        this.shape = shape;
    }

    /// @param a lies at an epoch
    /// @param b lies at an epoch of the same voiced run
    Grains between(Pin a, Pin b) {
        int run = epochs.runAfter(a.source());
        double[] marks = epochs.marks(run);
        int first = epochs.nearest(run, a.source());
        int last = epochs.nearest(run, b.source());
        double start = marks[first] - a.shift();
        double end = marks[last] - b.shift();
        List<CycleWalk.Cycle> cycles =
                new CycleWalk(sound, epochs, run, first, last, shape).between(start, end);
        // Where the voice ends, it may be faded over at any moment of a cycle, and keeps its pitch.
        if (last < marks.length - 1) {
            cycles = fitted(cycles, run, last, start, end);
        }
        List<CycleWalk.Cycle> all = withSurroundings(cycles, run);
        List<Grain> grains = new ArrayList<>();
        int before = all.getFirst().stride();
        for (int k = before; k + all.get(k).stride() < all.size(); k += before) {
            int after = all.get(k).stride();
            grains.add(grain(all, k, before, after, run));
            before = after;
        }
        double room = 0.5 * (b.output() - a.output());
        double opening = Math.min(room, length(cycles.getFirst(), run));
        double closing = Math.min(room, length(cycles.getLast(), run));
        return new Grains(
                sound,
                shaper,
                grains.toArray(Grain[]::new),
                new Grains.Border(a.output(), a.shift(), opening),
                new Grains.Border(b.output(), b.shift(), closing));
    }

    /// Frames of the output that a cycle lasts.
    private double length(CycleWalk.Cycle cycle, int run) {
        return epochs.period(run, cycle.epoch()) / cycle.ratio();
    }

    /// The cycles, and so many more on both sides, as if the voice went on, that all grains that
    /// reach into the stretch are there.
    private List<CycleWalk.Cycle> withSurroundings(List<CycleWalk.Cycle> cycles, int run) {
        List<CycleWalk.Cycle> all = new ArrayList<>(cycles);
        CycleWalk.Cycle first = cycles.getFirst();
        int stride = first.stride();
        int more = strides(first) * stride;
        for (int i = 1; i <= more; i++) {
            CycleWalk.Cycle after = all.getFirst();
            int epoch = first.epoch() - i;
            double length = epochs.period(run, epoch) / first.ratio();
            all.addFirst(
                    new CycleWalk.Cycle(
                            after.output() - length,
                            epoch,
                            first.ratio(),
                            first.formantCents(),
                            i % stride == 0 ? stride : 0));
        }
        CycleWalk.Cycle heading = cycles.get(lastHead(cycles));
        int missing = lastHead(cycles) + heading.stride() - cycles.size();
        more = missing + strides(heading) * heading.stride() + 1;
        for (int i = 0; i < more; i++) {
            CycleWalk.Cycle last = all.getLast();
            boolean head = i >= missing && (i - missing) % heading.stride() == 0;
            all.add(
                    new CycleWalk.Cycle(
                            last.output() + length(last, run),
                            last.epoch() + 1,
                            last.ratio(),
                            last.formantCents(),
                            head ? heading.stride() : 0));
        }
        return all;
    }

    /// How many strides a grain reaches to each side, at least.
    private int strides(CycleWalk.Cycle cycle) {
        double reach = cycle.stride() > 1 ? 1 : cycle.ratio() / cycle.speed();
        return 1 + (int) Math.ceil(reach);
    }

    private static int lastHead(List<CycleWalk.Cycle> cycles) {
        int head = cycles.size() - 1;
        while (cycles.get(head).stride() == 0) {
            head--;
        }
        return head;
    }

    /// The cycles made a little longer or shorter, so that one of them begins at the end: what
    /// remains of a cycle there is shared out among all of them.
    private List<CycleWalk.Cycle> fitted(
            List<CycleWalk.Cycle> cycles, int run, int lastEpoch, double start, double end) {
        CycleWalk.Cycle last = cycles.getLast();
        double next = last.output() + length(last, run);
        boolean lastIsNearer =
                cycles.size() > 1 && Math.abs(last.output() - end) < Math.abs(next - end);
        double scale = (end - start) / ((lastIsNearer ? last.output() : next) - start);
        int count = cycles.size() - (lastIsNearer ? 1 : 0);
        List<CycleWalk.Cycle> fitted = new ArrayList<>();
        for (int i = 0; i < count; i++) {
            CycleWalk.Cycle c = cycles.get(i);
            int stride = Math.min(c.stride(), count - i);
            double output = start + scale * (c.output() - start);
            fitted.add(new CycleWalk.Cycle(output, c.epoch(), c.ratio(), c.formantCents(), stride));
        }
        CycleWalk.Cycle head = cycles.get(lastHead(fitted));
        fitted.add(
                new CycleWalk.Cycle(
                        end, lastEpoch, head.ratio(), head.formantCents(), head.stride()));
        return fitted;
    }

    /// @param before cycles that it reaches back
    /// @param after cycles that it reaches ahead
    private Grain grain(List<CycleWalk.Cycle> cycles, int middle, int before, int after, int run) {
        CycleWalk.Cycle cycle = cycles.get(middle);
        double cents = Pitch.centsBetween(1, cycle.ratio());
        boolean near = Math.abs(cycle.ratio() / cycle.speed() - 1) < NEAR;
        if (before <= 1 && after <= 1 && !near) {
            double speed = cycle.speed();
            double in = before * epochs.period(run, cycle.epoch() - 1);
            double out = after * epochs.period(run, cycle.epoch());
            // The closer grains lie, the more of them sound at once.
            float gain = (float) (speed / Math.sqrt(cycle.ratio()));
            double source = epochs.frameOf(run, cycle.epoch());
            return Grain.cut(cycle.output(), source, in, out, gain, cents, cycle.formantCents());
        }
        double[] outputs = new double[before + after + 1];
        double[] sources = new double[outputs.length];
        for (int i = 0; i < outputs.length; i++) {
            outputs[i] = cycles.get(middle - before + i).output();
            sources[i] = epochs.frameOf(run, cycle.epoch() - before + i);
        }
        // As many harmonics as before, further apart: so that loudness stays.
        float gain = (float) Math.sqrt(cycle.ratio());
        return Grain.bent(outputs, sources, before, gain, cents, cycle.formantCents());
    }
}
