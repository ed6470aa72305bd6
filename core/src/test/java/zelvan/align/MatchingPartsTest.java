package zelvan.align;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import zelvan.analysis.LandmarkKind;
import zelvan.analysis.VoiceAnalysis;
import zelvan.testing.Takes;
import zelvan.units.RecordedSpan;

class MatchingPartsTest {
    private static final int STEP = 2;
    private static final VoiceAnalysis LEAD = Takes.LEAD.analysis();

    private static Correspondence found(VoiceAnalysis voice) {
        VoiceCosts costs = new VoiceCosts(LEAD, voice, FeatureWeights.STRANGERS, STEP);
        return new Correspondence(new Warping(costs).best(costs.wholeBand()), LEAD, voice, STEP);
    }

    private static FeatureWeights weights(VoiceAnalysis voice) {
        return FeatureWeights.between(LEAD, voice, found(voice));
    }

    /// The spectrum counts more between two takes of one singer than between two singers. Rows of
    /// costs are worked out several at a time, and come out the same to the last bit.
    @Test
    void costsOfARowAreThoseOfItsCells() {
        VoiceCosts costs =
                new VoiceCosts(
                        LEAD,
                        Takes.LOOSE.analysis(),
                        FeatureWeights.STRANGERS,
                        STEP,
                        List.of(new RecordedSpan(1, 1.5)),
                        0);
        double[] row = new double[costs.voiceRows() + 5];
        for (int i = 0; i < costs.guideRows(); i += 37) {
            int from = i % 7;
            int to = costs.voiceRows() - i % 11;
            costs.match(i, from, to, row, 5);
            for (int j = from; j < to; j++) {
                assertThat(row[5 + j - from]).isEqualTo(costs.match(i, j));
            }
        }
    }

    @Test
    void aSingersOwnTakesAreToldFromAnotherSingers() {
        assertThat(weights(Takes.LOOSE.analysis()).spectrum())
                .isGreaterThan(weights(Takes.LOW.analysis()).spectrum());
        assertThat(weights(LEAD).spectrum()).isCloseTo(2, within(1e-9));
    }

    /// Every phrase of these takes begins after a rest; each beginning is paired with its own.
    @Test
    void beginningsAfterRestsArePaired() {
        VoiceAnalysis loose = Takes.LOOSE.analysis();
        List<Anchor> pairs = RestEdges.pairs(LEAD, loose, found(loose), List.of());
        for (int p = 0; p < LEAD.phrases().size(); p++) {
            double guide = LEAD.phrases().get(p).startSeconds();
            double voice = loose.phrases().get(p).startSeconds();
            assertThat(pairs)
                    .anySatisfy(pair -> {
                        assertThat(pair.guideSeconds()).isCloseTo(guide, within(0.04));
                        assertThat(pair.sourceSeconds()).isCloseTo(voice, within(0.04));
                    });
        }
        for (int k = 1; k < pairs.size(); k++) {
            assertThat(pairs.get(k).guideSeconds()).isGreaterThan(pairs.get(k - 1).guideSeconds());
            assertThat(pairs.get(k).sourceSeconds())
                    .isGreaterThan(pairs.get(k - 1).sourceSeconds());
        }
    }

    /// Ends differ in how the voice dies away, and are paired where both are a tenth of what they
    /// were.
    @Test
    void endsBeforeRestsArePaired() {
        VoiceAnalysis loose = Takes.LOOSE.analysis();
        List<Anchor> ends =
                RestEdges.pairs(LEAD, loose, found(loose), List.of()).stream()
                        .filter(pair -> pair.kind().equals(Optional.of(LandmarkKind.RELEASE)))
                        .toList();
        assertThat(ends).isNotEmpty();
        for (Anchor end : ends) {
            assertThat(quieterBy(LEAD, end.guideSeconds())).isGreaterThan(8);
            assertThat(quieterBy(loose, end.sourceSeconds())).isGreaterThan(8);
        }
    }

    /// How much softer it is a little after a moment than a little before, decibels.
    private static double quieterBy(VoiceAnalysis voice, double seconds) {
        return voice.levelDecibels()[voice.frameAt(seconds - 0.06)]
                - voice.levelDecibels()[voice.frameAt(seconds + 0.02)];
    }

    /// Wherever the user holds what: the anchor stays, and the confidences stay probabilities.
    @RepeatedTest(20)
    void anyHeldAnchorLeavesAWholeAlignment(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        double source = 0.5 + 11 * random.nextDouble();
        Anchor held = Anchor.held(source, Math.max(0.1, source + 2 * random.nextDouble() - 1));
        Alignment alignment =
                new Aligner().align(LEAD, Takes.LOOSE.analysis(), List.of(held), List.of());
        assertThat(alignment.anchors())
                .as("seed %d", info.getCurrentRepetition())
                .contains(held)
                .hasSizeGreaterThan(20);
    }

    @Test
    void aConfidenceThatIsNoneIsRefused() {
        assertThatThrownBy(() -> Anchor.found(Optional.empty(), 1, 1, Double.NaN))
                .hasMessageContaining("NaN");
    }
}
