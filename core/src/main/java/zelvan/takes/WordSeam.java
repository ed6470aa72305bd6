package zelvan.takes;

import java.util.List;

/// Where one recording goes over into another within a phrase: in a closure if there is one, or
/// else where both sound most alike, cycle upon cycle.
///
/// @param before what goes
/// @param after what comes in
/// @param seconds where it is wanted, in the voice
/// @param reachSeconds so far from there it may be
record WordSeam(Laid before, Laid after, double seconds, double reachSeconds) {
    private static final double STEP_SECONDS = 0.001;
    private static final double COARSE_SECONDS = 0.005;

    /// A cycle of a low voice.
    private static final double MOST_LATER_SECONDS = 0.007;

    private static final double LATER_STEP_SECONDS = 0.00025;

    /// What is as far away as may be is taken if it is better by so much.
    private static final double AWAY_COUNTS = 0.5;

    private static final double WAVE_COUNTS = 1.5;

    /// So near the most alike moment waves are compared.
    private static final double NEAR_SECONDS = 0.03;

    /// Where both have a pitch.
    private static final double VOICED_FADE_SECONDS = 0.024;

    private static final double FADE_SECONDS = 0.012;

    /// Where one of them is silent: what is cut there dies away.
    private static final double DYING_SECONDS = 0.06;

    Seam found() {
        Likeness likeness = new Likeness(before, after);
        double near = coarse(likeness);
        double least = Double.MAX_VALUE;
        double best = near;
        for (double at = near - NEAR_SECONDS; at <= near + NEAR_SECONDS; at += STEP_SECONDS) {
            double cost =
                    away(at)
                            + likeness.difference(at)
                            + WAVE_COUNTS * likeness.loudness(at) * (1 - likeness.wave(at));
            if (cost < least) {
                least = cost;
                best = at;
            }
        }
        return new Seam(best, fadeSeconds(best));
    }

    private double fadeSeconds(double at) {
        boolean one = before.aboveRestAt(at) > 0;
        boolean other = after.aboveRestAt(at) > 0;
        if (one != other) {
            return DYING_SECONDS;
        }
        return before.isVoicedAt(at) && after.isVoicedAt(at) ? VOICED_FADE_SECONDS : FADE_SECONDS;
    }

    private double coarse(Likeness likeness) {
        double least = Double.MAX_VALUE;
        double best = seconds;
        for (double at = seconds - reachSeconds;
                at <= seconds + reachSeconds;
                at += COARSE_SECONDS) {
            double cost = away(at) + likeness.difference(at);
            if (cost < least) {
                least = cost;
                best = at;
            }
        }
        return best;
    }

    private double away(double at) {
        double share = Math.abs(at - seconds) / reachSeconds;
        return AWAY_COUNTS * share * share;
    }

    /// By how much later what lies between seams must be for waves to lie upon each other.
    ///
    /// @param in where it comes in, one or none
    /// @param out where it goes, one or none
    static double later(List<WordSeam> in, List<WordSeam> out) {
        double[] ins = places(in);
        double[] outs = places(out);
        double most = -Double.MAX_VALUE;
        double best = 0;
        for (double later = -MOST_LATER_SECONDS;
                later <= MOST_LATER_SECONDS;
                later += LATER_STEP_SECONDS) {
            double alike = 0;
            for (int i = 0; i < ins.length; i++) {
                WordSeam seam = in.get(i);
                alike += wave(seam.before, seam.after.later(later), ins[i]);
            }
            for (int i = 0; i < outs.length; i++) {
                WordSeam seam = out.get(i);
                alike += wave(seam.before.later(later), seam.after, outs[i]);
            }
            if (alike > most) {
                most = alike;
                best = later;
            }
        }
        return best;
    }

    private static double[] places(List<WordSeam> seams) {
        return seams.stream().mapToDouble(s -> s.coarse(new Likeness(s.before, s.after))).toArray();
    }

    private static double wave(Laid before, Laid after, double at) {
        Likeness likeness = new Likeness(before, after);
        return likeness.loudness(at) * likeness.wave(at);
    }
}
