package zelvan.analysis;

import java.util.Arrays;
import java.util.List;
import zelvan.dsp.Parabola;
import zelvan.dsp.Resampler;

/// Looks for the periods at which the sound around a moment repeats itself.
final class PeriodSearch {
    /// Where nothing sounds.
    static final Found NOTHING = Found.of(new double[0], new double[0], new double[0]);

    private static final int MOST_CANDIDATES = 10;

    private static final double WINDOW_PERIODS = 2.5;
    private static final double SHORTEST_WINDOW_SECONDS = 0.014;

    /// More unlike than this is no candidate.
    private static final double MOST_UNLIKE = 0.8;

    /// Candidates are found on sound in which the high harmonics have their say.
    private static final float HEARD_SHARPNESS = 0.5f;

    private final List<Range> ranges;
    private final Candidates candidates = new Candidates();

    /// Candidates, in no order.
    ///
    /// @param hertz their pitch
    /// @param unlike how unlike itself the sound is a period later, its high harmonics raised, 0 to
    ///   1
    /// @param plain the same, or less if it is less so as it is
    /// @param cost in nats, against others only ([PitchTracker#cost])
    record Found(double[] hertz, double[] unlike, double[] plain, double[] cost) {
        static Found of(double[] hertz, double[] unlike, double[] plain) {
            double[] cost = new double[hertz.length];
            for (int c = 0; c < cost.length; c++) {
                cost[c] = PitchTracker.cost(hertz[c], unlike[c]);
            }
            return new Found(hertz, unlike, plain, cost);
        }

        /// How unlike the chosen one is; 1 if it is none of them.
        double unlikeAt(float chosen) {
            for (int c = 0; c < hertz.length; c++) {
                if ((float) hertz[c] == chosen) {
                    return unlike[c];
                }
            }
            return 1;
        }
    }

    /// @param fine the same samples at twice the rate
    PeriodSearch(float[] samples, float[] fine, int rateHertz) {
        ranges = ranges(samples, fine, rateHertz);
    }

    Found at(double seconds) {
        candidates.count = 0;
        ranges.forEach(range -> range.look(seconds, candidates));
        double[] hertz = Arrays.copyOf(candidates.hertz, candidates.count);
        double[] unlike = Arrays.copyOf(candidates.unlike, candidates.count);
        double[] plain = new double[candidates.count];
        if (plain.length > 0) {
            ranges.forEach(range -> range.attendPlainly(seconds));
        }
        for (int c = 0; c < plain.length; c++) {
            Range range = ranges.get(hertz[c] < PitchTracker.DULL_BELOW_HERTZ ? 1 : 0);
            plain[c] = Math.min(unlike[c], range.plain(hertz[c]));
        }
        return Found.of(hertz, unlike, plain);
    }

    /// Twice as many samples as the harmonics need, so that their likeness can be told between
    /// samples.
    private static List<Range> ranges(float[] samples, float[] fine, int rateHertz) {
        float[] coarse = Resampler.quick(rateHertz, rateHertz / 2).resample(samples);
        float[] dull = Resampler.quick(rateHertz / 2, rateHertz).resample(coarse);
        return List.of(
                new Range(
                        new SelfSimilarity(fine, 2 * rateHertz, HEARD_SHARPNESS),
                        new SelfSimilarity(fine, 2 * rateHertz, 0),
                        PitchTracker.DULL_BELOW_HERTZ,
                        PitchTracker.HIGHEST_HERTZ),
                new Range(
                        new SelfSimilarity(dull, rateHertz, HEARD_SHARPNESS),
                        new SelfSimilarity(dull, rateHertz, 0),
                        PitchTracker.LOWEST_HERTZ,
                        PitchTracker.DULL_BELOW_HERTZ));
    }

    /// How long a stretch is compared with the one a lag later.
    static int windowSamples(int rateHertz, int lag) {
        return (int)
                Math.max(SHORTEST_WINDOW_SECONDS * rateHertz, Math.round(WINDOW_PERIODS * lag));
    }

    private static final class Candidates {
        final double[] hertz = new double[MOST_CANDIDATES];
        final double[] unlike = new double[MOST_CANDIDATES];
        private final double[] cost = new double[MOST_CANDIDATES];
        int count;

        /// Keeps the likeliest.
        void add(double newHertz, double newUnlike) {
            double newCost = PitchTracker.cost(newHertz, newUnlike);
            int at = count;
            if (count == MOST_CANDIDATES) {
                at = 0;
                for (int i = 1; i < count; i++) {
                    at = cost[i] > cost[at] ? i : at;
                }
                if (cost[at] <= newCost) {
                    return;
                }
            } else {
                count++;
            }
            cost[at] = newCost;
            hertz[at] = newHertz;
            unlike[at] = newUnlike;
        }
    }

    /// Looks for periods between a shortest and a longest.
    private static final class Range {
        /// A dip is found between two neighbours that were compared over the same window.
        private static final int LAGS = SelfSimilarity.LAGS - 2;

        private final SelfSimilarity heard;
        private final SelfSimilarity plain;
        private final int shortest;
        private final int longest;
        private final double[] unlike = new double[SelfSimilarity.LAGS];

        Range(SelfSimilarity heard, SelfSimilarity plain, double lowestHertz, double highestHertz) {
            this.heard = heard;
            this.plain = plain;
            this.shortest = (int) Math.floor(heard.rateHertz() / highestHertz);
            this.longest = (int) Math.ceil(heard.rateHertz() / lowestHertz);
        }

        /// The periods at which the sound around a moment repeats itself.
        void look(double seconds, Candidates found) {
            int rate = heard.rateHertz();
            int last = longest + LAGS;
            heard.attend(seconds, last, windowSamples(rate, last));
            for (int lag = shortest; lag <= longest; lag += LAGS) {
                heard.unlikeness(lag - 1, windowSamples(rate, lag + LAGS / 2), unlike);
                for (int k = 1; k <= Math.min(LAGS, longest + 1 - lag); k++) {
                    double d = unlike[k];
                    if (d < MOST_UNLIKE && d < unlike[k - 1] && d <= unlike[k + 1]) {
                        double shift = Parabola.lowest(unlike[k - 1], d, unlike[k + 1]);
                        double depth = d - 0.25 * (unlike[k - 1] - unlike[k + 1]) * shift;
                        found.add((double) rate / (lag + k - 1 + shift), Math.max(0, depth));
                    }
                }
            }
        }

        void attendPlainly(double seconds) {
            plain.attend(seconds, longest, windowSamples(plain.rateHertz(), longest));
        }

        /// How unlike itself the sound that is attended to is, as it is.
        double plain(double hertz) {
            int lag = (int) Math.round(plain.rateHertz() / hertz);
            int middle = SelfSimilarity.MIDDLE;
            plain.unlikeness(lag - middle, windowSamples(plain.rateHertz(), lag), unlike);
            return Math.min(unlike[middle], Math.min(unlike[middle - 1], unlike[middle + 1]));
        }
    }
}
