package zelvan.analysis;

/// The cheapest way through candidates of pitch, frame by frame, and through "no pitch".
///
/// **Source:** the dynamic programme is A. J. Viterbi's (1967); costs as in P. Boersma, *Accurate
/// short-term analysis of the fundamental frequency and the harmonics-to-noise ratio of a sampled
/// sound* (1993).
///
/// @param switchCost of beginning or ending to have a pitch
/// @param jumpCostPerOctave of a change of pitch from one frame to the next
record PitchPath(double switchCost, double jumpCostPerOctave) {
    /// @param hertz candidates by frame; may be none
    /// @param cost of each of them, and behind them that of "no pitch"
    /// @return the chosen candidate by frame; not a number for "no pitch"
    public float[] cheapest(double[][] hertz, double[][] cost) {
        int frames = hertz.length;
        double[][] pitch = octaves(hertz);
        int[][] from = new int[frames][];
        double[] total = {0};
        for (int f = 0; f < frames; f++) {
            int states = hertz[f].length + 1;
            double[] next = new double[states];
            from[f] = new int[states];
            for (int s = 0; s < states; s++) {
                int best = 0;
                double least = Double.MAX_VALUE;
                for (int p = 0; p < total.length; p++) {
                    double c = total[p] + (f == 0 ? 0 : transition(pitch[f - 1], p, pitch[f], s));
                    if (c < least) {
                        least = c;
                        best = p;
                    }
                }
                next[s] = least + cost[f][s];
                from[f][s] = best;
            }
            total = next;
        }
        int state = 0;
        for (int s = 1; s < total.length; s++) {
            state = total[s] < total[state] ? s : state;
        }
        float[] path = new float[frames];
        for (int f = frames - 1; f >= 0; f--) {
            path[f] = state < hertz[f].length ? (float) hertz[f][state] : Float.NaN;
            state = from[f][state];
        }
        return path;
    }

    private static double[][] octaves(double[][] hertz) {
        double[][] octaves = new double[hertz.length][];
        for (int f = 0; f < octaves.length; f++) {
            octaves[f] = new double[hertz[f].length];
            for (int c = 0; c < octaves[f].length; c++) {
                octaves[f][c] = Math.log(hertz[f][c]) / Math.log(2);
            }
        }
        return octaves;
    }

    /// Between candidates in octaves.
    private double transition(double[] before, int p, double[] after, int s) {
        boolean voicedBefore = p < before.length;
        boolean voicedAfter = s < after.length;
        if (!voicedBefore && !voicedAfter) {
            return 0;
        }
        if (voicedBefore != voicedAfter) {
            return switchCost;
        }
        return jumpCostPerOctave * Math.abs(after[s] - before[p]);
    }
}
