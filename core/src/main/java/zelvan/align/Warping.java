package zelvan.align;

import java.util.Arrays;

/// Finds the cheapest way through two voices, with explicit states for "only the guide sings" and
/// "only the voice sings".
///
/// How it works: dynamic programming over pairs of rows in three states. *Match* consumes a row of
/// each (or one of either, at a small price, where one of them lingers) and costs how unlike they
/// are. *Guide only* and *voice only* consume rows of one side at a fixed price for each row that
/// is sung, and almost nothing for silence; entering them from a match costs once more. So rests
/// cost nothing wherever they are, a missing phrase or an ad-lib is cheaper to skip than to match,
/// and a doubtful syllable is cheaper to match than to skip.
///
/// **Source:** H. Sakoe & S. Chiba, *Dynamic programming algorithm optimization for spoken word
/// recognition* (1978), symmetric form; O. Gotoh, *An improved algorithm for matching biological
/// sequences* (1982), for the states and their entering cost.
final class Warping {
    /// How soon an unlikeness counts in full: rows that have nothing in common cost about 0.45.
    private static final double SHARPNESS = 0.6;

    /// Price of a step in one voice only. Measured on singers and speakers of known truth: less
    /// makes staircases of the path, more makes it too stiff for drawn-out vowels.
    private static final double LINGER_COST = 0.25;

    private static final double SKIP_COST = 0.45;
    private static final double SKIP_SILENCE_COST = 0.015;

    /// Entering a state in which one side sings alone costs as much as matching badly for this
    /// long.
    private static final double SKIP_ENTRY_SECONDS = 0.3;

    private static final double FORBIDDEN = 1e9;

    // How a state was reached; two bits for each lonely state above three for the match.
    private static final int FROM_DIAGONAL = 0;
    private static final int FROM_GUIDE_STEP = 1;
    private static final int FROM_VOICE_STEP = 2;
    private static final int FROM_GUIDE_ONLY = 3;
    private static final int FROM_VOICE_ONLY = 4;
    private static final int MATCH_MASK = 7;
    private static final int GUIDE_ONLY_SHIFT = 3;
    private static final int VOICE_ONLY_SHIFT = 5;

    private static final int MATCH = 0;
    private static final int GUIDE_ONLY = 1;
    private static final int VOICE_ONLY = 2;

    private final Features guide;
    private final Features voice;
    private final boolean[] walled;
    private final double spread;
    private final double entryCost;

    /// @param walled rows of the voice that must not be matched
    /// @param rowSeconds length of a row
    Warping(Features guide, Features voice, boolean[] walled, double rowSeconds) {
        this.guide = guide;
        this.voice = voice;
        this.walled = walled;
        this.spread = typicalDistance();
        this.entryCost = SKIP_ENTRY_SECONDS / rowSeconds;
    }

    /// The mean distance of rows that have nothing to do with each other: the scale of "unlike".
    private double typicalDistance() {
        java.util.Random random = new java.util.Random(1);
        double sum = 1e-3;
        int count = 1;
        for (int k = 0; k < 4000; k++) {
            int i = random.nextInt(guide.count());
            int j = random.nextInt(voice.count());
            if (guide.activity[i] > 0.5 && voice.activity[j] > 0.5) {
                sum += Features.distance(guide.rows[i], voice.rows[j]);
                count++;
            }
        }
        return sum / count;
    }

    private double cost(int i, int j) {
        if (walled[j]) {
            return FORBIDDEN;
        }
        return unlikeness(SHARPNESS * Features.distance(guide.rows[i], voice.rows[j]) / spread);
    }

    /// `1 − exp(−x)`, by table: the inner loop runs some ten million times a minute of song.
    private static double unlikeness(double x) {
        return UNLIKENESS[(int) Math.min(UNLIKENESS.length - 1, x * STEPS_PER_UNIT)];
    }

    private static final int STEPS_PER_UNIT = 512;
    private static final double[] UNLIKENESS = new double[8 * STEPS_PER_UNIT];

    static {
        for (int i = 0; i < UNLIKENESS.length; i++) {
            UNLIKENESS[i] = 1 - Math.exp(-(i + 0.5) / STEPS_PER_UNIT);
        }
    }

    private double skipGuide(int i) {
        return SKIP_SILENCE_COST + SKIP_COST * guide.activity[i];
    }

    private double skipVoice(int j) {
        return walled[j] ? 0 : SKIP_SILENCE_COST + SKIP_COST * voice.activity[j];
    }

    /// The best path inside the band, from the first rows of both to the last of both.
    WarpPath best(Band band) {
        int rows = guide.count();
        byte[][] came = new byte[rows][];
        Row before = new Row(0, -1);
        for (int i = 0; i < rows; i++) {
            Row now = new Row(band.low()[i], band.high()[i]);
            came[i] = new byte[now.match.length];
            fill(i, before, now, came[i]);
            before = now;
        }
        return backwards(band, came, before.bestState(voice.count() - 1));
    }

    /// Costs of one row of the guide, by row of the voice from `low` on.
    private static final class Row {
        final int low;
        final double[] match;
        final double[] guideOnly;
        final double[] voiceOnly;

        Row(int low, int high) {
            this.low = low;
            match = new double[high - low + 1];
            guideOnly = new double[match.length];
            voiceOnly = new double[match.length];
        }

        static double at(double[] costs, int index) {
            return index >= 0 && index < costs.length ? costs[index] : FORBIDDEN * 4;
        }

        int bestState(int j) {
            double m = at(match, j - low);
            double g = at(guideOnly, j - low);
            double v = at(voiceOnly, j - low);
            return m <= g && m <= v ? MATCH : g <= v ? GUIDE_ONLY : VOICE_ONLY;
        }
    }

    private void fill(int i, Row before, Row now, byte[] came) {
        boolean first = i == 0;
        int shift = now.low - before.low;
        double skipI = skipGuide(i);
        double enterI = entryCost * guide.activity[i];
        for (int k = 0; k < now.match.length; k++) {
            int j = now.low + k;
            double c = cost(i, j);
            double linger = c + LINGER_COST * Math.max(guide.activity[i], voice.activity[j]);
            int up = k + shift;
            double best = first && j == 0 ? 2 * c : Row.at(before.match, up - 1) + 2 * c;
            int from = FROM_DIAGONAL;
            double other = Row.at(before.match, up) + linger;
            if (other < best) {
                best = other;
                from = FROM_GUIDE_STEP;
            }
            other = Row.at(now.match, k - 1) + linger;
            if (k > 0 && other < best) {
                best = other;
                from = FROM_VOICE_STEP;
            }
            other = Row.at(before.guideOnly, up - 1) + 2 * c;
            if (other < best) {
                best = other;
                from = FROM_GUIDE_ONLY;
            }
            other = Row.at(before.voiceOnly, up - 1) + 2 * c;
            if (other < best) {
                best = other;
                from = FROM_VOICE_ONLY;
            }
            now.match[k] = best;
            int guideFrom = MATCH;
            double guideOnly = first && j == 0 ? 0 : Row.at(before.match, up) + enterI;
            double stay = Row.at(before.guideOnly, up);
            if (stay < guideOnly) {
                guideOnly = stay;
                guideFrom = GUIDE_ONLY;
            }
            double turn = Row.at(before.voiceOnly, up);
            if (turn < guideOnly) {
                guideOnly = turn;
                guideFrom = VOICE_ONLY;
            }
            now.guideOnly[k] = guideOnly + skipI;
            int voiceFrom = MATCH;
            double voiceOnly =
                    first && j == 0 ? 0 : Row.at(now.match, k - 1) + entryCost * voice.activity[j];
            if (k > 0 && now.voiceOnly[k - 1] < voiceOnly) {
                voiceOnly = now.voiceOnly[k - 1];
                voiceFrom = VOICE_ONLY;
            }
            if (k > 0 && now.guideOnly[k - 1] < voiceOnly) {
                voiceOnly = now.guideOnly[k - 1];
                voiceFrom = GUIDE_ONLY;
            }
            now.voiceOnly[k] = voiceOnly + skipVoice(j);
            came[k] = (byte) (from | guideFrom << GUIDE_ONLY_SHIFT | voiceFrom << VOICE_ONLY_SHIFT);
        }
    }

    private WarpPath backwards(Band band, byte[][] came, int lastState) {
        int most = guide.count() + voice.count() + 2;
        int[] guideRows = new int[most];
        int[] voiceRows = new int[most];
        boolean[] matched = new boolean[most];
        float[] costs = new float[most];
        int at = most;
        int i = guide.count() - 1;
        int j = voice.count() - 1;
        int state = lastState;
        while (i >= 0 && j >= 0 && at > 0) {
            at--;
            guideRows[at] = i;
            voiceRows[at] = j;
            matched[at] = state == MATCH;
            costs[at] = state == MATCH ? (float) cost(i, j) : 1;
            if (i == 0 && j == 0) {
                break;
            }
            int code = came[i][j - band.low()[i]];
            switch (state) {
                case MATCH -> {
                    int from = code & MATCH_MASK;
                    i -= from == FROM_VOICE_STEP ? 0 : 1;
                    j -= from == FROM_GUIDE_STEP ? 0 : 1;
                    state =
                            from == FROM_GUIDE_ONLY
                                    ? GUIDE_ONLY
                                    : from == FROM_VOICE_ONLY ? VOICE_ONLY : MATCH;
                }
                case GUIDE_ONLY -> {
                    i--;
                    state = code >> GUIDE_ONLY_SHIFT & 3;
                }
                default -> {
                    j--;
                    state = code >> VOICE_ONLY_SHIFT & 3;
                }
            }
        }
        return new WarpPath(
                Arrays.copyOfRange(guideRows, at, most),
                Arrays.copyOfRange(voiceRows, at, most),
                Arrays.copyOfRange(matched, at, most),
                Arrays.copyOfRange(costs, at, most));
    }
}
