package zelvan.desktop.work;

import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicReference;
import java.util.stream.Collectors;
import javafx.application.Platform;
import org.jspecify.annotations.Nullable;
import zelvan.derived.Derived;
import zelvan.derived.DerivedVoice;
import zelvan.derived.RecordingChanged;
import zelvan.derived.VoiceFailed;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.desk.Message;
import zelvan.engine.Engine;
import zelvan.engine.RoleFinder;
import zelvan.problem.ZelvanProblem;
import zelvan.session.AudioReference;
import zelvan.session.Edit;
import zelvan.session.Session;

/// Brings what is derived up to the session: in the background, shown as it gets ready, and never
/// that of a session which is not open any more.
public final class Deriving {
    /// Between two pictures of what comes in: each paints everything, and takes the processors from
    /// what is worked out.
    private static final long NANOS_APART = 250_000_000;

    private final Desk desk;
    private final Engine engine;
    private final Background background;
    private final RoleFinder roles = new RoleFinder();
    private Asked asked = new Asked(Session.EMPTY, 0);

    /// What is being worked out or was.
    private record Asked(Session session, int era) {}

    Deriving(Desk desk, Engine engine, Background background) {
        this.desk = desk;
        this.engine = engine;
        this.background = background;
        desk.history()
                .subscribe(now -> {
                    if (!asked.equals(new Asked(now.current(), desk.era()))) {
                        derive();
                    }
                });
        desk.deriving()
                .cancelled()
                .subscribe(given -> {
                    if (given) {
                        desk.giveUp();
                    }
                });
    }

    /// Works out what the session wants now, in the background.
    private void derive() {
        int era = desk.era();
        asked = new Asked(desk.session(), era);
        desk.awaitDerived();
        List<String> first = desk.attention();
        Incoming incoming = new Incoming(era, first);
        background.whenDone(
                "working out the newest settings",
                engine.want(desk.session(), first, background.begin(), incoming::take),
                next -> arrived(next, era),
                desk::giveUp);
    }

    /// What comes of one thing that was asked for, until all of it is there. However much comes,
    /// the window is told once between two looks.
    private final class Incoming {
        private final int era;
        private final List<String> inSight;
        private final AtomicReference<@Nullable Derived> newest = new AtomicReference<>();
        private volatile long shownNanos = System.nanoTime() - NANOS_APART;
        private boolean shownInSight;

        /// @param era in which it was asked for
        /// @param inSight the voices that matter most
        Incoming(int era, List<String> inSight) {
            this.era = era;
            this.inSight = inSight;
        }

        /// On any thread.
        void take(Derived soFar) {
            if (newest.getAndSet(soFar) == null) {
                long wait = shownNanos + NANOS_APART - System.nanoTime();
                if (wait > 0) {
                    CompletableFuture.delayedExecutor(
                                    wait, TimeUnit.NANOSECONDS, Platform::runLater)
                            .execute(this::look);
                } else {
                    Platform.runLater(this::look);
                }
            }
        }

        /// Tracks that were not there before are shown as they come. Of a change, what is in sight
        /// is shown and heard as soon as all of it is ready, and the rest at the end.
        private void look() {
            Derived soFar = newest.getAndSet(null);
            if (soFar == null || era != desk.era()) {
                return;
            }
            showTakes(soFar);
            if (!desk.stale().get()) {
                return;
            }
            Derived before = desk.derived().get();
            boolean more = soFar.voices().values().stream().anyMatch(made -> isNews(made, before));
            boolean ready = !inSight.isEmpty() && soFar.voices().keySet().containsAll(inSight);
            if (more || ready && !shownInSight) {
                shownInSight |= !more;
                desk.show(soFar.over(before));
                shownNanos = System.nanoTime();
                desk.know(roles.guess(soFar));
            }
        }
    }

    /// Takes come after all else, and then nothing else is news.
    private void showTakes(Derived soFar) {
        Derived shown = desk.derived().get();
        Derived next = shown.withTakes(soFar.over(shown).takes());
        if (!shown.takes().equals(next.takes())) {
            desk.show(next);
        }
    }

    private static boolean isNews(DerivedVoice made, Derived before) {
        return before.voice(made.voiceId())
                .map(b -> b.isOnlyOpened() && !made.isOnlyOpened())
                .orElse(true);
    }

    /// @param from the era in which it was asked for; what belongs to a session that is not open
    ///   any more is dropped
    private void arrived(Derived next, int from) {
        if (from != desk.era()) {
            return;
        }
        Map<String, AudioReference> read = next.recordings();
        // What is read of the files is no reason to work anything out again.
        asked = new Asked(asked.session.knowing(read), from);
        desk.know(read);
        Derived known =
                next.of(next.session().knowing(read))
                        .withTakes(next.over(desk.derived().get()).takes());
        desk.show(known);
        if (known.session().equals(desk.session())) {
            desk.deriving().end();
            desk.upToDate();
            listenForFlaws(from);
            listen(known, from);
        }
        known.problems().stream().filter(p -> !(p instanceof VoiceFailed)).forEach(this::tell);
        tellFailed(known.problems());
        desk.know(roles.guess(known));
    }

    /// One fault may concern all voices, of the guide for instance; it is told once.
    private void tellFailed(List<ZelvanProblem> problems) {
        List<ZelvanProblem> failed =
                problems.stream().filter(VoiceFailed.class::isInstance).toList();
        if (failed.size() == 1) {
            tell(failed.getFirst());
        } else if (!failed.isEmpty()) {
            tell(
                    failed.size()
                            + " tracks could not be worked out and sound as they were recorded: "
                            + failed.stream()
                                    .map(ZelvanProblem::subject)
                                    .collect(Collectors.joining(", "))
                            + ". They are tried again after the next change. The first fault: "
                            + failed.getFirst().getMessage());
        }
    }

    private void listen(Derived known, int from) {
        background.whenDone(
                "listening for voices that comb",
                engine.listenForCombing(known),
                found -> {
                    if (from == desk.era()) {
                        desk.findings().comb(found);
                        listenForFlaws(from);
                    }
                },
                () -> desk.findings().comb(List.of()));
        background.whenDone(
                "listening for places that came out worse",
                engine.listenForArtefacts(known),
                checked -> {
                    if (from == desk.era() && !desk.stale().get()) {
                        desk.show(checked.withTakes(desk.derived().get().takes()));
                        listenForFlaws(from);
                    }
                },
                () -> {});
    }

    /// What is still being worked out says nothing yet of what is left.
    private void listenForFlaws(int from) {
        if (desk.stale().get()) {
            return;
        }
        background.whenDone(
                "putting in order what is left to mend",
                engine.listenForFlaws(desk.derived().get(), desk.findings().combing().get()),
                found -> {
                    if (from == desk.era()) {
                        desk.findings().leave(found);
                    }
                },
                () -> {});
    }

    /// Tells what is wrong with a track, once as long as it stands there.
    private void tell(ZelvanProblem problem) {
        String text = String.valueOf(problem.getMessage());
        if (problem instanceof RecordingChanged changed) {
            tell(text, new Message.Offer("Take it as it is now", () -> use(changed.now())));
        } else {
            tell(text);
        }
    }

    private void tell(String text, Message.Offer... offers) {
        if (desk.messages().stream().noneMatch(m -> m.text().equals(text))) {
            desk.say(text, offers);
        }
    }

    private void use(AudioReference now) {
        List<Edit> edits =
                desk.session().recordings().stream()
                        .filter(r -> r.audio().path().equals(now.path()))
                        .<Edit>map(r ->
                                new Edit.UseRecording(
                                        r.id(), String.valueOf(now.file().getFileName()), now))
                        .toList();
        if (!edits.isEmpty()) {
            desk.apply(new Edit.Together(edits.getFirst().title(), edits));
        }
    }

    /// Looks whether a recording was changed by somebody else, and derives anew if so.
    public void lookAtFiles() {
        Session now = desk.session();
        background.whenDone(
                "looking at the recordings",
                CompletableFuture.supplyAsync(() -> engine.filesHaveChanged(now)),
                changed -> {
                    if (changed && !desk.stale().get()) {
                        derive();
                    }
                },
                () -> {});
    }
}
