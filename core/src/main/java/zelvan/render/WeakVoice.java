package zelvan.render;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Deque;
import java.util.List;
import java.util.function.DoubleConsumer;
import zelvan.audio.Sound;
import zelvan.dsp.Percentile;

/// Finds voice between the stretches in which a pitch was heard: sounds of some hundredths of a
/// second that are soft, or whose pitch nobody could tell by what is around them. What is left of
/// them where it was is heard when all around it is moved.
///
/// How it works: where there is sound that is not hiss, the period is looked for after which it
/// comes again most; from there it is followed cycle by cycle to both sides, as long as it does
/// come again.
///
/// **Source:** the normalised cross-correlation of D. Talkin, *A robust algorithm for pitch
/// tracking (RAPT)* (1995), on sound of few samples, without its path through all frames.
final class WeakVoice {
    private static final double HOP_SECONDS = 0.005;
    private static final double SHORTEST_PERIOD_SECONDS = 1.0 / 1400;
    private static final double LONGEST_PERIOD_SECONDS = 1.0 / 60;

    /// Periods are looked for among so many samples a second.
    private static final double COARSE_RATE_HERTZ = 12_000;

    /// Normalised correlation with what comes a period later; measured: bench, artefacts.
    private static final double COMES_AGAIN = 0.7;

    /// A sound comes again after two of its periods as well, and its harmonics sooner: correlation
    /// is lessened by so much an octave away from the pitch that is to be expected.
    private static final double UNEXPECTED = 0.25;

    /// What is soft and further away is a resonance that rings, and no voice.
    private static final double MOST_OCTAVES = 0.6;

    /// Power against the loudest stretch of voice, of what is not soft: 19 dB less.
    private static final double NOT_SOFT = 1.0 / 80;

    /// That is the pitch beside a gap, if it is so near, or else that of most of the voice.
    private static final double BESIDE_SECONDS = 0.15;

    /// While it is followed, as in [CycleGrowth].
    private static final double GOES_ON = 0.5;

    /// Power against the loudest stretch of voice: 40 dB less.
    private static final double LEAST_LEVEL = 1e-4;

    /// Power of the differences of neighbours at 48 kHz against that of the sound: that of a sine
    /// of 3 kHz. Hiss has more.
    private static final double MOST_HISS = 0.15;

    /// So much is left between two runs, in which one gives way to the other.
    private static final double APART_SECONDS = 0.008;

    private static final double USUAL_RATE_HERTZ = 48_000;
    private static final int FEWEST_EPOCHS = 4;

    /// Within a cycle of a low voice its first formant comes again as well.
    private static final double SHORTEST_SECONDS = 0.015;

    private final CycleSearch search;
    private final Sound sound;
    private final int rate;
    private final double loudestPower;
    private final double usualPeriod;

    private WeakVoice(CycleSearch search, Sound sound, Epochs epochs) {
        this.search = search;
        this.sound = sound;
        this.rate = sound.sampleRateHertz();
        this.loudestPower = loudest(epochs, sound);
        this.usualPeriod = usualPeriod(epochs);
    }

    private static double usualPeriod(Epochs epochs) {
        double[] periods = new double[epochs.runs()];
        Arrays.setAll(
                periods,
                run -> {
                    double[] marks = epochs.marks(run);
                    return (marks[marks.length - 1] - marks[0]) / (marks.length - 1);
                });
        return Percentile.median(periods);
    }

    /// The same epochs, and those of weak voice between them.
    static Epochs added(Epochs epochs, CycleSearch search, Sound sound) {
        if (epochs.runs() == 0) {
            return epochs;
        }
        WeakVoice weak = new WeakVoice(search, sound, epochs);
        List<double[]> runs = new ArrayList<>();
        List<int[]> spans = new ArrayList<>();
        int from = 0;
        for (int run = 0; run <= epochs.runs(); run++) {
            boolean last = run == epochs.runs();
            int to = (last ? sound.frames() : epochs.runStart(run)) - weak.frames(APART_SECONDS);
            for (double[] marks : weak.between(epochs, run, from, to)) {
                runs.add(marks);
                spans.add(
                        new int[] {
                            (int) Math.max(from, Math.floor(marks[0])),
                            (int) Math.min(to, Math.ceil(marks[marks.length - 1]) + 1)
                        });
            }
            if (!last) {
                runs.add(epochs.marks(run));
                spans.add(new int[] {epochs.runStart(run), epochs.runEnd(run)});
                from = epochs.runEnd(run) + weak.frames(APART_SECONDS);
            }
        }
        return new Epochs(
                spans.stream().mapToInt(s -> s[0]).toArray(),
                spans.stream().mapToInt(s -> s[1]).toArray(),
                runs.toArray(double[][]::new));
    }

    private static double loudest(Epochs epochs, Sound sound) {
        double loudest = 0;
        for (int run = 0; run < epochs.runs(); run++) {
            int count = epochs.runEnd(run) - epochs.runStart(run);
            loudest = Math.max(loudest, power(sound.mono(epochs.runStart(run), count)));
        }
        return loudest;
    }

    private static double power(float[] samples) {
        double power = 0;
        for (float x : samples) {
            power += x * x;
        }
        return power / Math.max(1, samples.length);
    }

    /// Runs of epochs between two frames.
    ///
    /// @param run the one that comes after them
    private List<double[]> between(Epochs epochs, int run, int from, int to) {
        List<double[]> found = new ArrayList<>();
        if (to - from < frames(SHORTEST_SECONDS)) {
            return found;
        }
        search.attend(from, to);
        double free = from;
        for (int at = from; at < to; at += frames(HOP_SECONDS)) {
            double period = at < free ? 0 : period(at, from, to, expected(epochs, run, at));
            if (period > 0) {
                double[] marks = followed(at, period, free, to);
                if (marks.length > FEWEST_EPOCHS
                        && marks[marks.length - 1] - marks[0] >= SHORTEST_SECONDS * rate) {
                    double[] moved =
                            EpochFinder.moved(marks, EpochFinder.energyPhase(search, marks));
                    found.add(moved);
                    free = moved[moved.length - 1] + frames(APART_SECONDS);
                }
            }
        }
        return found;
    }

    /// The period of the run beside a gap that is nearest to a frame; that of most of the voice if
    /// none is near.
    ///
    /// @param run the one behind the gap
    private double expected(Epochs epochs, int run, int frame) {
        double since = run > 0 ? frame - epochs.runEnd(run - 1) : Double.POSITIVE_INFINITY;
        double until =
                run < epochs.runs() ? epochs.runStart(run) - frame : Double.POSITIVE_INFINITY;
        if (Math.min(since, until) > BESIDE_SECONDS * rate) {
            return usualPeriod;
        }
        return since < until
                ? epochs.period(run - 1, epochs.marks(run - 1).length)
                : epochs.period(run, 0);
    }

    private int frames(double seconds) {
        return (int) Math.round(seconds * rate);
    }

    /// The period after which the sound around a frame comes again; 0 if it does not, or is too
    /// soft, or hisses.
    ///
    /// @param expected a period
    private double period(int frame, int from, int to, double expected) {
        int reach = frames(LONGEST_PERIOD_SECONDS);
        int first = Math.max(from, frame - reach);
        float[] samples = sound.mono(first, Math.min(to, frame + reach) - first);
        double power = power(samples);
        if (power < LEAST_LEVEL * loudestPower || hiss(samples) > MOST_HISS * power) {
            return 0;
        }
        int step = (int) Math.max(1, Math.round(rate / COARSE_RATE_HERTZ));
        double[] coarse = coarse(first, samples.length, step);
        int longest = Math.min(coarse.length / 2, frames(LONGEST_PERIOD_SECONDS) / step);
        int shortest = Math.max(2, frames(SHORTEST_PERIOD_SECONDS) / step);
        double[] alike = new double[longest + 1];
        for (int lag = shortest; lag <= longest; lag++) {
            alike[lag] = alike(coarse, lag);
        }
        boolean soft = power < NOT_SOFT * loudestPower;
        double found = 0;
        double most = Double.NEGATIVE_INFINITY;
        for (int lag = shortest + 1; lag < longest; lag++) {
            boolean peak = alike[lag] >= alike[lag - 1] && alike[lag] >= alike[lag + 1];
            double octaves = Math.log((double) lag * step / expected) / Math.log(2);
            double likely = alike[lag] - UNEXPECTED * Math.abs(octaves);
            if (peak
                    && (!soft || Math.abs(octaves) < MOST_OCTAVES)
                    && alike[lag] >= COMES_AGAIN
                    && likely > most) {
                found = (double) lag * step;
                most = likely;
            }
        }
        return found;
    }

    private double hiss(float[] samples) {
        double sum = 0;
        for (int i = 1; i < samples.length; i++) {
            double difference = samples[i] - samples[i - 1];
            sum += difference * difference;
        }
        double scale = rate / USUAL_RATE_HERTZ;
        return scale * scale * sum / Math.max(1, samples.length - 1);
    }

    /// Means of so many samples each, around zero; each with its neighbours, so that what lies
    /// between two of them counts as little where two periods are compared as where one is.
    private double[] coarse(int first, int count, int step) {
        float[] samples = sound.mono(first, count);
        double[] coarse = new double[count / step];
        for (int i = 0; i < coarse.length; i++) {
            for (int k = 0; k < step; k++) {
                coarse[i] += samples[i * step + k];
            }
        }
        double mean = Arrays.stream(coarse).average().orElse(0);
        double[] smooth = new double[Math.max(0, coarse.length - 2)];
        for (int i = 0; i < smooth.length; i++) {
            smooth[i] = (coarse[i] + 2 * coarse[i + 1] + coarse[i + 2]) / 4 - mean;
        }
        return smooth;
    }

    /// Normalised correlation of all that there is with what comes so much later.
    private static double alike(double[] sound, int lag) {
        double both = 0;
        double one = 1e-12;
        double other = 1e-12;
        for (int i = 0; i + lag < sound.length; i++) {
            both += sound[i] * sound[i + lag];
            one += sound[i] * sound[i];
            other += sound[i + lag] * sound[i + lag];
        }
        return both / Math.sqrt(one * other);
    }

    /// One moment in each cycle, as far as it comes again.
    private double[] followed(double seed, double period, double from, double to) {
        Deque<Double> marks = new ArrayDeque<>(List.of(seed));
        follow(seed, period, to, marks::addLast);
        follow(seed, -period, from, marks::addFirst);
        return marks.stream().mapToDouble(Double::doubleValue).toArray();
    }

    private void follow(double seed, double period, double limit, DoubleConsumer found) {
        double at = seed;
        double step = period;
        while (true) {
            CycleSearch.Match match = search.next(at, step, 2);
            double next = match.frame();
            boolean beyond = step > 0 ? next + 0.6 * step > limit : next + 0.6 * step < limit;
            double power = search.power(next, step);
            if (match.likeness() < GOES_ON || beyond || power <= 0) {
                return;
            }
            found.accept(next);
            step = 0.5 * (step + next - at);
            at = next;
        }
    }
}
