package zelvan.render;

import java.util.Arrays;

/// A voiced stretch, put together from its cycles: each grain is some cycles of the source around
/// an epoch, faded in and out, and laid where they are to sound. The first and the last grain are
/// halves of what sounds before and after, so that nothing is heard to begin or to end.
///
/// **Source:** E. Moulines & F. Charpentier, *Pitch-synchronous waveform processing techniques for
/// text-to-speech synthesis using diphones* (1990).
final class Grains implements Stretch {
    private final GrainShaper shaper;
    private final Grain[] grains;
    private final double[] output;
    private final double longest;

    /// @param grains in order; the first fades out only, the last fades in only
    Grains(GrainShaper shaper, Grain[] grains) {
        this.shaper = shaper;
        this.grains = grains;
        output = Arrays.stream(grains).mapToDouble(Grain::output).toArray();
        longest =
                Arrays.stream(grains)
                                .mapToDouble(g -> Math.max(g.fadeIn(), g.fadeOut()))
                                .max()
                                .orElse(0)
                        + GrainShaper.MOST_AROUND_FRAMES;
    }

    @Override
    public void render(int channel, long frame, float[] into, int start, int count) {
        Arrays.fill(into, start, start + count, 0);
        int found = Arrays.binarySearch(output, frame - longest);
        for (int g = Math.max(0, found >= 0 ? found : -found - 1);
                g < grains.length && output[g] - longest < frame + count;
                g++) {
            if (g == 0 || g == grains.length - 1) {
                addEdge(channel, g, frame, into, start, count);
            } else {
                add(shaper.shaped(grains[g], channel), frame, into, start, count);
            }
        }
    }

    /// The first grain is there from the pin on, and the last one up to the pin, whatever part of a
    /// frame their middles are away from it.
    private void addEdge(int channel, int g, long frame, float[] into, int start, int count) {
        long from = g == 0 ? frame : Math.max(frame, grains[g].begin());
        long to = g == 0 ? Math.min(frame + count, grains[g].end()) : frame + count;
        if (from >= to) {
            return;
        }
        int at = (int) (start + from - frame);
        shaper.addPlain(channel, grains[g], from, into, at, (int) (to - from));
    }

    private static void add(
            GrainShaper.Shaped grain, long frame, float[] into, int start, int count) {
        long from = Math.max(frame, grain.begin());
        long to = Math.min(frame + count, grain.begin() + grain.samples().length);
        int at = (int) (start + from - frame);
        int in = (int) (from - grain.begin());
        for (int i = 0; i < to - from; i++) {
            into[at + i] += grain.samples()[in + i];
        }
    }
}
