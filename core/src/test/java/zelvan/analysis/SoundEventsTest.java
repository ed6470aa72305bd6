package zelvan.analysis;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zelvan.audio.Sound;
import zelvan.testing.Takes;
import zelvan.units.RecordedSpan;

/// Levels, transitions, notes and breaths of sounds that can be written down.
class SoundEventsTest {
    private static final int RATE = 48_000;

    /// A vowel-like tone between two moments, with a soft edge of 5 ms, over a faint noise.
    private static float[] tone(double from, double to, double hertz, double seconds) {
        Random random = new Random(1);
        float[] samples = new float[(int) (seconds * RATE)];
        for (int i = 0; i < samples.length; i++) {
            double t = (double) i / RATE;
            double edge = Math.clamp(Math.min(t - from, to - t) / 0.005, 0, 1);
            for (int h = 1; h <= 10; h++) {
                samples[i] += (float) (edge * 0.2 / h * Math.sin(2 * Math.PI * h * hertz * t));
            }
            samples[i] += (float) (1e-4 * random.nextGaussian());
        }
        return samples;
    }

    private static VoiceAnalysis analyse(float[] samples) {
        return new VoiceAnalyser().analyse(Sound.owning(RATE, samples));
    }

    /// The root mean square of a sine of amplitude a is a/√2.
    @ParameterizedTest
    @ValueSource(doubles = {1, 0.5, 0.01})
    void aSineHasItsLevel(double amplitude) {
        float[] samples = new float[RATE];
        for (int i = 0; i < samples.length; i++) {
            samples[i] = (float) (amplitude * Math.sin(2 * Math.PI * 500 * i / RATE));
        }
        float[] levels = LevelFrames.decibels(samples, RATE, 200, 0.005);
        assertThat(levels[100])
                .isCloseTo((float) (20 * Math.log10(amplitude / Math.sqrt(2))), within(0.05f));
    }

    @Test
    void silenceHasTheLowestLevel() {
        assertThat(LevelFrames.decibels(new float[RATE], RATE, 10, 0.005)).containsOnly(-120f);
    }

    @ParameterizedTest
    @ValueSource(doubles = {0.5, 0.612, 0.7337})
    void anOnsetIsATransitionThatRises(double onset) {
        VoiceAnalysis voice = analyse(tone(onset, 1.4, 220, 2));
        assertThat(voice.transitions())
                .anySatisfy(t -> {
                    assertThat(t.seconds()).isCloseTo(onset, within(0.008));
                    assertThat(t.changeDecibels()[1]).isGreaterThan(10);
                });
        assertThat(voice.landmarks())
                .anySatisfy(l -> {
                    assertThat(l.kind()).isEqualTo(LandmarkKind.VOWEL);
                    assertThat(l.seconds()).isCloseTo(onset, within(0.008));
                });
    }

    @Test
    void theEndIsAReleaseAndAnOppositeTransition() {
        VoiceAnalysis voice = analyse(tone(0.5, 1.4, 220, 2));
        assertThat(voice.landmarks().getLast().kind()).isEqualTo(LandmarkKind.RELEASE);
        assertThat(voice.landmarks().getLast().seconds()).isCloseTo(1.4, within(0.03));
        Transition first = voice.transitions().getFirst();
        Transition last = voice.transitions().getLast();
        assertThat(first.likeness(last)).isLessThan(-0.8);
        assertThat(first.likeness(first)).isCloseTo(1, within(1e-6));
    }

    @Test
    void aHeldToneIsOneNoteAndTwoTonesAreTwo() {
        assertThat(analyse(tone(0.5, 1.4, 220, 2)).notes())
                .singleElement()
                .satisfies(n -> {
                    assertThat(n.hertz()).isCloseTo(220, within(0.5));
                    assertThat(n.span().seconds()).isCloseTo(0.9, within(0.05));
                });
        float[] low = tone(0.5, 1.0, 220, 2);
        float[] high = tone(1.0, 1.5, 247, 2);
        for (int i = 0; i < low.length; i++) {
            low[i] += high[i];
        }
        assertThat(analyse(low).notes())
                .extracting(Note::hertz)
                .satisfiesExactly(
                        h -> assertThat(h).isCloseTo(220, within(1.0)),
                        h -> assertThat(h).isCloseTo(247, within(1.0)));
    }

    @Test
    void aBreathBeforeAPhraseIsABreathAndNotThePhrase() {
        float[] samples = tone(1.0, 1.8, 220, 2.5);
        Random random = new Random(3);
        for (int i = (int) (0.45 * RATE); i < (int) (0.8 * RATE); i++) {
            samples[i] += (float) (0.01 * random.nextGaussian());
        }
        VoiceAnalysis voice = analyse(samples);
        assertThat(voice.phrases())
                .singleElement()
                .satisfies(p -> assertThat(p.startSeconds()).isCloseTo(1.0, within(0.03)));
        assertThat(voice.breaths())
                .anySatisfy(b ->
                        assertThat(b.sharedSeconds(new RecordedSpan(0.45, 0.8)))
                                .isGreaterThan(0.25));
    }

    /// Whatever plays on behind a voice, 40 dB below it, is neither sung nor lined up.
    @Test
    void theSongInTheHeadphonesIsNotSung() {
        float[] samples = tone(1.0, 1.8, 220, 4);
        for (double beat = 0; beat < 4; beat += 0.5) {
            float[] bleed = tone(beat, beat + 0.3, 330, 4);
            for (int i = 0; i < samples.length; i++) {
                samples[i] += 0.01f * bleed[i];
            }
        }
        VoiceAnalysis voice = analyse(samples);
        assertThat(voice.phrases())
                .singleElement()
                .satisfies(p -> {
                    assertThat(p.startSeconds()).isCloseTo(1.0, within(0.03));
                    assertThat(p.endSeconds()).isCloseTo(1.8, within(0.03));
                });
        assertThat(voice.active(voice.frameAt(2.6))).isFalse();
    }

    @Test
    void aSoftPhraseIsSung() {
        float[] samples = tone(1.0, 1.8, 220, 4);
        float[] soft = tone(2.2, 3.2, 220, 4);
        for (int i = 0; i < samples.length; i++) {
            samples[i] += 0.04f * soft[i];
        }
        assertThat(analyse(samples).phrases())
                .hasSize(2)
                .last()
                .satisfies(p -> assertThat(p.startSeconds()).isCloseTo(2.2, within(0.03)));
    }

    @Test
    void timbreDoesNotDependOnTheLevel() {
        float[] loud = Takes.LEAD.sound().channel(0);
        float[] soft = new float[loud.length];
        for (int i = 0; i < loud.length; i++) {
            soft[i] = 0.25f * loud[i];
        }
        VoiceAnalysis a = Takes.LEAD.analysis();
        VoiceAnalysis b = analyse(soft);
        for (int f = 300; f < 700; f += 50) {
            if (a.active(f)) {
                assertThat(b.phonetic().row(f))
                        .usingComparatorWithPrecision(0.05f)
                        .containsExactly(a.phonetic().row(f));
            }
        }
        assertThat(b.phrases()).isEqualTo(a.phrases());
    }
}
