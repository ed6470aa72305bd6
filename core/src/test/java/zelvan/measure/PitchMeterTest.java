package zelvan.measure;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import zelvan.align.Alignment;
import zelvan.analysis.VoiceAnalysis;
import zelvan.testing.Tracks;
import zelvan.tuning.Harmony;
import zelvan.tuning.MatchedPitch;
import zelvan.tuning.PitchMapper;
import zelvan.tuning.PitchTarget;
import zelvan.tuning.TuningResult;
import zelvan.tuning.TuningSettings;
import zelvan.units.GuideSpan;

class PitchMeterTest {
    private static final List<GuideSpan> PHRASES =
            List.of(new GuideSpan(0.2, 1.8), new GuideSpan(2.2, 3.8), new GuideSpan(4.2, 4.8));

    /// 40 cents sharp in the first phrase, 20 flat in the second, silent in the third.
    private static double sung(double seconds) {
        return seconds < 2 ? 40 : seconds > 2.1 && seconds < 4 ? -20 : Double.NaN;
    }

    private static PitchLockMap measured(TuningSettings settings) {
        VoiceAnalysis voice = Tracks.voice(5, PitchMeterTest::sung);
        MatchedPitch matched =
                MatchedPitch.of(voice, Tracks.pitch(5, t -> 0), Alignment.NONE, t -> t);
        TuningResult result =
                PitchMapper.map(matched, Harmony.UNKNOWN, t -> settings, List.of(), List.of());
        return new PitchMeter(PHRASES).measure(matched, result);
    }

    @Test
    void eachPhraseHasItsOffsetBeforeAndAfter() {
        PitchLockMap lock = measured(new TuningSettings(PitchTarget.GUIDE, 0.5, 0, 1));
        PitchLockMap.Cell sharp = lock.cells().get(0);
        PitchLockMap.Cell flat = lock.cells().get(1);
        assertThat(sharp.before().medianCents()).isCloseTo(40, within(0.01));
        assertThat(sharp.after().medianCents()).isCloseTo(20, within(0.01));
        assertThat(sharp.rawLeanCents()).isCloseTo(40, within(0.01));
        assertThat(flat.after().medianCents()).isCloseTo(10, within(0.01));
        assertThat(flat.leanCents()).isCloseTo(-10, within(0.01));
        assertThat(flat.before().medianText()).isEqualTo("20 ct");
        assertThat(lock.cells().get(2).before()).isEqualTo(PitchLock.NOTHING);
        assertThat(lock.cells().get(2).after().medianText()).isEqualTo("–");
    }

    @Test
    void ownLineHasNothingToCompare() {
        PitchLockMap lock = measured(TuningSettings.OFF);
        assertThat(lock.before()).isEqualTo(PitchLock.NOTHING);
        assertThat(lock.after()).isEqualTo(PitchLock.NOTHING);
    }

    /// Percentiles of percentiles are not those of the whole: nine voices that lock and one that is
    /// far off.
    @Test
    void severalVoicesAreOneSampleOfOffsets() {
        PitchLock tight = PitchLock.of(1, -1, 1, -1, 1, -1, 1, -1, 1);
        PitchLock off = PitchLock.of(50, 50);
        PitchLock pooled = PitchLock.pooled(List.of(tight, off, PitchLock.NOTHING));
        assertThat(pooled).isEqualTo(PitchLock.of(1, 1, 1, 1, 1, 1, 1, 1, 1, 50, 50));
        assertThat(pooled.medianCents()).isEqualTo(1);
        assertThat(pooled.p90Cents()).isEqualTo(50);
        assertThat(Lock.pooled(List.of(Lock.of(1), Lock.of(-3, 3, 3))).medianSeconds())
                .isEqualTo(3);
        assertThat(Lock.pooled(List.of())).isEqualTo(Lock.NOTHING);
    }
}
