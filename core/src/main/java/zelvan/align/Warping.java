package zelvan.align;

import java.util.Arrays;

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

    private final Costs costs;

    Warping(Costs costs) {
        this.costs = costs;
    }

    /// The best path inside the band, from the first rows of both to the last of both.
    WarpPath best(Band band) {
        int rows = costs.guideRows();
        byte[][] came = new byte[rows][];
        Row[] recent = {NOWHERE, NOWHERE, NOWHERE, NOWHERE};
        for (int i = 0; i < rows; i++) {
            Row now = new Row(band.low()[i], band.high()[i]);
            came[i] = new byte[now.match.length];
            for (int k = 0; k < now.cost.length; k++) {
                now.cost[k] = costs.match(i, now.low + k);
            }
            recent[3] = recent[2];
            recent[2] = recent[1];
            recent[1] = recent[0];
            recent[0] = now;
            fill(i, recent, came[i]);
        }
        return backwards(band, came, recent[0].bestState(costs.voiceRows() - 1));
    }

    /// Costs of one row of the guide, by row of the voice from `low` on.
    private static final class Row {
        final int low;
        final double[] cost;
        final double[] match;
        final double[] guideOnly;
        final double[] voiceOnly;

        Row(int low, int high) {
            this.low = low;
            cost = new double[high - low + 1];
            match = new double[cost.length];
            guideOnly = new double[cost.length];
            voiceOnly = new double[cost.length];
        }

        double at(double[] values, int j) {
            int index = j - low;
            return index >= 0 && index < values.length ? values[index] : Costs.FORBIDDEN * 4;
        }

        int bestState(int j) {
            double m = at(match, j);
            double g = at(guideOnly, j);
            double v = at(voiceOnly, j);
            return m <= g && m <= v ? MATCH : g <= v ? GUIDE_ONLY : VOICE_ONLY;
        }
    }

    private static final Row NOWHERE = new Row(0, -1);

    private void fill(int i, Row[] recent, byte[] came) {
        Row now = recent[0];
        Row one = recent[1];
        Row two = recent[2];
        Row three = recent[3];
        boolean first = i == 0;
        double skipI = costs.skipGuide(i);
        double enterI = costs.enterGuideOnly(i);
        double tearI = costs.tearGuide(i);
        double lingerI = costs.lingerOfGuide(i);
        for (int k = 0; k < now.match.length; k++) {
            int j = now.low + k;
            double c = now.cost[k];
            double linger = Math.max(lingerI, costs.lingerOfVoice(j));
            double diagonal = one.at(one.match, j - 1);
            double best = first && j == 0 ? 2 * c : diagonal + 2 * c;
            int from = FROM_DIAGONAL;
            double twoOfGuide = one.at(one.cost, j);
            double other = two.at(two.match, j - 1) + 2 * twoOfGuide + c + linger;
            if (other < best) {
                best = other;
                from = FROM_TWO_OF_GUIDE;
            }
            other =
                    three.at(three.match, j - 1)
                            + 2 * two.at(two.cost, j)
                            + twoOfGuide
                            + c
                            + 2 * linger;
            if (other < best) {
                best = other;
                from = FROM_THREE_OF_GUIDE;
            }
            double twoOfVoice = now.at(now.cost, j - 1);
            other = one.at(one.match, j - 2) + 2 * twoOfVoice + c + linger;
            if (other < best) {
                best = other;
                from = FROM_TWO_OF_VOICE;
            }
            other =
                    one.at(one.match, j - 3)
                            + 2 * now.at(now.cost, j - 2)
                            + twoOfVoice
                            + c
                            + 2 * linger;
            if (other < best) {
                best = other;
                from = FROM_THREE_OF_VOICE;
            }
            other = one.at(one.guideOnly, j - 1) + 2 * c;
            if (other < best) {
                best = other;
                from = FROM_GUIDE_ONLY;
            }
            other = one.at(one.voiceOnly, j - 1) + 2 * c;
            if (other < best) {
                best = other;
                from = FROM_VOICE_ONLY;
            }
            now.match[k] = best;
            boolean wall = costs.atWall(j);
            int guideFrom = MATCH;
            double guideOnly =
                    first && j == 0
                            ? 0
                            : one.at(one.match, j) + (wall ? 0 : enterI + costs.tearVoice(j));
            double stay = one.at(one.guideOnly, j);
            if (stay < guideOnly) {
                guideOnly = stay;
                guideFrom = GUIDE_ONLY;
            }
            double turn = one.at(one.voiceOnly, j);
            if (turn < guideOnly) {
                guideOnly = turn;
                guideFrom = VOICE_ONLY;
            }
            now.guideOnly[k] = guideOnly + (wall ? 0 : skipI);
            int voiceFrom = MATCH;
            double voiceOnly =
                    first && j == 0
                            ? 0
                            : now.at(now.match, j - 1)
                                    + (wall ? 0 : costs.enterVoiceOnly(j) + tearI);
            if (k > 0 && now.voiceOnly[k - 1] < voiceOnly) {
                voiceOnly = now.voiceOnly[k - 1];
                voiceFrom = VOICE_ONLY;
            }
            if (k > 0 && now.guideOnly[k - 1] < voiceOnly) {
                voiceOnly = now.guideOnly[k - 1];
                voiceFrom = GUIDE_ONLY;
            }
            now.voiceOnly[k] = voiceOnly + costs.skipVoice(j);
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
