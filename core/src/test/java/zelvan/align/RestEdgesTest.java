package zelvan.align;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import zelvan.analysis.LandmarkKind;
import zelvan.analysis.VoiceAnalyser;
import zelvan.analysis.VoiceAnalysis;
import zelvan.audio.Sound;

/// What belongs together after a rest, where the path says only that both are heard at the same
/// time.
class RestEdgesTest {
    private static final int RATE = 48_000;
    private static final double SECONDS = 3;
    private static final double TONE_SECONDS = 1.2;

    private final Random random = new Random(5);

    /// A tone of 220 Hz, and noise before it.
    private VoiceAnalysis voice(double toneFrom, double noiseFrom, double noiseTo) {
        float[] samples = new float[(int) (SECONDS * RATE)];
        for (int i = 0; i < samples.length; i++) {
            double t = (double) i / RATE;
            for (int h = 1; h <= 10; h++) {
                samples[i] +=
                        (float)
                                (edge(t, toneFrom, toneFrom + TONE_SECONDS)
                                        * 0.2
                                        / h
                                        * Math.sin(2 * Math.PI * h * 220 * t));
            }
            samples[i] += (float) (0.01 * edge(t, noiseFrom, noiseTo) * random.nextGaussian());
            samples[i] += (float) (1e-4 * random.nextGaussian());
        }
        return new VoiceAnalyser().analyse(Sound.owning(RATE, samples));
    }

    private static double edge(double t, double from, double to) {
        return Math.clamp(Math.min(t - from, to - t) / 0.005, 0, 1);
    }

    private static List<Anchor> beginnings(VoiceAnalysis guide, VoiceAnalysis voice) {
        int[] rows = IntStream.range(0, guide.frames()).toArray();
        boolean[] matched = new boolean[rows.length];
        Arrays.fill(matched, true);
        WarpPath together = new WarpPath(rows, rows, matched, new float[rows.length]);
        return RestEdges.pairs(
                        guide, voice, new Correspondence(together, guide, voice, 1), List.of())
                .stream()
                .filter(a -> a.kind().equals(Optional.of(LandmarkKind.CONSONANT)))
                .toList();
    }

    /// It begins nearer to the guide's breath than to what the guide sings.
    @Test
    void aToneBelongsToTheToneAfterTheGuidesBreath() {
        VoiceAnalysis guide = voice(1.0, 0.6, 0.93);
        VoiceAnalysis voice = voice(0.79, 0, 0);
        assertThat(guide.breaths()).isNotEmpty();
        assertThat(beginnings(guide, voice))
                .singleElement()
                .satisfies(a -> {
                    assertThat(a.guideSeconds()).isCloseTo(1.0, within(0.02));
                    assertThat(a.sourceSeconds()).isCloseTo(0.79, within(0.02));
                });
    }

    /// A long consonant passes for a breath, the other voice's shorter one does not.
    @Test
    void noiseBelongsToNoiseOfAnotherLength() {
        VoiceAnalysis guide = voice(1.0, 0.6, 0.93);
        VoiceAnalysis voice = voice(0.86, 0.7, 0.86);
        assertThat(voice.breaths()).noneMatch(b -> b.seconds() >= 0.2);
        assertThat(beginnings(guide, voice))
                .anySatisfy(a -> {
                    assertThat(a.guideSeconds()).isCloseTo(0.6, within(0.02));
                    assertThat(a.sourceSeconds()).isCloseTo(0.7, within(0.02));
                });
    }
}
