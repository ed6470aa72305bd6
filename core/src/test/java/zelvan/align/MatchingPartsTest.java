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

    /// The wide instructions against plain loops: costs and paths are the same to the last bit,
    /// whichever way and however steeply the band runs, and costs are those of each cell.
    @RepeatedTest(12)
    void wideAndPlainKernelsAgree(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        VoiceCosts costs =
                new VoiceCosts(
                        LEAD,
                        Takes.LOOSE.analysis(),
                        FeatureWeights.STRANGERS,
                        STEP,
                        List.of(new RecordedSpan(1, 1.5)),
                        0);
        Band band = info.getCurrentRepetition() == 1 ? costs.wholeBand() : random(random, costs);
        CostRows plain = costs.rows(band, new PlainKernels());
        CostRows wide = costs.rows(band, new WideKernels());
        int[] plainRow = new int[costs.voiceRows() + 5];
        int[] wideRow = new int[costs.voiceRows() + 5];
        for (int i = 0; i < costs.guideRows(); i++) {
            plain.read(i, plainRow, 5);
            wide.read(i, wideRow, 5);
            assertThat(wideRow).isEqualTo(plainRow);
            for (int j = band.low()[i]; j <= band.high()[i]; j += 1 + random.nextInt(9)) {
                assertThat(wideRow[5 + j - band.low()[i]])
                        .isEqualTo(Costs.units(costs.match(i, j)));
            }
        }
        WarpPath one = new Warping(costs).best(band, new PlainKernels());
        WarpPath other = new Warping(costs).best(band, new WideKernels());
        assertThat(other.length()).isEqualTo(one.length());
        for (int k = 0; k < one.length(); k++) {
            assertThat(other.guideRow(k)).isEqualTo(one.guideRow(k));
            assertThat(other.voiceRow(k)).isEqualTo(one.voiceRow(k));
            assertThat(other.matched(k)).isEqualTo(one.matched(k));
        }
        PathPosterior plainly = new PathPosterior(costs, band, new PlainKernels());
        PathPosterior widely = new PathPosterior(costs, band, new WideKernels());
        for (int i = 0; i < costs.guideRows(); i++) {
            double middle = 0.5 * (band.low()[i] + band.high()[i]);
            assertThat(widely.massAround(i, middle, 5)).isEqualTo(plainly.massAround(i, middle, 5));
        }
    }

    /// However long the song, whole numbers are large enough: what the cheapest way costs is taken
    /// away now and then, and paths stay as they were.
    @Test
    void aSongOfAnHourIsNotTooLong() {
        int rows = 720_000;
        Costs dear = new DearCosts(rows, rows, 0);
        int[] low = new int[rows];
        int[] high = new int[rows];
        for (int i = 0; i < rows; i++) {
            low[i] = Math.max(0, i - 2);
            high[i] = Math.min(rows - 1, i + 2);
        }
        WarpPath path = new Warping(dear).best(new Band(low, high));
        assertThat(path.length()).isEqualTo(rows);
        for (int k = 0; k < rows; k += 1000) {
            assertThat(path.voiceRow(k)).isEqualTo(path.guideRow(k));
        }
    }

    /// A recording of an hour and a half in which the line is sung at the end only.
    @Test
    void aRecordingMuchLongerThanItsGuideIsPassed() {
        int guideRows = 40;
        int voiceRows = 68_000;
        Costs late = new DearCosts(guideRows, voiceRows, voiceRows - guideRows);
        WarpPath path = new Warping(late).best(Band.ofSong(guideRows, voiceRows));
        int last = path.length() - 1;
        // The guide's first row is where the voice sings alone.
        for (int k = 0; k < guideRows - 1; k++) {
            assertThat(path.matched(last - k)).isTrue();
            assertThat(path.guideRow(last - k)).isEqualTo(guideRows - 1 - k);
            assertThat(path.voiceRow(last - k)).isEqualTo(voiceRows - 1 - k);
        }
    }

    /// Everything is unlike, and one diagonal a little less so.
    ///
    /// @param shift row of the voice that it begins with
    private record DearCosts(int guideRows, int voiceRows, int shift) implements Costs {
        @Override
        public double match(int i, int j) {
            return i + shift == j ? 0.3 : 1;
        }

        @Override
        public double lingerOfGuide(int i) {
            return 0.05;
        }

        @Override
        public double lingerOfVoice(int j) {
            return 0.05;
        }

        @Override
        public double enterGuideOnly(int i) {
            return 30;
        }

        @Override
        public double enterVoiceOnly(int j) {
            return 30;
        }

        @Override
        public double tearVoice(int j) {
            return 30;
        }

        @Override
        public double tearGuide(int i) {
            return 30;
        }

        @Override
        public double skipGuide(int i) {
            return 0.42;
        }

        @Override
        public double skipVoice(int j) {
            return 0.42;
        }

        @Override
        public boolean atWall(int j) {
            return false;
        }
    }

    /// What unlikeness is worth: 1 − exp(−x), in units of a 4,096th.
    @Test
    void unlikenessIsThatOfItsFormula() {
        for (float x = 0; x < 12; x += 0.003f) {
            assertThat(Kernels.unlikeness(x) / (double) Costs.UNITS)
                    .isCloseTo(1 - Math.exp(-x), within(6e-4));
        }
    }

    private static Band random(Random random, Costs costs) {
        int[] low = new int[costs.guideRows()];
        int[] high = new int[costs.guideRows()];
        for (int i = 0; i < low.length; i++) {
            int step = random.nextInt(20) == 0 ? random.nextInt(60) : random.nextInt(3);
            low[i] = i == 0 ? 0 : Math.min(low[i - 1] + step, high[i - 1]);
            int wide = Math.min(costs.voiceRows() - 1, low[i] + random.nextInt(50));
            high[i] = i == 0 ? wide : Math.max(high[i - 1], wide);
        }
        high[high.length - 1] = costs.voiceRows() - 1;
        return new Band(low, high);
    }

    /// The spectrum counts more between two takes of one singer than between two singers.
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
