package zelvan.bench.damage;

import java.io.PrintStream;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.TimeoutException;
import java.util.function.IntFunction;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import java.util.stream.Stream;

/// Runs cases one after the other, each with a time limit, and counts what came of them.
final class Trials {
    private static final long LIMIT_SECONDS = 10;
    private static final int MOST_NAMED = 40;
    private static final int FRAMES_NAMED = 5;

    private final String kind;
    private final PrintStream out;
    private final Map<Trial.Outcome, Integer> outcomes = new EnumMap<>(Trial.Outcome.class);
    private final List<String> uncaught = new ArrayList<>();
    private final List<String> hanging = new ArrayList<>();
    private final List<String> shorter = new ArrayList<>();
    private ExecutorService worker = newWorker();
    private int count;
    private double longestSeconds;

    Trials(String kind, PrintStream out) {
        this.kind = kind;
        this.out = out;
    }

    private static ExecutorService newWorker() {
        return Executors.newSingleThreadExecutor(task -> {
            Thread thread = new Thread(null, task, "trial", 1 << 23);
            thread.setDaemon(true);
            return thread;
        });
    }

    /// @return whether nothing failed
    boolean run(int trials, IntFunction<Trial> numbered) {
        IntStream.range(0, trials).mapToObj(numbered).forEachOrdered(this::run);
        out.println(
                String.format(
                        Locale.ROOT,
                        "%-9s %6d: fine %d, said %d, shorter without a word %d, uncaught %d, over"
                                + " %d s %d; longest %.2f s",
                        kind,
                        count,
                        outcomes.getOrDefault(Trial.Outcome.FINE, 0),
                        outcomes.getOrDefault(Trial.Outcome.SAID, 0),
                        outcomes.getOrDefault(Trial.Outcome.SHORTER, 0),
                        uncaught.size(),
                        LIMIT_SECONDS,
                        hanging.size(),
                        longestSeconds));
        Stream.of(uncaught, hanging, shorter)
                .flatMap(names -> names.stream().limit(MOST_NAMED))
                .forEach(name -> out.println("    " + name));
        worker.shutdownNow();
        return uncaught.isEmpty() && hanging.isEmpty();
    }

    private void run(Trial trial) {
        count++;
        long start = System.nanoTime();
        Future<Trial.Outcome> running = worker.submit(trial.action()::run);
        try {
            Trial.Outcome outcome = running.get(LIMIT_SECONDS, TimeUnit.SECONDS);
            outcomes.merge(outcome, 1, Integer::sum);
            if (outcome == Trial.Outcome.SHORTER) {
                shorter.add("shorter: " + trial.name());
            }
        } catch (ExecutionException e) {
            uncaught.add(
                    "uncaught: "
                            + trial.name()
                            + ": "
                            + where(Objects.requireNonNullElse(e.getCause(), e)));
        } catch (TimeoutException e) {
            hanging.add("too long: " + trial.name());
            worker.shutdownNow();
            worker = newWorker();
        } catch (InterruptedException e) {
            Thread.currentThread().interrupt();
        }
        longestSeconds = Math.max(longestSeconds, (System.nanoTime() - start) * 1e-9);
    }

    private static String where(Throwable thrown) {
        return thrown
                + Arrays.stream(thrown.getStackTrace())
                        .filter(e -> e.getClassName().startsWith("zelvan."))
                        .limit(FRAMES_NAMED)
                        .map(e -> " at " + e)
                        .collect(Collectors.joining());
    }
}
