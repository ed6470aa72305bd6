package zelvan.render;

import java.util.ArrayList;
import java.util.List;
import zelvan.audio.Sound;
import zelvan.timing.TimeMap;

/// Plans sound in which no pitch was heard and whose time changes.
///
/// How it works: the sound proceeds in short steps, each continued as it is as long as possible,
/// then from the place near the wanted one that resembles it most. Where it has a period after all,
/// it goes on whole periods away, and may be off the map by one of them. Bursts are kept whole:
/// some milliseconds around each are copied as they are, exactly where the map wants them.
///
/// **Source:** W. Verhelst & M. Roelands, *An overlap-add technique based on waveform similarity
/// (WSOLA) for high quality time-scale modification of speech* (1993).
final class Splicer {
    private static final double STEP_SECONDS = 0.004;
    private static final double SEARCH_SECONDS = 0.0005;

    /// Sound is continued as it is until it is off by this much.
    private static final double TOLERANCE_SECONDS = 0.0005;

    private static final double BEFORE_BURST_SECONDS = 0.002;
    private static final double AFTER_BURST_SECONDS = 0.008;

    /// Periods that are looked for, and what is compared for it.
    private static final double SHORTEST_PERIOD_SECONDS = 0.002;

    private static final double LONGEST_PERIOD_SECONDS = 0.016;
    private static final double COMPARED_SECONDS = 0.008;

    /// Noise does not resemble itself as much; measured: bench, artefacts.
    private static final double COMES_AGAIN = 0.7;

    /// Two pieces of noise that resemble each other less are faded with equal power.
    private static final double ALIKE = 0.5;

    private static final int SEARCH_STRIDE = 3;

    private final Sound sound;
    private final TimeMap map;
    private final int rate;

    Splicer(Sound sound, TimeMap map) {
        this.sound = sound;
        this.map = map;
        this.rate = sound.sampleRateHertz();
    }

    /// When the fade ends from what sounded before to the source shifted by so much.
    private record Mark(long output, long shift, boolean equalPower) {
        long source() {
            return output + shift;
        }
    }

    Splices between(Pin a, Pin b) {
        List<Mark> marks = new ArrayList<>();
        marks.add(new Mark(a.output(), a.shift(), false));
        Likeness part = part(a, b);
        for (long burst : BurstFinder.between(sound, a.source(), b.source())) {
            long shift = burst - Math.round(map.outputSecondsAt((double) burst / rate) * rate);
            Mark begin = new Mark(burst - frames(BEFORE_BURST_SECONDS) - shift, shift, true);
            Mark end = new Mark(burst + frames(AFTER_BURST_SECONDS) - shift, shift, false);
            if (hasRoom(marks.getLast(), begin) && hasRoom(end, b)) {
                walkTo(begin, marks, part);
                marks.add(end);
            }
        }
        walkTo(new Mark(b.output(), b.shift(), true), marks, part);
        return new Splices(
                sound,
                marks.stream().mapToLong(Mark::output).toArray(),
                marks.stream().mapToLong(Mark::shift).toArray(),
                marks.stream().map(Mark::equalPower).toList());
    }

    private boolean hasRoom(Mark before, Mark after) {
        long least = frames(BEFORE_BURST_SECONDS);
        return after.output - before.output >= least && after.source() - before.source() >= 0;
    }

    private boolean hasRoom(Mark before, Pin after) {
        return hasRoom(before, new Mark(after.output(), after.shift(), false));
    }

    private int frames(double seconds) {
        return Math.max(1, (int) (seconds * rate));
    }

    /// Step after step, from the last mark to a given one.
    private void walkTo(Mark goal, List<Mark> marks, Likeness part) {
        int step = frames(STEP_SECONDS);
        long output = marks.getLast().output;
        long source = marks.getLast().source();
        while (output + 2L * step < goal.output) {
            output += step;
            source += step;
            double wanted = map.sourceSecondsAt((double) output / rate) * rate;
            boolean noise = false;
            if (Math.abs(wanted - source) > TOLERANCE_SECONDS * rate) {
                long natural = source;
                source = next(part, natural, Math.round(wanted), step);
                noise = part.of(natural, source, step) < ALIKE;
            }
            marks.add(new Mark(output, source - output, noise));
        }
        marks.add(goal);
    }

    /// Where sound goes on that is off the map.
    private long next(Likeness part, long natural, long wanted, int step) {
        int apart = frames(SHORTEST_PERIOD_SECONDS);
        int compared = frames(COMPARED_SECONDS);
        int reach = frames(0.5 * LONGEST_PERIOD_SECONDS);
        long again = mostSimilar(part, natural, wanted, reach, apart, compared);
        if (part.roughly(natural, again, compared) > COMES_AGAIN) {
            return Math.abs(again - wanted) < Math.abs(natural - wanted) ? again : natural;
        }
        return mostSimilar(part, natural, wanted, frames(SEARCH_SECONDS), 0, step);
    }

    /// @param reach frames around the wanted one in which it may lie
    /// @param apart least distance from the natural one
    /// @param length frames that are compared
    private static long mostSimilar(
            Likeness part, long natural, long wanted, int reach, int apart, int length) {
        long best = wanted;
        double most = Double.NEGATIVE_INFINITY;
        int count = 2 * reach / SEARCH_STRIDE + 1;
        double[] alike = part.roughly(natural, wanted - reach, count, length);
        for (int k = 0; k < count; k++) {
            long candidate = wanted - reach + (long) k * SEARCH_STRIDE;
            if (Math.abs(candidate - natural) >= apart && alike[k] > most) {
                most = alike[k];
                best = candidate;
            }
        }
        return best;
    }

    /// All that may be compared between two pins: no step leads further away than the map may.
    private Likeness part(Pin a, Pin b) {
        long margin =
                2L * frames(STEP_SECONDS)
                        + frames(0.5 * LONGEST_PERIOD_SECONDS)
                        + frames(COMPARED_SECONDS);
        long from = Math.max(0, a.source() - margin);
        long to = Math.min(sound.frames(), b.source() + margin);
        return new Likeness(sound, from, to, SEARCH_STRIDE);
    }
}
