package zelvan.render;

import java.util.Arrays;
import java.util.List;
import zelvan.audio.Sound;

/// What is played when, in one stretch: marks in the output, each tied to a frame of the source.
///
/// Between two marks the output fades from the source as it continues from the first to the source
/// as it leads up to the second. Where both say the same shift, that is a plain copy. Each output
/// frame depends on its two marks alone, so any block can be computed by itself.
final class Splices implements Stretch {
    private final Sound sound;
    private final long[] output;
    private final long[] shift;
    private final List<Boolean> equalPower;

    /// @param sound the voice as recorded
    /// @param output frames, strictly increasing
    /// @param shift source frame minus output frame at each mark
    /// @param equalPower whether the fade towards a mark keeps power (noise) rather than amplitude
    ///   (voice)
    Splices(Sound sound, long[] output, long[] shift, List<Boolean> equalPower) {
        this.sound = sound;
        this.output = output;
        this.shift = shift;
        this.equalPower = equalPower;
    }

    @Override
    public void render(int channel, long frame, float[] into, int start, int count) {
        int found = Arrays.binarySearch(output, frame);
        int mark = found >= 0 ? found : -found - 2;
        int done = 0;
        while (done < count) {
            long at = frame + done;
            int length = (int) Math.min(count - done, output[mark + 1] - at);
            if (shift[mark] == shift[mark + 1]) {
                sound.read(channel, at + shift[mark], into, start + done, length);
            } else {
                fade(channel, mark, at, into, start + done, length);
            }
            done += length;
            mark++;
        }
    }

    private void fade(int channel, int mark, long at, float[] into, int start, int length) {
        float[] fading = new float[length];
        float[] coming = new float[length];
        sound.read(channel, at + shift[mark], fading, 0, length);
        sound.read(channel, at + shift[mark + 1], coming, 0, length);
        double span = output[mark + 1] - output[mark];
        for (int i = 0; i < length; i++) {
            long n = at + i;
            double rising = 1 - GrainWindow.half((n - output[mark]) / span);
            double falling = 1 - rising;
            if (equalPower.get(mark + 1)) {
                rising = Math.sqrt(rising);
                falling = Math.sqrt(falling);
            }
            into[start + i] = (float) (falling * fading[i] + rising * coming[i]);
        }
    }
}
