package zelvan.arrange;

import java.util.Arrays;
import java.util.List;
import zelvan.audio.Sound;

/// How a voice sounds that is put together from stretches of recordings: what is neither faded nor
/// louder nor softer is the recordings' own samples.
///
/// Fades are of equal power: two stretches that fade into each other and have nothing in common are
/// as loud together as each of them alone.
///
/// Thread safety: any thread may read.
public final class Arrangement implements Sound.Reader {
    /// A stretch and where it is taken from.
    public record Piece(Sound sound, Placed placed) {}

    /// A piece in frames.
    ///
    /// @param from first frame in its own sound
    /// @param at the same in the voice
    /// @param gain its amplitude's factor
    private record Cut(
            Sound sound, long from, long at, int frames, int fadeIn, int fadeOut, double gain) {
        static Cut of(Piece piece, int rate) {
            Placed placed = piece.placed;
            long from = Math.round(placed.span().startSeconds() * rate);
            long to = Math.round(placed.span().endSeconds() * rate);
            return new Cut(
                    piece.sound,
                    from,
                    Math.round(placed.seconds() * rate),
                    (int) (to - from),
                    (int) Math.round(placed.fadeInSeconds() * rate),
                    (int) Math.round(placed.fadeOutSeconds() * rate),
                    placed.gain());
        }

        long end() {
            return at + frames;
        }

        /// @param frame of the piece
        double gainAt(long frame) {
            return gain * fade(frame, fadeIn) * fade(frames - 1 - frame, fadeOut);
        }

        private static double fade(long frame, int length) {
            return frame >= length ? 1 : Math.sin(Math.PI / 2 * (frame + 0.5) / length);
        }
    }

    private final List<Cut> cuts;

    private Arrangement(List<Cut> cuts) {
        this.cuts = cuts;
    }

    /// @param pieces at least one, of one sample rate; those that overlap sound together
    public static Sound of(List<Piece> pieces) {
        int rate = pieces.getFirst().sound.sampleRateHertz();
        if (pieces.stream().anyMatch(p -> p.sound.sampleRateHertz() != rate)) {
            throw new IllegalArgumentException("all pieces must be of one sample rate");
        }
        List<Cut> cuts = pieces.stream().map(p -> Cut.of(p, rate)).toList();
        long end = cuts.stream().mapToLong(Cut::end).max().orElseThrow();
        int channels = pieces.stream().mapToInt(p -> p.sound.channelCount()).max().orElseThrow();
        return Sound.of(rate, channels, (int) end, new Arrangement(cuts));
    }

    @Override
    public void read(int channel, int from, float[] into, int at, int count) {
        double[] block = new double[count];
        read(channel, from, block, 0, count);
        for (int i = 0; i < count; i++) {
            into[at + i] = (float) block[i];
        }
    }

    @Override
    public void read(int channel, int from, double[] into, int at, int count) {
        Arrays.fill(into, at, at + count, 0);
        for (Cut cut : cuts) {
            long first = Math.max(from, cut.at);
            int length = (int) (Math.min(from + (long) count, cut.end()) - first);
            if (length > 0) {
                double[] own = new double[length];
                cut.sound.read(
                        Math.min(channel, cut.sound.channelCount() - 1),
                        cut.from + first - cut.at,
                        own,
                        0,
                        length);
                for (int i = 0; i < length; i++) {
                    into[at + (int) (first - from) + i] += own[i] * cut.gainAt(first - cut.at + i);
                }
            }
        }
    }

    @Override
    public boolean isAsItWas() {
        return cuts.stream().allMatch(c -> c.sound.isAsItWas());
    }
}
