package zelvan.analysis;

import java.util.Arrays;
import zelvan.dsp.Fft;

/// Pitch of a monophonic voice from 55 to 1400 Hz.
///
/// How it works: for each frame the cumulative mean normalised difference function of YIN is
/// computed by FFT. Its dips are candidates; each gets the probability of those absolute thresholds
/// for which YIN would have chosen it. A Viterbi path through the candidates of all frames, and
/// through "no pitch", decides. The chosen period is then measured at its highest multiple inside
/// the window, where the same error in samples weighs least.
///
/// **Source:** A. de Cheveigné & H. Kawahara, *YIN, a fundamental frequency estimator for speech
/// and music* (2002); M. Mauch & S. Dixon, *pYIN: a fundamental frequency estimator using
/// probabilistic threshold distributions* (2014). Deviation: the path runs over the candidates
/// themselves instead of a fixed grid of pitches.
final class ProbabilisticYin {
    static final double LOWEST_HERTZ = 55;
    static final double HIGHEST_HERTZ = 1400;

    private static final int MOST_CANDIDATES = 8;

    /// The threshold's prior: a beta distribution with mean 0.25. pYIN's 0.1 to 0.2 loses rough
    /// voices.
    private static final double PRIOR_ALPHA = 2;

    private static final double PRIOR_BETA = 11.33;

    /// A deepest dip up to here is surely voiced, from there on surely not; between them in a
    /// straight line.
    private static final double SURELY_VOICED = 0.2;

    private static final double SURELY_UNVOICED = 0.6;

    private static final double SWITCH_COST = 4.6;

    /// Cost of a change of pitch, in nats per octave and frame.
    private static final double JUMP_COST_PER_OCTAVE = 26;

    private static final double LEAST_PROBABILITY = 1e-6;
    private static final int PRIOR_STEPS = 1000;

    private final int sampleRateHertz;
    private final int window;
    private final int longest;
    private final int shortest;
    private final Fft fft;
    private final double[] priorAbove = new double[PRIOR_STEPS + 2];

    /// @param sampleRateHertz of the samples, 16 kHz being enough
    ProbabilisticYin(int sampleRateHertz) {
        this.sampleRateHertz = sampleRateHertz;
        longest = (int) Math.ceil(sampleRateHertz / LOWEST_HERTZ);
        shortest = (int) Math.floor(sampleRateHertz / HIGHEST_HERTZ);
        window = Integer.highestOneBit(2 * longest - 1);
        fft = new Fft(Integer.highestOneBit(2 * (window + longest)));
        double total = 0;
        for (int i = PRIOR_STEPS; i >= 0; i--) {
            double x = (i + 0.5) / (PRIOR_STEPS + 1);
            total += Math.pow(x, PRIOR_ALPHA - 1) * Math.pow(1 - x, PRIOR_BETA - 1);
            priorAbove[i] = total;
        }
        for (int i = 0; i <= PRIOR_STEPS; i++) {
            priorAbove[i] /= total;
        }
    }

    /// @param active whether anything sounds, by frame; elsewhere there is no pitch
    PitchTrack track(float[] samples, boolean[] active, double hopSeconds) {
        int frames = active.length;
        double[][] hertz = new double[frames][];
        double[][] probability = new double[frames][];
        float[] voicing = new float[frames];
        Scratch scratch = new Scratch();
        for (int f = 0; f < frames; f++) {
            if (active[f]) {
                findCandidates(
                        samples, (int) Math.round(f * hopSeconds * sampleRateHertz), scratch);
            } else {
                scratch.count = 0;
            }
            hertz[f] = Arrays.copyOf(scratch.hertz, scratch.count);
            probability[f] = Arrays.copyOf(scratch.probability, scratch.count);
            voicing[f] = (float) Math.min(1, Arrays.stream(probability[f]).sum());
        }
        return new PitchTrack(hopSeconds, bestPath(hertz, probability), voicing);
    }

    private final class Scratch {
        final double[] data = new double[fft.length()];
        final double[] windowed = new double[fft.length()];
        final double[] energy = new double[window + longest + 1];
        final double[] difference = new double[longest + 1];
        final double[] hertz = new double[MOST_CANDIDATES];
        final double[] probability = new double[MOST_CANDIDATES];
        int count;
    }

    private void findCandidates(float[] samples, int centre, Scratch s) {
        normalizedDifference(samples, centre, s);
        s.count = 0;
        double lowest = 1;
        double deepest = Double.MAX_VALUE;
        int deepestLag = -1;
        double[] d = s.difference;
        for (int lag = shortest; lag < longest && s.count < MOST_CANDIDATES; lag++) {
            if (!(d[lag] < d[lag - 1] && d[lag] <= d[lag + 1])) {
                continue;
            }
            if (d[lag] < deepest) {
                deepest = d[lag];
                deepestLag = lag;
            }
            if (d[lag] < lowest) {
                add(s, lag, above(d[lag]) - above(lowest));
                lowest = d[lag];
            }
        }
        if (deepestLag > 0 && s.count < MOST_CANDIDATES) {
            double voiced = (SURELY_UNVOICED - deepest) / (SURELY_UNVOICED - SURELY_VOICED);
            add(s, deepestLag, Math.clamp(voiced, 0, 1) - above(lowest));
        }
    }

    private double above(double threshold) {
        return priorAbove[(int) Math.round(Math.clamp(threshold, 0, 1) * PRIOR_STEPS)];
    }

    private void add(Scratch s, int lag, double probability) {
        if (probability > LEAST_PROBABILITY) {
            s.hertz[s.count] = sampleRateHertz / refined(s.difference, lag);
            s.probability[s.count++] = probability;
        }
    }

    /// Steps 2 and 3 of YIN, the autocorrelation by FFT. The two compared windows lie around the
    /// centre.
    private void normalizedDifference(float[] samples, int centre, Scratch s) {
        int start = centre - (window + longest) / 2;
        Arrays.fill(s.data, 0);
        Arrays.fill(s.windowed, 0);
        for (int i = 0; i < window + longest; i++) {
            int at = start + i;
            double x = at >= 0 && at < samples.length ? samples[at] : 0;
            s.data[i] = x;
            s.windowed[i] = i < window ? x : 0;
            s.energy[i + 1] = s.energy[i] + x * x;
        }
        fft.forward(s.data);
        fft.forward(s.windowed);
        multiplyConjugate(s.windowed, s.data);
        fft.inverse(s.data);
        double running = 0;
        s.difference[0] = 1;
        for (int lag = 1; lag <= longest; lag++) {
            double d = s.energy[window] + s.energy[lag + window] - s.energy[lag] - 2 * s.data[lag];
            running += Math.max(0, d);
            s.difference[lag] = running > 0 ? Math.max(0, d) * lag / running : 1;
        }
    }

    private static void multiplyConjugate(double[] a, double[] b) {
        b[0] *= a[0];
        b[1] *= a[1];
        for (int k = 2; k < a.length; k += 2) {
            double re = a[k] * b[k] + a[k + 1] * b[k + 1];
            double im = a[k] * b[k + 1] - a[k + 1] * b[k];
            b[k] = re;
            b[k + 1] = im;
        }
    }

    /// Step 5 of YIN (parabolic interpolation), at the period's multiples one after another.
    private double refined(double[] d, int lag) {
        double period = parabola(d, lag);
        for (int multiple = 2; multiple * period < longest - 1; multiple++) {
            int near = (int) Math.round(multiple * period);
            int best = near;
            for (int i = near - 1; i <= near + 1; i++) {
                best = d[i] < d[best] ? i : best;
            }
            if (d[best] > d[lag] + 0.1 || best <= 1 || best >= longest) {
                break;
            }
            period = parabola(d, best) / multiple;
        }
        return period;
    }

    private static double parabola(double[] d, int lag) {
        double bend = d[lag - 1] - 2 * d[lag] + d[lag + 1];
        return bend <= 0
                ? lag
                : lag + Math.clamp(0.5 * (d[lag - 1] - d[lag + 1]) / bend, -0.5, 0.5);
    }

    private static float[] bestPath(double[][] hertz, double[][] probability) {
        double[][] cost = new double[hertz.length][];
        for (int f = 0; f < cost.length; f++) {
            int count = hertz[f].length;
            cost[f] = new double[count + 1];
            for (int c = 0; c < count; c++) {
                cost[f][c] = nats(probability[f][c]);
            }
            cost[f][count] = nats(1 - Math.min(1, Arrays.stream(probability[f]).sum()));
        }
        return new PitchPath(SWITCH_COST, JUMP_COST_PER_OCTAVE).cheapest(hertz, cost);
    }

    private static double nats(double probability) {
        return -Math.log(Math.max(LEAST_PROBABILITY, probability));
    }
}
