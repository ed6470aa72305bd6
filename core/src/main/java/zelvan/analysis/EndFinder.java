package zelvan.analysis;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.IntStream;
import zelvan.units.RecordedSpan;

/// Finds how phrases end: what is heard after the last vowel, and whether that is a consonant.
///
/// How it works: after the last frame with a pitch, sound belongs to the end as long as it goes on
/// or begins again for no longer than a burst after no more than the closure of a plosive. It is a
/// consonant if hiss prevails in it over the formants for some milliseconds and it is not lost
/// beside the vowel, or if it bursts after a closure; it begins where the formants fall most.
final class EndFinder {
    /// A plosive is closed for no longer.
    private static final double LONGEST_CLOSURE_SECONDS = 0.14;

    /// What is longer after a closure is no burst.
    private static final double LONGEST_BURST_SECONDS = 0.16;

    private static final double LONGEST_END_SECONDS = 0.45;

    /// Hiss this far above the formants is that of a consonant.
    private static final double HISS_DECIBELS = -2;

    /// For so long.
    private static final double SHORTEST_HISS_SECONDS = 0.012;

    /// Hiss this far below the vowel is not told from its dying away.
    private static final double BELOW_VOWEL_DECIBELS = 38;

    /// Hiss this little above what is not heard any more is none.
    private static final double ABOVE_FLOOR_DECIBELS = 6;

    private static final double VOWEL_SECONDS = 0.15;

    /// A consonant may be voiced for so long.
    private static final double LONGEST_VOICED_SECONDS = 0.1;

    /// A fall by this share of the greatest one is the first.
    private static final double NEARLY = 0.35;

    /// The formants fall within it.
    private static final double FALL_SECONDS = 0.012;

    /// A closure is so much softer than the vowel before it.
    private static final double CLOSURE_DECIBELS = 12;

    /// A burst is so much louder than the closure before it.
    private static final double BURST_DECIBELS = 8;

    private final double[] hiss;
    private final double[] loudest;
    private final double[] sonorant;
    private final double floorDecibels;
    private final PitchTrack pitch;
    private final boolean[] active;
    private final List<RecordedSpan> breaths;
    private final LevelEdges edges;

    EndFinder(
            BandEnergies bands,
            PitchTrack pitch,
            boolean[] active,
            List<RecordedSpan> breaths,
            LevelEdges edges) {
        this.hiss = bands.hiss();
        this.sonorant = bands.mean(BandEnergies.SONORANT_FROM, BandEnergies.SONORANT_TO);
        this.floorDecibels = bands.floorDecibels;
        this.loudest = bands.loudest(BandEnergies.SONORANT_FROM, BandEnergies.BANDS);
        this.pitch = pitch;
        this.active = active;
        this.breaths = breaths;
        this.edges = edges;
    }

    List<End> ends(List<RecordedSpan> phrases) {
        List<End> ends = new ArrayList<>();
        for (int i = 0; i < phrases.size(); i++) {
            double next =
                    i + 1 < phrases.size()
                            ? phrases.get(i + 1).startSeconds()
                            : Double.POSITIVE_INFINITY;
            ends.add(end(phrases.get(i), next));
        }
        return ends;
    }

    private End end(RecordedSpan phrase, double nextSeconds) {
        int voiced = lastVoiced(phrase);
        double voicedSeconds = voiced * pitch.hopSeconds();
        double over = overSeconds(voiced, nextSeconds);
        double hissing = consonantSeconds(voicedSeconds, over);
        if (Double.isNaN(hissing)) {
            double cut = edges.endSeconds((int) Math.round(over / pitch.hopSeconds()) - 1);
            return new End(End.Kind.CUTOFF, new RecordedSpan(Math.min(cut, over), over));
        }
        return new End(
                End.Kind.CONSONANT,
                new RecordedSpan(Math.min(fallSeconds(voicedSeconds, hissing), over), over));
    }

    private int lastVoiced(RecordedSpan phrase) {
        int frame = pitch.frameAt(phrase.endSeconds());
        while (frame > 0 && !pitch.voiced(frame)) {
            frame--;
        }
        return frame;
    }

    /// When nothing of the end is heard any more.
    private double overSeconds(int voiced, double nextSeconds) {
        double hop = pitch.hopSeconds();
        int last =
                (int)
                        (Math.min(
                                        Math.min(nextSeconds, active.length * hop),
                                        voiced * hop + LONGEST_END_SECONDS)
                                / hop);
        int end = sounding(voiced + 1, last);
        while (true) {
            int begin = end;
            while (begin < last && !active[begin]) {
                begin++;
            }
            int to = begin;
            while (to < last && active[to]) {
                to++;
            }
            if (begin == to
                    || (begin - end) * hop > LONGEST_CLOSURE_SECONDS
                    || (to - begin) * hop > LONGEST_BURST_SECONDS) {
                return end * hop;
            }
            end = to;
        }
    }

    private int sounding(int from, int last) {
        int frame = from;
        while (frame < last && active[frame] && !isBreath(frame * pitch.hopSeconds())) {
            frame++;
        }
        return frame;
    }

    private boolean isBreath(double seconds) {
        return breaths.stream().anyMatch(b -> b.contains(seconds));
    }

    /// The first moment of a consonant's hiss or burst; not a number if there is none.
    private double consonantSeconds(double voicedSeconds, double overSeconds) {
        int from = millis(voicedSeconds - 0.5 * VOWEL_SECONDS);
        int to = millis(overSeconds);
        double open = Double.NEGATIVE_INFINITY;
        double vowel = Double.NEGATIVE_INFINITY;
        for (int f = millis(voicedSeconds - VOWEL_SECONDS); f < millis(voicedSeconds); f++) {
            vowel = Math.max(vowel, sonorant[f]);
            open = Math.max(open, loudest[f]);
        }
        double audible =
                Math.max(vowel - BELOW_VOWEL_DECIBELS, floorDecibels + ABOVE_FLOOR_DECIBELS);
        int run = 0;
        double least = Double.POSITIVE_INFINITY;
        for (int f = from; f < to; f++) {
            least = Math.min(least, loudest[f]);
            boolean closed = least < open - CLOSURE_DECIBELS;
            if (closed && loudest[f] > Math.max(least + BURST_DECIBELS, audible)) {
                return f * BandEnergies.HOP_SECONDS;
            }
            boolean hisses = hiss[f] > sonorant[f] + HISS_DECIBELS && hiss[f] > audible;
            run = hisses ? run + 1 : 0;
            if (run * BandEnergies.HOP_SECONDS >= SHORTEST_HISS_SECONDS) {
                return (f - run + 1) * BandEnergies.HOP_SECONDS;
            }
        }
        return Double.NaN;
    }

    /// When the formants first fall between the vowel and the hiss, nearly as much as anywhere
    /// there.
    private double fallSeconds(double voicedSeconds, double hissSeconds) {
        int from = millis(Math.min(voicedSeconds, hissSeconds) - LONGEST_VOICED_SECONDS);
        int to = millis(hissSeconds + FALL_SECONDS);
        double most = IntStream.rangeClosed(from, to).mapToDouble(this::fall).max().orElseThrow();
        int first = from;
        while (fall(first) < NEARLY * most) {
            first++;
        }
        while (first < to && fall(first + 1) > fall(first)) {
            first++;
        }
        return first * BandEnergies.HOP_SECONDS;
    }

    private double fall(int frame) {
        int reach = (int) Math.round(FALL_SECONDS / BandEnergies.HOP_SECONDS);
        return sonorant[clamped(frame - reach)] - sonorant[clamped(frame + reach)];
    }

    private int millis(double seconds) {
        return clamped((int) Math.round(seconds / BandEnergies.HOP_SECONDS));
    }

    private int clamped(int frame) {
        return Math.clamp(frame, 0, sonorant.length - 1);
    }
}
