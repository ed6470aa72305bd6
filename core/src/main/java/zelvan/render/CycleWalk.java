package zelvan.render;

import java.util.ArrayList;
import java.util.List;
import zelvan.audio.Sound;

/// Decides which cycle of a voiced stretch sounds when.
///
/// How it works: the output proceeds in strides of some cycles, as many as a few milliseconds hold.
/// Each cycle lasts as long as the cycle of the source that sounds then, divided by the change of
/// pitch; so the singer's own fluctuations stay. A stride goes on in the source where the last one
/// ended, as long as what sounds there resembles what the map asks for, or is not far from it;
/// otherwise it leads to the far side of what resembles it. So as little as possible is faded:
/// where two moments of a voice overlap, what is not alike in them, its breath, is thinned.
final class CycleWalk {
    /// A stride is about as long; measured: bench, quality.
    private static final double STRIDE_SECONDS = 0.006;

    /// Where the colour moves against the pitch by more, a stride is one cycle, which can be read
    /// at the colour's own speed.
    private static final double MOST_RECOLOURED = 0.2;

    /// How far from the map something alike may be.
    private static final double TOLERANCE_SECONDS = 0.006;

    /// Two moments are alike if the mean square of their difference is at most this share of both.
    private static final double UNLIKE = 0.1;

    /// Fluctuations over longer times are the pitch, over shorter ones each cycle's own.
    private static final double SMOOTHED_SECONDS = 0.02;

    private final Epochs epochs;
    private final int run;
    private final int first;
    private final double[] marks;
    private final Shape shape;
    private final int rate;
    private final double smoothed;
    private final SourceSpan span;

    /// One cycle in the output.
    ///
    /// @param output where its epoch sounds, frames
    /// @param epoch which one it is
    /// @param ratio of its pitch to the source's
    /// @param formantCents how far up its formants are moved
    /// @param stride cycles until the next stride; 0 within one
    record Cycle(double output, int epoch, double ratio, double formantCents, int stride) {
        /// The factor by which its formants rise.
        double speed() {
            return Math.pow(2, formantCents / 1200);
        }
    }

    /// @param run voiced stretch of the source
    /// @param first epoch of it that is of interest
    /// @param last epoch of it that is of interest
    CycleWalk(Sound sound, Epochs epochs, int run, int first, int last, Shape shape) {
        this.epochs = epochs;
        this.run = run;
        this.first = first;
        this.marks = epochs.marks(run);
        this.shape = shape;
        this.rate = sound.sampleRateHertz();
        this.smoothed = SMOOTHED_SECONDS * rate;
        double margin =
                (TOLERANCE_SECONDS + 2 * STRIDE_SECONDS) * rate + 2 * epochs.period(run, first);
        this.span = SourceSpan.ofMono(sound, marks[first] - margin, marks[last] + margin);
    }

    /// The cycles from one moment of the output to just before another.
    ///
    /// @param start where the first epoch of interest sounds
    List<Cycle> between(double start, double end) {
        List<Cycle> cycles = new ArrayList<>();
        int epoch = first;
        double output = start;
        while (true) {
            double ratio = ratioAt(output);
            double formantCents = shape.formantCents().at(sourceFrameAt(output) / rate);
            int stride = stride(epoch, ratio, Math.pow(2, formantCents / 1200));
            cycles.add(new Cycle(output, epoch, ratio, formantCents, stride));
            int next = next(epoch, stride, output, ratio);
            for (int i = 1; i <= stride; i++) {
                double period = length(next - stride + i - 1, output);
                output += period;
                if (output > end - 0.5 * period) {
                    return cycles;
                }
                if (i < stride) {
                    int within = Math.max(0, next - stride + i);
                    cycles.add(new Cycle(output, within, ratio, formantCents, 0));
                }
            }
            epoch = next;
        }
    }

    /// How long a cycle lasts where it sounds: as fluctuating as it was sung, at the pitch that the
    /// voice has where the map leads. The two places are a few milliseconds apart, which a vibrato
    /// would show.
    private double length(int epoch, double output) {
        double own =
                0.5
                        * (epochs.smoothPeriod(run, epoch, smoothed)
                                + epochs.smoothPeriod(run, epoch + 1, smoothed));
        double middle = output + 0.5 * own / ratioAt(output);
        double there = epochs.smoothPeriodAt(run, sourceFrameAt(middle), smoothed);
        return epochs.period(run, epoch) * there / own / ratioAt(middle);
    }

    private double ratioAt(double outputFrame) {
        double cents = shape.pitch().centsAt(sourceFrameAt(outputFrame) / rate);
        return Math.pow(2, cents / 1200);
    }

    private double sourceFrameAt(double outputFrame) {
        return shape.time().sourceSecondsAt(outputFrame / rate) * rate;
    }

    private int stride(int epoch, double ratio, double speed) {
        if (Math.abs(ratio / speed - 1) > MOST_RECOLOURED) {
            return 1;
        }
        double period = epochs.period(run, epoch) / ratio;
        return Math.max(1, (int) Math.round(STRIDE_SECONDS * rate / period));
    }

    /// The epoch with which the next stride begins.
    private int next(int epoch, int stride, double output, double ratio) {
        int natural = epoch + stride;
        double length = epochs.frameOf(run, natural) - marks[epoch];
        double place = sourceFrameAt(output + length / ratio);
        int exact = epochs.nearest(run, place);
        if (natural >= marks.length) {
            return exact;
        }
        double away = marks[natural] - place;
        double half = 0.5 * epochs.period(run, exact);
        if (Math.abs(away) <= half) {
            return natural;
        }
        double tolerance = TOLERANCE_SECONDS * rate;
        if (stride == 1 || tolerance <= half) {
            return exact;
        }
        if (Math.abs(away) <= tolerance && alike(natural, exact)) {
            return natural;
        }
        int far = epochs.nearest(run, place - Math.signum(away) * (tolerance - half));
        return alike(far, natural) && alike(far, exact) ? far : exact;
    }

    /// Whether the two cycles around one epoch resemble those around another. What is high counts
    /// more, as in [BurstFinder].
    private boolean alike(int one, int other) {
        int radius = (int) epochs.period(run, one);
        int i = (int) (Math.round(marks[one]) - span.from()) - radius;
        int j = (int) (Math.round(marks[other]) - span.from()) - radius;
        float[] samples = span.samples();
        int count = 2 * radius;
        if (Math.min(i, j) < 1 || Math.max(i, j) + count > samples.length) {
            return false;
        }
        double difference = 0;
        double power = 0;
        for (int k = 0; k < count; k++) {
            double a = samples[i + k] - samples[i + k - 1];
            double b = samples[j + k] - samples[j + k - 1];
            difference += (a - b) * (a - b);
            power += a * a + b * b;
        }
        return difference <= UNLIKE * power;
    }
}
