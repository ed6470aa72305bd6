package zelvan.align;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.api.Test;
import zelvan.analysis.VoiceAnalyser;
import zelvan.analysis.VoiceAnalysis;
import zelvan.audio.Sound;
import zelvan.dsp.Percentile;
import zelvan.singers.Performance;
import zelvan.testing.Takes;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

class AlignerTest {
    private static Alignment align(Takes.Take voice) {
        return new Aligner().align(Takes.LEAD.analysis(), voice.analysis(), List.of(), List.of());
    }

    private static double[] errorsMillis(Takes.Take voice, Alignment alignment) {
        Map<String, Double> guide =
                Takes.LEAD.performance().moments().stream()
                        .collect(
                                Collectors.toMap(
                                        Performance.Moment::id, Performance.Moment::seconds));
        List<Double> errors = new ArrayList<>();
        for (Performance.Moment moment : voice.performance().moments()) {
            Double truth = guide.get(moment.id());
            if (truth != null) {
                errors.add(1000 * Math.abs(alignment.guideSecondsAt(moment.seconds()) - truth));
            }
        }
        return errors.stream().mapToDouble(Double::doubleValue).toArray();
    }

    @Test
    void aVoiceBelongsToItselfMomentByMoment() {
        Alignment same = align(Takes.LEAD);
        assertThat(same.anchors())
                .hasSizeGreaterThan(50)
                .allSatisfy(a -> assertThat(a.offsetSeconds()).isCloseTo(0, within(1e-3)));
        assertThat(same.unmatched()).isEmpty();
        assertThat(same.missing()).isEmpty();
    }

    @Test
    void theSameSingerIsMatchedToMilliseconds() {
        double[] errors = errorsMillis(Takes.LOOSE, align(Takes.LOOSE));
        assertThat(Percentile.median(errors)).isLessThan(4);
        assertThat(Percentile.of(errors, 90)).isLessThan(12);
    }

    @Test
    void anotherSingerAnOctaveLowerIsMatchedToo() {
        double[] errors = errorsMillis(Takes.LOW, align(Takes.LOW));
        assertThat(Percentile.median(errors)).isLessThan(8);
        assertThat(Percentile.of(errors, 90)).isLessThan(30);
    }

    @Test
    void aMissingPhraseIsMissingAndNothingElse() {
        Alignment alignment = align(Takes.WITHOUT_B);
        GuideSpan b = Takes.LEAD.analysis().phrasesAsGuide().get(1);
        assertThat(alignment.missing())
                .singleElement()
                .satisfies(
                        span -> assertThat(span.sharedSeconds(b)).isGreaterThan(0.8 * b.seconds()));
        assertThat(alignment.anchors())
                .noneMatch(a -> b.widenedBy(-0.2).contains(a.guideSeconds()));
        assertThat(Percentile.of(errorsMillis(Takes.WITHOUT_B, alignment), 90)).isLessThan(30);
    }

    @Test
    void anAdLibIsLeftAlone() {
        Alignment alignment = align(Takes.WITH_AD_LIB);
        RecordedSpan adLib = new RecordedSpan(Takes.WITH_AD_LIB.performance().adLibs().getFirst());
        assertThat(alignment.unmatched())
                .anySatisfy(span ->
                        assertThat(span.sharedSeconds(adLib)).isGreaterThan(0.7 * adLib.seconds()));
    }

    @Test
    void aLateEntryOfTwoSecondsIsFound() {
        float[] early = Takes.LOOSE.sound().channel(0);
        float[] late = new float[early.length + 2 * Takes.RATE_HERTZ];
        System.arraycopy(early, 0, late, 2 * Takes.RATE_HERTZ, early.length);
        VoiceAnalysis voice = new VoiceAnalyser().analyse(Sound.owning(Takes.RATE_HERTZ, late));
        Alignment alignment =
                new Aligner().align(Takes.LEAD.analysis(), voice, List.of(), List.of());
        Alignment prompt = align(Takes.LOOSE);
        for (double t = 1; t < 9; t += 0.5) {
            assertThat(alignment.guideSecondsAt(t + 2))
                    .isCloseTo(prompt.guideSecondsAt(t), within(0.03));
        }
    }

    @Test
    void aHeldAnchorIsKeptExactlyAndBendsWhatIsAround() {
        double source = Takes.LOOSE.performance().moments().get(3).seconds();
        Anchor held = Anchor.held(source, align(Takes.LOOSE).guideSecondsAt(source) + 0.12);
        Alignment alignment =
                new Aligner()
                        .align(
                                Takes.LEAD.analysis(),
                                Takes.LOOSE.analysis(),
                                List.of(held),
                                List.of());
        assertThat(alignment.anchors()).contains(held);
        assertThat(alignment.guideSecondsAt(source)).isCloseTo(held.guideSeconds(), within(1e-9));
    }

    @Test
    void nothingIsMatchedBehindAWall() {
        RecordedSpan wall = Takes.LOOSE.analysis().phrases().get(1).widenedBy(0.05);
        Alignment alignment =
                new Aligner()
                        .align(
                                Takes.LEAD.analysis(),
                                Takes.LOOSE.analysis(),
                                List.of(),
                                List.of(wall));
        assertThat(alignment.anchors())
                .isNotEmpty()
                .noneMatch(a -> wall.contains(a.sourceSeconds()));
    }

    @Test
    void againstSilenceThereIsNothingToMatch() {
        VoiceAnalysis silence =
                new VoiceAnalyser().analyse(Sound.owning(48_000, new float[48_000]));
        Alignment alignment =
                new Aligner().align(Takes.LEAD.analysis(), silence, List.of(), List.of());
        assertThat(alignment.anchors()).isEmpty();
        assertThat(alignment.missing()).isEqualTo(Takes.LEAD.analysis().phrasesAsGuide());
    }
}
