package zelvan.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.derived.Derived;
import zelvan.exchange.VoiceFolder;
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
