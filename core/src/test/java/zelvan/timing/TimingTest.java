package zelvan.timing;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import zelvan.align.Aligner;
import zelvan.align.Alignment;
import zelvan.align.Anchor;
import zelvan.analysis.Landmark;
import zelvan.analysis.LandmarkKind;
import zelvan.testing.Takes;
import zelvan.units.RecordedSpan;

class TimingTest {
    private static final Alignment LOOSE =
            new Aligner()
                    .align(Takes.LEAD.analysis(), Takes.LOOSE.analysis(), List.of(), List.of());

    /// An anchor missed by more is said to be left out.
    private static final double FOLLOWED_SECONDS = 0.016;

    /// Half a sample at 48 kHz would be 1e-5; a tenth of a millisecond is far below any threshold.
    private static final double INAUDIBLE_SECONDS = 1e-4;

    private static final TimeMapper MAPPER = new TimeMapper(Takes.LOOSE.analysis());

    /// The definition: what exceeds the slack is taken away by the pull.
    @ParameterizedTest
    @CsvSource({
        "1, 0, 0.050, 0.050",
        "1, 0.02, 0.050, 0.030",
        "0.5, 0.02, 0.050, 0.015",
        "1, 0.02, -0.050, -0.030",
        "1, 0.02, 0.015, 0",
        "0, 0, 0.050, 0"
    })
    void pullAndSlackDecideTheMove(double pull, double slack, double offset, double move) {
        assertThat(new TimingSettings(pull, slack).moveSeconds(offset))
                .isCloseTo(move, within(1e-12));
    }

    /// The definition: a phrase is put in its place, pull and slack act on the rest, and no more
    /// than the limit is left.
    @ParameterizedTest
    @CsvSource({
        // pull, slack, limit, offset, placement, left
        "0.5, 0, 1, 0.70, 0.70, 0",
        "0.5, 0, 1, 0.74, 0.70, 0.02",
        "0.5, 0.02, 1, 0.74, 0.70, 0.03",
        "0.5, 0.02, 0.025, 0.74, 0.70, 0.025",
        "0.5, 0, 0.025, -0.78, -0.70, -0.025",
        "0.1, 0, 0.025, 0.07, 0, 0.025",
        "1, 0.05, 0.01, 0.03, 0, 0.01",
        "1, 0, 0, 0.03, 0, 0",
        "0, 0, 0, 0.7, 0.7, 0.7"
    })
    void noMoreThanTheLimitIsLeft(
            double pull, double slack, double limit, double offset, double placement, double left) {
        TimingSettings settings = new TimingSettings(pull, slack).withLimit(limit);
        assertThat(offset - settings.moveSeconds(offset, placement)).isCloseTo(left, within(1e-12));
    }

    /// A phrase is shifted as one block: its inside is kept, and what lies around it stays.
    @Test
    void aPhraseIsShiftedAsOneBlock() {
        List<RecordedSpan> phrases = Takes.LEAD.analysis().phrases();
        RecordedSpan phrase = phrases.get(phrases.size() / 2);
        TimeMap before = MAPPER.map(LOOSE, t -> TimingSettings.FULL, List.of()).map();
        TimeMap after =
                MAPPER.map(
                                LOOSE,
                                t ->
                                        phrase.widenedBy(0.02).contains(t)
                                                ? TimingSettings.FULL.withShift(0.04)
                                                : TimingSettings.FULL,
                                List.of())
                        .map();
        for (Anchor anchor : LOOSE.anchors()) {
            boolean inside = phrase.contains(anchor.guideSeconds());
            boolean away = !phrase.widenedBy(0.3).contains(anchor.guideSeconds());
            double shift =
                    after.outputSecondsAt(anchor.sourceSeconds())
                            - before.outputSecondsAt(anchor.sourceSeconds());
            if (inside || away) {
                assertThat(shift).isCloseTo(inside ? 0.04 : 0, within(0.004));
            }
        }
    }

    @Test
    void withoutPullOnlyTheShiftMoves() {
        TimingSettings later = TimingSettings.OFF.withShift(0.03);
        assertThat(later.moveSeconds(0.7, 0.6)).isEqualTo(-0.03);
        assertThat(TimingSettings.FULL.withLimit(0.01).withShift(-0.02).moveSeconds(0.05))
                .isCloseTo(0.07, within(1e-12));
    }

    @Test
    void settingsOutOfRangeAreRefused() {
        assertThatThrownBy(() -> TimingSettings.FULL.withLimit(-0.01))
                .hasMessageContaining("-0.01");
        assertThatThrownBy(() -> TimingSettings.FULL.withShift(-11)).hasMessageContaining("-11");
        assertThatThrownBy(() -> new TimingSettings(1.2, 0)).hasMessageContaining("1.2");
        assertThatThrownBy(() -> new TimingSettings(1, -0.001)).hasMessageContaining("-0.001");
    }

    @Test
    void pullZeroMovesNothingAtAll() {
        assertThat(MAPPER.map(LOOSE, t -> TimingSettings.OFF, List.of()).map().isIdentity())
                .isTrue();
    }

    @Test
    void fullPullBringsEveryFollowedAnchorToTheGuide() {
        TimingResult result = MAPPER.map(LOOSE, t -> TimingSettings.FULL, List.of());
        List<Double> missed = new java.util.ArrayList<>();
        for (Anchor anchor : LOOSE.anchors()) {
            if (!result.leftOut().contains(anchor)) {
                double output = result.map().outputSecondsAt(anchor.sourceSeconds());
                assertThat(output).isCloseTo(anchor.guideSeconds(), within(FOLLOWED_SECONDS));
                missed.add(Math.abs(output - anchor.guideSeconds()));
            }
        }
        missed.sort(null);
        assertThat(missed.get(missed.size() / 2)).isLessThan(0.001);
        assertThat(result.leftOut().size()).isLessThan(LOOSE.anchors().size() / 10);
    }

    static Stream<Integer> seeds() {
        return IntStream.range(0, 60).boxed();
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void anyMapIncreasesAndKeepsItsRates(int seed) {
        Random random = new Random(seed);
        TimingSettings settings =
                new TimingSettings(random.nextDouble(), 0.05 * random.nextDouble());
        double start = 9 * random.nextDouble();
        boolean stays = random.nextBoolean();
        List<Fence> fences =
                random.nextBoolean()
                        ? List.of(
                                new Fence(
                                        new RecordedSpan(start, start + random.nextDouble()),
                                        stays))
                        : List.of();
        TimeMap map = MAPPER.map(LOOSE, t -> settings, fences).map();
        for (int i = 1; i < map.size(); i++) {
            TimeMap.Point a = map.point(i - 1);
            TimeMap.Point b = map.point(i);
            assertThat(b.sourceSeconds()).isGreaterThan(a.sourceSeconds());
            assertThat(b.outputSeconds()).isGreaterThan(a.outputSeconds());
        }
        for (RecordedSpan span : fences.stream().map(Fence::span).toList()) {
            if (stays) {
                assertThat(map.outputSecondsAt(span.startSeconds()))
                        .isCloseTo(span.startSeconds(), within(1e-9));
            }
            double move = map.outputSecondsAt(span.startSeconds()) - span.startSeconds();
            for (double share = 0; share <= 1; share += 0.1) {
                double t = span.startSeconds() + share * span.seconds();
                assertThat(map.outputSecondsAt(t) - t).isCloseTo(move, within(1e-9));
            }
        }
    }

    @ParameterizedTest(name = "seed {0}")
    @MethodSource("seeds")
    void theInverseUndoesTheMap(int seed) {
        Random random = new Random(seed);
        double source = 0;
        double output = random.nextDouble();
        List<TimeMap.Point> points = new java.util.ArrayList<>();
        for (int i = 0; i < 12; i++) {
            source += 0.01 + random.nextDouble();
            output += 0.01 + random.nextDouble();
            points.add(new TimeMap.Point(source, output));
        }
        TimeMap map = TimeMap.of(points);
        TimeMap other =
                TimeMap.of(
                        points.stream()
                                .map(p ->
                                        new TimeMap.Point(
                                                p.sourceSeconds() * 1.1, p.outputSeconds() + 0.3))
                                .toList());
        for (int i = 0; i < 50; i++) {
            double t = -1 + 15 * random.nextDouble();
            assertThat(other.outputSecondsAt(map.against(other).outputSecondsAt(t)))
                    .isCloseTo(map.outputSecondsAt(t), within(1e-4));
            assertThat(map.sourceSecondsAt(map.outputSecondsAt(t))).isCloseTo(t, within(1e-9));
        }
    }

    @Test
    void aMapThatDoesNotIncreaseIsRefused() {
        assertThatThrownBy(
                        () -> TimeMap.of(List.of(new TimeMap.Point(0, 0), new TimeMap.Point(1, 0))))
                .hasMessageContaining("must increase");
        assertThatThrownBy(() -> TimeMap.of(List.of())).hasMessageContaining("needs a point");
    }

    @Test
    void whatTheGuideDoesNotHaveStaysWhereItWasSung() {
        Alignment alignment =
                new Aligner()
                        .align(
                                Takes.LEAD.analysis(),
                                Takes.WITH_AD_LIB.analysis(),
                                List.of(),
                                List.of());
        TimeMap map =
                new TimeMapper(Takes.WITH_AD_LIB.analysis())
                        .map(alignment, t -> TimingSettings.FULL, List.of())
                        .map();
        RecordedSpan adLib = new RecordedSpan(Takes.WITH_AD_LIB.performance().adLibs().getFirst());
        for (double t = adLib.startSeconds(); t < adLib.endSeconds(); t += 0.05) {
            assertThat(map.outputSecondsAt(t)).isCloseTo(t, within(1e-9));
        }
    }

    @Test
    void aHeldAnchorIsHeldWhateverThePull() {
        Anchor held =
                Anchor.held(
                        LOOSE.anchors().get(20).sourceSeconds(),
                        LOOSE.anchors().get(20).guideSeconds() + 0.03);
        Alignment alignment =
                new Aligner()
                        .align(
                                Takes.LEAD.analysis(),
                                Takes.LOOSE.analysis(),
                                List.of(held),
                                List.of());
        TimeMap map = MAPPER.map(alignment, t -> TimingSettings.OFF, List.of()).map();
        assertThat(map.outputSecondsAt(held.sourceSeconds()))
                .isCloseTo(held.guideSeconds(), within(1e-9));
    }

    /// A phrase that comes late as a whole is moved as a whole: the rests around it take the
    /// change.
    @Test
    void aLatePhraseMovesAsOnePieceAndTheRestsGive() {
        RecordedSpan second = Takes.LEAD.analysis().phrases().get(1);
        List<Anchor> anchors = new java.util.ArrayList<>();
        for (RecordedSpan phrase : Takes.LEAD.analysis().phrases()) {
            double late = phrase.equals(second) ? 0.08 : 0;
            for (double t = phrase.startSeconds(); t < phrase.endSeconds(); t += 0.25) {
                anchors.add(Anchor.found(java.util.Optional.empty(), t, t - late, 1));
            }
        }
        TimeMap map =
                new TimeMapper(Takes.LEAD.analysis())
                        .map(
                                new Alignment(anchors, List.of(), List.of()),
                                t -> TimingSettings.FULL,
                                List.of())
                        .map();
        for (double t = second.startSeconds(); t < second.startSeconds() + 2; t += 0.1) {
            assertThat(map.outputSecondsAt(t)).isCloseTo(t - 0.08, within(INAUDIBLE_SECONDS));
        }
        RecordedSpan first = Takes.LEAD.analysis().phrases().getFirst();
        for (double t = first.startSeconds(); t < first.endSeconds() - 0.3; t += 0.1) {
            assertThat(map.outputSecondsAt(t)).isCloseTo(t, within(INAUDIBLE_SECONDS));
        }
    }

    /// Consonants keep their length where the vowel can take the change.
    @Test
    void anEssIsMovedAndTheVowelStretched() {
        RecordedSpan ess =
                Takes.LEAD.analysis().esses().stream()
                        .filter(e ->
                                e.seconds() > 0.06
                                        && Takes.LEAD
                                                .analysis()
                                                .phrases()
                                                .get(1)
                                                .contains(e.startSeconds() + 0.03))
                        .findFirst()
                        .orElseThrow();
        double before = ess.startSeconds() - 0.02;
        double after = ess.endSeconds() + 0.3;
        Alignment stretched =
                new Alignment(
                        List.of(
                                Anchor.found(java.util.Optional.empty(), before, before, 1),
                                Anchor.found(java.util.Optional.empty(), after, after + 0.06, 1)),
                        List.of(),
                        List.of());
        TimeMap map =
                new TimeMapper(Takes.LEAD.analysis())
                        .map(stretched, t -> TimingSettings.FULL, List.of())
                        .map();
        double length =
                map.outputSecondsAt(ess.endSeconds()) - map.outputSecondsAt(ess.startSeconds());
        assertThat(length).isCloseTo(ess.seconds(), within(0.002));
        assertThat(map.outputSecondsAt(after)).isCloseTo(after + 0.06, within(INAUDIBLE_SECONDS));
    }

    @Test
    void anImpossibleAnchorIsLeftOutAndSaidSo() {
        List<Anchor> anchors =
                List.of(
                        Anchor.found(java.util.Optional.empty(), 1.0, 1.0, 0.9),
                        Anchor.found(java.util.Optional.empty(), 1.2, 1.95, 0.1),
                        Anchor.found(java.util.Optional.empty(), 2.0, 2.0, 0.9));
        TimingResult result =
                MAPPER.map(
                        new Alignment(anchors, List.of(), List.of()),
                        t -> TimingSettings.FULL,
                        List.of());
        assertThat(result.leftOut()).containsExactly(anchors.get(1));
        assertThat(result.map().outputSecondsAt(1.2)).isCloseTo(1.2, within(1e-9));
    }

    /// The voice's ess is 50 ms longer than the guide's: one of its ends can be lined up as it is,
    /// or both if it is squeezed.
    @Test
    void whatComesFirstIsLinedUpAndTheConsonantKeepsItsLength() {
        double consonant = Takes.LOOSE.analysis().esses().getFirst().startSeconds();
        Landmark vowel =
                Takes.LOOSE.analysis().landmarks().stream()
                        .filter(l -> l.kind() == LandmarkKind.VOWEL && l.seconds() > consonant)
                        .findFirst()
                        .orElseThrow();
        double sung = vowel.seconds() - consonant;
        Alignment longer =
                new Alignment(
                        List.of(
                                found(LandmarkKind.CONSONANT, consonant, consonant + 0.025),
                                found(
                                        LandmarkKind.VOWEL,
                                        vowel.seconds(),
                                        vowel.seconds() - 0.025)),
                        List.of(),
                        List.of());
        TimeMap vowels = lined(longer, LineUp.VOWELS);
        TimeMap consonants = lined(longer, LineUp.CONSONANTS);
        TimeMap both = lined(longer, LineUp.BOTH);
        assertThat(vowels.outputSecondsAt(vowel.seconds()))
                .isCloseTo(vowel.seconds() - 0.025, within(0.003));
        assertThat(consonants.outputSecondsAt(consonant))
                .isCloseTo(consonant + 0.025, within(0.003));
        assertThat(length(vowels, consonant, vowel)).isCloseTo(sung, within(0.01));
        assertThat(length(consonants, consonant, vowel)).isCloseTo(sung, within(0.01));
        assertThat(length(both, consonant, vowel)).isCloseTo(sung - 0.05, within(0.01));
    }

    private static Anchor found(LandmarkKind kind, double source, double guide) {
        return Anchor.found(java.util.Optional.of(kind), source, guide, 1);
    }

    private static TimeMap lined(Alignment alignment, LineUp first) {
        return MAPPER.map(alignment, t -> TimingSettings.FULL.withLineUp(first), List.of()).map();
    }

    private static double length(TimeMap map, double consonant, Landmark vowel) {
        return map.outputSecondsAt(vowel.seconds()) - map.outputSecondsAt(consonant);
    }

    /// A guide that is itself moved takes its voices along.
    @Test
    void voicesFollowACorrectedGuide() {
        TimeMap guide = TimeMap.of(List.of(new TimeMap.Point(0, 0.1), new TimeMap.Point(13, 13.3)));
        TimeMap map =
                MAPPER.map(LOOSE, guide, Placement.NONE, t -> TimingSettings.FULL, List.of()).map();
        for (Anchor anchor : LOOSE.anchors()) {
            if (anchor.kind().isPresent() && anchor.confidence() > 0.9) {
                assertThat(map.outputSecondsAt(anchor.sourceSeconds()))
                        .isCloseTo(
                                guide.outputSecondsAt(anchor.guideSeconds()),
                                within(INAUDIBLE_SECONDS));
            }
        }
    }

    /// As a file edited by hand may have it.
    @Test
    void aNegativeZeroOfSlackIsNoSlack() {
        assertThat(new TimingSettings(1, -0.0).moveSeconds(0.25)).isEqualTo(0.25);
        assertThat(new TimingSettings(1, -0.0)).isEqualTo(TimingSettings.FULL);
    }
}
