package zelvan.arrange;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.stream.IntStream;
import zelvan.audio.Sound;
import zelvan.dsp.Correlation;

/// How a voice sounds that is put together from stretches of recordings: what is neither faded nor
/// louder nor softer is the recordings' own samples.
///
/// Fades are of equal power: two stretches that fade into each other are as loud together as each
/// of them alone, whatever they have in common (M. Fink, M. Holters & U. Zölzer, *Signal-matched
/// power-complementary cross-fading and dry-wet mixing*, 2016; title from memory).
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

        /// @param frame first one, in the voice
        double[] samples(int channel, long frame, int count) {
            double[] samples = new double[count];
            sound.read(
                    Math.min(channel, sound.channelCount() - 1),
                    from + frame - at,
                    samples,
                    0,
                    count);
            return samples;
        }

        /// @param frame of the piece
        double gainAt(long frame) {
            return gain * fade(frame, fadeIn) * fade(frames - 1 - frame, fadeOut);
        }

        private static double fade(long frame, int length) {
            return frame >= length ? 1 : Math.sin(Math.PI / 2 * (frame + 0.5) / length);
        }
    }

    /// Where one piece fades into the next.
    ///
    /// @param from first frame in the voice
    /// @param likeness correlation of what fades, −1 to 1
    private record Over(long from, int frames, double likeness) {
        private static final double LEAST_LIKENESS = -0.5;

        static Optional<Over> of(Cut before, Cut after) {
            long frames = before.end() - after.at;
            // A frame more or less is only rounded.
            boolean crossing =
                    Math.abs(frames - before.fadeOut) <= 1 && Math.abs(frames - after.fadeIn) <= 1;
            if (frames < 2 || !crossing) {
                return Optional.empty();
            }
            double[] one = before.samples(0, after.at, (int) frames);
            double[] other = after.samples(0, after.at, (int) frames);
            double likeness = Correlation.of((int) frames, i -> one[i], i -> other[i]);
            return Optional.of(
                    new Over(after.at, (int) frames, Math.max(LEAST_LIKENESS, likeness)));
        }

        /// What both are multiplied by: together they would be louder than each of them alone by as
        /// much as they are alike.
        double gainAt(long frame) {
            double share = (frame - from + 0.5) / frames;
            return 1 / Math.sqrt(1 + likeness * Math.sin(Math.PI * share));
        }
    }

    private final List<Cut> cuts;
    private final List<Over> overs;

    private Arrangement(List<Cut> cuts) {
        this.cuts = cuts;
        overs =
                IntStream.range(1, cuts.size())
                        .mapToObj(i -> Over.of(cuts.get(i - 1), cuts.get(i)))
                        .flatMap(Optional::stream)
                        .toList();
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
                double[] own = cut.samples(channel, first, length);
                for (int i = 0; i < length; i++) {
                    into[at + (int) (first - from) + i] += own[i] * cut.gainAt(first - cut.at + i);
                }
            }
        }
        for (Over over : overs) {
            long first = Math.max(from, over.from);
            long end = Math.min(from + (long) count, over.from + over.frames);
            for (long frame = first; frame < end; frame++) {
                into[at + (int) (frame - from)] *= over.gainAt(frame);
            }
        }
    }

    @Override
    public boolean isAsItWas() {
        return cuts.stream().allMatch(c -> c.sound.isAsItWas());
    }
}
