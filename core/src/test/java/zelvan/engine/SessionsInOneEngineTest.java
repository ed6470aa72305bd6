package zelvan.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.InstanceOfAssertFactories.STRING;
import static org.junit.jupiter.api.Assertions.assertTimeoutPreemptively;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zelvan.align.Anchor;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.derived.Derived;
import zelvan.derived.DerivedVoice;
import zelvan.derived.HandWorkProblem;
import zelvan.derived.RecordingChanged;
import zelvan.exchange.Delivery;
import zelvan.exchange.ExchangeProblem;
import zelvan.exchange.VoiceFolder;
import zelvan.exchange.VoicePrinter;
import zelvan.files.Target;
import zelvan.files.Targets;
import zelvan.problem.ZelvanProblem;
import zelvan.session.Edit;
import zelvan.session.Role;
import zelvan.session.Session;
import zelvan.session.Stack;
import zelvan.session.Voice;
import zelvan.setting.Settings;
import zelvan.testing.Takes;
import zelvan.testing.Wanted;

/// What one engine makes of sessions that come one after the other, and of files that do not stay
/// as they are. Voices are called v1, v2, … in every session.
class SessionsInOneEngineTest {
    @TempDir private Path folder = Path.of(".");
    private Engine engine = new Engine(new KeptWork(Path.of(".")));

    @BeforeEach
    void start() {
        engine = new Engine(new KeptWork(folder.resolve("kept")));
    }

    @AfterEach
    void close() {
        engine.close();
    }

    private Session song(String name, Takes.Take lead, Takes.Take... others) throws Exception {
        List<Path> files = new ArrayList<>();
        files.add(written(folder.resolve(name).resolve("lead.wav"), lead));
        for (int i = 0; i < others.length; i++) {
            files.add(written(folder.resolve(name).resolve("double " + i + ".wav"), others[i]));
        }
        Session session = VoiceFolder.adding(Session.EMPTY, files).apply(Session.EMPTY);
        return Wanted.timing(100, 0).apply(session);
    }

    private static Path written(Path file, Takes.Take take) throws Exception {
        SoundFiles.write(Target.fresh(file), take.sound(), SoundFormat.WAV_16);
        return file;
    }

    private Map<String, String> printed(Engine with, Session session, String to) throws Exception {
        Path out = folder.resolve(to);
        Derived derived = with.derive(session, Progress.NONE);
        VoicePrinter.print(
                VoicePrinter.jobs(derived),
                out,
                Delivery.AS_IT_SOUNDS,
                Targets.replacingNothing(),
                Progress.NONE);
        Map<String, String> bytes = new TreeMap<>();
        try (Stream<Path> files = Files.list(out)) {
            for (Path file : files.toList()) {
                bytes.put(String.valueOf(file.getFileName()), SoundFiles.read(file).sha256());
            }
        }
        return bytes;
    }

    @Test
    void threeSessionsInOneEnginePrintWhatFreshStartsPrint() throws Exception {
        List<Session> songs =
                List.of(
                        song("one", Takes.LEAD, Takes.LOOSE, Takes.LOW),
                        song("two", Takes.LOOSE, Takes.WITH_AD_LIB, Takes.LEAD),
                        song("three", Takes.LOW, Takes.WITHOUT_B));
        List<Map<String, String>> fresh = new ArrayList<>();
        for (int i = 0; i < songs.size(); i++) {
            try (Engine own = new Engine(new KeptWork(folder.resolve("kept fresh " + i)))) {
                fresh.add(printed(own, songs.get(i), "fresh " + i));
            }
        }
        assertThat(fresh).doesNotHaveDuplicates().allSatisfy(f -> assertThat(f).isNotEmpty());
        for (int round = 0; round < 2; round++) {
            for (int i = 0; i < songs.size(); i++) {
                assertThat(printed(engine, songs.get(i), "round " + round + " song " + i))
                        .isEqualTo(fresh.get(i));
            }
        }
    }

    @Test
    void aFileThatWasMissingOnceIsNoProblemWhenItIsThereAgain() throws Exception {
        Session session = song("song", Takes.LEAD, Takes.LOOSE);
        Path double0 = folder.resolve("song/double 0.wav");
        Path away = Files.move(double0, folder.resolve("away.wav"));
        assertThat(engine.derive(session, Progress.NONE).problems()).hasSize(1);
        Files.move(away, double0);
        assertThat(engine.filesHaveChanged(session)).isTrue();
        Derived there = engine.derive(session, Progress.NONE);
        assertThat(there.problems()).isEmpty();
        assertThat(engine.filesHaveChanged(session)).isFalse();
        assertThat(there.voice("v2").orElseThrow().lock().after().count()).isPositive();
    }

    @Test
    void anotherRecordingUnderTheSameNameIsNoticedAndNotUsed() throws Exception {
        Session session = song("song", Takes.LEAD, Takes.LOOSE);
        Derived first = engine.derive(session, Progress.NONE);
        Session known = session.knowing(first.recordings());
        Path file = folder.resolve("song/double 0.wav");
        replace(file, Takes.WITH_AD_LIB);

        Derived then = engine.derive(known, Progress.NONE);
        assertThat(then.problems()).singleElement().isInstanceOf(RecordingChanged.class);
        DerivedVoice voice = then.voice("v2").orElseThrow();
        assertThat(voice.file()).isEmpty();
        assertThat(voice.locked()).isEmpty();
        assertThat(VoicePrinter.jobs(then)).isEmpty();

        RecordingChanged changed = (RecordingChanged) then.problems().getFirst();
        Session taken = new Edit.UseRecording("r2", "Double", changed.now()).apply(known);
        assertThat(engine.derive(taken, Progress.NONE).problems()).isEmpty();
        replace(file, Takes.LOOSE);
        assertThat(engine.derive(known, Progress.NONE).problems()).isEmpty();
    }

    private void replace(Path file, Takes.Take take) throws Exception {
        Path other = written(folder.resolve("other " + System.nanoTime() + ".wav"), take);
        Files.move(other, file, StandardCopyOption.REPLACE_EXISTING);
    }

    /// The guide's own file as well: nothing follows another singer.
    @Test
    void anotherGuideIsNotFollowed() throws Exception {
        Session session = song("song", Takes.LEAD, Takes.LOOSE);
        Session known = session.knowing(engine.derive(session, Progress.NONE).recordings());
        replace(folder.resolve("song/lead.wav"), Takes.LOW);
        Derived then = engine.derive(known, Progress.NONE);
        assertThat(then.problems()).singleElement().isInstanceOf(RecordingChanged.class);
        assertThat(then.guidePhrases()).isEmpty();
        assertThat(then.voice("v2").orElseThrow().isUnchanged()).isTrue();
    }

    /// Half a take must not pass for the whole one.
    @Test
    void nothingIsPrintedOfAFileThatIsCutWhileItIsOpen() throws Exception {
        Session session =
                Wanted.timing(0, 0).apply(song("song", Takes.LEAD, Takes.LOOSE, Takes.LOW));
        Derived derived = engine.derive(session, Progress.NONE);
        Path file = folder.resolve("song/double 0.wav");
        byte[] whole = Files.readAllBytes(file);
        Files.write(file, Arrays.copyOf(whole, whole.length / 2));
        VoicePrinter.Outcome outcome =
                VoicePrinter.print(
                        VoicePrinter.jobs(derived),
                        folder.resolve("out"),
                        Delivery.AS_IT_SOUNDS,
                        Targets.replacingNothing(),
                        Progress.NONE);
        assertThat(outcome.failed())
                .singleElement()
                .isInstanceOf(ExchangeProblem.class)
                .extracting(Throwable::getMessage, STRING)
                .contains("double 0.wav: it was changed");
        assertThat(folder.resolve("out/double 0.wav")).doesNotExist();
        assertThat(outcome.printed())
                .as("all others are printed")
                .extracting(p -> String.valueOf(p.file().getFileName()))
                .containsExactly("double 1.wav");
    }

    /// Each follows the one before; what is worked out is found by all that it depends on.
    @Test
    void aChainOfLeadersTakesNoLongerThanItsLinks() throws Exception {
        int links = 30;
        Takes.Take[] others = new Takes.Take[links];
        Arrays.fill(others, Takes.LOOSE);
        Session session = song("chain", Takes.LEAD, others);
        List<Voice> voices = session.followers();
        List<Stack> stacks = new ArrayList<>(session.stacks());
        for (int i = 0; i < links; i++) {
            stacks.add(
                    new Stack("stack " + i, "Stack", Settings.NONE)
                            .following(i == 0 ? "" : voices.get(i - 1).id()));
        }
        session = session.withStacks(stacks);
        for (int i = 0; i < links; i++) {
            String stack = "stack " + i;
            session = session.changing(voices.get(i).id(), v -> v.withRole(Role.DOUBLE, stack));
        }
        Session chain = session;
        Derived derived =
                assertTimeoutPreemptively(
                        Duration.ofSeconds(60), () -> engine.derive(chain, Progress.NONE));
        assertThat(derived.problems()).isEmpty();
        assertThat(derived.voice(voices.getLast().id()).orElseThrow().lock().before().count())
                .isPositive();
    }

    /// A bed is listened to for its tones only; as soon as it is a voice, it is matched.
    @Test
    void aTrackThatWasTheBedIsMatchedWhenItIsAVoice() throws Exception {
        Session session = song("song", Takes.LEAD, Takes.LOOSE);
        Session bed = session.changing("v2", v -> v.withRole(Role.BED, v.stackId()));
        DerivedVoice asBed = engine.derive(bed, Progress.NONE).voice("v2").orElseThrow();
        assertThat(asBed.isUnchanged()).isTrue();
        assertThat(asBed.analysis()).isEmpty();

        DerivedVoice asVoice = engine.derive(session, Progress.NONE).voice("v2").orElseThrow();
        assertThat(asVoice.lock().after().count()).isPositive();
        assertThat(engine.derive(bed, Progress.NONE).voice("v2").orElseThrow().isUnchanged())
                .isTrue();
        try (Engine fresh = new Engine(new KeptWork(folder.resolve("kept fresh")))) {
            assertThat(fresh.derive(session, Progress.NONE).voice("v2").orElseThrow().timing())
                    .isEqualTo(asVoice.timing());
        }
    }

    /// A moment at the very beginning or end leaves nothing to be matched beyond it.
    @Test
    void aMomentHeldBeyondTheVoiceIsSaidAndTheRestIsLocked() throws Exception {
        Session session = song("song", Takes.LEAD, Takes.LOOSE);
        Derived plain = engine.derive(session, Progress.NONE);
        for (double[] held : new double[][] {{0, 1}, {100, 2}, {5, 0}, {5, 13}, {13, 13}}) {
            Session edited = session.handling("v2", h -> h.setting(Anchor.held(held[0], held[1])));
            Derived derived = engine.derive(edited, Progress.NONE);
            assertThat(derived.problems()).singleElement().isInstanceOf(HandWorkProblem.class);
            assertThat(derived.voice("v2").orElseThrow().timing())
                    .isEqualTo(plain.voice("v2").orElseThrow().timing());
        }
    }

    /// Whoever comes next must not meet work that is still going on in the same chains.
    @Test
    void aCancelledDerivationEndsOnlyWhenNothingRunsAnyMore() throws Exception {
        Session session = song("song", Takes.LEAD, Takes.LOOSE, Takes.LOW, Takes.WITHOUT_B);
        AtomicInteger running = new AtomicInteger();
        CountDownLatch begun = new CountDownLatch(1);
        Progress slow =
                new Progress() {
                    @Override
                    public void report(String what, double share) {
                        if (!what.startsWith("Listening")) {
                            return;
                        }
                        running.incrementAndGet();
                        begun.countDown();
                        try {
                            TimeUnit.MILLISECONDS.sleep(300);
                        } catch (InterruptedException e) {
                            Thread.currentThread().interrupt();
                        }
                        running.decrementAndGet();
                    }

                    @Override
                    public boolean cancelled() {
                        return begun.getCount() == 0;
                    }
                };
        assertThatThrownBy(() -> engine.derive(session, slow))
                .isInstanceOf(CancellationException.class);
        assertThat(running).hasValue(0);
        assertThat(engine.derive(session, Progress.NONE).problems()).isEmpty();
    }

    @Test
    void whatIsWrongWithOneVoiceIsSaidOfThatVoice() throws ZelvanProblem, Exception {
        Session session = song("song", Takes.LEAD, Takes.LOOSE);
        Files.writeString(folder.resolve("song/double 0.wav"), "not a sound");
        Derived derived = engine.derive(session, Progress.NONE);
        Voice voice = session.voice("v2").orElseThrow();
        assertThat(derived.voice(voice.id()).orElseThrow().problem()).isPresent();
        assertThat(derived.voice("v1").orElseThrow().problem()).isEmpty();
    }
}
