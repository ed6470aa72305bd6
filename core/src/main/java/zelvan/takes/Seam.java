package zelvan.takes;

import zelvan.analysis.VoiceAnalysis;

/// Where one recording goes over into another.
///
/// @param seconds its middle, in the voice
/// @param fadeSeconds how long both sound
record Seam(double seconds, double fadeSeconds) {
    private static final double LONGEST_FADE_SECONDS = 0.04;
    private static final double SHORTEST_FADE_SECONDS = 0.005;

    private static final double BEFORE_SECONDS = 0.05;
    private static final double TAIL_SECONDS = 0.2;

    private static final double CUT_SECONDS = 0.03;

    /// The quietest place between two stretches: before the breath of the second, or else within
    /// it, or within the breath for what comes next in the first. Where there is no rest between
    /// them, the first gives way; nothing is heard of what comes next in it.
    static Seam between(Sung before, Sung after) {
        double from = Math.max(before.endsSeconds(), after.roomFromSeconds());
        double last = Math.min(after.beginsSeconds(), before.nextSeconds());
        double[] ends = {
            Math.min(before.roomToSeconds(), after.breathSeconds()),
            Math.min(before.roomToSeconds(), after.beginsSeconds()),
            last
        };
        for (double to : ends) {
            if (to - from >= 2 * SHORTEST_FADE_SECONDS) {
                return quietest(before.laid(), after.laid(), from, to);
            }
        }
        return new Seam(last - CUT_SECONDS / 2, CUT_SECONDS);
    }

    private static Seam quietest(Laid before, Laid after, double from, double to) {
        double fade = Math.min(LONGEST_FADE_SECONDS, (to - from) / 2);
        double quietest = (from + to) / 2;
        double least = Double.MAX_VALUE;
        for (double at = from + fade / 2; at <= to - fade / 2; at += VoiceAnalysis.HOP_SECONDS) {
            double loud = Math.max(before.decibelsAt(at), after.decibelsAt(at));
            if (loud < least) {
                least = loud;
                quietest = at;
            }
        }
        return new Seam(quietest, fade);
    }

    /// Where a stretch begins out of silence.
    static Seam beginning(Sung after) {
        return new Seam(
                Math.max(
                        after.roomFromSeconds() + SHORTEST_FADE_SECONDS,
                        after.breathSeconds() - BEFORE_SECONDS),
                2 * SHORTEST_FADE_SECONDS);
    }

    /// Where a stretch ends in silence.
    static Seam ending(Sung before) {
        return new Seam(
                Math.min(
                        before.roomToSeconds() - SHORTEST_FADE_SECONDS,
                        before.endsSeconds() + TAIL_SECONDS),
                2 * SHORTEST_FADE_SECONDS);
    }

    double fromSeconds() {
        return seconds - fadeSeconds / 2;
    }

    double toSeconds() {
        return seconds + fadeSeconds / 2;
    }
}
