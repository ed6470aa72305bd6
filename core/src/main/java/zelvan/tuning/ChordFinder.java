package zelvan.tuning;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;

/// Finds the chords of what is played, slot by slot: those that fit best, with as few changes as
/// that allows, so that broken chords and passing notes do not make chords of their own.
///
/// **Source:** T. Fujishima, *Realtime chord recognition of musical sound* (1999), for comparing
/// tones with the templates of chords; the path by dynamic programming is common practice.
public final class ChordFinder {
    private static final List<Chord> CHORDS = Chord.all();
    private static final List<ToneSet> TONES = CHORDS.stream().map(Chord::tones).toList();
    private static final int[] ROOTS = CHORDS.stream().mapToInt(Chord::root).toArray();

    /// What a change must win in fit, in slots that fit perfectly.
    private static final double CHANGE_COST = 0.7;

    /// The lowest tone is most often the root.
    private static final double ROOT_BONUS = 0.1;

    /// Between chords with the same tones the plainer one is meant.
    private static final double PLAINNESS = 1e-5;

    private ChordFinder() {}

    /// What is played in a slot.
    ///
    /// @param weights of the twelve pitch classes, from C on, 0 or more; all 0 if nothing is played
    /// @param bass pitch class of the lowest tone
    public record Slot(double[] weights, OptionalInt bass) {}

    /// @return for each slot its chord; none before anything is played
    public static List<Optional<Chord>> find(List<Slot> slots) {
        int[][] from = new int[slots.size()][CHORDS.size()];
        double[] score = new double[CHORDS.size()];
        for (int s = 0; s < slots.size(); s++) {
            int best = best(score);
            for (int c = 0; c < score.length; c++) {
                boolean stays = score[c] >= score[best] - CHANGE_COST;
                from[s][c] = stays ? c : best;
            }
            double[] next = new double[score.length];
            for (int c = 0; c < score.length; c++) {
                double reached = Math.max(score[c], score[best] - CHANGE_COST);
                next[c] = reached + fit(slots.get(s), c);
            }
            score = next;
        }
        List<Optional<Chord>> found = new ArrayList<>();
        int chord = best(score);
        for (int s = slots.size() - 1; s >= 0; s--) {
            found.add(Optional.of(CHORDS.get(chord)));
            chord = from[s][chord];
        }
        for (int s = 0; s < slots.size() && slots.get(s).bass.isEmpty(); s++) {
            found.set(slots.size() - 1 - s, Optional.empty());
        }
        return found.reversed();
    }

    private static int best(double[] score) {
        int best = 0;
        for (int c = 1; c < score.length; c++) {
            best = score[c] > score[best] ? c : best;
        }
        return best;
    }

    /// The cosine between what is played and what belongs to the chord.
    private static double fit(Slot slot, int index) {
        if (slot.bass.isEmpty()) {
            return 0;
        }
        ToneSet tones = TONES.get(index);
        double inside = 0;
        double square = 0;
        for (int c = 0; c < slot.weights.length; c++) {
            inside += tones.contains(c) ? slot.weights[c] : 0;
            square += slot.weights[c] * slot.weights[c];
        }
        double bonus = slot.bass.getAsInt() == ROOTS[index] ? ROOT_BONUS : 0;
        return inside / Math.sqrt(square * Integer.bitCount(tones.classes()))
                + bonus
                - PLAINNESS * index;
    }
}
