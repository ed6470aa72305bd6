package zelvan.align;

import jdk.incubator.vector.DoubleVector;
import jdk.incubator.vector.FloatVector;
import jdk.incubator.vector.IntVector;
import jdk.incubator.vector.VectorOperators;
import jdk.incubator.vector.VectorSpecies;

/// Many cells at a time.
///
/// The last cells of a row are worked out together with some before them once more; where a row is
/// shorter than what the processor takes at once, one by one.
final class WideKernels implements Kernels {
    // Constants, or the compiler does not see through them.
    private static final VectorSpecies<Float> FLOATS = FloatVector.SPECIES_PREFERRED;
    private static final VectorSpecies<Integer> INTS = IntVector.SPECIES_PREFERRED;
    private static final int LANES = FLOATS.length();
    private static final VectorSpecies<Double> DOUBLES = DoubleVector.SPECIES_PREFERRED;
    private static final int DOUBLE_LANES = DOUBLES.length();

    private final PlainKernels plain = new PlainKernels();

    @Override
    public void unlikeness(
            float[] row,
            float[] columns,
            int length,
            int from,
            int count,
            float scale,
            int[] into,
            int at) {
        if (count < LANES) {
            plain.unlikeness(row, columns, length, from, count, scale, into, at);
            return;
        }
        int k = 0;
        for (; k + 4 * LANES <= count; k += 4 * LANES) {
            four(row, columns, length, from + k, scale, into, at + k);
        }
        for (; k + LANES <= count; k += LANES) {
            one(row, columns, length, from + k, scale, into, at + k);
        }
        if (k < count) {
            one(row, columns, length, from + count - LANES, scale, into, at + count - LANES);
        }
    }

    private void four(
            float[] row, float[] columns, int length, int from, float scale, int[] into, int at) {
        FloatVector s0 = FloatVector.zero(FLOATS);
        FloatVector s1 = s0;
        FloatVector s2 = s0;
        FloatVector s3 = s0;
        int place = from;
        for (float value : row) {
            FloatVector own = FloatVector.broadcast(FLOATS, value);
            FloatVector d = own.sub(FloatVector.fromArray(FLOATS, columns, place));
            s0 = s0.add(d.mul(d));
            d = own.sub(FloatVector.fromArray(FLOATS, columns, place + LANES));
            s1 = s1.add(d.mul(d));
            d = own.sub(FloatVector.fromArray(FLOATS, columns, place + 2 * LANES));
            s2 = s2.add(d.mul(d));
            d = own.sub(FloatVector.fromArray(FLOATS, columns, place + 3 * LANES));
            s3 = s3.add(d.mul(d));
            place += length;
        }
        units(s0.mul(scale)).intoArray(into, at);
        units(s1.mul(scale)).intoArray(into, at + LANES);
        units(s2.mul(scale)).intoArray(into, at + 2 * LANES);
        units(s3.mul(scale)).intoArray(into, at + 3 * LANES);
    }

    private void one(
            float[] row, float[] columns, int length, int from, float scale, int[] into, int at) {
        FloatVector sum = FloatVector.zero(FLOATS);
        int place = from;
        for (float value : row) {
            FloatVector d =
                    FloatVector.broadcast(FLOATS, value)
                            .sub(FloatVector.fromArray(FLOATS, columns, place));
            sum = sum.add(d.mul(d));
            place += length;
        }
        units(sum.mul(scale)).intoArray(into, at);
    }

    /// See [Kernels#unlikeness(float)].
    private IntVector units(FloatVector x) {
        FloatVector y = x.mul(1 / 64f);
        FloatVector e = y.add(1).add(y.mul(0.5f).mul(y));
        e = e.mul(e);
        e = e.mul(e);
        e = e.mul(e);
        e = e.mul(e);
        e = e.mul(e);
        e = e.mul(e);
        FloatVector left = FloatVector.broadcast(FLOATS, Costs.UNITS).div(e).add(0.5f);
        IntVector whole = (IntVector) left.convert(VectorOperators.F2I, 0);
        return whole.neg().add(Costs.UNITS);
    }

    @Override
    public void withGuide(WarpingRows rows, int first, int last) {
        if (last - first + 1 < LANES) {
            plain.withGuide(rows, first, last);
            return;
        }
        for (int c = first; c <= last; c += LANES) {
            step(rows, Math.min(c, last + 1 - LANES));
        }
    }

    /// See [WarpingRows#stepWithGuide].
    private void step(WarpingRows r, int c) {
        IntVector cost = at(r.own, c);
        IntVector linger = at(r.lingerOfVoice, c).max(r.lingerOfRow);
        IntVector lonely =
                at(r.guideBeforeOne, c)
                        .add(WarpingRows.FROM_GUIDE_ONLY)
                        .min(at(r.voiceBeforeOne, c).add(WarpingRows.FROM_VOICE_ONLY));
        IntVector best = at(r.diagonalOne, c).min(lonely).add(cost).add(cost);
        IntVector ownOne = at(r.ownOne, c);
        IntVector ownTwo = at(r.ownTwo, c);
        IntVector two =
                at(r.diagonalTwo, c).add(ownOne).add(ownOne).add(WarpingRows.FROM_TWO_OF_GUIDE);
        IntVector three =
                at(r.diagonalThree, c)
                        .add(ownTwo)
                        .add(ownTwo)
                        .add(ownOne)
                        .add(linger)
                        .add(WarpingRows.FROM_THREE_OF_GUIDE);
        IntVector more = cost.add(linger);
        best = best.min(two.min(three).add(more));
        IntVector before = at(r.ownBefore, c);
        IntVector twoBefore = at(r.ownTwoBefore, c);
        two = at(r.twoBefore, c).add(before).add(before).add(WarpingRows.FROM_TWO_OF_VOICE);
        three =
                at(r.threeBefore, c)
                        .add(twoBefore)
                        .add(twoBefore)
                        .add(before)
                        .add(linger)
                        .add(WarpingRows.FROM_THREE_OF_VOICE);
        best = best.min(two.min(three).add(more)).min(WarpingRows.NOTHING);
        IntVector open = at(r.open, c);
        IntVector entered = at(r.tearVoice, c).add(r.enterOfRow).and(open).add(at(r.matchOne, c));
        IntVector alone =
                at(r.guideOnlyOne, c)
                        .add(WarpingRows.GUIDE_ONLY)
                        .min(at(r.voiceOnlyOne, c).add(WarpingRows.VOICE_ONLY));
        alone = alone.min(entered).add(open.and(r.skipOfRow)).min(WarpingRows.NOTHING);
        best.and(~WarpingRows.STEP_MASK).intoArray(r.match, c);
        alone.and(~WarpingRows.STEP_MASK).intoArray(r.guideOnly, c);
        alone.and(WarpingRows.STEP_MASK)
                .lanewise(VectorOperators.LSHL, WarpingRows.GUIDE_ONLY_SHIFT)
                .or(best.and(WarpingRows.STEP_MASK))
                .intoArray(r.came, c);
    }

    @Override
    public void enterVoiceOnly(WarpingRows rows, int first, int last) {
        if (last - first + 1 < LANES) {
            plain.enterVoiceOnly(rows, first, last);
            return;
        }
        for (int c = first; c <= last; c += LANES) {
            enter(rows, Math.min(c, last + 1 - LANES));
        }
    }

    /// See [WarpingRows#stepEnterVoiceOnly].
    private void enter(WarpingRows r, int c) {
        IntVector price = at(r.enterVoiceOnly, c).add(r.tearOfRow).and(at(r.open, c));
        at(r.diagonal, c)
                .add(price)
                .min(at(r.guideBefore, c).add(WarpingRows.VOICE_FROM_GUIDE_ONLY))
                .intoArray(r.entered, c);
    }

    private IntVector at(int[] values, int c) {
        return IntVector.fromArray(INTS, values, c);
    }

    @Override
    public void weighSteps(PosteriorRows rows, int first, int last) {
        if (last - first + 1 < DOUBLE_LANES) {
            plain.weighSteps(rows, first, last);
            return;
        }
        for (int c = first; c <= last; c += DOUBLE_LANES) {
            weighSteps(rows, Math.min(c, last + 1 - DOUBLE_LANES));
        }
    }

    private static void weighSteps(PosteriorRows r, int c) {
        DoubleVector own = at(r.own, c);
        DoubleVector before = at(r.own, c - 1);
        DoubleVector twoBefore = at(r.own, c - 2);
        DoubleVector one = at(r.ownOne, c);
        DoubleVector two = at(r.ownTwo, c);
        DoubleVector price = at(r.linger, c).min(r.lingerOfRow);
        DoubleVector w = own.mul(price);
        own.mul(own).intoArray(r.straight, c);
        before.mul(before).mul(w).intoArray(r.twoOfVoice, c);
        twoBefore.mul(twoBefore).mul(before).mul(w).mul(price).intoArray(r.threeOfVoice, c);
        one.mul(one).mul(w).intoArray(r.twoOfGuide, c);
        two.mul(two).mul(one).mul(w).mul(price).intoArray(r.threeOfGuide, c);
    }

    @Override
    public void gather(PosteriorRows rows, int first, int last) {
        if (last - first + 1 < DOUBLE_LANES) {
            plain.gather(rows, first, last);
            return;
        }
        for (int c = first; c <= last; c += DOUBLE_LANES) {
            gather(rows, Math.min(c, last + 1 - DOUBLE_LANES));
        }
    }

    private static void gather(PosteriorRows r, int c) {
        DoubleVector open = at(r.open, c);
        DoubleVector wall = at(r.wall, c);
        DoubleVector guide = at(r.guideOne, c);
        at(r.matchOne, c - 1)
                .add(at(r.guideOne, c - 1))
                .add(at(r.voiceOne, c - 1))
                .mul(at(r.straight, c))
                .add(at(r.matchOne, c - 2).mul(at(r.twoOfVoice, c)))
                .add(at(r.matchOne, c - 3).mul(at(r.threeOfVoice, c)))
                .add(at(r.matchTwo, c - 1).mul(at(r.twoOfGuide, c)))
                .add(at(r.matchThree, c - 1).mul(at(r.threeOfGuide, c)))
                .intoArray(r.match, c);
        DoubleVector entered =
                at(r.matchOne, c).mul(wall.add(open.mul(r.enterOfRow).mul(at(r.tear, c))));
        entered.add(guide).mul(wall.add(open.mul(r.skipOfRow))).intoArray(r.guideOnly, c);
    }

    @Override
    public void gatherBeside(PosteriorRows rows, int first, int last) {
        if (last - first + 1 < DOUBLE_LANES) {
            plain.gatherBeside(rows, first, last);
            return;
        }
        for (int c = first; c <= last; c += DOUBLE_LANES) {
            gatherBeside(rows, Math.min(c, last + 1 - DOUBLE_LANES));
        }
    }

    private static void gatherBeside(PosteriorRows r, int c) {
        DoubleVector price = at(r.wall, c).add(at(r.open, c).mul(at(r.enter, c)).mul(r.tearOfRow));
        at(r.match, c - 1).mul(price).add(at(r.guideOnly, c - 1)).intoArray(r.beside, c);
    }

    @Override
    public void leaveForMatch(PosteriorRows rows, int first, int last) {
        if (last - first + 1 < DOUBLE_LANES) {
            plain.leaveForMatch(rows, first, last);
            return;
        }
        for (int c = first; c <= last; c += DOUBLE_LANES) {
            leaveForMatch(rows, Math.min(c, last + 1 - DOUBLE_LANES));
        }
    }

    private static void leaveForMatch(PosteriorRows r, int c) {
        at(r.matchOne, c + 1).mul(at(r.straightOn, c + 1)).intoArray(r.beside, c);
    }

    @Override
    public void leave(PosteriorRows rows, int first, int last) {
        if (last - first + 1 < DOUBLE_LANES) {
            plain.leave(rows, first, last);
            return;
        }
        for (int c = first; c <= last; c += DOUBLE_LANES) {
            leave(rows, Math.min(c, last + 1 - DOUBLE_LANES));
        }
    }

    private static void leave(PosteriorRows r, int c) {
        DoubleVector open = at(r.open, c);
        DoubleVector wall = at(r.wall, c);
        DoubleVector beside = at(r.beside, c);
        DoubleVector guideAlone = at(r.guideOne, c).mul(wall.add(open.mul(r.skipOfRow)));
        DoubleVector voiceAlone = at(r.voiceOnly, c + 1).mul(at(r.skip, c + 1));
        DoubleVector enterVoice =
                at(r.wall, c + 1).add(at(r.open, c + 1).mul(at(r.enter, c + 1)).mul(r.tearOfRow));
        beside.add(at(r.matchOne, c + 2).mul(at(r.twoOfVoiceOn, c + 2)))
                .add(at(r.matchOne, c + 3).mul(at(r.threeOfVoiceOn, c + 3)))
                .add(at(r.matchTwo, c + 1).mul(at(r.twoOfGuideOn, c + 1)))
                .add(at(r.matchThree, c + 1).mul(at(r.threeOfGuideOn, c + 1)))
                .add(guideAlone.mul(wall.add(open.mul(r.enterOfRow).mul(at(r.tear, c)))))
                .add(voiceAlone.mul(enterVoice))
                .intoArray(r.match, c);
        beside.add(guideAlone).add(voiceAlone).intoArray(r.guideOnly, c);
    }

    private static DoubleVector at(double[] values, int c) {
        return DoubleVector.fromArray(DOUBLES, values, c);
    }
}
