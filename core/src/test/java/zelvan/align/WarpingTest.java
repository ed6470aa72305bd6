package zelvan.align;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.RepeatedTest;
import org.junit.jupiter.api.RepetitionInfo;
import org.junit.jupiter.api.Test;
import zelvan.testing.Takes;
import zelvan.units.RecordedSpan;

class WarpingTest {
    private static final int STEP = 2;
    private static final double ROW_SECONDS = 0.01;

    private static VoiceCosts costs(Takes.Take guide, Takes.Take voice) {
        return new VoiceCosts(guide.analysis(), voice.analysis(), FeatureWeights.STRANGERS, STEP);
    }

    private static WarpPath path(Takes.Take guide, Takes.Take voice, Band band) {
        return new Warping(costs(guide, voice)).best(band);
    }

    private static int rows(Takes.Take take) {
        return costs(take, take).guideRows();
    }

    private static void assertThatPathIsWhole(WarpPath path, int guideRows, int voiceRows) {
        assertThat(path.guideRow(0)).isZero();
        assertThat(path.voiceRow(0)).isZero();
        assertThat(path.guideRow(path.length() - 1)).isEqualTo(guideRows - 1);
        assertThat(path.voiceRow(path.length() - 1)).isEqualTo(voiceRows - 1);
        for (int k = 1; k < path.length(); k++) {
            int guideStep = path.guideRow(k) - path.guideRow(k - 1);
            int voiceStep = path.voiceRow(k) - path.voiceRow(k - 1);
            assertThat(guideStep).isBetween(0, 1);
            assertThat(voiceStep).isBetween(0, 1);
            assertThat(guideStep + voiceStep).isPositive();
        }
    }

    @Test
    void aVoiceAgainstItselfIsTheDiagonal() {
        int rows = rows(Takes.LEAD);
        WarpPath path = path(Takes.LEAD, Takes.LEAD, Band.ofSong(rows, rows));
        assertThatPathIsWhole(path, rows, rows);
        for (int k = 0; k < path.length(); k++) {
            assertThat(path.voiceRow(k)).isEqualTo(path.guideRow(k));
            assertThat(path.cost(k)).isLessThan(0.01);
        }
    }

    @Test
    void thePathIsWholeAlsoWithAMissingPhrase() {
        int guideRows = rows(Takes.LEAD);
        int voiceRows = rows(Takes.WITHOUT_B);
        assertThatPathIsWhole(
                path(Takes.LEAD, Takes.WITHOUT_B, Band.ofSong(guideRows, voiceRows)),
                guideRows,
                voiceRows);
    }

    /// Pairs that lie beside the band, one after the other: all paths pass them all, and the band
    /// stays as narrow as it was elsewhere.
    @RepeatedTest(20)
    void pairsBesideTheBandAreReachedFromIt(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        int rows = rows(Takes.LEAD);
        Band band = Band.ofSong(rows, rows);
        for (int i = 0; i < rows; i++) {
            band.low()[i] = Math.max(0, i - 10);
            band.high()[i] = Math.min(rows - 1, i + 10);
        }
        List<int[]> pairs = new ArrayList<>();
        int previous = -1;
        int last = 0;
        for (int i = 60; i < rows - 60; i += 5 + random.nextInt(60)) {
            int j = Math.max(last + 3, i + random.nextInt(61) - 30);
            band.passThrough(i, j, previous);
            pairs.add(new int[] {i, j});
            previous = i;
            last = j;
        }
        int widest = 0;
        for (int i = 0; i < rows; i++) {
            widest = Math.max(widest, band.high()[i] - band.low()[i] + 1);
            assertThat(band.high()[i]).isGreaterThanOrEqualTo(band.low()[i]);
        }
        assertThat(widest).isLessThan(90);
        WarpPath path = path(Takes.LEAD, Takes.LEAD, band);
        assertThatPathIsWhole(path, rows, rows);
        assertThat(pairs).allMatch(pair -> passes(path, pair[0], pair[1]));
    }

    private static boolean passes(WarpPath path, int guideRow, int voiceRow) {
        for (int k = 0; k < path.length(); k++) {
            if (path.guideRow(k) == guideRow && path.voiceRow(k) == voiceRow) {
                return true;
            }
        }
        return false;
    }

    @RepeatedTest(20)
    void aHeldPairLiesOnThePath(RepetitionInfo info) {
        Random random = new Random(info.getCurrentRepetition());
        int guideRows = rows(Takes.LEAD);
        int voiceRows = rows(Takes.LOOSE);
        Band band = Band.ofSong(guideRows, voiceRows);
        int guideRow = 1 + random.nextInt(guideRows - 2);
        int voiceRow = Math.clamp(guideRow + random.nextInt(41) - 20, 1, voiceRows - 2);
        band.passThrough(guideRow, voiceRow, -1);
        WarpPath path = path(Takes.LEAD, Takes.LOOSE, band);
        assertThatPathIsWhole(path, guideRows, voiceRows);
        assertThat(passes(path, guideRow, voiceRow))
                .as("seed %d", info.getCurrentRepetition())
                .isTrue();
    }

    @RepeatedTest(20)
    void aBandAroundAPathHoldsItAndNeverFalls(RepetitionInfo info) {
        int guideRows = rows(Takes.LEAD);
        int voiceRows = rows(Takes.LOW);
        WarpPath path = path(Takes.LEAD, Takes.LOW, Band.ofSong(guideRows, voiceRows));
        int radius = info.getCurrentRepetition();
        Band band = Band.around(path, 2, radius, 2 * guideRows, 2 * voiceRows);
        for (int i = 1; i < 2 * guideRows; i++) {
            assertThat(band.low()[i]).isGreaterThanOrEqualTo(band.low()[i - 1]);
            assertThat(band.high()[i]).isGreaterThanOrEqualTo(band.high()[i - 1]);
            assertThat(band.low()[i]).isLessThanOrEqualTo(band.high()[i - 1] + 1);
        }
        for (int k = 0; k < path.length(); k++) {
            assertThat(2 * path.voiceRow(k))
                    .isBetween(band.low()[2 * path.guideRow(k)], band.high()[2 * path.guideRow(k)]);
        }
    }

    /// A voice belongs to itself: near the diagonal most is sure, and what lies off it is not.
    @Test
    void theMatchOfAVoiceWithItselfIsSureWhereItSings() {
        int rows = rows(Takes.LEAD);
        PathPosterior posterior =
                new PathPosterior(costs(Takes.LEAD, Takes.LEAD), Band.ofSong(rows, rows));
        List<Double> near = new ArrayList<>();
        for (RecordedSpan phrase : Takes.LEAD.analysis().phrases()) {
            int from = (int) Math.ceil((phrase.startSeconds() + 0.1) / ROW_SECONDS);
            for (int i = from; i < (phrase.endSeconds() - 0.1) / ROW_SECONDS; i++) {
                near.add(posterior.massAround(i, i, 6));
                assertThat(posterior.massAround(i, i + 40, 6)).isLessThan(0.05);
            }
        }
        near.sort(null);
        assertThat(near.getFirst()).isGreaterThan(0.5);
        assertThat(near.get(near.size() / 2)).isGreaterThan(0.95);
    }
}
