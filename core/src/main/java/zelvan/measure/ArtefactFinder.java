package zelvan.measure;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.CancellationException;
import java.util.function.BooleanSupplier;
import zelvan.analysis.PitchTrack;
import zelvan.dsp.Percentile;
import zelvan.dsp.Windows;
import zelvan.timing.TimeMap;
import zelvan.units.Pitch;
import zelvan.units.SongSpan;

/// Compares a rendered voice with its source, place by place, without knowing how it was rendered.
///
/// How it works: the source's largest first and second differences within 12 ms of the place that
/// the map leads to are what may occur in the output; its levels within 15 ms, what may be as loud;
/// its flatness within 10 ms, what may be as flat. More is an artefact.
public final class ArtefactFinder {
    /// The hop of all that is measured by frames.
    public static final double HOP_SECONDS = 0.005;

    private static final double CELL_SECONDS = 0.002;
    private static final int CELLS_AROUND = 6;
    private static final int CELLS_JOINED = 2;
    private static final double CLICK_DECIBELS = 6;
    private static final double STEP_DECIBELS = 3;
    private static final double AUDIBLE_DECIBELS = -56;

    private static final double LEVEL_WINDOW_SECONDS = 0.03;
    private static final double LEVEL_GRID_SECONDS = 0.001;
    private static final double LEVEL_REACH_SECONDS = 0.015;
    private static final double LEVEL_DECIBELS = 3;
    private static final double LEVEL_RANGE_DECIBELS = 30;

    private static final double FLAT_REACH_SECONDS = 0.01;
    private static final double FLAT_DECIBELS = 3;

    private static final double STEADY_CENTS_PER_HOP = 60;
    private static final double VOICED_AROUND_SECONDS = 0.015;
    private static final double VOICED_RANGE_DECIBELS = 25;
    private static final double EDGE_SECONDS = 0.02;

    private final int rate;
    private final float[] source;
    private final PitchTrack pitch;
    private final double[] sourceLevels;
    private final double[] sourceKinks;
    private final double[] sourceJumps;

    /// By hops, where it was asked for.
    private final double[] sourceFlatness;

    /// @param source the voice as recorded, all channels together; to be read only
    /// @param pitch of it
    public ArtefactFinder(float[] source, int sampleRateHertz, PitchTrack pitch) {
        this.rate = sampleRateHertz;
        this.source = source;
        this.pitch = pitch;
        this.sourceLevels = levels(source);
        this.sourceKinks = widened(cells(source, 2));
        this.sourceJumps = widened(cells(source, 1));
        this.sourceFlatness = new double[2 + (int) (source.length / (rate * HOP_SECONDS))];
        Arrays.fill(sourceFlatness, Double.NaN);
    }

    /// What was found.
    ///
    /// @param artefacts by kind and in order
    /// @param steadilyVoiced by frame of the output, whether the source has a steady, audible pitch
    ///   there
    public record Found(List<Artefact> artefacts, boolean[] steadilyVoiced) {}

    /// @param rendered the output, all channels together, at the source's rate
    /// @param time when each moment of the source sounds
    public Found find(float[] rendered, TimeMap time) {
        return find(rendered, time, () -> false);
    }

    /// @param cancelled whether nobody wants to know any more
    /// @throws CancellationException if it is so
    public Found find(float[] rendered, TimeMap time, BooleanSupplier cancelled) {
        int frames = (int) ((rendered.length / (double) rate - 2 * EDGE_SECONDS) / HOP_SECONDS);
        double[] places = new double[Math.max(0, frames)];
        double[] asked = new double[places.length];
        double[] heard = new double[places.length];
        double[] levels = levels(rendered);
        for (int f = 0; f < places.length; f++) {
            places[f] = time.sourceSecondsAt(seconds(f));
            asked[f] = level(sourceLevels, places[f]);
            heard[f] = level(levels, seconds(f));
        }
        if (places.length == 0) {
            return new Found(List.of(), new boolean[0]);
        }
        double loud = Percentile.of(asked, 95);
        double gain = gain(asked, heard, loud);
        List<Artefact> found = new ArrayList<>();
        double scale = Math.pow(10, -gain / 20);
        found.addAll(
                sharper(
                        Artefact.Kind.CLICK,
                        cells(rendered, 2),
                        sourceKinks,
                        CLICK_DECIBELS,
                        scale,
                        time));
        found.addAll(
                sharper(
                        Artefact.Kind.STEP,
                        cells(rendered, 1),
                        sourceJumps,
                        STEP_DECIBELS,
                        scale,
                        time));
        double[] off = new double[places.length];
        boolean[] steady = new boolean[places.length];
        for (int f = 0; f < places.length; f++) {
            boolean audible = Math.max(asked[f], heard[f] - gain) > loud - LEVEL_RANGE_DECIBELS;
            off[f] = audible ? levelOff(places[f], heard[f] - gain) : 0;
            steady[f] = asked[f] > loud - VOICED_RANGE_DECIBELS && isSteady(time, f);
        }
        found.addAll(frames(Artefact.Kind.LEVEL, off, LEVEL_DECIBELS));
        found.addAll(
                frames(
                        Artefact.Kind.FLAT,
                        flatter(rendered, places, steady, cancelled),
                        FLAT_DECIBELS));
        return new Found(List.copyOf(found), steady);
    }

    /// The middle of a frame of the output.
    public static double seconds(int frame) {
        return EDGE_SECONDS + frame * HOP_SECONDS;
    }

    private static double gain(double[] asked, double[] heard, double loud) {
        double[] gains = new double[asked.length];
        int count = 0;
        for (int f = 0; f < asked.length; f++) {
            if (asked[f] > loud - LEVEL_RANGE_DECIBELS) {
                gains[count++] = heard[f] - asked[f];
            }
        }
        return count == 0 ? 0 : Percentile.median(Arrays.copyOf(gains, count));
    }

    /// Where differences exceed the source's.
    private List<Artefact> sharper(
            Artefact.Kind kind,
            double[] cells,
            double[] allowed,
            double limitDecibels,
            double scale,
            TimeMap time) {
        double[] over = new double[cells.length];
        for (int c = 0; c < cells.length; c++) {
            double at = time.sourceSecondsAt((c + 0.5) * CELL_SECONDS);
            int there = Math.clamp((int) (at / CELL_SECONDS), 0, allowed.length - 1);
            double difference = cells[c] * scale;
            boolean audible = 20 * Math.log10(difference + 1e-9) > AUDIBLE_DECIBELS;
            over[c] =
                    audible
                            ? 20 * Math.log10((difference + 1e-9) / (allowed[there] + 1e-9))
                            : Double.NEGATIVE_INFINITY;
        }
        List<Artefact> found = new ArrayList<>();
        int last = -1;
        int from = -1;
        double most = 0;
        for (int c = 0; c <= over.length; c++) {
            boolean goesOn = c < over.length && over[c] > limitDecibels;
            if (goesOn) {
                most = from < 0 ? over[c] : Math.max(most, over[c]);
                from = from < 0 ? c : from;
                last = c;
            } else if (from >= 0 && (c == over.length || c - last > 2 * CELLS_JOINED)) {
                SongSpan span = new SongSpan(from * CELL_SECONDS, (last + 1) * CELL_SECONDS);
                found.add(new Artefact(kind, span, most));
                from = -1;
            }
        }
        return found;
    }

    private static List<Artefact> frames(Artefact.Kind kind, double[] off, double limitDecibels) {
        List<Artefact> found = new ArrayList<>();
        int from = 0;
        while (from < off.length) {
            int to = from;
            double most = 0;
            while (to < off.length && Math.abs(off[to]) > limitDecibels) {
                most = Math.abs(off[to]) > Math.abs(most) ? off[to] : most;
                to++;
            }
            if (to > from) {
                SongSpan span =
                        new SongSpan(
                                seconds(from) - 0.5 * HOP_SECONDS, seconds(to) - 0.5 * HOP_SECONDS);
                found.add(new Artefact(kind, span, most));
            }
            from = to + 1;
        }
        return found;
    }

    /// The largest difference of an order, in each cell.
    private double[] cells(float[] samples, int order) {
        int length = (int) Math.round(CELL_SECONDS * rate);
        double[] cells = new double[samples.length / length];
        for (int c = 0; c < cells.length; c++) {
            for (int i = Math.max(order, c * length); i < (c + 1) * length; i++) {
                double first = samples[i] - samples[i - 1];
                double difference = order == 1 ? first : first - (samples[i - 1] - samples[i - 2]);
                cells[c] = Math.max(cells[c], Math.abs(difference));
            }
        }
        return cells;
    }

    /// The largest of the cells around each.
    private static double[] widened(double[] cells) {
        double[] wide = new double[Math.max(1, cells.length)];
        for (int c = 0; c < cells.length; c++) {
            int to = Math.min(cells.length, c + CELLS_AROUND + 1);
            for (int i = Math.max(0, c - CELLS_AROUND); i < to; i++) {
                wide[c] = Math.max(wide[c], cells[i]);
            }
        }
        return wide;
    }

    /// On a grid of milliseconds, each the mean of those around it.
    private double[] levels(float[] samples) {
        int count = 1 + (int) (samples.length / (rate * LEVEL_GRID_SECONDS));
        double[] powers = new double[count];
        for (int k = 0; k < count; k++) {
            int from = (int) Math.max(0, Math.round((k - 0.5) * LEVEL_GRID_SECONDS * rate));
            int to =
                    (int)
                            Math.min(
                                    samples.length,
                                    Math.round((k + 0.5) * LEVEL_GRID_SECONDS * rate));
            for (int i = from; i < to; i++) {
                powers[k] += samples[i] * samples[i];
            }
        }
        double[] window = Windows.hann((int) Math.round(LEVEL_WINDOW_SECONDS / LEVEL_GRID_SECONDS));
        double weight = LEVEL_GRID_SECONDS * rate * Arrays.stream(window).sum();
        double[] levels = new double[count];
        for (int k = 0; k < count; k++) {
            double sum = 0;
            int first = k - window.length / 2;
            for (int w = Math.max(0, -first); w < window.length && first + w < count; w++) {
                sum += window[w] * powers[first + w];
            }
            levels[k] = 10 * Math.log10(sum / weight + 1e-12);
        }
        return levels;
    }

    private static double level(double[] levels, double seconds) {
        return levels[Math.clamp(Math.round(seconds / LEVEL_GRID_SECONDS), 0, levels.length - 1)];
    }

    /// Decibels by which a level lies outside of those near a place of the source.
    private double levelOff(double place, double level) {
        double most = Double.NEGATIVE_INFINITY;
        double least = Double.POSITIVE_INFINITY;
        for (double away = -LEVEL_REACH_SECONDS;
                away <= LEVEL_REACH_SECONDS + 1e-9;
                away += HOP_SECONDS) {
            double there = level(sourceLevels, place + away);
            most = Math.max(most, there);
            least = Math.min(least, there);
        }
        return level - Math.clamp(level, least, most);
    }

    /// Whether the source has a pitch at the place of a frame and around it, that does not leap.
    private boolean isSteady(TimeMap time, int frame) {
        double place = time.sourceSecondsAt(seconds(frame));
        for (double away = -VOICED_AROUND_SECONDS;
                away <= VOICED_AROUND_SECONDS + 1e-9;
                away += HOP_SECONDS) {
            if (!pitch.voiced(pitch.frameAt(place + away))) {
                return false;
            }
        }
        double before = pitch.hertzAt(time.sourceSecondsAt(seconds(frame - 1)));
        double after = pitch.hertzAt(time.sourceSecondsAt(seconds(frame + 1)));
        return Math.abs(Pitch.centsBetween(before, after)) < 2 * STEADY_CENTS_PER_HOP;
    }

    /// Decibels by which the spectrum is flatter than the source's, where its pitch is steady.
    private double[] flatter(
            float[] rendered, double[] places, boolean[] steady, BooleanSupplier cancelled) {
        Flatness flatness = new Flatness(rate);
        int reach = (int) Math.round(FLAT_REACH_SECONDS / HOP_SECONDS);
        double[] flatter = new double[places.length];
        for (int f = 0; f < places.length; f++) {
            if (cancelled.getAsBoolean()) {
                throw new CancellationException("nobody wants to know any more");
            }
            if (steady[f]) {
                int there = (int) Math.round(places[f] / HOP_SECONDS);
                double most =
                        Math.max(
                                sourceFlatness(flatness, there),
                                Math.max(
                                        sourceFlatness(flatness, there - reach),
                                        sourceFlatness(flatness, there + reach)));
                flatter[f] = Math.max(0, flatness.at(rendered, seconds(f)) - most);
            }
        }
        return flatter;
    }

    private double sourceFlatness(Flatness flatness, int hop) {
        int at = Math.clamp(hop, 0, sourceFlatness.length - 1);
        if (Double.isNaN(sourceFlatness[at])) {
            sourceFlatness[at] = flatness.at(source, at * HOP_SECONDS);
        }
        return sourceFlatness[at];
    }
}
