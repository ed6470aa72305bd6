package zelvan.measure;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import zelvan.align.Alignment;
import zelvan.align.Anchor;
import zelvan.align.Pass;
import zelvan.analysis.Note;
import zelvan.analysis.VoiceAnalysis;
import zelvan.dsp.Percentile;
import zelvan.units.GuideSpan;
import zelvan.units.Pitch;
import zelvan.units.RecordedSpan;

/// Measures how each phrase of the guide came out in a take.
///
/// How it works: times by the landmarks found in both, pitch by the means of the guide's notes.
/// Words are other ones where for a quarter of a second the sounds are further from the guide's
/// than the same word in another mouth ever is; see [zelvan.analysis.PhoneticNet]. Noise is told by
/// how much of the voiced sound is like itself a period later.
///
/// **Source:** P. Boersma, *Accurate short-term analysis of the fundamental frequency and the
/// harmonics-to-noise ratio of a sampled sound* (1993), for the ratio told from the likeness.
public final class TakeMeter {
    private static final double HALF_TONE_CENTS = 100;

    /// Further than this there is another note.
    private static final double EDGE_SECONDS = 0.02;

    /// Words are told in stretches as long.
    private static final double WORD_SECONDS = 0.25;

    /// Root of the mean squared distance of sounds in their own deviations. Measured on simulated
    /// singers: the same words lie below 1.0 (95 % of phrases), other words above 1.6.
    private static final double OTHER_WORD = 1.3;

    private static final int NEAR_FRAMES = 6;

    /// Less of a phrase than this is not worth choosing.
    private static final double LEAST_SUNG = 0.2;

    private static final double COPY_SPREAD_SECONDS = 0.004;
    private static final double COPY_CENTS = 5;
    private static final int FEWEST_FRAMES = 10;
    private static final int FEWEST_TRUSTED = 3;

    private final VoiceAnalysis guide;
    private final double periodCents;

    /// @param otherLine whether it sings other notes than the guide
    public TakeMeter(VoiceAnalysis guide, boolean otherLine) {
        this.guide = guide;
        periodCents = otherLine ? HALF_TONE_CENTS : Pitch.CENTS_PER_OCTAVE;
    }

    /// What is the same for all phrases of a take.
    private record Usual(double levelDecibels, double harmonicDecibels) {}

    /// @param take what is heard in it
    /// @param flatTops where it is clipped, see [FlatTops]
    /// @return for each phrase of the guide; empty where it is not sung
    public List<Optional<TakeFigures>> measure(
            VoiceAnalysis take, List<RecordedSpan> flatTops, Pass pass) {
        List<GuideSpan> phrases = guide.phrasesAsGuide();
        double[] levels = new double[phrases.size()];
        double[] harmonic = new double[phrases.size()];
        for (int p = 0; p < levels.length; p++) {
            boolean sung = isSung(pass, phrases.get(p));
            RecordedSpan own = pass.match().alignment().inVoice(phrases.get(p));
            levels[p] =
                    sung
                            ? Levels.voiced(take, own)
                                    - Levels.voiced(guide, guide.phrases().get(p))
                            : Double.NaN;
            harmonic[p] = sung ? harmonicDecibels(take, own) : Double.NaN;
        }
        Usual usual = new Usual(Levels.median(levels), Levels.median(harmonic));
        return phrases.stream()
                .map(p ->
                        isSung(pass, p)
                                ? Optional.of(figures(take, pass, p, usual, flatTops))
                                : Optional.<TakeFigures>empty())
                .toList();
    }

    private static boolean isSung(Pass pass, GuideSpan phrase) {
        Alignment alignment = pass.match().alignment();
        return pass.has(phrase)
                && missingSeconds(alignment, phrase) < (1 - LEAST_SUNG) * phrase.seconds()
                && !alignment.anchorsIn(phrase).isEmpty();
    }

    private static double missingSeconds(Alignment alignment, GuideSpan phrase) {
        return alignment.missing().stream().mapToDouble(phrase::sharedSeconds).sum();
    }

    private TakeFigures figures(
            VoiceAnalysis take,
            Pass pass,
            GuideSpan phrase,
            Usual usual,
            List<RecordedSpan> flatTops) {
        Alignment alignment = pass.match().alignment();
        RecordedSpan own = alignment.inVoice(phrase);
        List<Anchor> all = alignment.anchorsIn(phrase.widenedBy(EDGE_SECONDS));
        List<Anchor> marked = all.stream().filter(a -> a.kind().isPresent()).toList();
        List<Anchor> compared = marked.size() >= 2 ? marked : all;
        List<Anchor> trusted =
                compared.stream().filter(a -> a.confidence() >= Alignment.DOUBTFUL_BELOW).toList();
        double[] late =
                (trusted.size() >= FEWEST_TRUSTED ? trusted : compared)
                        .stream().mapToDouble(Anchor::offsetSeconds).toArray();
        double offset = Percentile.median(late);
        double spread = Arrays.stream(late).map(l -> Math.abs(l - offset)).average().orElse(0);
        double doubt =
                compared.stream()
                        .mapToDouble(a -> a.confidence() < Alignment.DOUBTFUL_BELOW ? 1 : 0)
                        .average()
                        .orElse(1);
        double level = Levels.voiced(take, own) - Levels.voiced(guide, recorded(phrase));
        double[] apart = apartCents(take, alignment, phrase);
        return new TakeFigures(
                offset,
                spread,
                noteCents(take, alignment, phrase),
                Double.isNaN(level) ? 0 : level - usual.levelDecibels,
                missingSeconds(alignment, phrase),
                wrongSeconds(take, alignment, phrase),
                Math.max(0, usual.harmonicDecibels - harmonicDecibels(take, own)),
                flatTops.stream().mapToDouble(own::sharedSeconds).sum(),
                doubt,
                likeness(spread, apart));
    }

    private static RecordedSpan recorded(GuideSpan phrase) {
        return new RecordedSpan(phrase.startSeconds(), phrase.endSeconds());
    }

    /// How far the means of the guide's notes are apart, weighed by their lengths.
    private double noteCents(VoiceAnalysis take, Alignment alignment, GuideSpan phrase) {
        double sum = 0;
        int count = 0;
        for (Note note : guide.notes()) {
            GuideSpan span = note.span().asGuide();
            if (phrase.contains(span.middleSeconds())) {
                double[] apart = apartCents(take, alignment, span);
                if (apart.length > 0) {
                    sum += Math.abs(Percentile.median(apart)) * apart.length;
                    count += apart.length;
                }
            }
        }
        return count == 0 ? 0 : sum / count;
    }

    /// By frames in which both are on a pitch, to the nearest period.
    private double[] apartCents(VoiceAnalysis take, Alignment alignment, GuideSpan span) {
        int from = guide.frameAt(span.startSeconds());
        int to = guide.frameAt(span.endSeconds());
        double[] apart = new double[to - from];
        int count = 0;
        for (int f = from; f < to; f++) {
            int own = take.frameAt(alignment.sourceSecondsAt(f * VoiceAnalysis.HOP_SECONDS));
            if (guide.pitch().voiced(f) && take.pitch().voiced(own)) {
                double cents = Pitch.centsBetween(guide.pitch().hertz(f), take.pitch().hertz(own));
                apart[count++] = cents - periodCents * Math.rint(cents / periodCents);
            }
        }
        return Arrays.copyOf(apart, count);
    }

    private double wrongSeconds(VoiceAnalysis take, Alignment alignment, GuideSpan phrase) {
        int from = guide.frameAt(phrase.startSeconds());
        int to = guide.frameAt(phrase.endSeconds());
        int word = (int) (WORD_SECONDS / VoiceAnalysis.HOP_SECONDS);
        double[] unlike = new double[to - from];
        boolean[] wrong = new boolean[unlike.length];
        double sum = 0;
        for (int i = 0; i < unlike.length; i++) {
            double seconds = (from + i) * VoiceAnalysis.HOP_SECONDS;
            boolean missing = alignment.missing().stream().anyMatch(m -> m.contains(seconds));
            unlike[i] = missing ? 0 : unlike(take, from + i, alignment.sourceSecondsAt(seconds));
            sum += unlike[i] - (i >= word ? unlike[i - word] : 0);
            if (i >= word - 1 && sum > OTHER_WORD * word) {
                Arrays.fill(wrong, i - word + 1, i + 1, true);
            }
        }
        int count = 0;
        for (boolean w : wrong) {
            count += w ? 1 : 0;
        }
        return count * VoiceAnalysis.HOP_SECONDS;
    }

    /// How far what is sung is from the guide's frame, wherever it is nearest around a moment.
    private double unlike(VoiceAnalysis take, int frame, double takeSeconds) {
        float[] lead = guide.phonetic().row(frame);
        int middle = take.frameAt(takeSeconds);
        double nearest = Double.MAX_VALUE;
        for (int f = Math.max(0, middle - NEAR_FRAMES);
                f <= Math.min(take.frames() - 1, middle + NEAR_FRAMES);
                f += 2) {
            float[] own = take.phonetic().row(f);
            double sum = 0;
            for (int c = 0; c < lead.length; c++) {
                sum += (lead[c] - own[c]) * (lead[c] - own[c]);
            }
            nearest = Math.min(nearest, sum);
        }
        return Math.sqrt(nearest / lead.length);
    }

    /// The harmonics beside the noise between them.
    private static double harmonicDecibels(VoiceAnalysis heard, RecordedSpan span) {
        double sum = 0;
        int count = 0;
        int to = heard.frameAt(span.endSeconds());
        for (int f = heard.frameAt(span.startSeconds()); f <= to; f++) {
            if (heard.pitch().voiced(f)) {
                double like = Math.clamp(heard.pitch().voicing(f), 0.01, 0.999);
                sum += 10 * Math.log10(like / (1 - like));
                count++;
            }
        }
        return count == 0 ? 0 : sum / count;
    }

    private static double likeness(double spreadSeconds, double[] apartCents) {
        if (apartCents.length < FEWEST_FRAMES) {
            return 0;
        }
        double usual = Percentile.median(apartCents);
        double[] away = Arrays.stream(apartCents).map(c -> Math.abs(c - usual)).toArray();
        return Math.clamp(
                1
                        - Math.max(
                                spreadSeconds / COPY_SPREAD_SECONDS,
                                Percentile.median(away) / COPY_CENTS),
                0,
                1);
    }
}
