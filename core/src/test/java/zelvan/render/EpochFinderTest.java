package zelvan.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import zelvan.audio.Sound;
import zelvan.dsp.Percentile;
import zelvan.singers.Performer.Departures;
import zelvan.singers.Performer.Habits;
import zelvan.singers.Singer;
import zelvan.testing.Takes;
import zelvan.testing.Tracks;
import zelvan.units.Pitch;

/// Against the singers' own pulses.
class EpochFinderTest {
    private static final double LONGEST_PERIOD_SECONDS = 0.03;
    private static final Singer PLAIN = new Singer("Plain", 1, 0.1, 0.4, 0.003, 5.5, 0, 1);
    private static final Singer SOPRANO = new Singer("Soprano", 1.24, 0.06, 0.3, 0.003, 6, 0, 1);
    private static final Singer VIBRATO = new Singer("Vibrato", 1, 0.1, 0.4, 0.003, 6.2, 90, 1);
    private static final Singer BREATHY = new Singer("Breathy", 1, 0.55, 0.6, 0.004, 5.4, 20, 1);
    private static final Singer CREAKY = new Singer("Creaky", 1, 0.15, 0.1, 0.03, 5, 20, 1);

    /// Transposed so that the song's 311 to 494 Hz reach down to 55 and up to 1319 Hz.
    static Stream<Arguments> voices() {
        return Stream.of(
                Arguments.of(PLAIN, -30.0),
                Arguments.of(PLAIN, -18.0),
                Arguments.of(PLAIN, 0.0),
                Arguments.of(PLAIN, 12.0),
                Arguments.of(SOPRANO, 17.0),
                Arguments.of(VIBRATO, -12.0),
                Arguments.of(VIBRATO, 3.0),
                Arguments.of(BREATHY, -5.0),
                Arguments.of(CREAKY, -18.0));
    }

    @ParameterizedTest
    @MethodSource("voices")
    void oneEpochComesForEachPulse(Singer singer, double transposeNotes) {
        Takes.Take take =
                Takes.sing(
                        singer,
                        new Habits(0, 1, 0, 0, 0, 0, transposeNotes, false),
                        Departures.NONE,
                        11);
        Epochs epochs = new EpochFinder().find(take.sound(), take.analysis().pitch());
        double[] pulses = take.sung().pulseSeconds();
        List<Double> advances = new ArrayList<>();
        double[] covered = new double[pulses.length];
        for (int run = 0; run < epochs.runs(); run++) {
            double before = Double.NaN;
            for (double mark : epochs.marks(run)) {
                double place = pulsesUntil(mark / Takes.RATE_HERTZ, pulses);
                if (Double.isFinite(place)) {
                    covered[(int) place] = 1;
                    if (Double.isFinite(before)) {
                        advances.add(Math.abs(place - before - 1));
                    }
                }
                before = place;
            }
        }
        double[] off = advances.stream().mapToDouble(Double::doubleValue).toArray();
        assertThat(Arrays.stream(covered).average().orElse(0)).isGreaterThan(0.94);
        assertThat(Percentile.median(off)).isLessThan(0.01);
        assertThat(Percentile.of(off, 95)).isLessThan(0.04);
        assertThat(Arrays.stream(off).filter(o -> o > 0.5).count())
                .isLessThanOrEqualTo(off.length / 500);
    }

    /// The fundamental is lost in noise, and half of a cycle sounds nearly like the other half.
    @Test
    void aFundamentalThatCannotBeHeardIsNotNeeded() {
        double hertz = 190;
        float[] samples = new float[Takes.RATE_HERTZ];
        Random random = new Random(12);
        for (int i = 0; i < samples.length; i++) {
            double turn = 2 * Math.PI * hertz * i / Takes.RATE_HERTZ;
            double voice =
                    0.003 * Math.sin(turn)
                            + 0.3 * Math.sin(2 * turn)
                            + 0.06 * Math.sin(3 * turn)
                            + 0.1 * Math.sin(4 * turn);
            samples[i] = (float) (voice + 0.02 * random.nextGaussian());
        }
        Sound sound = Sound.owning(Takes.RATE_HERTZ, samples);
        Epochs epochs =
                new EpochFinder()
                        .find(
                                sound,
                                Tracks.pitch(1, t -> Pitch.centsBetween(Pitch.A4_HERTZ, hertz)));
        assertThat(epochs.runs()).isEqualTo(1);
        double[] marks = epochs.marks(0);
        double period = Takes.RATE_HERTZ / hertz;
        assertThat(marks.length).isBetween((int) hertz - 4, (int) hertz);
        for (int k = 1; k < marks.length; k++) {
            assertThat(marks[k] - marks[k - 1]).isCloseTo(period, within(0.03 * period));
        }
    }

    /// How many pulses lie before a moment, with the part of a cycle; not a number between two
    /// stretches of voice.
    private static double pulsesUntil(double seconds, double[] pulses) {
        int found = Arrays.binarySearch(pulses, seconds);
        int before = found >= 0 ? found : -found - 2;
        if (before < 0 || before + 1 >= pulses.length) {
            return Double.NaN;
        }
        double period = pulses[before + 1] - pulses[before];
        return period > LONGEST_PERIOD_SECONDS
                ? Double.NaN
                : before + (seconds - pulses[before]) / period;
    }
}
