package zelvan.align;

import java.util.List;
import zelvan.analysis.VoiceAnalysis;
import zelvan.units.RecordedSpan;

/// The costs of matching two voices at one resolution: how unlike they sound, and what it is worth
/// not to tear them apart.
final class VoiceCosts implements Costs {
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

    private static final double UNKNOWN = 0;

    private static final Kernels KERNELS = Kernels.quickest();

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
    VoiceCosts(
            VoiceAnalysis guide,
            VoiceAnalysis voice,
            FeatureWeights weights,
            int step,
            List<RecordedSpan> walls,
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
    VoiceCosts(VoiceAnalysis guide, VoiceAnalysis voice, FeatureWeights weights, int step) {
        this(guide, voice, weights, step, List.of(), UNKNOWN);
    }

    /// How unlike rows are that have nothing to do with each other.
    double spread() {
        return spread;
    }

    private boolean[] walled(List<RecordedSpan> walls) {
        boolean[] inside = new boolean[voice.count()];
        for (RecordedSpan wall : walls) {
            int to = Math.min(inside.length - 1, (int) (wall.endSeconds() / rowSeconds));
            for (int j = Math.max(0, (int) (wall.startSeconds() / rowSeconds)); j <= to; j++) {
                inside[j] = true;
            }
        }
        return inside;
    }

    @Override
    public int guideRows() {
        return guide.count();
    }

    @Override
    public int voiceRows() {
        return voice.count();
    }

    /// Leads all paths of a band through moments that belong together. The first and the last rows
    /// belong together anyway.
    ///
    /// @param pairs strictly increasing in both voices
    void leadThrough(Band band, List<Anchor> pairs) {
        int previous = -1;
        for (Anchor pair : pairs) {
            int i = (int) Math.round(pair.guideSeconds() / rowSeconds);
            int j = (int) Math.round(pair.sourceSeconds() / rowSeconds);
            if (i > 0 && i < guide.count() - 1 && j > 0 && j < voice.count() - 1) {
                band.passThrough(i, j, previous);
                previous = i;
            }
        }
    }

    /// Everything may belong to everything.
    Band wholeBand() {
        return Band.ofSong(guide.count(), voice.count());
    }

    /// How much is sung in a row of the guide, 0 to 1.
    double activityOfGuide(int i) {
        return guide.activity[i];
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
                sum += guide.distance(i, voice, j) / guide.width();
                count++;
            }
        }
        return sum / count;
    }

    /// What a squared distance is multiplied by before its unlikeness is told.
    private float scale() {
        return (float) (SHARPNESS / (spread * guide.width()));
    }

    @Override
    public double match(int i, int j) {
        return walled[j]
                ? FORBIDDEN
                : (double) Kernels.unlikeness(guide.distance(i, voice, j) * scale()) / UNITS;
    }

    @Override
    public CostRows rows(Band band) {
        return rows(band, KERNELS);
    }

    CostRows rows(Band band, Kernels kernels) {
        float[] row = new float[guide.width()];
        float scale = scale();
        return (i, into, at) -> {
            int low = band.low()[i];
            int count = band.high()[i] - low + 1;
            guide.row(i, row);
            kernels.unlikeness(row, voice.columns(), voice.count(), low, count, scale, into, at);
            for (int k = 0; k < count; k++) {
                into[at + k] = walled[low + k] ? FORBIDDEN_UNITS : into[at + k];
            }
        };
    }

    @Override
    public double lingerOfGuide(int i) {
        return LINGER_COST * guide.activity[i];
    }

    @Override
    public double lingerOfVoice(int j) {
        return LINGER_COST * voice.activity[j];
    }

    @Override
    public double enterGuideOnly(int i) {
        return entryCost * guide.activity[i];
    }

    @Override
    public double enterVoiceOnly(int j) {
        return walled[j] ? 0 : entryCost * voice.activity[j];
    }

    @Override
    public double tearVoice(int j) {
        return tearCost
                * Math.min(voice.activity[j], voice.activity[Math.min(j + 1, voice.count() - 1)]);
    }

    @Override
    public double tearGuide(int i) {
        return tearCost
                * Math.min(guide.activity[i], guide.activity[Math.min(i + 1, guide.count() - 1)]);
    }

    @Override
    public double skipGuide(int i) {
        return SKIP_SILENCE_COST + SKIP_COST * guide.activity[i];
    }

    @Override
    public double skipVoice(int j) {
        return walled[j] ? 0 : SKIP_SILENCE_COST + SKIP_COST * voice.activity[j];
    }

    @Override
    public boolean atWall(int j) {
        return walled[j] || j + 1 < walled.length && walled[j + 1];
    }
}
