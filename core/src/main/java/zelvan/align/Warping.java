package zelvan.align;

import java.util.Arrays;
import java.util.List;
import zelvan.analysis.VoiceAnalysis;
import zelvan.units.TimeSpan;

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
    /// How soon an unlikeness counts in full: rows that have nothing in common cost about 0.45.
    private static final double SHARPNESS = 0.5;

    /// Price of each row beyond the one that a step consumes of both. Measured on singers and
    /// speakers of known truth: more makes the path too stiff for drawn-out vowels.
    private static final double LINGER_COST = 0.05;

    private static final double SKIP_COST = 0.42;
    private static final double SKIP_SILENCE_COST = 0.015;

    /// Entering a state in which one side sings alone costs as much as matching badly for this
    /// long.
    private static final double SKIP_ENTRY_SECONDS = 0.3;

    /// A voice that goes on singing while the other is said to sing alone is torn apart; that costs
    /// as much as matching badly for this long.
    private static final double TEAR_SECONDS = 0.3;

    private static final double FORBIDDEN = 1e9;

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

    private static final double UNKNOWN = 0;

    static final int MATCH = 0;
    static final int GUIDE_ONLY = 1;
    static final int VOICE_ONLY = 2;

    private final Features guide;
    private final Features voice;
    private final boolean[] walled;
    private final double rowSeconds;
    private final double spread;
    private final double entryCost;
    private final double tearCost;

    /// Two voices, or two stretches of voices, of which it is known how unlike rows are that have
    /// nothing to do with each other.
    ///
    /// @param step frames of the analyses in a row
    /// @param walls stretches of the voice that must not be matched
    Warping(
            VoiceAnalysis guide,
            VoiceAnalysis voice,
            FeatureWeights weights,
            int step,
            List<TimeSpan> walls,
            double spread) {
        this.guide = new Features(guide, weights, step);
        this.voice = new Features(voice, weights, step);
        rowSeconds = step * VoiceAnalysis.HOP_SECONDS;
        walled = walled(walls);
        this.spread = spread > 0 ? spread : typicalDistance();
        entryCost = SKIP_ENTRY_SECONDS / rowSeconds;
        tearCost = TEAR_SECONDS / rowSeconds;
    }

    /// Two whole voices.
    Warping(VoiceAnalysis guide, VoiceAnalysis voice, FeatureWeights weights, int step) {
        this(guide, voice, weights, step, List.of(), UNKNOWN);
    }

    /// How unlike rows are that have nothing to do with each other.
    double spread() {
        return spread;
    }

    private boolean[] walled(List<TimeSpan> walls) {
        boolean[] inside = new boolean[voice.count()];
        for (TimeSpan wall : walls) {
            int to = Math.min(inside.length - 1, (int) (wall.endSeconds() / rowSeconds));
            for (int j = Math.max(0, (int) (wall.startSeconds() / rowSeconds)); j <= to; j++) {
                inside[j] = true;
            }
        }
        return inside;
    }

    int guideRows() {
        return guide.count();
    }

    int voiceRows() {
        return voice.count();
    }

    /// Leads all paths of a band through two moments that belong together. The first and the last
    /// rows belong together anyway.
    void leadThrough(Band band, Anchor anchor) {
        int i = (int) Math.round(anchor.guideSeconds() / rowSeconds);
        int j = (int) Math.round(anchor.sourceSeconds() / rowSeconds);
        if (i > 0 && i < guide.count() - 1 && j > 0 && j < voice.count() - 1) {
            band.passThrough(i, j);
        }
    }

    /// Everything may belong to everything.
    Band wholeBand() {
        return Band.ofSong(guide.count(), voice.count());
    }

    /// What lies around a coarser path.
    ///
    /// @param ratio rows here in a row of the path
    Band bandAround(WarpPath path, int ratio, double radiusSeconds) {
        int radius = (int) Math.round(radiusSeconds / rowSeconds);
        return Band.around(path, ratio, radius, guide.count(), voice.count());
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

    double cost(int i, int j) {
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

    /// What a row beyond the one that a step consumes of both costs at least; the dearer of guide
    /// and voice counts.
    double lingerOfGuide(int i) {
        return LINGER_COST * guide.activity[i];
    }

    double lingerOfVoice(int j) {
        return LINGER_COST * voice.activity[j];
    }

    double enterGuideOnly(int i) {
        return entryCost * guide.activity[i];
    }

    double enterVoiceOnly(int j) {
        return entryCost * voice.activity[j];
    }

    /// Price of the guide singing alone after row `j` of the voice.
    double tearVoice(int j) {
        return tearCost
                * Math.min(voice.activity[j], voice.activity[Math.min(j + 1, voice.count() - 1)]);
    }

    /// Price of the voice singing alone after row `i` of the guide.
    double tearGuide(int i) {
        return tearCost
                * Math.min(guide.activity[i], guide.activity[Math.min(i + 1, guide.count() - 1)]);
    }

    double skipGuide(int i) {
        return SKIP_SILENCE_COST + SKIP_COST * guide.activity[i];
    }

    double skipVoice(int j) {
        return walled[j] ? 0 : SKIP_SILENCE_COST + SKIP_COST * voice.activity[j];
    }

    /// The best path inside the band, from the first rows of both to the last of both.
    WarpPath best(Band band) {
        int rows = guide.count();
        byte[][] came = new byte[rows][];
        Row[] recent = {NOWHERE, NOWHERE, NOWHERE, NOWHERE};
        for (int i = 0; i < rows; i++) {
            Row now = new Row(band.low()[i], band.high()[i]);
            came[i] = new byte[now.match.length];
            for (int k = 0; k < now.cost.length; k++) {
                now.cost[k] = cost(i, now.low + k);
            }
            recent[3] = recent[2];
            recent[2] = recent[1];
            recent[1] = recent[0];
            recent[0] = now;
            fill(i, recent, came[i]);
        }
        return backwards(band, came, recent[0].bestState(voice.count() - 1));
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

        double at(double[] costs, int j) {
            int index = j - low;
            return index >= 0 && index < costs.length ? costs[index] : FORBIDDEN * 4;
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
        double skipI = skipGuide(i);
        double enterI = enterGuideOnly(i);
        double tearI = tearGuide(i);
        for (int k = 0; k < now.match.length; k++) {
            int j = now.low + k;
            double c = now.cost[k];
            double linger = Math.max(lingerOfGuide(i), lingerOfVoice(j));
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
            int guideFrom = MATCH;
            double guideOnly = first && j == 0 ? 0 : one.at(one.match, j) + enterI + tearVoice(j);
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
            now.guideOnly[k] = guideOnly + skipI;
            int voiceFrom = MATCH;
            double voiceOnly =
                    first && j == 0 ? 0 : now.at(now.match, j - 1) + enterVoiceOnly(j) + tearI;
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
                costs[at] = state == MATCH ? (float) cost(guideRows[at], voiceRows[at]) : 1;
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
                Arrays.copyOfRange(costs, at, most));
    }
}
