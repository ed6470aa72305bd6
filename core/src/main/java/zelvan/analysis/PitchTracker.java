package zelvan.analysis;

import java.util.Arrays;
import zelvan.dsp.Resampler;
import zelvan.units.Pitch;

/// The pitch of a monophonic voice, from 55 to 1400 Hz.
///
/// How it works: around each frame, and for each period that a voice may have, the sound is
/// compared with itself a period later, over a window of two and a half periods: so high voices are
/// heard in short windows, and follow glides, and low ones in windows that are long enough. Periods
/// at which the two are most alike are candidates. A cheapest path through the candidates of all
/// frames, and through "no pitch", decides. What counts is how many times more unlike itself the
/// sound is at one period than at another: a voice at its multiples is a little less like itself
/// only, at its harmonics many times. Longer periods cost more, so that a multiple does not win;
/// jumps cost. The chosen period is then measured at a multiple of it, where the same error in
/// samples weighs less, on sound whose high harmonics are raised: they tell the pulses of the
/// voice, whatever its formants do. Last, single frames that the mouth has led astray are smoothed.
///
/// **Source:** P. McLeod & G. Wyvill, *A smarter way to find pitch* (2005), for the normalised
/// likeness; P. Boersma, *Accurate short-term analysis of the fundamental frequency and the
/// harmonics-to-noise ratio of a sampled sound* (1993), for the path and the cost of octaves.
/// Deviations: each period has a window of its own; unlikeness is weighed by its logarithm.
final class PitchTracker {
    static final double LOWEST_HERTZ = 55;
    static final double HIGHEST_HERTZ = 1400;

    /// Longer periods are looked for, and measured, in the lower half of the sound.
    static final double DULL_BELOW_HERTZ = 222;

    /// As unlike as this, a voice is as likely as none.
    private static final double VOICED_BELOW = 0.40;

    /// The same in noise without a pitch, which makes every voice unlike itself.
    private static final double VOICED_IN_NOISE_BELOW = 0.65;

    /// A mouth changes more from one period to the next if they are long: by how much more unlike
    /// they may be, for each second that the period lasts.
    private static final double FORGIVEN_PER_SECOND = 60;

    /// Less unlike than this is noise at the highest pitch: a period is known only to a part of a
    /// sample. With every octave below it is less by the power of so much.
    private static final double LEAST_UNLIKE = 0.03;

    private static final double LEAST_UNLIKE_POWER = 0.3;

    /// What it costs to be e times as unlike, in nats a frame.
    private static final double UNLIKENESS_COST = 4;

    /// A period of twice the length costs as much as being this many times e as unlike.
    private static final double OCTAVE_COST = 0.6;

    private static final double SWITCH_COST = 8;

    /// Cost of a change of pitch, in nats per octave and frame.
    private static final double JUMP_COST_PER_OCTAVE = 26;

    /// A pitch is expected where the median of the surely heard ones around it lies; one that is an
    /// octave or more away costs this many nats a frame.
    private static final double CONTEXT_COST = 3;

    private static final double CONTEXT_SECONDS = 0.3;

    /// Candidates are looked for every so many frames.
    private static final int STRIDE = 2;

    /// Steps without pitch, or with another, that are no pause and no leap.
    private static final int MOST_BRIDGED = 2;

    private static final double MOST_GLIDE_CENTS = 300;

    private static final float MEASURED_SHARPNESS = 0.9f;

    private static final double SURELY_VOICED = 0.08;
    private static final double SURELY_UNVOICED = 0.5;

    private final int rateHertz;

    /// @param sampleRateHertz of the samples, 16 kHz being enough
    PitchTracker(int sampleRateHertz) {
        this.rateHertz = sampleRateHertz;
    }

    /// @param levels decibels, by frame
    /// @param active whether anything sounds, by frame; elsewhere there is no pitch, unless what
    ///   goes on behind the voice is noise ([Background])
    PitchTrack track(float[] samples, float[] levels, boolean[] active, double hopSeconds) {
        float[] fine = Resampler.quick(rateHertz, 2 * rateHertz).resample(samples);
        int count = Math.ceilDiv(active.length, STRIDE);
        PeriodSearch.Found[] steps = new PeriodSearch.Found[count];
        float[] voicing = new float[active.length];
        PeriodSearch search = new PeriodSearch(samples, fine, rateHertz);
        boolean noise = Background.isNoise(search, levels, hopSeconds);
        double voicedBelow = noise ? VOICED_IN_NOISE_BELOW : VOICED_BELOW;
        boolean[] heard = noise ? above(levels, Background.aboveNoiseDecibels(levels)) : active;
        for (int k = 0; k < count; k++) {
            int frame = k * STRIDE;
            steps[k] = heard[frame] ? search.at(frame * hopSeconds) : PeriodSearch.NOTHING;
            voicing[frame] = voicing(Arrays.stream(steps[k].plain()).min().orElse(1));
        }
        for (int f = 1; f < voicing.length; f += STRIDE) {
            float after = f + 1 < voicing.length ? voicing[f + 1] : voicing[f - 1];
            voicing[f] = 0.5f * (voicing[f - 1] + after);
        }
        PeriodRuler low =
                new PeriodRuler(new SelfSimilarity(samples, rateHertz, MEASURED_SHARPNESS));
        PeriodRuler high =
                new PeriodRuler(new SelfSimilarity(fine, 2 * rateHertz, MEASURED_SHARPNESS));
        double[] context = context(steps, voicedBelow, STRIDE * hopSeconds);
        float[] path = bridged(bestPath(steps, voicedBelow, context));
        float[] measured = new float[active.length];
        float[] unsure = new float[active.length];
        for (int f = 0; f < measured.length; f++) {
            float before = path[f / STRIDE];
            float after = path[Math.min(path.length - 1, Math.ceilDiv(f, STRIDE))];
            double rough = between(before, after);
            measured[f] = Float.NaN;
            if (heard[f] && !Double.isNaN(rough)) {
                PeriodRuler ruler = rough < DULL_BELOW_HERTZ ? low : high;
                ruler.attend(f * hopSeconds, rough);
                boolean sure = !Float.isNaN(before) && !Float.isNaN(after);
                if (sure || ruler.unlikeness(rough) < forgiving(voicedBelow, rough)) {
                    measured[f] = (float) ruler.measured(rough);
                    unsure[f] = (float) ruler.unlikeness();
                }
            }
        }
        VoiceTails.cut(measured, levels, hopSeconds);
        return new PitchTrack(
                hopSeconds,
                PitchSmoother.smooth(measured, unsure),
                voicing,
                OctaveDoubts.find(path, steps, context, STRIDE * hopSeconds));
    }

    /// Not a number if one of the two is not.
    static double octaves(double hertz, double from) {
        return Math.log(hertz / from) / Math.log(2);
    }

    private static float voicing(double unlike) {
        return (float)
                Math.clamp((SURELY_UNVOICED - unlike) / (SURELY_UNVOICED - SURELY_VOICED), 0, 1);
    }

    /// A voice that is heard just before and just after at the same pitch has neither paused nor
    /// been elsewhere: none gets there and back so soon, least of all where a mouth that closes
    /// takes most of its sound.
    ///
    /// **Source:** Y. Xu & X. Sun, *Maximum speed of pitch change and how it may relate to speech*
    /// (2002): some 60 half tones a second (from memory).
    ///
    /// @param path hertz every ten milliseconds, not a number where there is no pitch; changed
    static float[] bridged(float[] path) {
        for (int k = 0; k < path.length; k++) {
            int back = k + 1;
            int last = Math.min(path.length - 1, k + 1 + MOST_BRIDGED);
            while (back < last && !near(path[k], path[back])) {
                back++;
            }
            if (back <= last && near(path[k], path[back])) {
                Arrays.fill(path, k + 1, back, (float) Math.sqrt(path[k] * path[back]));
            }
        }
        return path;
    }

    /// False if one of the two is not a number.
    private static boolean near(double before, double after) {
        return Math.abs(Pitch.centsBetween(before, after)) < MOST_GLIDE_CENTS;
    }

    private static double between(double before, double after) {
        if (Double.isNaN(before) || Double.isNaN(after)) {
            return Double.isNaN(before) ? after : before;
        }
        return near(before, after) ? Math.sqrt(before * after) : before;
    }

    private static boolean[] above(float[] levels, double decibels) {
        boolean[] above = new boolean[levels.length];
        for (int f = 0; f < above.length; f++) {
            above[f] = levels[f] > decibels;
        }
        return above;
    }

    private static double forgiving(double voicedBelow, double hertz) {
        return voicedBelow * (1 + FORGIVEN_PER_SECOND / hertz);
    }

    /// In nats, against others only.
    static double cost(double hertz, double unlike) {
        double below = octaves(HIGHEST_HERTZ, hertz);
        double least = LEAST_UNLIKE * Math.pow(2, -LEAST_UNLIKE_POWER * below);
        return UNLIKENESS_COST * (Math.log(unlike + least) + OCTAVE_COST * below);
    }

    /// What it costs that a moment has no pitch. Whether it has one is told by the better of two
    /// hearings: breath and noise hide a voice in its high harmonics first.
    private static double noPitchCost(PeriodSearch.Found found, int best, double voicedBelow) {
        double hertz = found.hertz()[best];
        return cost(hertz, forgiving(voicedBelow, hertz))
                + found.cost()[best]
                - cost(hertz, found.plain()[best]);
    }

    /// What is surely heard around each step; not a number where that is nothing.
    private static double[] context(
            PeriodSearch.Found[] steps, double voicedBelow, double stepSeconds) {
        double[] context = new double[steps.length];
        Arrays.fill(context, Double.NaN);
        float[] first = bestPath(steps, voicedBelow, context);
        boolean[] sure = new boolean[first.length];
        for (int f = 0; f < sure.length; f++) {
            sure[f] = steps[f].unlikeAt(first[f]) < SURELY_VOICED;
        }
        int reach = (int) Math.round(CONTEXT_SECONDS / stepSeconds);
        double[] near = new double[2 * reach + 1];
        for (int f = 0; f < context.length; f++) {
            int count = 0;
            for (int g = Math.max(0, f - reach); g < Math.min(first.length, f + reach + 1); g++) {
                if (sure[g]) {
                    near[count++] = first[g];
                }
            }
            if (count > 0) {
                Arrays.sort(near, 0, count);
                context[f] = near[count / 2];
            }
        }
        return context;
    }

    private static float[] bestPath(
            PeriodSearch.Found[] steps, double voicedBelow, double[] context) {
        double[][] hertz = new double[steps.length][];
        double[][] cost = new double[steps.length][];
        for (int f = 0; f < cost.length; f++) {
            hertz[f] = steps[f].hertz();
            int count = hertz[f].length;
            cost[f] = Arrays.copyOf(steps[f].cost(), count + 1);
            int best = 0;
            for (int c = 0; c < count; c++) {
                if (!Double.isNaN(context[f])) {
                    double away = Math.abs(octaves(hertz[f][c], context[f]));
                    cost[f][c] += CONTEXT_COST * Math.min(1, away);
                }
                best = cost[f][c] < cost[f][best] ? c : best;
            }
            // No pitch, against the likeliest: whether a voice is heard does not hang on its
            // octave.
            cost[f][count] = count > 0 ? noPitchCost(steps[f], best, voicedBelow) : 0;
        }
        return new PitchPath(SWITCH_COST, JUMP_COST_PER_OCTAVE).cheapest(hertz, cost);
    }
}
