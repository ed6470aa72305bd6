package zelvan.render;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import zelvan.timing.TimeMap;

/// Finds where copying, splicing and putting together from cycles give way to each other.
///
/// Sound that is put together from cycles begins and ends at an epoch; so what is copied beside it
/// reaches a part of a cycle further than it must.
final class PinFinder {
    /// Shifts that differ by less are the same.
    private static final double SAME_SHIFT_FRAMES = 1e-3;

    private final Epochs epochs;
    private final Shape shape;
    private final TimeMap map;
    private final int rate;
    private final List<Bend> bends;

    PinFinder(Epochs epochs, Shape shape, int sampleRateHertz) {
        this.epochs = epochs;
        this.shape = shape;
        this.map = shape.time();
        this.rate = sampleRateHertz;
        this.bends = bends();
    }

    /// A point of the time map in whole frames.
    ///
    /// @param straight whether time runs at rate 1 from here to the next
    private record Bend(long source, long shift, boolean straight) {}

    /// A piece of the source in which one thing happens.
    private record Piece(long from, long to, int run, Pin.Kind kind, long shift) {
        boolean goesOn(Piece next) {
            return kind == next.kind
                    && run == next.run
                    && (kind != Pin.Kind.COPIED || shift == next.shift);
        }
    }

    List<Pin> pins() {
        List<Pin> pins = new ArrayList<>();
        List<Piece> pieces = withRoom(pieces());
        for (int i = 0; i < pieces.size(); i++) {
            Piece piece = pieces.get(i);
            long source = i == 0 ? piece.from : border(pieces.get(i - 1), piece);
            Pin pin = new Pin(source, outputAt(source, i, pieces), piece.kind);
            if (pins.isEmpty()
                    || pin.source() > pins.getLast().source()
                            && pin.output() > pins.getLast().output()) {
                pins.add(pin);
            }
        }
        return consistent(pins);
    }

    /// What is copied must end with the shift that it began with; if there was no room for what
    /// should have come between, it is spliced.
    private static List<Pin> consistent(List<Pin> pins) {
        for (int i = 0; i + 1 < pins.size(); i++) {
            Pin pin = pins.get(i);
            if (pin.copied() && pins.get(i + 1).shift() != pin.shift()) {
                pins.set(i, new Pin(pin.source(), pin.output(), Pin.Kind.SPLICED));
            }
        }
        return List.copyOf(pins);
    }

    /// Where one piece gives way to the next: within a voiced run, at an epoch on the changing
    /// side.
    private long border(Piece before, Piece after) {
        if (before.run != after.run || before.run < 0) {
            return after.from;
        }
        return after.kind == Pin.Kind.GRAINS
                ? epochAfter(before.run, after.from)
                : epochBefore(before.run, after.from);
    }

    /// The first epoch of a run at or after a frame; its last one if there is none.
    private long epochAfter(int run, long frame) {
        double[] marks = epochs.marks(run);
        int nearest = epochs.nearest(run, frame);
        boolean before = Math.round(marks[nearest]) < frame;
        return Math.round(marks[Math.min(before ? nearest + 1 : nearest, marks.length - 1)]);
    }

    /// The last epoch of a run at or before a frame; its first one if there is none.
    private long epochBefore(int run, long frame) {
        double[] marks = epochs.marks(run);
        int nearest = epochs.nearest(run, frame);
        boolean after = Math.round(marks[nearest]) > frame;
        return Math.round(marks[Math.max(after ? nearest - 1 : nearest, 0)]);
    }

    /// Where there is no room for a whole cycle, sound is faded over as if it had no pitch.
    private List<Piece> withRoom(List<Piece> pieces) {
        List<Piece> roomy = new ArrayList<>();
        for (int i = 0; i < pieces.size(); i++) {
            Piece piece = pieces.get(i);
            if (piece.kind == Pin.Kind.GRAINS) {
                boolean copiedBefore = i > 0 && pieces.get(i - 1).run == piece.run;
                boolean copiedAfter = i + 1 < pieces.size() && pieces.get(i + 1).run == piece.run;
                long from = copiedBefore ? epochAfter(piece.run, piece.from) : piece.from;
                long to = copiedAfter ? epochBefore(piece.run, piece.to) : piece.to;
                if (to <= from) {
                    piece = new Piece(piece.from, piece.to, -1, Pin.Kind.SPLICED, piece.shift);
                }
            }
            roomy.add(piece);
        }
        return roomy;
    }

    private long outputAt(long source, int piece, List<Piece> pieces) {
        Piece after = pieces.get(piece);
        if (after.kind == Pin.Kind.COPIED) {
            return source - after.shift;
        }
        if (piece > 0 && pieces.get(piece - 1).kind == Pin.Kind.COPIED) {
            return source - pieces.get(piece - 1).shift;
        }
        return Math.round(map.outputSecondsAt((double) source / rate) * rate);
    }

    /// The whole voice, in order, without holes.
    private List<Piece> pieces() {
        List<Piece> pieces = new ArrayList<>();
        long[] cuts = cuts();
        int bend = -1;
        int run = 0;
        for (int c = 0; c < cuts.length; c++) {
            long from = cuts[c];
            long to = c + 1 < cuts.length ? cuts[c + 1] : Long.MAX_VALUE;
            while (bend + 1 < bends.size() && bends.get(bend + 1).source <= from) {
                bend++;
            }
            while (run < epochs.runs() && lastEpoch(run) <= from) {
                run++;
            }
            boolean voiced = run < epochs.runs() && firstEpoch(run) <= from;
            Bend at = bends.get(Math.max(0, bend));
            boolean straight = bend < 0 || at.straight;
            Piece piece =
                    new Piece(
                            from,
                            to,
                            voiced ? run : -1,
                            kind(from, to, voiced, straight),
                            at.shift);
            if (!pieces.isEmpty() && pieces.getLast().goesOn(piece)) {
                Piece before = pieces.removeLast();
                piece = new Piece(before.from, to, before.run, before.kind, before.shift);
            }
            pieces.add(piece);
        }
        return pieces;
    }

    private Pin.Kind kind(long from, long to, boolean voiced, boolean straight) {
        if (voiced) {
            boolean recoloured = shape.recolours((double) from / rate, (double) to / rate);
            return straight && !recoloured ? Pin.Kind.COPIED : Pin.Kind.GRAINS;
        }
        return straight ? Pin.Kind.COPIED : Pin.Kind.SPLICED;
    }

    private long firstEpoch(int run) {
        return Math.round(epochs.marks(run)[0]);
    }

    private long lastEpoch(int run) {
        double[] marks = epochs.marks(run);
        return Math.round(marks[marks.length - 1]);
    }

    /// Every frame of the source at which something may begin to change.
    private long[] cuts() {
        double[] pitch = shape.pitch().curve().borders();
        double[] formants = shape.formantCents().borders();
        double[] harmonics = shape.harmonics().borders();
        long[] cuts =
                new long
                        [1
                                + bends.size()
                                + 2 * epochs.runs()
                                + 2 * (pitch.length + formants.length + harmonics.length)];
        int count = 0;
        for (Bend bend : bends) {
            cuts[count++] = bend.source;
        }
        for (int run = 0; run < epochs.runs(); run++) {
            cuts[count++] = firstEpoch(run);
            cuts[count++] = lastEpoch(run);
        }
        for (double[] borders : List.of(pitch, formants, harmonics)) {
            for (double border : borders) {
                // Between two frames: of what ends there, nothing is left at the second.
                cuts[count++] = (long) Math.floor(border * rate);
                cuts[count++] = (long) Math.ceil(border * rate);
            }
        }
        Arrays.sort(cuts, 0, count);
        if (count == 0 || cuts[0] > 0) {
            System.arraycopy(cuts, 0, cuts, 1, count++);
            cuts[0] = 0;
        }
        return withoutRepeats(cuts, count);
    }

    private static long[] withoutRepeats(long[] sorted, int count) {
        int kept = 0;
        for (int i = 0; i < count; i++) {
            if (i == 0 || sorted[i] != sorted[i - 1]) {
                sorted[kept++] = sorted[i];
            }
        }
        return Arrays.copyOf(sorted, kept);
    }

    /// What has slope 1 keeps the same whole shift from one end to the other, whatever its ends are
    /// rounded to.
    private List<Bend> bends() {
        List<Bend> found = new ArrayList<>();
        double before = Double.NaN;
        for (int i = 0; i < map.size(); i++) {
            double shift = shift(i);
            boolean straightBefore = Math.abs(shift - before) < SAME_SHIFT_FRAMES;
            boolean straightAfter =
                    i + 1 == map.size() || Math.abs(shift(i + 1) - shift) < SAME_SHIFT_FRAMES;
            long whole = straightBefore ? found.getLast().shift : Math.round(shift);
            found.add(
                    new Bend(
                            Math.round(map.point(i).sourceSeconds() * rate), whole, straightAfter));
            before = shift;
        }
        return found;
    }

    private double shift(int point) {
        TimeMap.Point at = map.point(point);
        return (at.sourceSeconds() - at.outputSeconds()) * rate;
    }
}
