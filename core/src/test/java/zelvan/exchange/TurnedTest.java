package zelvan.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Optional;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zelvan.audio.Headroom;
import zelvan.audio.Sound;
import zelvan.audio.TruePeak;
import zelvan.units.Decibels;

/// Files that are made as loud as is wanted.
class TurnedTest {
    private static final int RATE = 48_000;

    /// A tone of 997 Hz at full scale on one side is as loud as −3.01 LUFS (Recommendation ITU-R
    /// BS.1770-5, annex 1), on both sides 3.01 LU louder.
    private static Sound tone(double peakDecibels, double seconds) {
        float[] samples = new float[(int) (seconds * RATE)];
        double amplitude = Decibels.toAmplitude(peakDecibels);
        for (int i = 0; i < samples.length; i++) {
            samples[i] = (float) (amplitude * Math.sin(2 * Math.PI * 997 * i / RATE));
        }
        return Sound.owning(RATE, samples, samples.clone());
    }

    private static double peakDecibels(Sound sound) {
        return Decibels.ofAmplitude(Headroom.peak(sound));
    }

    @ParameterizedTest
    @ValueSource(doubles = {-30, -9.5, -1, 0})
    void theHighestPeakIsWhereItIsWanted(double wanted) {
        Turned turned = Turned.toPeak(tone(-12, 1), wanted);
        assertThat(peakDecibels(turned.sound())).isCloseTo(wanted, within(1e-4));
        assertThat(turned.louderDecibels()).isCloseTo(wanted + 12, within(1e-3));
        assertThat(turned.words()).contains(wanted < -12 ? "lowered by" : "raised by");
    }

    @Test
    void aMixIsAsLoudAsIsWanted() {
        Turned turned = Turned.toLoudness(tone(-20, 5), -16);
        assertThat(turned.louderDecibels()).isCloseTo(4, within(0.05));
        assertThat(turned.words()).isEqualTo("raised by 4.0 dB to -16.0 LUFS");
    }

    /// A mix whose one loud moment leaves no room: it says how loud it is instead, and where.
    @Test
    void noTruePeakIsOverWhatTheRecommendationAsks() {
        Sound tone = tone(-30, 8);
        float[] samples = tone.channel(0).clone();
        for (int i = 3 * RATE; i < 3 * RATE + 40; i++) {
            samples[i] = (i % 2 == 0 ? 0.4f : -0.4f);
        }
        Turned turned = Turned.toLoudness(Sound.owning(RATE, samples, samples.clone()), -14);
        assertThat(Decibels.ofAmplitude(TruePeak.of(turned.sound())))
                .isCloseTo(Turned.HIGHEST_TRUE_PEAK_DECIBELS, within(0.01));
        assertThat(turned.words())
                .contains("LUFS: louder, its true peaks would be over -1 dB, at 0:03");
        assertThat(Turned.withinTruePeak(turned.sound()).louderDecibels())
                .isCloseTo(0, within(0.01));
    }

    @Test
    void silenceStaysSilence() {
        Sound silence = Sound.owning(RATE, new float[RATE], new float[RATE]);
        assertThat(Turned.toPeak(silence, -1)).isEqualTo(Turned.not(silence));
        assertThat(Turned.toLoudness(silence, -16)).isEqualTo(Turned.not(silence));
        assertThat(Turned.withinTruePeak(silence)).isEqualTo(Turned.not(silence));
    }

    @Test
    void whatCannotBeWantedIsSaid() {
        assertThatThrownBy(() ->
                        new Delivery(Optional.empty(), Optional.of(3.0), Optional.empty(), false))
                .hasMessageContaining("the voices' peak must be -60 to 0 dB, was 3.0");
        assertThatThrownBy(() ->
                        new Delivery(Optional.empty(), Optional.empty(), Optional.of(-99.0), false))
                .hasMessageContaining("the mix's loudness must be -60 to 0 LUFS");
    }
}
