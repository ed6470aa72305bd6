package zelvan.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.derived.Derived;
import zelvan.derived.DerivedVoice;
import zelvan.derived.VoiceFailed;
import zelvan.exchange.VoiceFolder;
import zelvan.exchange.VoicePrinter;
import zelvan.files.Target;
import zelvan.session.Scope;
import zelvan.session.Session;
import zelvan.session.Turn;
import zelvan.testing.Takes;
import zelvan.timing.TimingSettings;

/// What the engine does where a file is bad, where it is stopped, and in the background.
class EngineInTheBackgroundTest {
    @TempDir static Path folder;
    private static Engine engine;
    private static Session session;

    @BeforeAll
    static void derive() throws Exception {
        Path voices = Files.createDirectories(folder.resolve("voices"));
        write(voices);
        session = VoiceFolder.session(List.of(voices));
        engine = new Engine(new KeptWork(folder.resolve("kept")));
        assertThat(engine.derive(session, Progress.NONE).problems()).isEmpty();
    }

    @AfterAll
    static void close() {
        engine.close();
    }

    private static void write(Path voices) throws Exception {
        SoundFiles.write(
                Target.fresh(voices.resolve("a lead.wav")), Takes.LEAD.sound(), SoundFormat.WAV_24);
        SoundFiles.write(
                Target.fresh(voices.resolve("b double.wav")),
                Takes.LOOSE.sound(),
                SoundFormat.WAV_24);
    }

    @Test
    void oneBadFileIsAProblemAndTheRestGoesOn() throws Exception {
        Path mixed = Files.createDirectories(folder.resolve("mixed"));
        write(mixed);
        Files.writeString(mixed.resolve("c double.wav"), "not a sound");
        Session wanted =
                VoiceFolder.adding(Session.EMPTY, VoiceFolder.soundFiles(List.of(mixed)))
                        .apply(Session.EMPTY);
        try (Engine own = new Engine(new KeptWork(folder.resolve("kept-mixed")))) {
            Derived made = own.derive(wanted, Progress.NONE);
            assertThat(made.problems())
                    .singleElement()
                    .satisfies(p -> assertThat(p.getMessage()).startsWith("c double.wav: "));
            assertThat(made.voice("v2").orElseThrow().lock().before().count()).isPositive();
        }
    }

    /// A fault of the program in one voice; here whoever is told of its matching fails.
    @Test
    void oneVoiceThatFailsIsAProblemOfItsOwnAndTheRestGoesOn() throws Exception {
        Path three = Files.createDirectories(folder.resolve("three"));
        write(three);
        SoundFiles.write(
                Target.fresh(three.resolve("c double.wav")), Takes.LOW.sound(), SoundFormat.WAV_24);
        Session wanted = VoiceFolder.session(List.of(three));
        Progress failing =
                (what, share) -> {
                    if (what.equals("Matching c double")) {
                        throw new IllegalStateException("a fault");
                    }
                };
        try (Engine own = new Engine(new KeptWork(folder.resolve("kept-failing")))) {
            List<Derived> made = new ArrayList<>();
            made.add(own.derive(wanted, failing));
            made.add(own.want(wanted, List.of(), failing, soFar -> {}).get(60, TimeUnit.SECONDS));
            for (Derived each : made) {
                assertThat(each.problems())
                        .singleElement()
                        .isInstanceOf(VoiceFailed.class)
                        .satisfies(p ->
                                assertThat(p.getMessage())
                                        .startsWith("c double: it could not be worked out")
                                        .contains("a fault"));
                DerivedVoice failed = each.voice("v3").orElseThrow();
                assertThat(failed.isOnlyOpened()).isFalse();
                assertThat(failed.locked()).isEqualTo(failed.raw()).isPresent();
                assertThat(each.voice("v2").orElseThrow().lock().before().count()).isPositive();
                assertThat(VoicePrinter.jobs(each))
                        .extracting(VoicePrinter.Job::name)
                        .containsExactly("b double");
            }
            assertThat(own.derive(wanted, Progress.NONE).problems()).isEmpty();
        }
    }

    /// What was found belongs to the content that was there before.
    @Test
    void ofAFileThatIsCutWhileItIsListenedToNothingIsKept() throws Exception {
        Path cut = Files.createDirectories(folder.resolve("cut"));
        write(cut);
        Path file = cut.resolve("b double.wav");
        byte[] whole = Files.readAllBytes(file);
        Session wanted = VoiceFolder.session(List.of(cut));
        KeptWork kept = new KeptWork(folder.resolve("kept-cut"));
        String sha256 = SoundFiles.read(file).sha256();
        AtomicBoolean done = new AtomicBoolean();
        Progress cutting =
                (what, share) -> {
                    if (what.equals("Listening to b double") && !done.getAndSet(true)) {
                        cut(file, whole);
                    }
                };
        try (Engine own = new Engine(kept)) {
            Derived made = own.derive(wanted, cutting);
            assertThat(done).isTrue();
            assertThat(made.problems())
                    .singleElement()
                    .satisfies(p ->
                            assertThat(p.getMessage())
                                    .startsWith("b double.wav: it was written to"));
            assertThat(kept.analysis(sha256)).isEmpty();
            Files.write(file, whole);
            assertThat(own.filesHaveChanged(wanted)).isTrue();
            assertThat(own.derive(wanted, Progress.NONE).problems()).isEmpty();
        }
    }

    private static void cut(Path file, byte[] whole) {
        try {
            Files.write(file, Arrays.copyOf(whole, whole.length / 2));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Test
    void aCancelledDerivationStops() {
        Progress cancelled =
                new Progress() {
                    @Override
                    public void report(String what, double share) {}

                    @Override
                    public boolean cancelled() {
                        return true;
                    }
                };
        try (Engine own = new Engine(new KeptWork(folder.resolve("kept-none")))) {
            assertThatThrownBy(() -> own.derive(session, cancelled))
                    .isInstanceOf(CancellationException.class);
        }
    }

    /// An edit in the middle of an import, twice, at any moment of it.
    @Test
    void theLastOfSeveralEditsArrivesWhileNothingIsThereYet() throws Exception {
        Random random = new Random(20261202);
        for (int round = 0; round < 40; round++) {
            try (Engine cold = new Engine(new KeptWork(folder.resolve("kept")), 2)) {
                CompletableFuture<Derived> last = new CompletableFuture<>();
                Session wanted = session;
                for (double pull : new double[] {90, 50, 20}) {
                    wanted =
                            new Turn<>(List.of(Scope.ALL), "", TimingSettings.PULL, pull)
                                    .apply(wanted);
                    last = cold.want(wanted, List.of(), Progress.NONE, soFar -> {});
                    Thread.sleep(random.nextInt(25));
                }
                assertThat(last.get(60, TimeUnit.SECONDS).session())
                        .as("round %d", round)
                        .isEqualTo(wanted);
            }
        }
    }

    @Test
    void inTheBackgroundTheNewestSessionArrives() throws Exception {
        Session newest = session.withName("newest");
        CountDownLatch begun = new CountDownLatch(1);
        CountDownLatch allAsked = new CountDownLatch(1);
        List<CompletableFuture<Derived>> old = new ArrayList<>();
        old.add(
                engine.want(
                        session.withName("begun"),
                        List.of(),
                        Progress.NONE,
                        soFar -> {
                            begun.countDown();
                            try {
                                allAsked.await();
                            } catch (InterruptedException e) {
                                Thread.currentThread().interrupt();
                            }
                        }));
        begun.await();
        for (int i = 0; i < 5; i++) {
            old.add(
                    engine.want(
                            session.withName("old " + i), List.of(), Progress.NONE, soFar -> {}));
        }
        CompletableFuture<Derived> asked =
                engine.want(newest, List.of(), Progress.NONE, soFar -> {});
        allAsked.countDown();
        assertThat(asked.get(60, TimeUnit.SECONDS).session()).isSameAs(newest);
        assertThat(old).allSatisfy(each -> assertThat(each).isCompletedExceptionally());
    }

    @Test
    void whatGoesWrongInTheBackgroundIsSaid() {
        Progress broken =
                new Progress() {
                    @Override
                    public void report(String what, double share) {
                        throw new IllegalStateException("nobody can see this");
                    }

                    @Override
                    public boolean cancelled() {
                        return false;
                    }
                };
        assertThat(engine.want(session.withName("other"), List.of(), broken, soFar -> {}))
                .failsWithin(60, TimeUnit.SECONDS)
                .withThrowableThat()
                .withMessageContaining("nobody can see this");
    }
}
