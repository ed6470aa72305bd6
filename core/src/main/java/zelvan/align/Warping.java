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
    private static final Kernels KERNELS = Kernels.quickest();

    private final Costs costs;

    Warping(Costs costs) {
        this.costs = costs;
    }

    /// The best path inside the band, from the first rows of both to the last of both.
    WarpPath best(Band band) {
        return best(band, KERNELS);
    }

    WarpPath best(Band band, Kernels kernels) {
        byte[][] came = new byte[costs.guideRows()][];
        CostRows cells = costs.rows(band);
        WarpingRows rows = new WarpingRows(costs, band);
        for (int i = 0; i < came.length; i++) {
            came[i] = new byte[band.high()[i] - band.low()[i] + 1];
            rows.next();
            rows.read(cells);
            rows.withGuide(kernels);
            rows.withVoice(kernels, came[i]);
        }
        return backwards(band, came, rows.lastState());
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
                case WarpingRows.MATCH -> {
                    int from = code & WarpingRows.STEP_MASK;
                    guideStep =
                            from == WarpingRows.FROM_TWO_OF_GUIDE
                                    ? 2
                                    : from == WarpingRows.FROM_THREE_OF_GUIDE ? 3 : 1;
                    voiceStep =
                            from == WarpingRows.FROM_TWO_OF_VOICE
                                    ? 2
                                    : from == WarpingRows.FROM_THREE_OF_VOICE ? 3 : 1;
                    next =
                            from == WarpingRows.FROM_GUIDE_ONLY
                                    ? WarpingRows.GUIDE_ONLY
                                    : from == WarpingRows.FROM_VOICE_ONLY
                                            ? WarpingRows.VOICE_ONLY
                                            : WarpingRows.MATCH;
                }
                case WarpingRows.GUIDE_ONLY -> {
                    voiceStep = 0;
                    next = code >> WarpingRows.GUIDE_ONLY_SHIFT & 3;
                }
                default -> {
                    guideStep = 0;
                    int from = code >> WarpingRows.VOICE_ONLY_SHIFT & WarpingRows.STEP_MASK;
                    next =
                            from == WarpingRows.VOICE_FROM_VOICE_ONLY
                                    ? WarpingRows.VOICE_ONLY
                                    : from == WarpingRows.VOICE_FROM_GUIDE_ONLY
                                            ? WarpingRows.GUIDE_ONLY
                                            : WarpingRows.MATCH;
                }
            }
            // The rows between belong to the path as well.
            for (int s = 0; s < Math.max(guideStep, voiceStep) && at > 0; s++) {
                at--;
                guideRows[at] = Math.max(0, guideStep > 1 ? i - s : i);
                voiceRows[at] = Math.max(0, voiceStep > 1 ? j - s : j);
                matched[at] = state == WarpingRows.MATCH;
                each[at] =
                        state == WarpingRows.MATCH
                                ? (float) costs.match(guideRows[at], voiceRows[at])
                                : 1;
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
