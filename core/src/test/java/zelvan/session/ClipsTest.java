package zelvan.session;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import org.junit.jupiter.api.Test;
import zelvan.align.Anchor;
import zelvan.analysis.OctaveShift;
import zelvan.level.LevelEdit;
import zelvan.tuning.NoteEdit;
import zelvan.units.RecordedSpan;

/// What is done to the stretches of a voice, and what was said of them by hand.
class ClipsTest {
    private static final Clips WHOLE = Clips.of(Layer.sung("r"), 10);

    private static RecordedSpan span(double from, double to) {
        return new RecordedSpan(from, to);
    }

    static List<String> places(Clips clips) {
        return clips.all().stream()
                .map(c ->
                        "%.1f-%.1f at %.1f"
                                .formatted(
                                        c.span().orElseThrow().startSeconds(),
                                        c.span().orElseThrow().endSeconds(),
                                        c.placedSeconds()))
                .toList();
    }

    @Test
    void whatIsSilencedIsGoneAndFadesAtItsEdgesOnly() {
        Clips clips = WHOLE.silencing(span(2, 3));
        assertThat(places(clips)).containsExactly("0.0-2.0 at 0.0", "3.0-10.0 at 3.0");
        assertThat(clips.all().getFirst().fadeInSeconds()).isZero();
        assertThat(clips.all().getFirst().fadeOutSeconds()).isEqualTo(Clips.EDGE_SECONDS);
        assertThat(clips.all().getLast().fadeInSeconds()).isEqualTo(Clips.EDGE_SECONDS);
        assertThat(clips.sounds(span(2.1, 2.9))).isFalse();
        assertThat(clips.silencing(span(0, 20)).all()).isEmpty();
    }

    @Test
    void aCutChangesNothingThatIsHeard() {
        Clips clips = WHOLE.dividing(4);
        assertThat(places(clips)).containsExactly("0.0-4.0 at 0.0", "4.0-10.0 at 4.0");
        assertThat(clips.all()).allMatch(c -> c.fadeInSeconds() == 0 && c.fadeOutSeconds() == 0);
        assertThat(WHOLE.dividing(12)).isEqualTo(WHOLE);
    }

    @Test
    void whatIsMovedLeavesSilenceAndWhatWasThereGivesWay() {
        assertThat(places(WHOLE.moving(span(2, 3), 6)))
                .containsExactly(
                        "0.0-2.0 at 0.0", "3.0-6.0 at 3.0", "2.0-3.0 at 6.0", "7.0-10.0 at 7.0");
        assertThat(places(WHOLE.moving(span(2, 3), 2.5)))
                .containsExactly("0.0-2.0 at 0.0", "2.0-3.0 at 2.5", "3.5-10.0 at 3.5");
    }

    @Test
    void whatIsCopiedStays() {
        assertThat(places(WHOLE.copying(span(2, 3), 12)))
                .containsExactly("0.0-10.0 at 0.0", "2.0-3.0 at 12.0");
        assertThat(places(WHOLE.copying(span(2, 3), 6)))
                .containsExactly("0.0-6.0 at 0.0", "2.0-3.0 at 6.0", "7.0-10.0 at 7.0");
    }

    private static Session session(Clips clips) {
        Voice voice =
                Voice.of("v", "Voice", Role.DOUBLE, Stack.of(Role.DOUBLE).id(), Layer.sung("r"))
                        .withLayer(new Layer.Sung(clips.all(), List.of()));
        return Session.EMPTY
                .withRecordings(List.of(Recording.of("r", AudioReference.to(Path.of("r.wav")))))
                .withStacks(List.of(Stack.of(Role.DOUBLE)))
                .withVoices(List.of(voice));
    }

    /// It is said in the voice's time and stays with what was sung, wherever that goes.
    @Test
    void handWorkStaysWithWhatWasSung() {
        Session session = session(WHOLE);
        Protection breath = new Protection(span(2.2, 2.6), Protection.Kind.TIMING);
        Session said =
                session.handling("v", h -> h.protecting(breath).setting(Anchor.held(2.8, 2.7)));
        assertThat(said.recordings().getFirst().hand().protections()).containsExactly(breath);

        Session moved =
                new Edit.Arrange("v", "Voice", "move", WHOLE.moving(span(2, 3), 6).all())
                        .apply(said);
        HandWork hand = moved.handOf(moved.voice("v").orElseThrow());
        assertThat(hand.protections())
                .singleElement()
                .satisfies(p -> {
                    assertThat(p.span().startSeconds()).isCloseTo(6.2, within(1e-9));
                    assertThat(p.kind()).isEqualTo(Protection.Kind.TIMING);
                });
        Session more =
                moved.handling(
                        "v",
                        h -> h.protecting(new Protection(span(8, 8.5), Protection.Kind.PITCH)));
        assertThat(more.recordings().getFirst().hand().protections()).hasSize(2);

        Session back = new Edit.Arrange("v", "Voice", "back", WHOLE.all()).apply(more);
        assertThat(back.handOf(back.voice("v").orElseThrow()).protections())
                .extracting(p -> Math.round(10 * p.span().startSeconds()))
                .containsExactly(22L, 80L);
        assertThat(back.handOf(back.voice("v").orElseThrow()).anchors()).hasSize(1);
    }

    /// Where two clips meet, each brings what was said of its recording; the later one holds.
    @Test
    void whatIsSaidOfClipsThatOverlapDoesNotContradictItself() {
        Random random = new Random(20261127);
        for (int round = 0; round < 500; round++) {
            Session session =
                    session(WHOLE.copying(span(2, 3), 5 + 2 * random.nextDouble()))
                            .handling("v", h -> said(h, random));
            List<Clip> clips =
                    List.of(
                            Clip.of("r", span(0, 3), 0),
                            Clip.of(
                                    "r",
                                    span(1 + random.nextDouble(), 8),
                                    2.9 - random.nextDouble()));
            HandWork hand = ArrangedHand.of(session, clips);
            assertThat(hand.octaves()).isNotNull();
            Session back = ArrangedHand.said(session, clips, said(hand, random));
            assertThat(ArrangedHand.of(back, clips).size()).isNotNegative();
        }
    }

    private static HandWork said(HandWork hand, Random random) {
        HandWork all = hand;
        for (int i = 0; i < 6; i++) {
            double from = 6 * random.nextDouble();
            RecordedSpan there = span(from, from + 1.5 * random.nextDouble() + 0.01);
            all =
                    switch (random.nextInt(5)) {
                        case 0 ->
                                all.hearing(new OctaveShift(there, random.nextBoolean() ? 1 : -1));
                        case 1 -> all.withNotes(List.of(NoteEdit.of(there)));
                        case 2 -> all.protecting(new Protection(there, Protection.Kind.BOTH));
                        case 3 -> all.levelling(new LevelEdit(there, -3, 0));
                        default -> all.setting(Anchor.held(from, 6 * random.nextDouble()));
                    };
        }
        return all;
    }

    /// What is taken back in one place of a stretch that comes twice is taken back.
    @Test
    void whatIsSaidInOneOfTwoPlacesHoldsInBoth() {
        Session session = session(WHOLE.copying(span(2, 3), 12));
        Protection there = new Protection(span(12.2, 12.4), Protection.Kind.PITCH);
        Session said = session.handling("v", h -> h.protecting(there));
        HandWork hand = said.handOf(said.voice("v").orElseThrow());
        assertThat(hand.protections())
                .extracting(p -> Math.round(10 * p.span().startSeconds()))
                .containsExactly(22L, 122L);
        Session gone = said.handling("v", h -> h.without(h.protections().getFirst()));
        assertThat(gone.handOf(gone.voice("v").orElseThrow()).protections()).isEmpty();
    }

    @Test
    void whatHasNoLengthIsNotSaid() {
        HandWork some =
                HandWork.NONE
                        .protecting(new Protection(span(4, 6), Protection.Kind.TIMING))
                        .hearing(new OctaveShift(span(4, 6), 1));
        for (double moment : new double[] {3, 4, 5, 6}) {
            RecordedSpan nothing = span(moment, moment);
            assertThat(some.protecting(new Protection(nothing, Protection.Kind.PITCH)))
                    .isEqualTo(some);
            assertThat(some.hearing(new OctaveShift(nothing, 2))).isEqualTo(some);
        }
    }

    private static Clip take(String id, double from, double to) {
        return Clip.of(id, new RecordedSpan(from, to), from).withFades(0.04, 0.04);
    }

    @Test
    void aTakeGivesWayToAnotherAndWhatFadedIntoItGoesOn() {
        Clips whole = new Clips(List.of(Clip.of("a", new RecordedSpan(0, 20), 0)));
        Clips once = whole.taking(take("b", 5, 8), new RecordedSpan(5, 8));
        assertThat(named(once)).containsExactly("a 0.00-5.04", "b 5.00-8.00", "a 7.96-20.00");
        Clips wider = once.taking(take("c", 4.5, 8.5), new RecordedSpan(4.5, 8.5));
        assertThat(named(wider)).containsExactly("a 0.00-4.54", "c 4.50-8.50", "a 8.46-20.00");
        Clips narrower = wider.taking(take("b", 5, 8), new RecordedSpan(4, 9));
        assertThat(named(narrower)).isEqualTo(named(once));
        assertThat(named(narrower.taking(take("a", 4.7, 8.2), new RecordedSpan(4, 9))))
                .containsExactly("a 0.00-20.00");
    }

    @Test
    void anotherTakeLeavesTheNextButOneAlone() {
        Clips whole = new Clips(List.of(Clip.of("a", new RecordedSpan(0, 20), 0)));
        Clips two =
                whole.taking(take("b", 2, 4), new RecordedSpan(2, 4))
                        .taking(take("b", 10, 12), new RecordedSpan(10, 12));
        Clips three = two.taking(take("c", 6, 8), new RecordedSpan(6, 8));
        assertThat(named(three))
                .containsExactly(
                        "a 0.00-2.04",
                        "b 2.00-4.00",
                        "a 3.96-6.04",
                        "c 6.00-8.00",
                        "a 7.96-10.04",
                        "b 10.00-12.00",
                        "a 11.96-20.00");
    }

    @Test
    void whatWasSilencedBesideATakeStaysSilent() {
        Clips whole = new Clips(List.of(Clip.of("a", new RecordedSpan(0, 20), 0)));
        Clips silent =
                whole.silencing(new RecordedSpan(4, 5))
                        .taking(take("b", 6, 8), new RecordedSpan(6, 8));
        assertThat(silent.sounds(new RecordedSpan(4.1, 4.9))).isFalse();
        Clips wider = silent.taking(take("c", 5.5, 8), new RecordedSpan(5.5, 8));
        assertThat(wider.sounds(new RecordedSpan(4.1, 4.9))).isFalse();
    }

    private static List<String> named(Clips clips) {
        return clips.all().stream()
                .map(c ->
                        String.format(
                                Locale.ROOT,
                                "%s %.2f-%.2f",
                                c.recordingId(),
                                c.placedSeconds(),
                                c.inVoice().orElseThrow().endSeconds()))
                .toList();
    }
}
