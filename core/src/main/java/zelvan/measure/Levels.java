package zelvan.measure;

import java.util.Arrays;
import java.util.List;
import java.util.stream.IntStream;
import zelvan.analysis.VoiceAnalysis;
import zelvan.dsp.Percentile;
import zelvan.units.Decibels;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

/// How loud a voice is in each phrase, against the guide, and in each of the guide's esses. Where
/// it does not sing, that is not a number.
public final class Levels {
    /// Esses of voice and guide that belong together may lie as far apart.
    private static final double SAME_ESS_SECONDS = 0.05;

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
        return voiced(voice.heard(), voice.alignment().inVoice(phrase))
                - voiced(
                        voice.guide(),
                        new RecordedSpan(phrase.startSeconds(), phrase.endSeconds()));
    }

    /// As loud as what is sung on a pitch is on the average, decibels.
    private static double voiced(VoiceAnalysis heard, RecordedSpan span) {
        double sum = 0;
        int count = 0;
        for (int f = heard.frameAt(span.startSeconds());
                f <= heard.frameAt(span.endSeconds());
                f++) {
            if (heard.pitch().voiced(f)) {
                double amplitude = Decibels.toAmplitude(heard.levelDecibels()[f]);
                sum += Math.pow(amplitude, Hearing.LOUDNESS_EXPONENT);
                count++;
            }
        }
        return 20 / Hearing.LOUDNESS_EXPONENT * Math.log10(sum / count);
    }

    /// The loudest of the voice's that belong to one of the guide's.
    private static double ess(Followed voice, GuideSpan ess, double[] decibels) {
        GuideSpan near = ess.widenedBy(SAME_ESS_SECONDS);
        List<RecordedSpan> all = voice.heard().esses();
        return IntStream.range(0, all.size())
                .filter(i -> near.overlaps(voice.alignment().inGuide(all.get(i))))
                .mapToDouble(i -> decibels[i])
                .max()
                .orElse(Double.NaN);
    }
}
