package zelvan.render;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Deque;
import java.util.List;
import zelvan.analysis.PitchTrack;
import zelvan.audio.Sound;

/// Finds the glottal epochs of a voice.
///
/// How it works: in each voiced stretch one begins where it is loudest, and goes on to both sides
/// from cycle to cycle, to where the sound comes again about a period away ([CycleSearch]); the
/// period is that of the pitch track. So it does not matter which harmonics are strong, and a cycle
/// is never missed or counted twice. Then all epochs are moved within their cycles to where most of
/// the energy lies, so that a splice between them cuts where the cycle is weak.
public final class EpochFinder {
    /// Changes whenever the epochs of the same sound and pitch would come out differently.
    public static final int VERSION = 4;

    private static final int CYCLES_COMPARED = 2;

    /// Where the sound comes again less than this, the pitch track alone is followed.
    private static final double LEAST_ALIKE = 0.3;

    private static final double SEED_HOP_SECONDS = 0.005;
    private static final int PHASE_BINS = 24;
    private static final int FEWEST_EPOCHS = 3;

    /// @param pitch of the same sound
    public Epochs find(Sound sound, PitchTrack pitch) {
        CycleSearch search = new CycleSearch(sound);
        int rate = sound.sampleRateHertz();
        double hopFrames = pitch.hopSeconds() * rate;
        List<Integer> starts = new ArrayList<>();
        List<Integer> ends = new ArrayList<>();
        List<double[]> marks = new ArrayList<>();
        for (int f = 0; f < pitch.frames(); ) {
            int end = f;
            while (end < pitch.frames() && pitch.voiced(end)) {
                end++;
            }
            if (end > f) {
                int from = (int) Math.max(0, Math.round((f - 0.5) * hopFrames));
                int to = (int) Math.min(sound.frames(), Math.round((end - 0.5) * hopFrames));
                search.attend(from, to);
                double[] found = followed(search, from, to, pitch, rate);
                if (found.length >= FEWEST_EPOCHS) {
                    starts.add(from);
                    ends.add(to);
                    marks.add(moved(found, energyPhase(search, found)));
                }
            }
            f = end + 1;
        }
        Epochs heard =
                new Epochs(
                        starts.stream().mapToInt(Integer::intValue).toArray(),
                        ends.stream().mapToInt(Integer::intValue).toArray(),
                        marks.toArray(double[][]::new));
        return WeakVoice.added(
                CycleGrowth.grow(heard, search, sound.frames(), rate), search, sound);
    }

    /// One moment in each cycle.
    private static double[] followed(
            CycleSearch search, int from, int to, PitchTrack pitch, int rate) {
        double seed = loudest(search, from, to, pitch, rate);
        Deque<Double> marks = new ArrayDeque<>();
        marks.add(seed);
        for (int direction : new int[] {-1, 1}) {
            double at = seed;
            while (true) {
                double there = at + direction * halfPeriod(pitch, at, rate);
                double period = 2 * direction * halfPeriod(pitch, there, rate);
                CycleSearch.Match match = search.next(at, period, CYCLES_COMPARED);
                at = match.likeness() < LEAST_ALIKE ? at + period : match.frame();
                // Not so where the track knows no period.
                if (!(at >= from && at < to)) {
                    break;
                }
                if (direction < 0) {
                    marks.addFirst(at);
                } else {
                    marks.addLast(at);
                }
            }
        }
        return marks.stream().mapToDouble(Double::doubleValue).toArray();
    }

    private static double halfPeriod(PitchTrack pitch, double frame, int rate) {
        return 0.5 * rate / pitch.hertzAt(frame / rate);
    }

    private static double loudest(
            CycleSearch search, int from, int to, PitchTrack pitch, int rate) {
        double loudest = 0.5 * (from + to);
        double most = 0;
        for (double at = from; at < to; at += SEED_HOP_SECONDS * rate) {
            double period = 2 * halfPeriod(pitch, at, rate);
            double power = search.power(at, period) / period;
            if (power > most) {
                most = power;
                loudest = at;
            }
        }
        return loudest;
    }

    /// Where the energy lies between a mark and the next, share of a cycle.
    static double energyPhase(CycleSearch search, double[] marks) {
        double[] bins = new double[PHASE_BINS];
        for (int k = 0; k + 1 < marks.length; k++) {
            double period = marks[k + 1] - marks[k];
            for (int i = (int) Math.ceil(marks[k]); i < marks[k + 1]; i++) {
                double edge = search.edge(i);
                int bin = (int) ((i - marks[k]) / period * PHASE_BINS);
                bins[Math.min(bin, PHASE_BINS - 1)] += edge * edge;
            }
        }
        double re = 0;
        double im = 0;
        for (int b = 0; b < PHASE_BINS; b++) {
            double angle = 2 * Math.PI * (b + 0.5) / PHASE_BINS;
            re += bins[b] * Math.cos(angle);
            im += bins[b] * Math.sin(angle);
        }
        double turns = Math.atan2(im, re) / (2 * Math.PI);
        return turns - Math.floor(turns);
    }

    static double[] moved(double[] marks, double share) {
        double[] moved = new double[marks.length - 1];
        for (int k = 0; k < moved.length; k++) {
            moved[k] = marks[k] + share * (marks[k + 1] - marks[k]);
        }
        return moved;
    }
}
