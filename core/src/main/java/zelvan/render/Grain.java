package zelvan.render;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/// Some cycles of a voice, laid where they are to sound: epochs of the source, each with its place
/// in the output. A grain fades in up to its middle epoch, and out from there.
final class Grain {
    private static final double SAME_LENGTH_FRAMES = 1e-6;

    private final double[] outputs;
    private final double[] sources;
    private final int middle;
    private final float gain;
    private final double cents;
    private final double formantCents;
    private final boolean bent;

    private Grain(
            double[] outputs,
            double[] sources,
            int middle,
            float gain,
            double cents,
            double formantCents,
            boolean bent) {
        this.outputs = outputs;
        this.sources = sources;
        this.middle = middle;
        this.gain = gain;
        this.cents = cents;
        this.formantCents = formantCents;
        this.bent = bent;
    }

    /// Two cycles at one speed, whatever the distance to the next grain.
    ///
    /// @param output where the middle sounds, frames of the output
    /// @param source where the middle lies, frames of the source
    /// @param before frames of the source before the middle
    /// @param after frames of the source after the middle
    /// @param gain amplitude
    /// @param cents how far up the pitch is moved there
    /// @param formantCents how far up the formants are moved: the faster it is read
    static Grain cut(
            double output,
            double source,
            double before,
            double after,
            float gain,
            double cents,
            double formantCents) {
        double speed = Math.pow(2, formantCents / 1200);
        double[] outputs = {output - before / speed, output, output + after / speed};
        double[] sources = {source - before, source, source + after};
        return new Grain(outputs, sources, 1, gain, cents, formantCents, false);
    }

    /// Cycles each of which is as long as it is to sound.
    ///
    /// @param outputs where the epochs sound, frames of the output, increasing; taken over
    /// @param sources where they lie, frames of the source, increasing; taken over
    /// @param middle index of the epoch at which it is loudest
    static Grain bent(
            double[] outputs,
            double[] sources,
            int middle,
            float gain,
            double cents,
            double formantCents) {
        return new Grain(outputs, sources, middle, gain, cents, formantCents, true);
    }

    /// Where its middle sounds, frames of the output.
    double output() {
        return outputs[middle];
    }

    /// Where its middle lies, frames of the source.
    double source() {
        return sources[middle];
    }

    float gain() {
        return gain;
    }

    /// How far up the pitch is moved there.
    double cents() {
        return cents;
    }

    /// How far up its formants are moved.
    double formantCents() {
        return formantCents;
    }

    /// Whether its cycles follow each other at the pitch at which they are to sound.
    boolean isBent() {
        return bent;
    }

    /// Frames of the output before its middle.
    double fadeIn() {
        return outputs[middle] - outputs[0];
    }

    /// Frames of the output after its middle.
    double fadeOut() {
        return outputs[outputs.length - 1] - outputs[middle];
    }

    /// Frames of the output that one of its cycles lasts, on average.
    double cycle() {
        return mean(outputs);
    }

    /// Frames of the source that one of its cycles lasts, on average.
    double sourceCycle() {
        return mean(sources);
    }

    private static double mean(double[] marks) {
        return (marks[marks.length - 1] - marks[0]) / (marks.length - 1);
    }

    /// The first frame in which it sounds.
    long begin() {
        return (long) Math.ceil(outputs[0]);
    }

    /// The frame after the last in which it sounds.
    long end() {
        return (long) Math.ceil(outputs[outputs.length - 1]);
    }

    /// A grain from its beginning to its middle, or from there to its end.
    ///
    /// @param outputs where its epochs sound, frames of the output
    /// @param sources where they lie, frames of the source
    record Half(double[] outputs, double[] sources) {
        /// The first frame of the output in which it sounds.
        long begin() {
            return (long) Math.ceil(outputs[0]);
        }

        /// Frames of the output in which it sounds.
        int frames() {
            return (int) ((long) Math.ceil(outputs[outputs.length - 1]) - begin());
        }

        /// Its straight lines, in order.
        List<Line> lines() {
            List<Line> lines = new ArrayList<>();
            long from = begin();
            for (int i = 0; i + 1 < outputs.length; i++) {
                boolean last = i + 2 == outputs.length;
                long to = last ? begin() + frames() : (long) Math.floor(outputs[i + 1]) + 1;
                double step = (sources[i + 1] - sources[i]) / (outputs[i + 1] - outputs[i]);
                if (to > from) {
                    double place = sources[i] + (from - outputs[i]) * step;
                    lines.add(new Line(place, step, (int) (to - from)));
                    from = to;
                }
            }
            return lines;
        }

        /// Whether it sounds at the speed of the source, as one piece.
        boolean isRigid() {
            double longer = outputs[outputs.length - 1] - outputs[0];
            return outputs.length == 2
                    && Math.abs(sources[1] - sources[0] - longer) < SAME_LENGTH_FRAMES;
        }

        @Override
        public boolean equals(Object other) {
            return other instanceof Half half
                    && Arrays.equals(outputs, half.outputs)
                    && Arrays.equals(sources, half.sources);
        }

        @Override
        public int hashCode() {
            return 31 * Arrays.hashCode(outputs) + Arrays.hashCode(sources);
        }
    }

    /// Frames of the output that go through the source at one speed.
    ///
    /// @param place of the first, frames of the source
    /// @param step from one to the next, frames of the source
    record Line(double place, double step, int frames) {
        double last() {
            return place + (frames - 1) * step;
        }
    }

    List<Half> halves() {
        return List.of(half(0, middle), half(middle, outputs.length - 1));
    }

    private Half half(int from, int to) {
        return new Half(
                Arrays.copyOfRange(outputs, from, to + 1),
                Arrays.copyOfRange(sources, from, to + 1));
    }
}
