package zelvan.align;

import java.util.Arrays;
import java.util.stream.IntStream;

/// Finds the cheapest way through two voices, with explicit states for "only the guide sings" and
/// "only the voice sings".
///
/// How it works: dynamic programming over pairs of rows in three states. *Match* consumes a row of
/// each, or two or three of one and one of the other at a small price, and costs how unlike they
/// are: no voice passes for more than three times the other. *Guide only* and *voice only* consume
/// rows of one side at a fixed price for each row that is sung, and almost nothing for silence;
/// entering them from a match costs once more. So rests cost nothing wherever they are, a missing
/// phrase or an ad-lib is cheaper to skip than to match, and a doubtful syllable is cheaper to
/// match than to skip.
///
/// **Source:** H. Sakoe & S. Chiba, *Dynamic programming algorithm optimization for spoken word
/// recognition* (1978), symmetric form with bounded slope; O. Gotoh, *An improved algorithm for
/// matching biological sequences* (1982), for the states and their entering cost.
final class Warping {
    // How a state was reached; two bits for each lonely state above three for the match. A match is
    // reached by rows of the guide and of the voice: 1 and 1, or up to 3 of one and 1 of the other.
    private static final int FROM_DIAGONAL = 0;
    private static final int FROM_TWO_OF_GUIDE = 1;
    private static final int FROM_THREE_OF_GUIDE = 2;
    private static final int FROM_TWO_OF_VOICE = 3;
    private static final int FROM_THREE_OF_VOICE = 4;
    private static final int FROM_GUIDE_ONLY = 5;
    private static final int FROM_VOICE_ONLY = 6;
    private static final int MATCH_MASK = 7;
    private static final int GUIDE_ONLY_SHIFT = 3;
    private static final int VOICE_ONLY_SHIFT = 5;

    static final int MATCH = 0;
    static final int GUIDE_ONLY = 1;
    static final int VOICE_ONLY = 2;

    /// Above all that is possible.
    private static final double NOTHING = 4 * Costs.FORBIDDEN;

    private static final int PADDING = BandRows.LONGEST;

    private final Costs costs;

    // Prices of each row of the voice.
    private final double[] lingerOfVoice;
    private final double[] enterVoiceOnly;
    private final double[] tearVoice;
    private final double[] skipVoice;
    private final boolean[] atWall;

    Warping(Costs costs) {
        this.costs = costs;
        int columns = costs.voiceRows();
        lingerOfVoice = IntStream.range(0, columns).mapToDouble(costs::lingerOfVoice).toArray();
        enterVoiceOnly = IntStream.range(0, columns).mapToDouble(costs::enterVoiceOnly).toArray();
        tearVoice = IntStream.range(0, columns).mapToDouble(costs::tearVoice).toArray();
        skipVoice = IntStream.range(0, columns).mapToDouble(costs::skipVoice).toArray();
        atWall = new boolean[columns];
        for (int j = 0; j < columns; j++) {
            atWall[j] = costs.atWall(j);
        }
    }

    /// The best path inside the band, from the first rows of both to the last of both.
    WarpPath best(Band band) {
        int rows = costs.guideRows();
        byte[][] came = new byte[rows][];
        Rows recent = new Rows(band);
        for (int i = 0; i < rows; i++) {
            came[i] = new byte[band.high()[i] - band.low()[i] + 1];
            recent.open(i);
            costs.match(
                    i,
                    band.low()[i],
                    band.high()[i] + 1,
                    recent.cost.at(i),
                    BandRows.first(band, i));
            fill(i, band, recent, came[i]);
        }
        return backwards(band, came, recent.bestState(rows - 1, costs.voiceRows() - 1));
    }

    /// Costs of the cells of the rows at hand, and of the cheapest ways to their states.
    private final class Rows {
        final BandRows cost;
        final BandRows match;
        final BandRows guideOnly;
        final BandRows voiceOnly;

        Rows(Band band) {
            cost = new BandRows(band, costs.voiceRows(), NOTHING);
            match = new BandRows(band, costs.voiceRows(), NOTHING);
            guideOnly = new BandRows(band, costs.voiceRows(), NOTHING);
            voiceOnly = new BandRows(band, costs.voiceRows(), NOTHING);
        }

        void open(int row) {
            cost.open(row);
            match.open(row);
            guideOnly.open(row);
            voiceOnly.open(row);
        }

        int bestState(int row, int column) {
            double m = match.at(row)[column + PADDING];
            double g = guideOnly.at(row)[column + PADDING];
            double v = voiceOnly.at(row)[column + PADDING];
            return m <= g && m <= v ? MATCH : g <= v ? GUIDE_ONLY : VOICE_ONLY;
        }
    }

    private void fill(int i, Band band, Rows recent, byte[] came) {
        double[] cost = recent.cost.at(i);
        double[] costOne = recent.cost.at(i - 1);
        double[] costTwo = recent.cost.at(i - 2);
        double[] match = recent.match.at(i);
        double[] one = recent.match.at(i - 1);
        double[] two = recent.match.at(i - 2);
        double[] three = recent.match.at(i - 3);
        double[] guideOnly = recent.guideOnly.at(i);
        double[] guideOne = recent.guideOnly.at(i - 1);
        double[] voiceOnly = recent.voiceOnly.at(i);
        double[] voiceOne = recent.voiceOnly.at(i - 1);
        boolean top = i == 0;
        double skipI = costs.skipGuide(i);
        double enterI = costs.enterGuideOnly(i);
        double tearI = costs.tearGuide(i);
        double lingerI = costs.lingerOfGuide(i);
        int first = BandRows.first(band, i);
        for (int k = 0; k < came.length; k++) {
            int c = first + k;
            int j = c - PADDING;
            boolean corner = top && j == 0;
            double own = cost[c];
            double linger = Math.max(lingerI, lingerOfVoice[j]);
            double best = corner ? 2 * own : one[c - 1] + 2 * own;
            int from = FROM_DIAGONAL;
            double other = two[c - 1] + 2 * costOne[c] + own + linger;
            if (other < best) {
                best = other;
                from = FROM_TWO_OF_GUIDE;
            }
            other = three[c - 1] + 2 * costTwo[c] + costOne[c] + own + 2 * linger;
            if (other < best) {
                best = other;
                from = FROM_THREE_OF_GUIDE;
            }
            other = one[c - 2] + 2 * cost[c - 1] + own + linger;
            if (other < best) {
                best = other;
                from = FROM_TWO_OF_VOICE;
            }
            other = one[c - 3] + 2 * cost[c - 2] + cost[c - 1] + own + 2 * linger;
            if (other < best) {
                best = other;
                from = FROM_THREE_OF_VOICE;
            }
            other = guideOne[c - 1] + 2 * own;
            if (other < best) {
                best = other;
                from = FROM_GUIDE_ONLY;
            }
            other = voiceOne[c - 1] + 2 * own;
            if (other < best) {
                best = other;
                from = FROM_VOICE_ONLY;
            }
            match[c] = best;
            boolean wall = atWall[j];
            int guideFrom = MATCH;
            double alone = corner ? 0 : one[c] + (wall ? 0 : enterI + tearVoice[j]);
            if (guideOne[c] < alone) {
                alone = guideOne[c];
                guideFrom = GUIDE_ONLY;
            }
            if (voiceOne[c] < alone) {
                alone = voiceOne[c];
                guideFrom = VOICE_ONLY;
            }
            guideOnly[c] = alone + (wall ? 0 : skipI);
            int voiceFrom = MATCH;
            alone = corner ? 0 : match[c - 1] + (wall ? 0 : enterVoiceOnly[j] + tearI);
            if (k > 0 && voiceOnly[c - 1] < alone) {
                alone = voiceOnly[c - 1];
                voiceFrom = VOICE_ONLY;
            }
            if (k > 0 && guideOnly[c - 1] < alone) {
                alone = guideOnly[c - 1];
                voiceFrom = GUIDE_ONLY;
            }
            voiceOnly[c] = alone + skipVoice[j];
            came[k] = (byte) (from | guideFrom << GUIDE_ONLY_SHIFT | voiceFrom << VOICE_ONLY_SHIFT);
        }
    }

    private WarpPath backwards(Band band, byte[][] came, int lastState) {
        int most = costs.guideRows() + costs.voiceRows() + 2;
        int[] guideRows = new int[most];
        int[] voiceRows = new int[most];
        boolean[] matched = new boolean[most];
        float[] each = new float[most];
        int at = most;
        int i = costs.guideRows() - 1;
        int j = costs.voiceRows() - 1;
        int state = lastState;
        while (i >= 0 && j >= 0) {
            int code = came[i][j - band.low()[i]];
            int guideStep = 1;
            int voiceStep = 1;
            int next = state;
            switch (state) {
                case MATCH -> {
                    int from = code & MATCH_MASK;
                    guideStep = from == FROM_TWO_OF_GUIDE ? 2 : from == FROM_THREE_OF_GUIDE ? 3 : 1;
                    voiceStep = from == FROM_TWO_OF_VOICE ? 2 : from == FROM_THREE_OF_VOICE ? 3 : 1;
                    next =
                            from == FROM_GUIDE_ONLY
                                    ? GUIDE_ONLY
                                    : from == FROM_VOICE_ONLY ? VOICE_ONLY : MATCH;
                }
                case GUIDE_ONLY -> {
                    voiceStep = 0;
                    next = code >> GUIDE_ONLY_SHIFT & 3;
                }
                default -> {
                    guideStep = 0;
                    next = code >> VOICE_ONLY_SHIFT & 3;
                }
            }
            // The rows between belong to the path as well.
            for (int s = 0; s < Math.max(guideStep, voiceStep) && at > 0; s++) {
                at--;
                guideRows[at] = Math.max(0, guideStep > 1 ? i - s : i);
                voiceRows[at] = Math.max(0, voiceStep > 1 ? j - s : j);
                matched[at] = state == MATCH;
                each[at] = state == MATCH ? (float) costs.match(guideRows[at], voiceRows[at]) : 1;
            }
            if (i == 0 && j == 0) {
                break;
            }
            i -= guideStep;
            j -= voiceStep;
            state = next;
        }
        return new WarpPath(
                Arrays.copyOfRange(guideRows, at, most),
                Arrays.copyOfRange(voiceRows, at, most),
                Arrays.copyOfRange(matched, at, most),
                Arrays.copyOfRange(each, at, most));
    }
}
