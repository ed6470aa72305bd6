package zelvan.measure;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;
import java.util.function.ToDoubleFunction;
import java.util.stream.IntStream;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

/// Phrases that are louder or softer than a voice's are otherwise, and esses that are louder still.
///
/// What a stack does together, because the guide is soft there or the word is so, is no flaw of one
/// of its voices: it is taken off.
final class LevelFlaws {
    /// Fewer say nothing of what is usual.
    private static final int FEWEST = 4;

    /// Fewer say nothing of what a stack does.
    private static final int FEWEST_VOICES = 3;

    /// The standard deviation of what is spread normally, in median distances from the middle.
    private static final double OF_MEDIAN = 1.4826;

    private final Levels own;
    private final List<Levels> stack;
    private final List<RecordedSpan> guideEsses;
    private final double usualSpread;

    LevelFlaws(Followed voice, Levels own, List<Levels> stack) {
        this.own = own;
        this.stack = stack;
        guideEsses = voice.guide().esses();
        usualSpread = usualSpread();
    }

    /// By how much its phrases are louder or softer as a rule, as a standard deviation: by the
    /// median, on which single ones have no influence.
    private double usualSpread() {
        double[] away =
                IntStream.range(0, own.phrases())
                        .mapToDouble(i -> Math.abs(offInPhrase(i)))
                        .toArray();
        return OF_MEDIAN * Levels.median(away);
    }

    private double offInPhrase(int index) {
        return off(l -> l.inPhrase(index) - l.usual());
    }

    /// @param index of the phrase
    List<Flaw> in(GuideSpan phrase, int index) {
        List<Flaw> flaws = new ArrayList<>();
        double off = offInPhrase(index);
        if (own.phraseCount() >= FEWEST && !Double.isNaN(off)) {
            flaws.add(new Flaw(Flaw.Kind.LEVEL, phrase, off, Audibility.ofLevel(off, usualSpread)));
        }
        plainestEss(phrase, Math.max(0, off)).ifPresent(flaws::add);
        return flaws;
    }

    /// @param phraseLouder by which all of the phrase is louder
    private Optional<Flaw> plainestEss(GuideSpan phrase, double phraseLouder) {
        List<Flaw> flaws = new ArrayList<>();
        for (int i = 0; i < guideEsses.size(); i++) {
            GuideSpan ess = guideEsses.get(i).asGuide();
            if (phrase.contains(ess.middleSeconds())) {
                int index = i;
                double louder = off(l -> l.ofEss(index) - l.usualEss()) - phraseLouder;
                if (louder > 0) {
                    flaws.add(new Flaw(Flaw.Kind.ESS, ess, louder, Audibility.ofEss(louder)));
                }
            }
        }
        return flaws.stream().max(Comparator.comparingDouble(Flaw::plainness));
    }

    private double off(ToDoubleFunction<Levels> level) {
        double[] together =
                stack.stream().mapToDouble(level).filter(l -> !Double.isNaN(l)).toArray();
        return level.applyAsDouble(own)
                - (together.length < FEWEST_VOICES ? 0 : Levels.median(together));
    }
}
