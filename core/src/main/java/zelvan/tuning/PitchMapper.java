package zelvan.tuning;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.function.DoubleFunction;
import java.util.stream.Collectors;
import zelvan.analysis.Note;
import zelvan.analysis.VoiceAnalysis;
import zelvan.dsp.Percentile;
import zelvan.dsp.Smoothing;
import zelvan.units.Pitch;
import zelvan.units.RecordedSpan;

/// Turns what a voice sings and what it is drawn to into a pitch map.
///
/// How it works: within a note the offset from the target is split into the note's mean and the
/// rest, the detail: vibrato, scoops, wander. As much of the detail as is to be kept is left out of
/// what counts as offset; of that, pull and slack decide how much is taken away. Between notes the
/// means lead over into each other, so that a glide stays a glide. Where the target has no pitch,
/// the note is moved by its mean; where it has none in the whole note, nothing is moved. What is
/// protected is not moved at all.
public final class PitchMapper {
    private static final double HOP = VoiceAnalysis.HOP_SECONDS;

    /// A note this far from its target is another note.
    private static final double FARTHEST_CENTS = 650;

    /// Less of a target than this says nothing of a note.
    private static final int FEWEST_FRAMES = 6;

    private static final double LEAST_SHARE = 0.25;

    /// Over this time an offset fades that is not known any further.
    private static final double FADE_SECONDS = 0.06;

    /// Radius over which the means of neighbouring notes lead over into each other.
    private static final int MEAN_RADIUS = 6;

    /// Radius over which detail is smoothed: less is the trackers' own noise.
    private static final int DETAIL_RADIUS = 1;

    /// Beside what is protected, pitch comes back over this time.
    private static final double PROTECTED_FADE_SECONDS = 0.03;

    private static final double INAUDIBLE_CENTS = 0.05;

    private final MatchedPitch pitch;
    private final Harmony harmony;
    private final DoubleFunction<TuningSettings> settingsAt;
    private final List<NoteEdit> edits;
    private final List<RecordedSpan> protectedSpans;
    private final double[] target;
    private final double[] mean;
    private final double[] detail;

    /// @param settingsAt the settings in force at a moment of the guide as recorded, in seconds
    /// @param edits what the user wants of single notes
    /// @param protectedSpans stretches of the voice whose pitch must not change
    private PitchMapper(
            MatchedPitch pitch,
            Harmony harmony,
            DoubleFunction<TuningSettings> settingsAt,
            List<NoteEdit> edits,
            List<RecordedSpan> protectedSpans) {
        this.pitch = pitch;
        this.harmony = harmony;
        this.settingsAt = settingsAt;
        this.edits = edits;
        this.protectedSpans = protectedSpans;
        target = filled();
        mean = filled();
        detail = filled();
    }

    private double[] filled() {
        double[] values = new double[pitch.frames()];
        Arrays.fill(values, Double.NaN);
        return values;
    }

    /// @param settingsAt the settings in force at a moment of the guide as recorded, in seconds
    /// @param edits what the user wants of single notes
    /// @param protectedSpans stretches of the voice whose pitch must not change
    public static TuningResult map(
            MatchedPitch pitch,
            Harmony harmony,
            DoubleFunction<TuningSettings> settingsAt,
            List<NoteEdit> edits,
            List<RecordedSpan> protectedSpans) {
        return new PitchMapper(pitch, harmony, settingsAt, edits, protectedSpans).result();
    }

    /// Frames from..to that are voiced without a break.
    private record Run(int from, int to) {}

    private TuningResult result() {
        List<Run> runs = runs();
        List<Note> notes = NoteEdit.applied(pitch.voice().notes(), edits, pitch.voice().pitch());
        int next = 0;
        for (Run run : runs) {
            List<Run> inside = new ArrayList<>();
            while (next < notes.size() && frame(notes.get(next).span().startSeconds()) < run.to) {
                int from = Math.max(run.from, frame(notes.get(next).span().startSeconds()));
                int to = Math.min(run.to, frame(notes.get(next).span().endSeconds()));
                if (to > from) {
                    inside.add(new Run(from, to));
                }
                next++;
            }
            // What is too short for a note is moved as one.
            List<Run> moved = inside.isEmpty() ? List.of(run) : inside;
            moved.forEach(this::aim);
            for (int i = 0; i <= moved.size(); i++) {
                int from = i == 0 ? run.from : moved.get(i - 1).to;
                int to = i == moved.size() ? run.to : moved.get(i).from;
                leadOver(from, to, run);
            }
        }
        double[] moves = moves(runs, notes);
        double[] offsets = offsets();
        return new TuningResult(
                map(runs, moves),
                floats(target),
                floats(offsets),
                floats(sums(offsets, moves)),
                notes);
    }

    private static int frame(double seconds) {
        return (int) Math.round(seconds / HOP);
    }

    private List<Run> runs() {
        List<Run> runs = new ArrayList<>();
        int from = -1;
        for (int f = 0; f <= pitch.frames(); f++) {
            boolean voiced = f < pitch.frames() && !Double.isNaN(pitch.ownCents(f));
            if (voiced && from < 0) {
                from = f;
            } else if (!voiced && from >= 0) {
                runs.add(new Run(from, f));
                from = -1;
            }
        }
        return runs;
    }

    private TuningSettings settings(int frame) {
        return settingsAt.apply(pitch.guideSeconds(frame));
    }

    /// Finds a note's target, and splits its offset.
    private void aim(Run note) {
        int middle = (note.from + note.to) / 2;
        TuningSettings settings = settings(middle);
        if (settings.target().followsGuide()) {
            aimAtGuide(note, settings.target() == PitchTarget.OCTAVE);
        } else if (settings.target() != PitchTarget.OWN) {
            harmony.tonesAt(settings.target(), pitch.guideSeconds(middle))
                    .ifPresent(tones -> aimAtTones(note, tones));
        }
    }

    private void aimAtTones(Run note, ToneSet tones) {
        double[] own = new double[note.to - note.from];
        for (int i = 0; i < own.length; i++) {
            own[i] = pitch.ownCents(note.from + i);
        }
        // What a scoop or the beginning of a glide does at its ends, does not count.
        double centre = Percentile.midmean(own);
        double midi = Pitch.midiNoteOf(Pitch.A4_HERTZ * Pitch.ratio(centre));
        double tone =
                Pitch.centsBetween(Pitch.A4_HERTZ, Pitch.hertzOfMidiNote(tones.nearest(midi)));
        for (int f = note.from; f < note.to; f++) {
            target[f] = tone;
            mean[f] = centre - tone;
            detail[f] = pitch.ownCents(f) - centre;
        }
    }

    private void aimAtGuide(Run note, boolean inItsOctave) {
        double[] offsets = new double[note.to - note.from];
        int count = 0;
        for (int f = note.from; f < note.to; f++) {
            if (!Double.isNaN(pitch.guideCents(f))) {
                offsets[count++] = pitch.ownCents(f) - pitch.guideCents(f);
            }
        }
        if (count < FEWEST_FRAMES || count < LEAST_SHARE * offsets.length) {
            return;
        }
        double[] known = Arrays.copyOf(offsets, count);
        double octave =
                inItsOctave
                        ? Pitch.CENTS_PER_OCTAVE
                                * Math.rint(Percentile.median(known) / Pitch.CENTS_PER_OCTAVE)
                        : 0;
        double average = Percentile.midmean(known) - octave;
        if (Math.abs(average) > FARTHEST_CENTS) {
            return;
        }
        for (int f = note.from; f < note.to; f++) {
            mean[f] = average;
            if (!Double.isNaN(pitch.guideCents(f))) {
                target[f] = pitch.guideCents(f) + octave;
                detail[f] = pitch.ownCents(f) - target[f] - average;
            }
        }
        fillDetail(note);
    }

    /// Where the guide has no pitch within a note: from one known offset to the next, or fading.
    private void fillDetail(Run note) {
        int reach = (int) Math.round(FADE_SECONDS / HOP);
        int last = -1;
        for (int f = note.from; f <= note.to; f++) {
            if (f < note.to && Double.isNaN(target[f])) {
                continue;
            }
            double before = last < 0 ? 0 : detail[last];
            double after = f == note.to ? 0 : detail[f];
            for (int k = Math.max(note.from, last + 1); k < f; k++) {
                double fromLast = last < 0 ? 0 : Math.max(0, 1 - (double) (k - last) / reach);
                double toNext = f == note.to ? 0 : Math.max(0, 1 - (double) (f - k) / reach);
                double both = Math.max(1, fromLast + toNext);
                detail[k] = (fromLast * before + toNext * after) / both;
            }
            last = f;
        }
    }

    /// Between notes the mean goes from that of the one to that of the other, and beside the outer
    /// ones it stays; the target's curve goes on in the same octave.
    private void leadOver(int from, int to, Run run) {
        double before = from > run.from ? mean[from - 1] : Double.NaN;
        double after = to < run.to ? mean[to] : Double.NaN;
        if (Double.isNaN(before) && Double.isNaN(after)) {
            return;
        }
        double start = Double.isNaN(before) ? after : before;
        double end = Double.isNaN(after) ? before : after;
        int beside = Double.isNaN(before) ? to : from - 1;
        for (int f = from; f < to; f++) {
            mean[f] = start + (f - from + 0.5) / (to - from) * (end - start);
            detail[f] = 0;
            boolean guided = settings(f).target().followsGuide();
            if (guided && !Double.isNaN(pitch.guideCents(f))) {
                double octave =
                        Pitch.CENTS_PER_OCTAVE
                                * Math.rint(
                                        (pitch.ownCents(beside)
                                                        - mean[beside]
                                                        - pitch.guideCents(f))
                                                / Pitch.CENTS_PER_OCTAVE);
                double offset = pitch.ownCents(f) - pitch.guideCents(f) - octave;
                if (Math.abs(offset) < FARTHEST_CENTS) {
                    target[f] = pitch.guideCents(f) + octave;
                    detail[f] = offset - mean[f];
                }
            }
        }
    }

    /// What counts as offset, by frame.
    private double[] offsets() {
        double[] offsets = filled();
        for (int f = 0; f < offsets.length; f++) {
            if (!Double.isNaN(target[f])) {
                offsets[f] = mean[f] + (1 - settings(f).detail()) * detail[f];
            }
        }
        return offsets;
    }

    /// How far each frame is moved, cents.
    private double[] moves(List<Run> runs, List<Note> notes) {
        double[] moves = new double[pitch.frames()];
        for (Run run : runs) {
            double[] means = known(mean, run);
            double[] details = known(detail, run);
            double[] smooth = Smoothing.mean(means, MEAN_RADIUS);
            double[] fine = Smoothing.mean(details, DETAIL_RADIUS);
            for (int i = 0; i < means.length; i++) {
                TuningSettings settings = settings(run.from + i);
                if (settings.draws()) {
                    double counted = smooth[i] + (1 - settings.detail()) * fine[i];
                    moves[run.from + i] = -settings.moveCents(counted);
                }
            }
        }
        shape(runs, notes, moves);
        for (RecordedSpan span : protectedSpans) {
            spare(span, moves);
        }
        // Further than this nothing is moved, wherever a note is aimed.
        Arrays.setAll(moves, f -> Math.clamp(moves[f], -PitchMap.MOST_CENTS, PitchMap.MOST_CENTS));
        return moves;
    }

    /// What is wanted of single notes.
    private void shape(List<Run> runs, List<Note> notes, double[] moves) {
        NoteShaper shaper = new NoteShaper(pitch, target, moves);
        Map<RecordedSpan, NoteEdit> said =
                edits.stream().collect(Collectors.toMap(NoteEdit::span, edit -> edit));
        for (Note note : notes) {
            NoteEdit edit = said.getOrDefault(note.span(), NoteEdit.of(note.span()));
            TuningSettings settings = settings(pitch.voice().frameAt(note.span().middleSeconds()));
            if (settings.wander() == 1
                    && settings.vibrato() == 1
                    && !said.containsKey(note.span())) {
                continue;
            }
            int from = frame(note.span().startSeconds());
            int to = frame(note.span().endSeconds());
            for (Run run : runs) {
                if (run.from < to && run.to > from) {
                    shaper.shape(edit, settings, run.from, run.to);
                }
            }
        }
    }

    private static double[] known(double[] values, Run run) {
        double[] known = Arrays.copyOfRange(values, run.from, run.to);
        for (int i = 0; i < known.length; i++) {
            known[i] = Double.isNaN(known[i]) ? 0 : known[i];
        }
        return known;
    }

    /// Nothing is moved in there; beside it, what is moved comes back little by little.
    private static void spare(RecordedSpan span, double[] moves) {
        RecordedSpan near = span.widenedBy(PROTECTED_FADE_SECONDS);
        int from = Math.max(0, (int) Math.floor(near.startSeconds() / HOP));
        int to = Math.min(moves.length - 1, (int) Math.ceil(near.endSeconds() / HOP));
        for (int f = from; f <= to; f++) {
            double at = f * HOP;
            double away = Math.max(span.startSeconds() - at, at - span.endSeconds());
            // The frames around the border are still, so that nothing moves between them.
            moves[f] *= Math.clamp((away - HOP) / (PROTECTED_FADE_SECONDS - HOP), 0, 1);
        }
    }

    private static PitchMap map(List<Run> runs, double[] moves) {
        // At most a point a frame, and two more at both ends of each stretch.
        PitchMapPoints points = new PitchMapPoints(moves.length + 4 * runs.size());
        for (Run run : runs) {
            boolean moved = false;
            for (int f = run.from; f < run.to; f++) {
                moved |= Math.abs(moves[f]) > INAUDIBLE_CENTS;
            }
            if (moved) {
                add(points, run, moves);
            }
        }
        return points.map();
    }

    /// A voiced stretch reaches half a frame beyond its outer ones.
    private static void add(PitchMapPoints points, Run run, double[] moves) {
        double start = (run.from - 0.5) * HOP;
        double end = (run.to - 0.5) * HOP;
        points.add(start, 0);
        points.add(start, moves[run.from]);
        for (int f = run.from; f < run.to; f++) {
            boolean bends =
                    f == run.from
                            || f + 1 == run.to
                            || Math.abs(moves[f - 1] - 2 * moves[f] + moves[f + 1]) > 0;
            if (bends) {
                points.add(f * HOP, moves[f]);
            }
        }
        points.add(end, moves[run.to - 1]);
        points.add(end, 0);
    }

    private static double[] sums(double[] offsets, double[] moves) {
        double[] sums = new double[offsets.length];
        Arrays.setAll(sums, f -> offsets[f] + moves[f]);
        return sums;
    }

    private static float[] floats(double[] values) {
        float[] floats = new float[values.length];
        for (int f = 0; f < floats.length; f++) {
            floats[f] = (float) values[f];
        }
        return floats;
    }
}
