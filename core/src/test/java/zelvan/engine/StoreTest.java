package zelvan.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Random;
import java.util.concurrent.CancellationException;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.function.Supplier;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;

/// How steps are worked out, whatever they are.
class StoreTest {
    private static final int SOON_SECONDS = 30;
    private static final int ROUNDS = 250;

    private final List<String> ran = Collections.synchronizedList(new ArrayList<>());
    private final AtomicInteger askers = new AtomicInteger();

    /// A step that waits has begun.
    private final CountDownLatch begun = new CountDownLatch(1);

    private Store store = new Store(new KeptWork(Path.of("nowhere")), 1);

    @AfterEach
    void close() {
        store.close();
    }

    /// A step that does what its test says; two of one name are the same.
    private final class Named implements Step<String> {
        private final String name;
        private final List<Step<?>> needs;
        private final Supplier<String> work;

        Named(String name, List<Step<?>> needs, Supplier<String> work) {
            this.name = name;
            this.needs = needs;
            this.work = work;
        }

        @Override
        public List<Step<?>> needs() {
            return needs;
        }

        @Override
        public String run(Inputs inputs) {
            ran.add(name);
            needs.forEach(need -> assertThat(inputs.of(need)).isNotNull());
            return work.get();
        }

        @Override
        public long bytes(String value) {
            return value.length();
        }

        @Override
        public boolean equals(Object other) {
            return other instanceof Named named && named.name.equals(name);
        }

        @Override
        public int hashCode() {
            return name.hashCode();
        }
    }

    /// A step that does not leave its thread to others.
    private record LongStep(String name) implements Step<String> {
        @Override
        public List<Step<?>> needs() {
            return List.of();
        }

        @Override
        public String run(Inputs inputs) {
            return name;
        }

        @Override
        public boolean takesLong() {
            return true;
        }
    }

    private Named step(String name, Step<?>... needs) {
        return new Named(name, List.of(needs), () -> name);
    }

    private Named waiting(String name, CountDownLatch latch) {
        return waiting(name, begun, latch);
    }

    private Named waiting(String name, CountDownLatch begins, CountDownLatch latch) {
        return new Named(
                name,
                List.of(),
                () -> {
                    begins.countDown();
                    try {
                        latch.await();
                    } catch (InterruptedException e) {
                        Thread.currentThread().interrupt();
                    }
                    return name;
                });
    }

    private Asked asked() {
        return new Asked(askers.incrementAndGet(), Progress.NONE);
    }

    private static String soon(CompletableFuture<String> value) throws Exception {
        return value.get(SOON_SECONDS, TimeUnit.SECONDS);
    }

    private static void assertCancelled(CompletableFuture<String> value) {
        assertThatThrownBy(() -> soon(value))
                .satisfies(e ->
                        assertThat(e instanceof CancellationException ? e : e.getCause())
                                .isInstanceOf(CancellationException.class));
    }

    /// Each needs the one before by two ways: as many ways lead to the first as there are numbers
    /// of thirty digits in binary.
    @Test
    void howManyWaysLeadToAStepDoesNotMatter() throws Exception {
        CountDownLatch latch = new CountDownLatch(1);
        Step<String> last = waiting("first", latch);
        for (int k = 0; k < 30; k++) {
            Named one = step("one " + k, last);
            Named other = step("other " + k, last);
            last = step("both " + k, one, other);
        }
        CompletableFuture<String> value = store.get(last, asked(), 0);
        latch.countDown();
        assertThat(soon(value)).isEqualTo("both 29");
        assertThat(ran).hasSize(1 + 3 * 30).doesNotHaveDuplicates();
    }

    @Test
    void aStepIsWorkedOutOnceAfterWhatItNeeds() throws Exception {
        Named base = step("base");
        Named left = step("left", base);
        Named top = step("top", left, step("right", base), base);
        assertThat(soon(store.get(top, asked(), 0))).isEqualTo("top");
        assertThat(soon(store.get(step("top", left), asked(), 0))).isEqualTo("top");
        assertThat(soon(store.get(left, asked(), 0))).isEqualTo("left");
        assertThat(ran).startsWith("base").endsWith("top").hasSize(4).contains("left", "right");
    }

    @Test
    void theMostUrgentComesFirst() throws Exception {
        CountDownLatch latch = new CountDownLatch(1);
        Asked asked = asked();
        List<CompletableFuture<String>> all = new ArrayList<>();
        all.add(store.get(waiting("begun", latch), asked, 5));
        begun.await();
        for (int rank : new int[] {3, 1, 4, 2}) {
            all.add(store.get(step("rank " + rank), asked, rank));
        }
        all.add(store.get(step("rank 4"), asked(), 0));
        latch.countDown();
        for (CompletableFuture<String> each : all) {
            soon(each);
        }
        assertThat(ran).containsExactly("begun", "rank 4", "rank 1", "rank 2", "rank 3");
    }

    @Test
    void whatMayComeLaterWaitsUntilARestIsOver() throws Exception {
        store.rest(1000);
        Asked asked = asked();
        CompletableFuture<String> later = store.get(step("later"), asked, Store.LATER);
        CompletableFuture<String> urgent = store.get(step("urgent"), asked, Store.LATER - 1);
        assertThat(soon(urgent)).isEqualTo("urgent");
        assertThat(soon(later)).isEqualTo("later");
        assertThat(ran).containsExactly("urgent", "later");
    }

    @Test
    void whatNobodyWantsAnyMoreIsDroppedAndWhatSomebodyDoesIsNot() throws Exception {
        CountDownLatch latch = new CountDownLatch(1);
        Asked first = asked();
        var running = store.get(waiting("begun", latch), first, 0);
        begun.await();
        var dropped = store.get(step("dropped"), first, 1);
        var onTop = store.get(step("on top", step("dropped")), first, 1);
        var shared = store.get(step("shared"), first, 2);
        first.supersede();
        var wanted = store.get(step("shared"), asked(), 2);
        latch.countDown();
        assertThat(soon(running)).isEqualTo("begun");
        assertThat(soon(wanted)).isEqualTo("shared");
        assertThat(soon(shared)).isEqualTo("shared");
        assertCancelled(dropped);
        assertCancelled(onTop);
        assertThat(ran).containsExactly("begun", "shared");
        assertThat(soon(store.get(step("on top", step("dropped")), asked(), 0)))
                .isEqualTo("on top");
    }

    @Test
    void whatFailsIsTriedAgain() throws Exception {
        AtomicInteger times = new AtomicInteger();
        Named shaky =
                new Named(
                        "shaky",
                        List.of(),
                        () -> {
                            if (times.getAndIncrement() == 0) {
                                throw new IllegalStateException("once");
                            }
                            return "well";
                        });
        assertThatThrownBy(() -> soon(store.get(step("top", shaky), asked(), 0)))
                .hasStackTraceContaining("once");
        assertThat(soon(store.get(step("top", shaky), asked(), 0))).isEqualTo("top");
    }

    /// What the newest needs stays however much it is; of the rest, what was not asked for longest
    /// goes.
    @Test
    void whatOnlyOlderSessionsNeededGoesWhenItIsTooMuch() throws Exception {
        store.close();
        store = new Store(new KeptWork(Path.of("nowhere")), 1, 10);
        Asked old = asked();
        soon(store.get(step("old one"), old, 0));
        soon(store.get(step("old two"), old, 0));
        soon(store.get(step("old one"), old, 0));
        Asked newest = asked();
        soon(store.get(step("a new one that is long"), newest, 0));
        store.trim(newest);
        assertThat(store.size()).isEqualTo(2);
        ran.clear();
        soon(store.get(step("old one"), newest, 0));
        soon(store.get(step("a new one that is long"), newest, 0));
        assertThat(ran).isEmpty();
        soon(store.get(step("old two"), newest, 0));
        assertThat(ran).containsExactly("old two");
    }

    @Test
    void whatMayComeLaterLeavesAThread() throws Exception {
        store.close();
        store = new Store(new KeptWork(Path.of("nowhere")), 2);
        CountDownLatch latch = new CountDownLatch(1);
        Asked asked = asked();
        var one = store.get(waiting("later one", latch), asked, Store.LATER);
        var two = store.get(waiting("later two", latch), asked, Store.LATER + 1);
        begun.await();
        assertThat(soon(store.get(step("urgent"), asked, 0))).isEqualTo("urgent");
        assertThat(ran).filteredOn(name -> name.startsWith("later")).hasSize(1);
        latch.countDown();
        assertThat(soon(one)).isEqualTo("later one");
        assertThat(soon(two)).isEqualTo("later two");
    }

    @Test
    void whatIsWaitingWhenTheProgramEndsIsCancelled() throws Exception {
        CountDownLatch latch = new CountDownLatch(1);
        Asked asked = asked();
        var running = store.get(waiting("begun", latch), asked, 0);
        begun.await();
        var waiting = store.get(step("waiting"), asked, 0);
        store.close();
        latch.countDown();
        assertThat(soon(running)).isEqualTo("begun");
        assertCancelled(waiting);
        assertCancelled(store.get(step("after"), asked, 0));
    }

    /// A step that is given up fails only when the last of its inputs ends. Whoever asks for it
    /// before that still gets it.
    @Test
    void aStepThatIsBeingGivenUpIsThereForWhoeverAsksMeanwhile() throws Exception {
        CountDownLatch gate = new CountDownLatch(1);
        CountDownLatch slowBegins = new CountDownLatch(1);
        CountDownLatch slowEnds = new CountDownLatch(1);
        Named slow = waiting("slow", slowBegins, slowEnds);
        store.get(waiting("gate", gate), asked(), 0);
        begun.await();
        Asked old = asked();
        var given = store.get(step("top", step("dropped"), slow), old, 1);
        var kept = store.get(slow, asked(), 2);
        old.supersede();
        gate.countDown();
        slowBegins.await();
        var wanted = store.get(step("top", step("dropped"), slow), asked(), 1);
        slowEnds.countDown();
        assertThat(soon(wanted)).isEqualTo("top");
        assertThat(soon(given)).isEqualTo("top");
        assertThat(soon(kept)).isEqualTo("slow");
        assertThat(ran).containsExactly("gate", "slow", "dropped", "top");
    }

    /// Two steps wait for one that may come later as well; the first of them becomes urgent.
    @Test
    void whatBecomesUrgentLetsThoseBehindItRun() throws Exception {
        store.close();
        store = new Store(new KeptWork(Path.of("nowhere")), 2);
        CountDownLatch latch = new CountDownLatch(1);
        Asked asked = asked();
        store.get(waiting("first", latch), asked, Store.LATER);
        begun.await();
        CompletableFuture<String> urgent = store.get(step("urgent"), asked, Store.LATER + 1);
        CompletableFuture<String> behind = store.get(step("behind"), asked, Store.LATER + 2);
        // On the only thread that is free, once both have been put off.
        soon(store.get(new LongStep("after both"), asked, Store.LATER + 3));
        assertThat(soon(store.get(step("urgent"), asked, 0))).isEqualTo("urgent");
        latch.countDown();
        assertThat(soon(urgent)).isEqualTo("urgent");
        assertThat(soon(behind)).isEqualTo("behind");
    }

    /// Sessions that follow upon each other at random moments, while the steps of none of them are
    /// there yet: the last one is always worked out.
    @ParameterizedTest(name = "seed {0}")
    @ValueSource(longs = {1, 2, 3, 4})
    void theLastOfSeveralSessionsIsAlwaysWorkedOut(long seed) throws Exception {
        Random random = new Random(seed);
        store.close();
        store = new Store(new KeptWork(Path.of("nowhere")), 3);
        for (int round = 0; round < ROUNDS; round++) {
            CompletableFuture<String> last = CompletableFuture.completedFuture("");
            Asked before = asked();
            for (int session = 0; session < 4; session++) {
                before.supersede();
                before = asked();
                int rank = random.nextBoolean() ? 0 : Store.LATER;
                last = store.get(top(round, session, random), before, rank);
                spin(random.nextInt(200_000));
            }
            assertThat(soon(last)).as("round %d", round).startsWith(round + " top");
            store.trim(before);
        }
    }

    /// Two steps of a session's own over one that all sessions share, which needs three more.
    private Named top(int round, int session, Random random) {
        List<Step<?>> read = new ArrayList<>();
        for (int k = 0; k < 4; k++) {
            read.add(busy(round + " read " + k, random));
        }
        Named left = busy(round + " left", random, read.get(0), read.get(1));
        Named right = busy(round + " right", random, read.get(1), read.get(2), read.get(3));
        Named shared = busy(round + " shared", random, left, right, read.get(3));
        Named own = busy(round + " own " + session, random, shared, read.get(0));
        return busy(round + " top " + session, random, own, shared, left);
    }

    private Named busy(String name, Random random, Step<?>... needs) {
        int nanos = random.nextInt(40_000);
        return new Named(
                name,
                List.of(needs),
                () -> {
                    spin(nanos);
                    return name;
                });
    }

    private static void spin(int nanos) {
        long end = System.nanoTime() + nanos;
        while (System.nanoTime() < end) {
            Thread.onSpinWait();
        }
    }
}
