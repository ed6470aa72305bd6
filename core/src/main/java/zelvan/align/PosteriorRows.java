package zelvan.align;

import java.util.function.IntToDoubleFunction;

/// The rows at hand of [PathPosterior], by column, and the sums over one row of them.
///
/// Prices are weights: the dearer, the smaller. A wall is a price of nothing, a weight of 1.
final class PosteriorRows {
    static final int LONGEST = BandRows.LONGEST;

    private final int width;

    // Prices of each row of the voice, by column.
    final double[] linger;
    final double[] tear;
    final double[] enter;
    final double[] skip;

    /// 1, or 0 where the voice stands at a wall; and the other way round.
    final double[] open;

    final double[] wall;

    // Prices of the row.
    double lingerOfRow;
    double tearOfRow;
    double enterOfRow;
    double skipOfRow;

    // Weights of the cells of the row, and of those one and two rows before.
    double[] own = {};
    double[] ownOne = {};
    double[] ownTwo = {};

    // What each step that ends in a cell of the row weighs.
    double[] straight = {};
    double[] twoOfVoice = {};
    double[] threeOfVoice = {};
    double[] twoOfGuide = {};
    double[] threeOfGuide = {};

    // The states of the row.
    double[] match = {};
    double[] guideOnly = {};
    double[] voiceOnly = {};

    // Those of the rows that a step leads to it from, one, two and three rows away.
    double[] matchOne = {};
    double[] matchTwo = {};
    double[] matchThree = {};
    double[] guideOne = {};
    double[] voiceOne = {};

    // Steps that lead on from the row: those that end one, two and three rows further on.
    double[] straightOn = {};
    double[] twoOfVoiceOn = {};
    double[] threeOfVoiceOn = {};
    double[] twoOfGuideOn = {};
    double[] threeOfGuideOn = {};

    /// What comes into "voice only" from other states; going back, what leaves for a match.
    final double[] beside;

    PosteriorRows(Costs costs, double temperature) {
        width = costs.voiceRows() + 2 * LONGEST;
        linger = soft(costs.voiceRows(), costs::lingerOfVoice, temperature);
        tear = soft(costs.voiceRows(), costs::tearVoice, temperature);
        enter = soft(costs.voiceRows(), costs::enterVoiceOnly, temperature);
        skip = soft(costs.voiceRows(), costs::skipVoice, temperature);
        open = new double[width];
        wall = new double[width];
        beside = new double[width];
        for (int j = 0; j < costs.voiceRows(); j++) {
            open[j + LONGEST] = costs.atWall(j) ? 0 : 1;
            wall[j + LONGEST] = costs.atWall(j) ? 1 : 0;
        }
    }

    private double[] soft(int count, IntToDoubleFunction cost, double temperature) {
        double[] soft = new double[width];
        for (int j = 0; j < count; j++) {
            soft[j + LONGEST] = Math.exp(-cost.applyAsDouble(j) / temperature);
        }
        return soft;
    }

    /// What the steps that end in a column weigh.
    void weighSteps(int c) {
        // The dearer of the two prices: the smaller weight.
        double price = Math.min(lingerOfRow, linger[c]);
        double w = own[c] * price;
        straight[c] = own[c] * own[c];
        twoOfVoice[c] = own[c - 1] * own[c - 1] * w;
        threeOfVoice[c] = own[c - 2] * own[c - 2] * own[c - 1] * w * price;
        twoOfGuide[c] = ownOne[c] * ownOne[c] * w;
        threeOfGuide[c] = ownTwo[c] * ownTwo[c] * ownOne[c] * w * price;
    }

    /// Ways to a column's match and "guide only".
    void gather(int c) {
        match[c] =
                (matchOne[c - 1] + guideOne[c - 1] + voiceOne[c - 1]) * straight[c]
                        + matchOne[c - 2] * twoOfVoice[c]
                        + matchOne[c - 3] * threeOfVoice[c]
                        + matchTwo[c - 1] * twoOfGuide[c]
                        + matchThree[c - 1] * threeOfGuide[c];
        double entered = matchOne[c] * (wall[c] + open[c] * enterOfRow * tear[c]);
        guideOnly[c] = (entered + guideOne[c]) * (wall[c] + open[c] * skipOfRow);
    }

    /// Ways that enter a column's "voice only".
    void gatherBeside(int c) {
        beside[c] = match[c - 1] * (wall[c] + open[c] * enter[c] * tearOfRow) + guideOnly[c - 1];
    }

    /// Ways to "voice only", column after column.
    void gatherVoiceOnly(int first, int last) {
        double way = 0;
        for (int c = first; c <= last; c++) {
            way = (beside[c] + way) * skip[c];
            voiceOnly[c] = way;
        }
    }

    /// Ways on from a column to a match in the next row.
    void leaveForMatch(int c) {
        beside[c] = matchOne[c + 1] * straightOn[c + 1];
    }

    /// Ways on from "voice only", column before column.
    void leaveVoiceOnly(int first, int last) {
        double way = 0;
        for (int c = last; c >= first; c--) {
            way = beside[c] + way * skip[c + 1];
            voiceOnly[c] = way;
        }
    }

    /// Ways on from a column's match and "guide only".
    void leave(int c) {
        double guideAlone = guideOne[c] * (wall[c] + open[c] * skipOfRow);
        double voiceAlone = voiceOnly[c + 1] * skip[c + 1];
        match[c] =
                beside[c]
                        + matchOne[c + 2] * twoOfVoiceOn[c + 2]
                        + matchOne[c + 3] * threeOfVoiceOn[c + 3]
                        + matchTwo[c + 1] * twoOfGuideOn[c + 1]
                        + matchThree[c + 1] * threeOfGuideOn[c + 1]
                        + guideAlone * (wall[c] + open[c] * enterOfRow * tear[c])
                        + voiceAlone * (wall[c + 1] + open[c + 1] * enter[c + 1] * tearOfRow);
        guideOnly[c] = beside[c] + guideAlone + voiceAlone;
    }
}
