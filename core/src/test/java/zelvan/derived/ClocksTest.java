package zelvan.derived;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import java.util.Optional;
import org.assertj.core.data.Offset;
import org.junit.jupiter.api.Test;
import zelvan.align.Alignment;
import zelvan.align.Anchor;
import zelvan.timing.TimeMap;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;
import zelvan.units.SongSpan;

class ClocksTest {
    private static final Offset<Double> EXACTLY = within(1e-9);

    /// A voice recorded a minute late, drawn to a guide that is itself moved by 0.1 s.
    private static final Clocks LATE =
            new Clocks(
                    new Alignment(
                            List.of(
                                    Anchor.found(Optional.empty(), 70, 10, 1),
                                    Anchor.found(Optional.empty(), 81, 20, 1)),
                            List.of(),
                            List.of()),
                    TimeMap.of(List.of(new TimeMap.Point(70, 10.1), new TimeMap.Point(81, 20.1))),
                    TimeMap.of(List.of(new TimeMap.Point(10, 10.1), new TimeMap.Point(20, 20.1))));

    @Test
    void eachClockShowsWhatTheOthersDo() {
        assertThat(LATE.guideSecondsOf(75.5)).isCloseTo(15, EXACTLY);
        assertThat(LATE.recordedSecondsOf(15)).isCloseTo(75.5, EXACTLY);
        assertThat(LATE.songSeconds(75.5)).isCloseTo(15.1, EXACTLY);
        assertThat(LATE.recordedSeconds(15.1)).isCloseTo(75.5, EXACTLY);
        assertThat(LATE.songSecondsOfGuide(15)).isCloseTo(15.1, EXACTLY);
        assertThat(LATE.guideSeconds(15.1)).isCloseTo(15, EXACTLY);
    }

    /// What is sung together sounds together, whichever way one looks.
    @Test
    void stretchesGoRoundAndComeBack() {
        RecordedSpan sung = new RecordedSpan(71, 78);
        SongSpan sounds = LATE.song(sung);
        GuideSpan guide = LATE.guide(sung);
        assertThat(LATE.song(guide).startSeconds()).isCloseTo(sounds.startSeconds(), EXACTLY);
        assertThat(LATE.song(guide).endSeconds()).isCloseTo(sounds.endSeconds(), EXACTLY);
        assertThat(LATE.guide(sounds).middleSeconds()).isCloseTo(guide.middleSeconds(), EXACTLY);
        assertThat(LATE.recorded(sounds).endSeconds()).isCloseTo(78, EXACTLY);
        assertThat(LATE.recorded(guide).startSeconds()).isCloseTo(71, EXACTLY);
    }

    @Test
    void theGuideGoesWithItself() {
        Clocks guide = Clocks.ofGuide(TimeMap.of(List.of(new TimeMap.Point(0, 0.5))));
        assertThat(guide.guideSecondsOf(3)).isEqualTo(3);
        assertThat(guide.songSeconds(3)).isCloseTo(3.5, EXACTLY);
        assertThat(guide.songSecondsOfGuide(3)).isEqualTo(guide.songSeconds(3));
    }
}
