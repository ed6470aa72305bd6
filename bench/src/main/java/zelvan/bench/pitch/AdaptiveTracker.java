package zelvan.bench.pitch;

import java.util.Arrays;
import java.util.List;
import zelvan.analysis.PitchPath;
import zelvan.analysis.PitchTrack;
import zelvan.dsp.Resampler;
import zelvan.units.Pitch;

/// A tracker under trial, measured beside the program's own: pitch of a monophonic voice from 55 to
/// 1400 Hz, with a window for each period.
///
/// How it works: for each frame and each period the sound is compared with itself a period later,
/// over a window of two and a half periods: so high voices are heard in short windows, and follow
/// glides, and low ones in windows that are long enough. Periods at which the two are most alike
/// are candidates. A cheapest path through the candidates of all frames, and through "no pitch",
/// decides: likeness is what counts, longer periods cost a little more, so that a multiple of the
/// period does not win, and so do jumps. The chosen period is then measured at a multiple of it,
/// where the same error in samples weighs less, on sound whose high harmonics are raised: they tell
/// the pulses of the voice, whatever its formants do.
///
/// **Source:** P. McLeod & G. Wyvill, *A smarter way to find pitch* (2005), for the normalised
/// likeness; P. Boersma, *Accurate short-term analysis of the fundamental frequency and the
/// harmonics-to-noise ratio of a sampled sound* (1993), for the path and the cost of octaves.
/// Deviation: each period has a window of its own.
final class AdaptiveTracker {
    static final double LOWEST_HERTZ = 55;
    static final double HIGHEST_HERTZ = 1400;

    private static final int MOST_CANDIDATES = 10;

    /// Longer periods are looked for at half the rate, shorter ones at twice the rate.
    private static final double HALF_RATE_BELOW_HERTZ = 222;

    private static final double TWICE_RATE_ABOVE_HERTZ = 440;

    private static final double WINDOW_PERIODS = 2.5;
    private static final double SHORTEST_WINDOW_SECONDS = 0.014;

    /// Unlikeness, 0 to 1 where nothing is in common, that weighs one nat a frame.
    private static final double UNLIKENESS_SCALE = 0.025;

    /// As unlike as this, a voice is as likely as none.
    private static final double VOICED_BELOW = 0.35;

    /// More unlike than this is no candidate.
    private static final double MOST_UNLIKE = 0.6;

    /// What a period of twice the length costs, as unlikeness.
    private static final double OCTAVE_COST = 0.04;

    /// By how much less unlikeness counts, for each second that the period lasts.
    private static final double FORGIVEN_PER_SECOND = 60;

    private static final double SWITCH_COST = 8;

    /// Cost of a change of pitch, in nats per octave and frame.
    private static final double JUMP_COST_PER_OCTAVE = 26;

    /// A period is measured at its first multiple of at least this length.
    private static final double MEASURED_SECONDS = 0.009;

    /// How far off a candidate may be, samples at the rate at which it is measured; and how far off
    /// a multiple of a period that was measured once.
    private static final int ROUGH_SAMPLES = 6;

    private static final int FINE_SAMPLES = 5;

    /// Candidates are looked for every so many frames.
    private static final int STRIDE = 2;

    private static final double MOST_GLIDE_CENTS = 300;

    private static final int SPIKE_RADIUS = 2;

    /// How much of the sample before is taken from each one: candidates are found, and periods
    /// measured, on sound in which the high harmonics have their say.
    private static final float HEARD_SHARPNESS = 0.5f;

    private static final float MEASURED_SHARPNESS = 0.9f;

    private static final double SURELY_VOICED = 0.08;
    private static final double SURELY_UNVOICED = 0.5;

    private final int rate;

    /// @param sampleRateHertz of the samples, 16 kHz being enough
    AdaptiveTracker(int sampleRateHertz) {
        this.rate = sampleRateHertz;
    }

    /// @param active whether anything sounds, by frame; elsewhere there is no pitch
    PitchTrack track(float[] samples, boolean[] active, double hopSeconds) {
        float[] fine = new Resampler(rate, 2 * rate).resample(samples);
        float[] coarse = new Resampler(rate, rate / 2).resample(samples);
        List<Lags> ranges =
                List.of(
                        new Lags(
                                sharpened(fine, HEARD_SHARPNESS),
                                2 * rate,
                                TWICE_RATE_ABOVE_HERTZ,
                                HIGHEST_HERTZ),
                        new Lags(
                                sharpened(samples, HEARD_SHARPNESS),
                                rate,
                                HALF_RATE_BELOW_HERTZ,
                                TWICE_RATE_ABOVE_HERTZ),
                        new Lags(
                                sharpened(coarse, HEARD_SHARPNESS),
                                rate / 2,
                                LOWEST_HERTZ,
                                HALF_RATE_BELOW_HERTZ));
        int count = Math.ceilDiv(active.length, STRIDE);
        double[][] hertz = new double[count][];
        double[][] unlike = new double[count][];
        float[] voicing = new float[active.length];
        Candidates found = new Candidates();
        for (int k = 0; k < count; k++) {
            found.count = 0;
            int frame = k * STRIDE;
            if (active[frame]) {
                ranges.forEach(range -> range.look(frame * hopSeconds, found));
            }
            hertz[k] = Arrays.copyOf(found.hertz, found.count);
            unlike[k] = Arrays.copyOf(found.unlike, found.count);
            voicing[frame] = voicing(Arrays.stream(unlike[k]).min().orElse(1));
        }
        Lags low =
                new Lags(sharpened(samples, MEASURED_SHARPNESS), rate, LOWEST_HERTZ, HIGHEST_HERTZ);
        Lags high =
                new Lags(
                        sharpened(fine, MEASURED_SHARPNESS), 2 * rate, LOWEST_HERTZ, HIGHEST_HERTZ);
        float[] path = bestPath(hertz, unlike);
        float[] measured = new float[active.length];
        for (int f = 0; f < measured.length; f++) {
            double seconds = f * hopSeconds;
            float before = path[f / STRIDE];
            float after = path[Math.min(path.length - 1, Math.ceilDiv(f, STRIDE))];
            double rough = between(before, after);
            if (f % STRIDE != 0) {
                float one = voicing[f - f % STRIDE];
                voicing[f] = f + 1 < voicing.length ? 0.5f * (one + voicing[f + 1]) : one;
            }
            Lags lags = rough < HALF_RATE_BELOW_HERTZ ? low : high;
            boolean sure = !Float.isNaN(before) && !Float.isNaN(after);
            boolean voiced =
                    active[f]
                            && !Double.isNaN(rough)
                            && (sure
                                    || forgiven(lags.unlikeAt(seconds, rough), rough)
                                            < VOICED_BELOW);
            measured[f] = voiced ? (float) lags.measured(seconds, rough) : Float.NaN;
        }
        return new PitchTrack(hopSeconds, withoutSpikes(measured), voicing);
    }

    /// Each frame's median with its neighbours that have a pitch, too.
    private static float[] withoutSpikes(float[] hertz) {
        float[] calm = hertz.clone();
        for (int f = SPIKE_RADIUS; f < hertz.length - SPIKE_RADIUS; f++) {
            float[] near = Arrays.copyOfRange(hertz, f - SPIKE_RADIUS, f + SPIKE_RADIUS + 1);
            Arrays.sort(near);
            // Not a number comes last.
            if (!Float.isNaN(near[near.length - 1])) {
                calm[f] = near[SPIKE_RADIUS];
            }
        }
        return calm;
    }

    private static float voicing(double unlike) {
        return (float)
                Math.clamp((SURELY_UNVOICED - unlike) / (SURELY_UNVOICED - SURELY_VOICED), 0, 1);
    }

    private static double between(double before, double after) {
        if (Double.isNaN(before) || Double.isNaN(after)) {
            return Double.isNaN(before) ? after : before;
        }
        boolean near = Math.abs(Pitch.centsBetween(before, after)) < MOST_GLIDE_CENTS;
        return near ? Math.sqrt(before * after) : before;
    }

    /// What is high counts for more.
    private static float[] sharpened(float[] samples, float sharpness) {
        float[] sharp = new float[samples.length];
        for (int i = 1; i < sharp.length; i++) {
            sharp[i] = samples[i] - sharpness * samples[i - 1];
        }
        return sharp;
    }

    private static final class Candidates {
        final double[] hertz = new double[MOST_CANDIDATES];
        final double[] unlike = new double[MOST_CANDIDATES];
        int count;

        /// Keeps the likeliest.
        void add(double newHertz, double newUnlike) {
            int at = count;
            if (count == MOST_CANDIDATES) {
                at = 0;
                for (int i = 1; i < count; i++) {
                    at = cost(hertz[i], unlike[i]) > cost(hertz[at], unlike[at]) ? i : at;
                }
                if (cost(hertz[at], unlike[at]) <= cost(newHertz, newUnlike)) {
                    return;
                }
            } else {
                count++;
            }
            hertz[at] = newHertz;
            unlike[at] = newUnlike;
        }
    }

    /// A sound compared with itself, over a range of periods.
    private static final class Lags {
        private final float[] samples;
        private final double[] energy;
        private final int rate;
        private final int shortest;
        private final int longest;
        private final double[] unlike;

        Lags(float[] samples, int rate, double lowestHertz, double highestHertz) {
            this.samples = samples;
            this.rate = rate;
            this.shortest = (int) Math.floor(rate / highestHertz);
            this.longest = (int) Math.ceil(rate / lowestHertz);
            this.unlike = new double[longest + 2];
            this.energy = new double[samples.length + 1];
            for (int i = 0; i < samples.length; i++) {
                energy[i + 1] = energy[i] + samples[i] * samples[i];
            }
        }

        /// The periods at which the sound around a moment repeats itself.
        void look(double seconds, Candidates found) {
            double centre = seconds * rate;
            for (int lag = shortest - 1; lag <= longest + 1; lag++) {
                unlike[lag] = unlike(centre, lag, window(lag));
            }
            for (int lag = shortest; lag <= longest; lag++) {
                double d = unlike[lag];
                if (d < MOST_UNLIKE && d < unlike[lag - 1] && d <= unlike[lag + 1]) {
                    double shift = vertex(unlike[lag - 1], d, unlike[lag + 1]);
                    double depth = d - 0.25 * (unlike[lag - 1] - unlike[lag + 1]) * shift;
                    found.add(rate / (lag + shift), Math.max(0, depth));
                }
            }
        }

        private int window(int lag) {
            return (int) Math.max(SHORTEST_WINDOW_SECONDS * rate, Math.round(WINDOW_PERIODS * lag));
        }

        /// How unlike a stretch around a moment and the one a lag later are: 0 if they are the
        /// same, 1 if they have nothing in common. The two lie evenly around the moment.
        private double unlike(double centre, int lag, int window) {
            int from = (int) Math.round(centre - 0.5 * (window + lag));
            int start = Math.max(0, from);
            int end = Math.min(samples.length - lag, from + window);
            if (end - start < window / 2) {
                return 1;
            }
            float a = 0;
            float b = 0;
            float c = 0;
            float d = 0;
            int i = start;
            for (; i + 3 < end; i += 4) {
                a += samples[i] * samples[i + lag];
                b += samples[i + 1] * samples[i + 1 + lag];
                c += samples[i + 2] * samples[i + 2 + lag];
                d += samples[i + 3] * samples[i + 3 + lag];
            }
            for (; i < end; i++) {
                a += samples[i] * samples[i + lag];
            }
            double both = (energy[end] - energy[start]) * (energy[end + lag] - energy[start + lag]);
            return both > 0 ? Math.max(0, 1 - ((a + b) + (c + d)) / Math.sqrt(both)) : 1;
        }

        /// How unlike itself a period later the sound around a moment is.
        double unlikeAt(double seconds, double hertz) {
            int lag = (int) Math.round(rate / hertz);
            return unlike(seconds * rate, lag, window(lag));
        }

        /// The pitch near one that is roughly known: first by its period, then by a multiple.
        double measured(double seconds, double roughHertz) {
            double period = near(seconds * rate, rate / roughHertz, 1);
            int multiple = (int) Math.ceil(MEASURED_SECONDS * rate / period);
            return multiple > 1 ? rate / near(seconds * rate, period, multiple) : rate / period;
        }

        private double near(double centre, double period, int multiple) {
            double wanted = multiple * period;
            int reach = multiple == 1 ? ROUGH_SAMPLES : FINE_SAMPLES;
            int window = window((int) Math.round(period));
            int best = (int) Math.round(wanted);
            double least = Double.MAX_VALUE;
            int from = Math.max(2, best - reach);
            double[] around = new double[2 * reach + 3];
            for (int lag = from - 1; lag <= from + 2 * reach + 1; lag++) {
                around[lag - from + 1] = unlike(centre, lag, window);
            }
            for (int lag = from; lag <= from + 2 * reach; lag++) {
                double d = around[lag - from + 1];
                boolean dip = d < around[lag - from] && d <= around[lag - from + 2];
                if (dip && d < least) {
                    least = d;
                    best = lag;
                }
            }
            if (least == Double.MAX_VALUE) {
                return period;
            }
            int at = best - from + 1;
            return (best + vertex(around[at - 1], around[at], around[at + 1])) / multiple;
        }
    }

    /// Where the parabola through three neighbours has its lowest point.
    private static double vertex(double before, double here, double after) {
        double bend = before - 2 * here + after;
        return bend <= 0 ? 0 : Math.clamp(0.5 * (before - after) / bend, -0.5, 0.5);
    }

    /// A mouth changes more from one period to the next if they are long.
    private static double forgiven(double unlike, double hertz) {
        return unlike / (1 + FORGIVEN_PER_SECOND / hertz);
    }

    private static double cost(double hertz, double unlike) {
        double octaves = Math.log(HIGHEST_HERTZ / hertz) / Math.log(2);
        return (forgiven(unlike, hertz) + OCTAVE_COST * octaves) / UNLIKENESS_SCALE;
    }

    private static float[] bestPath(double[][] hertz, double[][] unlike) {
        double[][] cost = new double[hertz.length][];
        for (int f = 0; f < cost.length; f++) {
            int count = hertz[f].length;
            cost[f] = new double[count + 1];
            for (int c = 0; c < count; c++) {
                cost[f][c] = cost(hertz[f][c], unlike[f][c]);
            }
            cost[f][count] = VOICED_BELOW / UNLIKENESS_SCALE;
        }
        return new PitchPath(SWITCH_COST, JUMP_COST_PER_OCTAVE).cheapest(hertz, cost);
    }
}
