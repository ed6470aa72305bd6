package zelvan.align;

import java.util.Arrays;
import java.util.List;
import java.util.function.IntToDoubleFunction;

/// What the cheapest ways to the cells of the rows at hand cost, by column; the first column stands
/// behind as many empty ones as the longest step is long, and outside the band there is nothing.
/// Ways that a step leads on from stand in the column that it leads to, so that all steps are taken
/// column by column.
///
/// Costs are whole numbers, and the step by which a way ends stands in their lowest bits: so the
/// cheapest of several ways is found by taking the least number, and of two that cost the same it
/// is the one listed first.
final class WarpingRows {
    // How a match was reached: by rows of the guide and of the voice, 1 and 1, or up to 3 of one
    // and 1 of the other, or from a voice that sang alone.
    static final int FROM_DIAGONAL = 0;
    static final int FROM_TWO_OF_GUIDE = 1;
    static final int FROM_THREE_OF_GUIDE = 2;
    static final int FROM_TWO_OF_VOICE = 3;
    static final int FROM_THREE_OF_VOICE = 4;
    static final int FROM_GUIDE_ONLY = 5;
    static final int FROM_VOICE_ONLY = 6;

    // The states, and how "guide only" was reached.
    static final int MATCH = 0;
    static final int GUIDE_ONLY = 1;
    static final int VOICE_ONLY = 2;

    // How "voice only" was reached, if not from a match: that it was so before comes first.
    static final int VOICE_FROM_VOICE_ONLY = 1;
    static final int VOICE_FROM_GUIDE_ONLY = 2;

    /// Bits below the cost of a way, which say by which step it ends.
    static final int STEP_BITS = 3;

    static final int STEP_MASK = (1 << STEP_BITS) - 1;

    // Where the steps to a cell's three states stand in its byte.
    static final int GUIDE_ONLY_SHIFT = 3;
    static final int VOICE_ONLY_SHIFT = 5;

    /// Above all that is possible.
    static final int NOTHING = 1 << 30;

    /// When the cheapest way to a row costs more, as much is taken away from all: so whole numbers
    /// are large enough for the longest song.
    private static final int MUCH = 1 << 26;

    /// It is looked at every so many rows.
    private static final int LESSENED_ROWS = 64;

    private static final int FORBIDDEN = Costs.FORBIDDEN_UNITS << STEP_BITS;
    private static final int PADDING = BandRows.LONGEST;

    /// Rows that are kept before their room is used again, at most.
    private static final int PLACES = BandRows.LONGEST + 1;

    private final Costs costs;

    private final Band band;
    private final int width;

    /// Costs of the cells of this row, and of those one and two columns before.
    int[] own;

    final int[] ownBefore;
    final int[] ownTwoBefore;

    /// Costs of the cells one and two rows ago.
    int[] ownOne;

    int[] ownTwo;

    int[] match;
    int[] matchOne;

    /// Matches one column before: of this row, and of one, two and three rows ago.
    int[] diagonal;

    int[] diagonalOne;
    int[] diagonalTwo;
    int[] diagonalThree;

    /// Matches two and three columns before, one row ago.
    final int[] twoBefore;

    final int[] threeBefore;

    int[] guideOnly;
    int[] guideOnlyOne;
    private int[] voiceOnly;
    int[] voiceOnlyOne;

    /// Those that sing alone one column before: of this row, and of one row ago.
    int[] guideBefore;

    int[] guideBeforeOne;
    private int[] voiceBefore;
    int[] voiceBeforeOne;

    /// How match and "guide only" were reached.
    final int[] came;

    /// The cheaper of the ways that enter "voice only" from another state.
    final int[] entered;

    private int row = -1;
    private int first;
    private int last;

    // Prices of the row.
    int lingerOfRow;
    int enterOfRow;
    int skipOfRow;
    int tearOfRow;

    // Prices of each row of the voice.
    final int[] lingerOfVoice;
    final int[] tearVoice;
    final int[] enterVoiceOnly;
    private final int[] skipVoice;

    /// All bits, or none where the voice stands at a wall.
    final int[] open;

    WarpingRows(Costs costs, Band band) {
        this.costs = costs;
        this.band = band;
        width = costs.voiceRows() + 2 * PADDING;
        own = row(FORBIDDEN);
        ownBefore = row(FORBIDDEN);
        ownTwoBefore = row(FORBIDDEN);
        ownOne = row(FORBIDDEN);
        ownTwo = row(FORBIDDEN);
        match = row(NOTHING);
        matchOne = row(NOTHING);
        diagonal = row(NOTHING);
        diagonalOne = row(NOTHING);
        diagonalTwo = row(NOTHING);
        diagonalThree = row(NOTHING);
        twoBefore = row(NOTHING);
        threeBefore = row(NOTHING);
        guideOnly = row(NOTHING);
        guideOnlyOne = row(NOTHING);
        voiceOnly = row(NOTHING);
        voiceOnlyOne = row(NOTHING);
        guideBefore = row(NOTHING);
        guideBeforeOne = row(NOTHING);
        voiceBefore = row(NOTHING);
        voiceBeforeOne = row(NOTHING);
        came = new int[width];
        entered = new int[width];
        lingerOfVoice = prices(costs::lingerOfVoice);
        enterVoiceOnly = prices(costs::enterVoiceOnly);
        tearVoice = prices(costs::tearVoice);
        skipVoice = prices(costs::skipVoice);
        open = new int[width];
        for (int j = 0; j < costs.voiceRows(); j++) {
            open[j + PADDING] = costs.atWall(j) ? 0 : -1;
        }
        // Before the first rows of both everything begins.
        diagonal[PADDING] = 0;
        guideOnly[PADDING] = 0;
    }

    private int[] row(int filling) {
        int[] row = new int[width];
        Arrays.fill(row, filling);
        return row;
    }

    private int[] prices(IntToDoubleFunction cost) {
        int[] prices = new int[width];
        for (int j = 0; j < costs.voiceRows(); j++) {
            prices[j + PADDING] = price(cost.applyAsDouble(j));
        }
        return prices;
    }

    private static int price(double cost) {
        return Costs.units(cost) << STEP_BITS;
    }

    /// Goes on to the next row; the oldest ones make room for it.
    void next() {
        row++;
        first = BandRows.first(band, row);
        last = BandRows.last(band, row);
        int[] used = ownTwo;
        ownTwo = ownOne;
        ownOne = own;
        own = cleared(used, FORBIDDEN);
        used = diagonalThree;
        diagonalThree = diagonalTwo;
        diagonalTwo = diagonalOne;
        diagonalOne = diagonal;
        diagonal = used;
        used = matchOne;
        matchOne = match;
        match = cleared(used, NOTHING);
        used = guideOnlyOne;
        guideOnlyOne = guideOnly;
        guideOnly = cleared(used, NOTHING);
        used = voiceOnlyOne;
        voiceOnlyOne = voiceOnly;
        voiceOnly = cleared(used, NOTHING);
        used = guideBeforeOne;
        guideBeforeOne = guideBefore;
        guideBefore = used;
        used = voiceBeforeOne;
        voiceBeforeOne = voiceBefore;
        voiceBefore = used;
    }

    /// Empties what an older row has left beside this one, as far as steps may look.
    private int[] cleared(int[] values, int nothing) {
        int oldest = BandRows.first(band, Math.max(0, row - PLACES));
        Arrays.fill(values, oldest, first + PADDING, nothing);
        Arrays.fill(values, last + 1, Math.min(values.length, last + 1 + PADDING), nothing);
        return values;
    }

    /// A copy of what stands in this row, some columns further on.
    private void shift(int[] values, int columns, int[] into) {
        cleared(into, values == own ? FORBIDDEN : NOTHING);
        System.arraycopy(
                values, first, into, first + columns, Math.min(last + 1, width - columns) - first);
    }

    /// Reads the costs of the row.
    void read(CostRows cells) {
        cells.read(row, own, first);
        for (int c = first; c <= last; c++) {
            own[c] <<= STEP_BITS;
        }
        shift(own, 1, ownBefore);
        shift(own, 2, ownTwoBefore);
        lingerOfRow = price(costs.lingerOfGuide(row));
        enterOfRow = price(costs.enterGuideOnly(row));
        skipOfRow = price(costs.skipGuide(row));
        tearOfRow = price(costs.tearGuide(row));
    }

    /// Ways whose last step takes a row of the guide: they lead on from rows before this one.
    void withGuide(Kernels kernels) {
        kernels.withGuide(this, first, last);
    }

    /// The same in one column.
    void stepWithGuide(int c) {
        int cost = own[c];
        int linger = Math.max(lingerOfRow, lingerOfVoice[c]);
        int best =
                Math.min(
                                diagonalOne[c],
                                Math.min(
                                        guideBeforeOne[c] + FROM_GUIDE_ONLY,
                                        voiceBeforeOne[c] + FROM_VOICE_ONLY))
                        + 2 * cost;
        int two = diagonalTwo[c] + 2 * ownOne[c] + FROM_TWO_OF_GUIDE;
        int three = diagonalThree[c] + 2 * ownTwo[c] + ownOne[c] + linger + FROM_THREE_OF_GUIDE;
        best = Math.min(best, Math.min(two, three) + cost + linger);
        two = twoBefore[c] + 2 * ownBefore[c] + FROM_TWO_OF_VOICE;
        three = threeBefore[c] + 2 * ownTwoBefore[c] + ownBefore[c] + linger + FROM_THREE_OF_VOICE;
        best = Math.min(best, Math.min(two, three) + cost + linger);
        best = Math.min(best, NOTHING);
        int entering = matchOne[c] + (enterOfRow + tearVoice[c] & open[c]);
        int before = Math.min(guideOnlyOne[c] + GUIDE_ONLY, voiceOnlyOne[c] + VOICE_ONLY);
        int alone = Math.min(entering, before) + (skipOfRow & open[c]);
        alone = Math.min(alone, NOTHING);
        match[c] = best & ~STEP_MASK;
        guideOnly[c] = alone & ~STEP_MASK;
        came[c] = best & STEP_MASK | (alone & STEP_MASK) << GUIDE_ONLY_SHIFT;
    }

    /// Ways whose last step takes a row of the voice only: they lead on from the column before.
    ///
    /// @param steps takes how each cell's states were reached
    void withVoice(Kernels kernels, byte[] steps) {
        shift(match, 1, diagonal);
        shift(match, 2, twoBefore);
        shift(match, 3, threeBefore);
        shift(guideOnly, 1, guideBefore);
        kernels.enterVoiceOnly(this, first, last);
        int way = row == 0 ? 0 : NOTHING;
        for (int c = first; c <= last; c++) {
            int best = Math.min(entered[c], way + VOICE_FROM_VOICE_ONLY);
            way = Math.min((best & ~STEP_MASK) + skipVoice[c], NOTHING);
            voiceOnly[c] = way;
            steps[c - first] = (byte) (came[c] | (best & STEP_MASK) << VOICE_ONLY_SHIFT);
        }
        shift(voiceOnly, 1, voiceBefore);
        // What everything begins with is not a match that a longer step could lead on from.
        diagonalOne[PADDING] = row == 0 ? NOTHING : diagonalOne[PADDING];
        if (row % LESSENED_ROWS == 0) {
            lessen();
        }
    }

    /// Enters "voice only" in one column.
    void stepEnterVoiceOnly(int c) {
        int fromMatch = diagonal[c] + (enterVoiceOnly[c] + tearOfRow & open[c]);
        entered[c] = Math.min(fromMatch, guideBefore[c] + VOICE_FROM_GUIDE_ONLY);
    }

    /// Takes what the cheapest way costs away from all, if it is much.
    private void lessen() {
        int least = NOTHING;
        for (int c = first; c <= last; c++) {
            least = Math.min(least, Math.min(match[c], Math.min(guideOnly[c], voiceOnly[c])));
        }
        if (least < MUCH) {
            return;
        }
        for (int[] values :
                List.of(
                        match,
                        diagonal,
                        diagonalOne,
                        diagonalTwo,
                        twoBefore,
                        threeBefore,
                        guideOnly,
                        guideBefore,
                        voiceOnly,
                        voiceBefore)) {
            for (int c = 0; c < width; c++) {
                values[c] -= values[c] < NOTHING ? least : 0;
            }
        }
    }

    /// The state in which the cheapest way to the last cell of the row ends.
    int lastState() {
        int m = match[last];
        int g = guideOnly[last];
        int v = voiceOnly[last];
        return m <= g && m <= v ? MATCH : g <= v ? GUIDE_ONLY : VOICE_ONLY;
    }
}
