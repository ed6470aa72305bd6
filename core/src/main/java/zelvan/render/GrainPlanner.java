package zelvan.render;

import java.util.ArrayList;
import java.util.List;
import zelvan.audio.Sound;

/// Lays grains along the cycles of a voiced stretch: one grain a stride of the [CycleWalk],
/// reaching from the stride before to the one after.
///
/// Grains of several cycles are bent, so that each of their cycles lasts as long as it is to sound;
/// grains of one cycle to each side are cut as they are and laid closer or wider.
final class GrainPlanner {
    private final Sound sound;
    private final GrainShaper shaper;
    private final Epochs epochs;
    private final Changes changes;

    GrainPlanner(Sound sound, Epochs epochs, Changes changes) {
        this.sound = sound;
        this.shaper = new GrainShaper(sound, changes.formantCents());
        this.epochs = epochs;
        this.changes = changes;
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
                new CycleWalk(sound, epochs, run, first, last, changes).between(start, end);
        boolean voiceEnds = last == marks.length - 1;
        List<CycleWalk.Cycle> all =
                new ArrayList<>(voiceEnds ? cycles : fitted(cycles, run, start, end));
        all.add(new CycleWalk.Cycle(end, last, all.getLast().ratio(), 0));
        List<Grain> grains = new ArrayList<>();
        int before = 0;
        for (int k = 0; k < all.size() - 1; ) {
            int after = Math.min(all.get(k).stride(), all.size() - 1 - k);
            grains.add(grain(all, k, before, after, run));
            k += after;
            before = after;
        }
        grains.add(grain(all, all.size() - 1, before, 0, run));
        return new Grains(shaper, grains.toArray(Grain[]::new));
    }

    /// The cycles made a little longer or shorter, so that one of them ends at the end: what
    /// remains of a cycle there is shared out among all of them.
    private List<CycleWalk.Cycle> fitted(
            List<CycleWalk.Cycle> cycles, int run, double start, double end) {
        CycleWalk.Cycle last = cycles.getLast();
        double next = last.output() + epochs.period(run, last.epoch()) / last.ratio();
        boolean lastIsNearer =
                cycles.size() > 1 && Math.abs(last.output() - end) < Math.abs(next - end);
        double scale = (end - start) / ((lastIsNearer ? last.output() : next) - start);
        return cycles.subList(0, cycles.size() - (lastIsNearer ? 1 : 0)).stream()
                .map(c ->
                        new CycleWalk.Cycle(
                                start + scale * (c.output() - start),
                                c.epoch(),
                                c.ratio(),
                                c.stride()))
                .toList();
    }

    /// @param before cycles that it reaches back
    /// @param after cycles that it reaches ahead
    private Grain grain(List<CycleWalk.Cycle> cycles, int middle, int before, int after, int run) {
        CycleWalk.Cycle cycle = cycles.get(middle);
        boolean edge = before == 0 || after == 0;
        double cents = edge ? 0 : 1200 * Math.log(cycle.ratio()) / Math.log(2);
        if (before <= 1 && after <= 1) {
            double speed = edge ? 1 : shaper.speed();
            double in = before * epochs.period(run, Math.max(0, cycle.epoch() - 1));
            double out = after * epochs.period(run, cycle.epoch());
            // The closer grains lie, the more of them sound at once.
            float gain = edge ? 1 : (float) (speed / Math.sqrt(cycle.ratio()));
            double source = epochs.marks(run)[cycle.epoch()];
            return Grain.cut(cycle.output(), source, in, out, speed, gain, cents);
        }
        double[] outputs = new double[before + after + 1];
        double[] sources = new double[outputs.length];
        for (int i = 0; i < outputs.length; i++) {
            outputs[i] = cycles.get(middle - before + i).output();
            sources[i] = epochs.frameOf(run, cycle.epoch() - before + i);
        }
        // As many harmonics as before, further apart: so that loudness stays.
        float gain = edge ? 1 : (float) Math.sqrt(cycle.ratio());
        return Grain.bent(outputs, sources, before, gain, cents);
    }
}
