package zelvan.render;

import java.util.Arrays;
import zelvan.audio.Sound;

/// A voiced stretch, put together from its cycles: each grain is some cycles of the source around
/// an epoch, faded in and out, and laid where they are to sound.
///
/// Grains go on beyond both ends of the stretch. Near each end they are faded over with what is
/// copied or spliced there, which is all that is heard at the end itself: so nothing is cut off,
/// whatever the grains are like.
///
/// **Source:** E. Moulines & F. Charpentier, *Pitch-synchronous waveform processing techniques for
/// text-to-speech synthesis using diphones* (1990).
final class Grains implements Stretch {
    private final Sound sound;
    private final GrainShaper shaper;
    private final Grain[] grains;
    private final double[] output;
    private final double longest;
    private final Border begin;
    private final Border end;

    /// Where a stretch meets what is beside it.
    ///
    /// @param pin frame of the output
    /// @param shift frames of the source ahead of the output, beside the stretch
    /// @param fade frames within which one gives way to the other
    record Border(long pin, long shift, double fade) {}

    /// @param grains in order, from before the beginning to beyond the end
    Grains(Sound sound, GrainShaper shaper, Grain[] grains, Border begin, Border end) {
        this.sound = sound;
        this.shaper = shaper;
        this.grains = grains;
        this.begin = begin;
        this.end = end;
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
            add(shaper.shaped(grains[g], g, channel), frame, into, start, count);
        }
        fadeOver(channel, begin, frame, into, start, count);
        fadeOver(channel, end, frame, into, start, count);
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

    private void fadeOver(
            int channel, Border border, long frame, float[] into, int start, int count) {
        long from = Math.max(frame, (long) Math.ceil(border.pin - border.fade));
        long to = Math.min(frame + count, (long) Math.floor(border.pin + border.fade) + 1);
        if (from >= to) {
            return;
        }
        float[] beside = new float[(int) (to - from)];
        sound.read(channel, from + border.shift, beside, 0, beside.length);
        int at = (int) (start + from - frame);
        for (int i = 0; i < beside.length; i++) {
            float share = (float) GrainWindow.half(Math.abs(from + i - border.pin) / border.fade);
            into[at + i] += share * (beside[i] - into[at + i]);
        }
    }
}
