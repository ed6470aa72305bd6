package zelvan.singers;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zelvan.dsp.Fft;
import zelvan.dsp.Percentile;
import zelvan.dsp.Windows;
import zelvan.files.Targets;
import zelvan.singers.Performer.Departures;
import zelvan.singers.Performer.Habits;
import zelvan.units.Pitch;

class VoiceSynthesizerTest {
    private static final int RATE = 48_000;

    private static VoiceSynthesizer.Take sing(Singer singer, String phrase) {
        Song song = new Song(0.5, List.of(Song.phrase("a", 1, phrase)));
        Performance performance =
                new Performer(singer, Habits.PERFECT, 3).perform(song, Departures.NONE, 3);
        return new VoiceSynthesizer(singer, RATE).sing(performance, 4);
    }

    @Test
    void pulsesComeAtTheSungPitch() {
        double[] pulses = sing(Singer.ODO, "aa:45:4").pulseSeconds();
        double[] periods = new double[pulses.length - 1];
        for (int i = 0; i < periods.length; i++) {
            periods[i] = pulses[i + 1] - pulses[i];
        }
        // The median over vibrato, jitter and drift lies within a tenth of a half-tone.
        assertThat(Pitch.centsBetween(110, 1 / Percentile.median(periods)))
                .isCloseTo(0, within(10.0));
    }

    /// Formants of "iy" by G. E. Peterson & H. L. Barney (1952), table II, men: 270, 2290, 3010 Hz.
    /// A low note shows them as peaks of the spectrum within half a harmonic's distance.
    @Test
    void aVowelHasItsPublishedFormants() {
        float[] samples =
                sing(new Singer("Odo", 1, 0.02, 0.3, 0, 5, 0, 1), "iy:40:4").sound().channel(0);
        int n = 8192;
        double[] window = Windows.hann(n);
        double[] data = new double[n];
        for (int i = 0; i < n; i++) {
            data[i] = window[i] * samples[RATE + i];
        }
        Fft fft = new Fft(n);
        double[] power = new double[n / 2 + 1];
        fft.forward(data);
        fft.power(data, power);
        assertThat(peak(power, n, 150, 600)).isCloseTo(270, within(45.0));
        assertThat(peak(power, n, 1600, 2650)).isCloseTo(2290, within(60.0));
    }

    private static double peak(double[] power, int n, double from, double to) {
        int best = (int) (from * n / RATE);
        for (int k = best; k < to * n / RATE; k++) {
            best = power[k] > power[best] ? k : best;
        }
        return (double) best * RATE / n;
    }

    @Test
    void theSameSeedGivesTheSameSamples() {
        assertThat(sing(Singer.WREN, "s.iy:72:2 t.aa:74:2").sound().channel(0))
                .containsExactly(sing(Singer.WREN, "s.iy:72:2 t.aa:74:2").sound().channel(0));
    }

    @Test
    void theDemoSessionIsWholeAndItsTruthCanBeRead(@TempDir Path folder) throws Exception {
        Truth written = DemoSession.write(folder, Targets.replacingNothing());
        Truth read = Truth.read(folder);
        assertThat(read).isEqualTo(written);
        assertThat(read.voices())
                .hasSize(11)
                .allSatisfy(v -> assertThat(folder.resolve(v.file())).isRegularFile());
        try (var files = Files.list(folder)) {
            assertThat(files).hasSize(14);
        }
        double[] offsets = read.offsetsSeconds(DemoSession.GUIDE, t -> t + 0.25);
        assertThat(offsets).hasSizeGreaterThan(80);
        for (double offset : offsets) {
            assertThat(offset).isCloseTo(0.25, within(1e-9));
        }
        assertThat(read.voice("Mara double right.wav").orElseThrow().adLibs()).hasSize(1);
        assertThat(read.voice("Mara double left.wav").orElseThrow().missing())
                .containsExactly("chorus 1b");
    }
}
