package zelvan.measure;

import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import zelvan.analysis.VoiceAnalysis;
import zelvan.dsp.Percentile;
import zelvan.units.Curve;
import zelvan.units.Decibels;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

/// How loud a voice is in each phrase, against the guide, and in each of the guide's esses. Where
/// it does not sing, that is not a number.
public final class Levels {
    /// Esses of voice and guide that belong together may lie as far apart.
    private static final double SAME_ESS_SECONDS = 0.05;

    private static final double LEAST_DECIBELS = -120;
    private static final int STEPS_A_DECIBEL = 10;

    /// By level, in steps from the least: every frame of every voice is looked up.
    private static final double[] LOUDNESS = loudnesses();

    private final double[] phrases;
    private final double[] esses;
    private final double usual;
    private final double usualEss;

    private Levels(double[] phrases, double[] esses) {
        this.phrases = phrases;
        this.esses = esses;
        usual = median(phrases);
        usualEss = median(esses);
    }

    /// @param cells of the voice
    /// @param essDecibels of the voice's esses; see [EssMeter]
    public static Levels of(Followed voice, List<LockMap.Cell> cells, double[] essDecibels) {
        double[] phrases =
                cells.stream()
                        .mapToDouble(c -> c.isCompared() ? apart(voice, c.phrase()) : Double.NaN)
                        .toArray();
        double[] esses =
                voice.guide().esses().stream()
                        .mapToDouble(e -> ess(voice, e.asGuide(), essDecibels))
                        .toArray();
        return new Levels(phrases, esses);
    }

    /// Against the guide in a phrase, decibels.
    ///
    /// @param index of the phrase
    double inPhrase(int index) {
        return phrases[index];
    }

    /// Of an ess, decibels.
    ///
    /// @param index of the guide's ess
    double ofEss(int index) {
        return esses[index];
    }

    /// How many phrases there are.
    int phrases() {
        return phrases.length;
    }

    /// Against the guide, as a rule.
    double usual() {
        return usual;
    }

    double usualEss() {
        return usualEss;
    }

    /// In how many phrases it is known.
    int phraseCount() {
        return (int) Arrays.stream(phrases).filter(l -> !Double.isNaN(l)).count();
    }

    /// The median of those that are numbers; 0 if none is.
    static double median(double[] values) {
        double[] known = Arrays.stream(values).filter(v -> !Double.isNaN(v)).toArray();
        return known.length == 0 ? 0 : Percentile.median(known);
    }

    private static double apart(Followed voice, GuideSpan phrase) {
        return voiced(voice.heard(), voice.alignment().inVoice(phrase), voice.gainDecibels())
                - voiced(
                        voice.guide(),
                        new RecordedSpan(phrase.startSeconds(), phrase.endSeconds()),
                        voice.guideGainDecibels());
    }

    /// As loud as what is sung on a pitch is on the average, decibels.
    static double voiced(VoiceAnalysis heard, RecordedSpan span) {
        return voiced(heard, span, Curve.NONE);
    }

    private static double voiced(VoiceAnalysis heard, RecordedSpan span, Curve gainDecibels) {
        double sum = 0;
        int count = 0;
        for (int f = heard.frameAt(span.startSeconds());
                f <= heard.frameAt(span.endSeconds());
                f++) {
            if (heard.pitch().voiced(f)) {
                double gain =
                        gainDecibels.size() == 0
                                ? 0
                                : gainDecibels.at(f * VoiceAnalysis.HOP_SECONDS);
                sum += loudness(heard.levelDecibels()[f] + gain);
                count++;
            }
        }
        return 20 / Hearing.LOUDNESS_EXPONENT * Math.log10(sum / count);
    }

    private static double loudness(double decibels) {
        int step = (int) Math.round((decibels - LEAST_DECIBELS) * STEPS_A_DECIBEL);
        return LOUDNESS[Math.clamp(step, 0, LOUDNESS.length - 1)];
    }

    private static double[] loudnesses() {
        double[] all = new double[1 + (int) -LEAST_DECIBELS * STEPS_A_DECIBEL];
        for (int i = 0; i < all.length; i++) {
            double decibels = LEAST_DECIBELS + (double) i / STEPS_A_DECIBEL;
            all[i] = Math.pow(Decibels.toAmplitude(decibels), Hearing.LOUDNESS_EXPONENT);
        }
        return all;
    }

    /// The loudest of the voice's that belong to one of the guide's.
    private static double ess(Followed voice, GuideSpan ess, double[] decibels) {
        GuideSpan near = ess.widenedBy(SAME_ESS_SECONDS);
        List<RecordedSpan> all = voice.heard().esses();
        return IntStream.range(0, all.size())
                .filter(i -> near.overlaps(voice.alignment().inGuide(all.get(i))))
                .mapToDouble(i -> decibels[i] + voice.gainDecibels().at(all.get(i).middleSeconds()))
                .max()
                .orElse(Double.NaN);
    }
}
