package zelvan.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.CancellationException;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zelvan.audio.BroadcastStamp;
import zelvan.audio.Headroom;
import zelvan.audio.Loudness;
import zelvan.audio.Sound;
import zelvan.audio.SoundFile;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.audio.TruePeak;
import zelvan.derived.Derived;
import zelvan.engine.Engine;
import zelvan.engine.KeptWork;
import zelvan.engine.Progress;
import zelvan.files.Ledger;
import zelvan.files.Target;
import zelvan.files.Targets;
import zelvan.session.Session;
import zelvan.testing.Takes;
import zelvan.testing.Wanted;
import zelvan.units.Decibels;

/// Prints a small session: a lead whose file carries a time stamp, and a double in 16 bits.
class PrintingTest {
    private static final SoundFormat WAV_16 = SoundFormat.WAV_16;

    @TempDir private Path folder;
    private Engine engine;
    private Derived derived;

    @BeforeEach
    void derive() throws Exception {
        BroadcastStamp stamp =
                new BroadcastStamp(
                        3600L * Takes.RATE_HERTZ, "lead", LocalDateTime.of(2026, 1, 2, 3, 4));
        Path lead = folder.resolve("lead.wav");
        Path loose = folder.resolve("double.wav");
        SoundFiles.write(
                Target.fresh(lead), Takes.LEAD.sound(), SoundFormat.WAV_24, Optional.of(stamp));
        SoundFiles.write(Target.fresh(loose), Takes.LOOSE.sound(), WAV_16);
        engine = new Engine(new KeptWork(folder.resolve("kept")));
        Session session =
                VoiceFolder.adding(Session.EMPTY, List.of(lead, loose)).apply(Session.EMPTY);
        derived = engine.derive(Wanted.timing(100, 0).apply(session), Progress.NONE);
    }

    @AfterEach
    void close() {
        engine.close();
    }

    private List<Path> print(Optional<SoundFormat> format, Progress progress) throws Exception {
        return VoicePrinter.print(
                        VoicePrinter.jobs(derived),
                        folder.resolve("printed"),
                        Delivery.in(format),
                        targets(),
                        progress)
                .printed()
                .stream()
                .map(Printed::file)
                .toList();
    }

    private Targets targets() {
        return new Targets(derived.session().files(), new Ledger(folder.resolve("written")), false);
    }

    @Test
    void aPrintedVoiceCarriesTheGuidesPlaceAndItsOwnFormat() throws Exception {
        SoundFile printed = SoundFiles.read(print(Optional.empty(), Progress.NONE).getFirst());

        assertThat(printed.startSeconds()).isEqualTo(3600);
        assertThat(printed.format()).isEqualTo(WAV_16);
    }

    /// 16 bits round what the renderer makes; the dithered rest is half a step strong and at most
    /// one and a half, and what is only moved keeps its 16 bits exactly.
    @Test
    void droppedBitsAreDithered() throws Exception {
        float[] exact =
                SoundFiles.read(print(Optional.of(SoundFormat.WAV_FLOAT), Progress.NONE).getFirst())
                        .sound()
                        .channel(0);
        float[] rounded =
                SoundFiles.read(print(Optional.of(WAV_16), Progress.NONE).getFirst())
                        .sound()
                        .channel(0);
        double squares = 0;
        int changed = 0;
        for (int i = 0; i < exact.length; i++) {
            double steps = exact[i] * 32_768.0;
            double error = rounded[i] * 32_768.0 - steps;
            if (steps == Math.rint(steps)) {
                assertThat(error).isZero();
            } else {
                assertThat(Math.abs(error)).isLessThanOrEqualTo(1.5);
                squares += error * error;
                changed++;
            }
        }
        assertThat(changed).isGreaterThan(exact.length / 20);
        assertThat(Math.sqrt(squares / changed)).isCloseTo(0.5, within(0.02));
    }

    @Test
    void progressIsToldAndACancelledPrintLeavesNothingHalf() throws Exception {
        List<Double> shares = new ArrayList<>();
        print(Optional.empty(), (what, share) -> shares.add(share));
        assertThat(shares).isSorted().hasSizeGreaterThan(5);
        assertThat(shares.getLast()).isEqualTo(1);

        Path file = folder.resolve("printed").resolve("double.wav");
        byte[] before = Files.readAllBytes(file);
        Progress impatient =
                new Progress() {
                    private double reached;

                    @Override
                    public void report(String what, double share) {
                        reached = share;
                    }

                    @Override
                    public boolean cancelled() {
                        return reached > 0.3;
                    }
                };
        assertThatThrownBy(() -> print(Optional.of(SoundFormat.WAV_24), impatient))
                .isInstanceOf(CancellationException.class);
        assertThat(Files.readAllBytes(file)).isEqualTo(before);
        assertThat(folder.resolve("printed"))
                .isDirectoryNotContaining(p -> p.toString().endsWith(".part"));
    }

    @Test
    void theMixIsWhatIsHeardAndItsPeaksAreHeld() throws Exception {
        Printed plain =
                MixPrinter.print(
                        derived,
                        folder,
                        Delivery.in(Optional.of(SoundFormat.WAV_FLOAT)),
                        targets(),
                        Progress.NONE);
        Sound mix = SoundFiles.read(plain.file()).sound();
        assertThat(mix.channelCount()).isEqualTo(2);
        assertThat(Decibels.ofAmplitude(TruePeak.of(mix)))
                .isLessThanOrEqualTo(Turned.HIGHEST_TRUE_PEAK_DECIBELS + 1e-3);
        float[] lead = Takes.LEAD.sound().channel(0);
        float[] locked =
                SoundFiles.read(print(Optional.of(SoundFormat.WAV_FLOAT), Progress.NONE).getFirst())
                        .sound()
                        .channel(0);
        double gain = Decibels.toAmplitude(-plain.loweredDecibels());
        float[] left = mix.channel(0);
        for (int i = 0; i < locked.length; i += 7) {
            assertThat((double) left[i]).isCloseTo(gain * (lead[i] + locked[i]), within(2e-5));
        }
    }

    /// Printed again from the file: voices at one peak, the mix at one loudness.
    @Test
    void voicesAndMixAreAsLoudAsIsWanted() throws Exception {
        Delivery wanted =
                new Delivery(
                        Optional.of(SoundFormat.WAV_24),
                        Optional.of(-3.0),
                        Optional.of(-23.0),
                        false);
        for (Printed voice :
                VoicePrinter.print(
                                VoicePrinter.jobs(derived),
                                folder.resolve("printed"),
                                wanted,
                                targets(),
                                Progress.NONE)
                        .printed()) {
            assertThat(Decibels.ofAmplitude(Headroom.peak(SoundFiles.read(voice.file()).sound())))
                    .isCloseTo(-3, within(0.001));
            assertThat(voice.words()).endsWith("its highest peak is at -3.0 dB");
        }
        Printed mix = MixPrinter.print(derived, folder, wanted, targets(), Progress.NONE);
        Sound sound = SoundFiles.read(mix.file()).sound();
        Loudness meter = new Loudness(sound.sampleRateHertz(), 2);
        meter.add(new float[][] {sound.channel(0), sound.channel(1)}, sound.frames());
        assertThat(meter.integratedLufs()).isCloseTo(-23, within(0.05));
        assertThat(mix.words()).endsWith("to -23.0 LUFS");
    }
}
