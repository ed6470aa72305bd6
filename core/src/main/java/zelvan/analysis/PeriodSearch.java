package zelvan.analysis;

import java.util.Arrays;
import java.util.List;
import zelvan.dsp.Parabola;
import zelvan.dsp.Resampler;

/// Looks for the periods at which the sound around a moment repeats itself.
final class PeriodSearch {
    /// Where nothing sounds.
    static final Found NOTHING = new Found(new double[0], new double[0], new double[0]);

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
    record Found(double[] hertz, double[] unlike, double[] plain) {}

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
        for (int c = 0; c < plain.length; c++) {
            Range range = ranges.get(hertz[c] < PitchTracker.DULL_BELOW_HERTZ ? 1 : 0);
            plain[c] = Math.min(unlike[c], range.plain(seconds, hertz[c]));
        }
        return new Found(hertz, unlike, plain);
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
        private final SelfSimilarity heard;
        private final SelfSimilarity plain;
        private final int shortest;
        private final int longest;
        private final double[] unlike;

        Range(SelfSimilarity heard, SelfSimilarity plain, double lowestHertz, double highestHertz) {
            this.heard = heard;
            this.plain = plain;
            this.shortest = (int) Math.floor(heard.rateHertz() / highestHertz);
            this.longest = (int) Math.ceil(heard.rateHertz() / lowestHertz);
            this.unlike = new double[longest + 2];
        }

        double plain(double seconds, double hertz) {
            int lag = (int) Math.round(plain.rateHertz() / hertz);
            int window = windowSamples(plain.rateHertz(), lag);
            plain.attend(seconds, lag + 3 + window);
            return Math.min(
                    plain.unlikeness(lag, window),
                    Math.min(plain.unlikeness(lag - 1, window), plain.unlikeness(lag + 1, window)));
        }

        /// The periods at which the sound around a moment repeats itself.
        void look(double seconds, Candidates found) {
            int rate = heard.rateHertz();
            heard.attend(seconds, longest + 1 + windowSamples(rate, longest + 1));
            for (int lag = shortest - 1; lag <= longest + 1; lag++) {
                unlike[lag] = heard.unlikeness(lag, windowSamples(rate, lag));
            }
            for (int lag = shortest; lag <= longest; lag++) {
                double d = unlike[lag];
                if (d < MOST_UNLIKE && d < unlike[lag - 1] && d <= unlike[lag + 1]) {
                    double shift = Parabola.lowest(unlike[lag - 1], d, unlike[lag + 1]);
                    double depth = d - 0.25 * (unlike[lag - 1] - unlike[lag + 1]) * shift;
                    found.add((double) rate / (lag + shift), Math.max(0, depth));
                }
            }
        }
    }
}
