package zelvan.measure;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import zelvan.align.Aligner;
import zelvan.align.Pass;
import zelvan.analysis.VoiceAnalysis;
import zelvan.audio.Sound;
import zelvan.testing.FaultyTakes;
import zelvan.testing.Takes;
import zelvan.units.RecordedSpan;

/// What takes are like in each phrase, and how they are put in order by it.
class TakeMeterTest {
    private static final List<Optional<TakeFigures>> WRONG = measured(FaultyTakes.WRONG, List.of());
    private static final List<Optional<TakeFigures>> SLOW = measured(FaultyTakes.SLOW, List.of());

    private static List<Optional<TakeFigures>> measured(
            Takes.Take take, List<RecordedSpan> flatTops) {
        VoiceAnalysis lead = Takes.LEAD.analysis();
        VoiceAnalysis heard = take.analysis();
        List<Pass> passes = Pass.of(lead, heard, new Aligner().match(lead, heard));
        assertThat(passes).hasSize(1);
        return new TakeMeter(lead, false).measure(heard, flatTops, passes.getFirst());
    }

    @Test
    void whatIsWrongWithATakeIsTold() {
        TakeFigures otherWords = WRONG.get(1).orElseThrow();
        assertThat(otherWords.wrongSeconds()).isGreaterThan(0.5);
        assertThat(otherWords.hasAllWords()).isFalse();
        TakeFigures late = SLOW.get(1).orElseThrow();
        assertThat(late.hasAllWords()).isTrue();
        assertThat(late.offsetSeconds()).isGreaterThan(0.5);
        assertThat(late.spreadSeconds()).isLessThan(0.06);
        assertThat(SLOW.get(2)).isEmpty();
        assertThat(WRONG.get(0).orElseThrow().words()).contains("all words").contains("ms");
    }

    @Test
    void aTakeThatIsClippedSaysSo() {
        float[] loud = FaultyTakes.SLOW.sound().channel(0).clone();
        for (int i = 0; i < loud.length; i++) {
            loud[i] = Math.clamp(6 * loud[i], -1, 1);
        }
        List<RecordedSpan> flatTops = FlatTops.of(Sound.owning(Takes.RATE_HERTZ, loud));
        TakeFigures clipped = measured(FaultyTakes.SLOW, flatTops).getFirst().orElseThrow();
        TakeFigures whole = SLOW.getFirst().orElseThrow();
        assertThat(clipped.words()).contains("clipped");
        assertThat(whole.words()).doesNotContain("clipped");
        assertThat(clipped.score(TakeWeights.USUAL))
                .isGreaterThan(whole.score(TakeWeights.USUAL) + 1);
    }

    @Test
    void whatCountsMostDecides() {
        TakeFigures late = new TakeFigures(0, 0.05, 2, 0, 0, 0, 0, 0, 0, 0);
        TakeFigures flat = new TakeFigures(0, 0.005, 30, 0, 0, 0, 0, 0, 0, 0);
        assertThat(flat.score(TakeWeights.USUAL)).isLessThan(late.score(TakeWeights.USUAL));
        TakeWeights inTune = new TakeWeights(1, 3, 1, 1, 1, 1, 1);
        assertThat(late.score(inTune)).isLessThan(flat.score(inTune));
    }
}
