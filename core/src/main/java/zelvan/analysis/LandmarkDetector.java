package zelvan.analysis;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import zelvan.dsp.Smoothing;
import zelvan.units.RecordedSpan;

/// Finds consonant starts, vowel starts and releases to about a millisecond.
///
/// How it works: a vowel starts where the energy of the formants' bands rises fastest; its
/// consonant starts where, before that, the spectrum as a whole changes most (a drop of the vowel
/// before, a rise of noise, or the first sound after a rest); a phrase is released where its sound
/// ends ([LevelEdges]).
///
/// **Source:** S. A. Liu, *Landmark detection for distinctive feature-based speech recognition*
/// (1996), for rises and falls in bands; J. P. Bello et al., *A tutorial on onset detection in
/// music signals* (2005), for picking peaks.
final class LandmarkDetector {
    /// A change is measured between the means of this much time before and after.
    private static final int CHANGE_MILLIS = 14;

    /// Candidates are taken down to this; at [Landmark#PLAIN_STRENGTH] a vowel rises by 5 dB and a
    /// consonant changes the spectrum by 3.5 dB.
    private static final double VOWEL_RISE_DECIBELS = 2.6;

    private static final double TRANSITION_DECIBELS = 3;
    private static final double CONSONANT_CHANGE_DECIBELS = 1.1;
    private static final int SHORTEST_SYLLABLE_MILLIS = 90;
    private static final int LONGEST_CONSONANT_MILLIS = 240;
    private static final int SHORTEST_CONSONANT_MILLIS = 22;

    /// A note that is followed by this much silence has an end of its own; shorter ones are the
    /// closures of plosives.
    private static final double SHORTEST_REST_SECONDS = 0.12;

    /// An ess that begins this near to a landmark begins with it.
    private static final double ESS_SECONDS = 0.03;

    /// A change this much above the threshold could not be plainer.
    private static final double PLAINEST_DECIBELS = 16;

    private LandmarkDetector() {}

    /// @param bands of the voice
    /// @param active whether something is sung, by frame of the pitch
    /// @param phrases its phrases
    /// @param esses its sibilants
    /// @param edges of its sounds
    /// @return in order of time
    static List<Landmark> find(
            BandEnergies bands,
            PitchTrack pitch,
            boolean[] active,
            List<RecordedSpan> phrases,
            List<RecordedSpan> esses,
            LevelEdges edges) {
        double[] rise = change(Smoothing.mean(sonorant(bands), 2));
        double[] novelty = novelty(changes(bands));
        List<Landmark> landmarks = new ArrayList<>();
        for (RecordedSpan phrase : phrases) {
            int from = millis(phrase.startSeconds());
            int to = Math.min(bands.frames - 1, millis(phrase.endSeconds()));
            List<Integer> vowels = vowelStarts(rise, from - 20, to, pitch);
            int earliest = from - 10;
            for (int vowel : vowels) {
                int consonant =
                        consonantStart(
                                novelty,
                                Math.max(earliest, vowel - LONGEST_CONSONANT_MILLIS),
                                vowel);
                double strength = strength(rise[vowel], VOWEL_RISE_DECIBELS);
                if (consonant >= 0) {
                    double plain = strength(novelty[consonant], CONSONANT_CHANGE_DECIBELS);
                    landmarks.add(
                            new Landmark(
                                    LandmarkKind.CONSONANT,
                                    consonant * BandEnergies.HOP_SECONDS,
                                    Math.min(plain, strength)));
                }
                landmarks.add(
                        new Landmark(
                                LandmarkKind.VOWEL, vowel * BandEnergies.HOP_SECONDS, strength));
                if (strength >= Landmark.PLAIN_STRENGTH) {
                    earliest = vowel + SHORTEST_SYLLABLE_MILLIS / 2;
                }
            }
            int last = pitch.frameAt(phrase.endSeconds()) - 1;
            landmarks.add(new Landmark(LandmarkKind.RELEASE, edges.endSeconds(last), 1));
            addReleases(landmarks, phrase, pitch, active, edges);
        }
        esses.forEach(ess -> addEss(landmarks, ess));
        landmarks.sort(Comparator.comparingDouble(Landmark::seconds));
        return landmarks;
    }

    /// Where a note is cut off inside a phrase and silence follows.
    private static void addReleases(
            List<Landmark> landmarks,
            RecordedSpan phrase,
            PitchTrack pitch,
            boolean[] active,
            LevelEdges edges) {
        int rest = (int) Math.round(SHORTEST_REST_SECONDS / pitch.hopSeconds());
        int to = pitch.frameAt(phrase.endSeconds()) - rest;
        for (int f = pitch.frameAt(phrase.startSeconds()) + 1; f < to; f++) {
            if (!active[f] && active[f - 1]) {
                int end = f;
                while (end < active.length && !active[end]) {
                    end++;
                }
                if (end - f >= rest) {
                    landmarks.add(
                            new Landmark(
                                    LandmarkKind.RELEASE,
                                    edges.endSeconds(f - 1),
                                    Landmark.PLAIN_STRENGTH));
                }
                f = end;
            }
        }
    }

    /// An ess begins like any consonant, also at the end of a syllable.
    private static void addEss(List<Landmark> landmarks, RecordedSpan ess) {
        boolean known =
                landmarks.stream()
                        .anyMatch(l -> Math.abs(l.seconds() - ess.startSeconds()) < ESS_SECONDS);
        if (!known) {
            landmarks.add(
                    new Landmark(
                            LandmarkKind.CONSONANT, ess.startSeconds(), Landmark.PLAIN_STRENGTH));
        }
    }

    private static double strength(double change, double threshold) {
        return Math.clamp((change - threshold) / PLAINEST_DECIBELS, 0, 1);
    }

    private static int millis(double seconds) {
        return (int) Math.round(seconds / BandEnergies.HOP_SECONDS);
    }

    private static double[] sonorant(BandEnergies bands) {
        return bands.mean(BandEnergies.SONORANT_FROM, BandEnergies.SONORANT_TO);
    }

    /// Mean after minus mean before, decibels.
    private static double[] change(double[] values) {
        double[] sums = new double[values.length + 1];
        for (int i = 0; i < values.length; i++) {
            sums[i + 1] = sums[i] + values[i];
        }
        double[] change = new double[values.length];
        for (int i = 0; i < values.length; i++) {
            int from = Math.max(0, i - CHANGE_MILLIS);
            int to = Math.min(values.length, i + CHANGE_MILLIS);
            if (i > from && to > i) {
                change[i] = (sums[to] - sums[i]) / (to - i) - (sums[i] - sums[from]) / (i - from);
            }
        }
        return change;
    }

    /// The change of each band, decibels.
    private static double[][] changes(BandEnergies bands) {
        double[][] changes = new double[BandEnergies.BANDS][];
        for (int b = 0; b < changes.length; b++) {
            double[] values = new double[bands.frames];
            for (int f = 0; f < values.length; f++) {
                values[f] = bands.decibels[b][f];
            }
            changes[b] = change(values);
        }
        return changes;
    }

    /// How much the spectrum as a whole changes: the root mean square of the bands' changes.
    private static double[] novelty(double[][] changes) {
        double[] total = new double[changes[0].length];
        for (int f = 0; f < total.length; f++) {
            for (double[] change : changes) {
                total[f] += change[f] * change[f] / changes.length;
            }
            total[f] = Math.sqrt(total[f]);
        }
        return total;
    }

    /// Every moment at which the sound changes quickly, in order of time.
    static List<Transition> transitions(BandEnergies bands) {
        double[][] changes = changes(bands);
        double[] novelty = novelty(changes);
        List<Transition> transitions = new ArrayList<>();
        int last = -SHORTEST_CONSONANT_MILLIS;
        for (int i = 1; i < novelty.length - 1; i++) {
            boolean peak = novelty[i] >= novelty[i - 1] && novelty[i] > novelty[i + 1];
            if (!peak || novelty[i] < TRANSITION_DECIBELS) {
                continue;
            }
            if (i - last < SHORTEST_CONSONANT_MILLIS / 2) {
                if (novelty[i] <= novelty[last]) {
                    continue;
                }
                transitions.removeLast();
            }
            float[] change = new float[changes.length];
            for (int b = 0; b < change.length; b++) {
                change[b] = (float) changes[b][i];
            }
            transitions.add(new Transition(i * BandEnergies.HOP_SECONDS, change));
            last = i;
        }
        return transitions;
    }

    private static List<Integer> vowelStarts(double[] rise, int from, int to, PitchTrack pitch) {
        List<Integer> found = new ArrayList<>();
        for (int i = Math.max(1, from); i < Math.min(to, rise.length - 1); i++) {
            boolean peak = rise[i] >= rise[i - 1] && rise[i] > rise[i + 1];
            if (!peak || rise[i] < VOWEL_RISE_DECIBELS || !voicedAfter(pitch, i)) {
                continue;
            }
            if (!found.isEmpty() && i - found.getLast() < SHORTEST_SYLLABLE_MILLIS) {
                if (rise[i] > rise[found.getLast()]) {
                    found.set(found.size() - 1, i);
                }
            } else {
                found.add(i);
            }
        }
        return found;
    }

    private static boolean voicedAfter(PitchTrack pitch, int millis) {
        int voiced = 0;
        for (int ahead = 10; ahead <= 60; ahead += 5) {
            voiced +=
                    pitch.voiced(pitch.frameAt((millis + ahead) * BandEnergies.HOP_SECONDS))
                            ? 1
                            : 0;
        }
        return voiced >= 6;
    }

    /// The plainest change before the vowel; −1 if there is none.
    private static int consonantStart(double[] novelty, int from, int vowel) {
        int best = -1;
        for (int i = Math.max(1, from); i <= vowel - SHORTEST_CONSONANT_MILLIS; i++) {
            boolean peak = novelty[i] >= novelty[i - 1] && novelty[i] > novelty[i + 1];
            if (peak
                    && novelty[i] > CONSONANT_CHANGE_DECIBELS
                    && (best < 0 || novelty[i] > novelty[best])) {
                best = i;
            }
        }
        return best;
    }
}
