package zelvan.analysis;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import zelvan.dsp.Percentile;
import zelvan.units.Pitch;
import zelvan.units.RecordedSpan;

/// Divides the pitch into notes: stretches that stay around one pitch. Glides belong to no note.
final class NoteFinder {
    private static final double SHORTEST_NOTE_SECONDS = 0.08;

    /// Over this time the median follows a change of note but not a vibrato.
    private static final double SMOOTHING_SECONDS = 0.1;

    /// A pitch this far from the note's running mean begins another note,
    private static final double NOTE_WIDTH_CENTS = 70;

    /// if it stays away for as long as this: half a cycle of a wide vibrato is shorter.
    private static final double AWAY_SECONDS = 0.11;

    /// A note's running mean is that of its last so many frames: a voice may drift, but a step of a
    /// half tone is not to be drifted along with.
    private static final int MEAN_FRAMES = 150;

    private NoteFinder() {}

    static List<Note> find(PitchTrack pitch) {
        List<Note> notes = new ArrayList<>();
        int frame = 0;
        while (frame < pitch.frames()) {
            int end = frame;
            while (end < pitch.frames() && pitch.voiced(end)) {
                end++;
            }
            if (end > frame) {
                divide(pitch, frame, end, notes);
            }
            frame = end + 1;
        }
        return notes;
    }

    private static void divide(PitchTrack pitch, int from, int to, List<Note> notes) {
        double[] cents = new double[to - from];
        for (int i = 0; i < cents.length; i++) {
            cents[i] = Pitch.centsBetween(Pitch.A4_HERTZ, pitch.hertz(from + i));
        }
        int radius = (int) Math.round(0.5 * SMOOTHING_SECONDS / pitch.hopSeconds());
        double[] smooth = zelvan.dsp.Smoothing.median(cents, radius);
        int away = (int) Math.round(AWAY_SECONDS / pitch.hopSeconds());
        int start = 0;
        double mean = smooth[0];
        for (int i = 1; i <= smooth.length; i++) {
            if (i == smooth.length || staysAway(smooth, i, mean, away)) {
                addNote(pitch, from, cents, start, i, notes);
                start = i;
                mean = i < smooth.length ? smooth[i] : 0;
            } else {
                mean += (smooth[i] - mean) / Math.min(MEAN_FRAMES, i - start + 1);
            }
        }
    }

    private static boolean staysAway(double[] cents, int from, double mean, int frames) {
        if (from + frames > cents.length) {
            return false;
        }
        double side = Math.signum(cents[from] - mean);
        for (int i = from; i < from + frames; i++) {
            if (side * (cents[i] - mean) <= NOTE_WIDTH_CENTS) {
                return false;
            }
        }
        return true;
    }

    private static void addNote(
            PitchTrack pitch, int from, double[] cents, int start, int end, List<Note> notes) {
        if ((end - start) * pitch.hopSeconds() >= SHORTEST_NOTE_SECONDS) {
            double middle = Percentile.midmean(Arrays.copyOfRange(cents, start, end));
            notes.add(
                    new Note(
                            new RecordedSpan(
                                    (from + start) * pitch.hopSeconds(),
                                    (from + end) * pitch.hopSeconds()),
                            Pitch.A4_HERTZ * Pitch.ratio(middle)));
        }
    }
}
