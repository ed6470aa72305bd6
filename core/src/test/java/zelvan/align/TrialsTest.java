package zelvan.align;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zelvan.analysis.VoiceAnalyser;
import zelvan.analysis.VoiceAnalysis;
import zelvan.dsp.Percentile;
import zelvan.singers.Performance;
import zelvan.singers.Trials;
import zelvan.timing.TimeMap;
import zelvan.timing.TimeMapper;
import zelvan.timing.TimingSettings;

/// A few of the trials that `zelvan bench` runs in full.
class TrialsTest {
    /// What an editor may trust: half of the moments within 4 ms of the truth, nine of ten within
    /// 12 ms.
    @ParameterizedTest
    @ValueSource(
            strings = {
                "an octave below",
                "15 % slower",
                "entries up to 2 s late",
                "a wrong word",
                "spoken lines",
                "bleed of the bed, −40 dB",
                "all of it together"
            })
    void singersOfKnownTruthAreMatched(String name) {
        Trials.Trial trial =
                Trials.all().stream()
                        .filter(plan -> plan.name().equals(name))
                        .findFirst()
                        .orElseThrow()
                        .sing();
        VoiceAnalysis guide = new VoiceAnalyser().analyse(trial.guide().sound());
        VoiceAnalysis voice = new VoiceAnalyser().analyse(trial.voice().sound());
        Alignment alignment = new Aligner().align(guide, voice, List.of(), List.of());
        TimeMap map =
                new TimeMapper(voice).map(alignment, t -> TimingSettings.FULL, List.of()).map();
        Map<String, Double> truth =
                trial.guide().performance().moments().stream()
                        .collect(
                                Collectors.toMap(
                                        Performance.Moment::id, Performance.Moment::seconds));
        double[] millis =
                trial.voice().performance().moments().stream()
                        .mapToDouble(moment ->
                                map.outputSecondsAt(moment.seconds())
                                        - truth.getOrDefault(moment.id(), Double.NaN))
                        .filter(Double::isFinite)
                        .map(seconds -> 1000 * Math.abs(seconds))
                        .toArray();
        assertThat(millis).hasSizeGreaterThan(60);
        assertThat(Percentile.median(millis)).isLessThan(4);
        assertThat(Percentile.of(millis, 90)).isLessThan(12);
    }
}
