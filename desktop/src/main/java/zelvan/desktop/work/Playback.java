package zelvan.desktop.work;

import java.util.List;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.function.Supplier;
import javafx.application.Platform;
import zelvan.derived.Derived;
import zelvan.desktop.acts.Focus;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.desk.Hearing;
import zelvan.engine.Engine;
import zelvan.engine.Listening;
import zelvan.play.Player;
import zelvan.play.Program;
import zelvan.play.Version;
import zelvan.session.Session;
import zelvan.session.Voice;
import zelvan.units.Decibels;
import zelvan.units.RecordedSpan;
import zelvan.units.SongSpan;

/// Lets the player play what is on the desk.
public final class Playback implements AutoCloseable {
    private static final double HALF = 2;
    private static final double AROUND_PHRASE_SECONDS = 0.3;

    /// Shorter ones would be a tone.
    private static final double SHORTEST_LOOP_SECONDS = 0.05;

    private final Desk desk;
    private final Engine engine;
    private final Background background;
    private final Hearing hearing;
    private final Player player;
    private List<Program.Track> measured = List.of();
    private SongSpan measuredSpan = new SongSpan(0, 0);
    private final ExecutorService slowing =
            Executors.newSingleThreadExecutor(task -> {
                Thread thread = new Thread(task, "zelvan-slowing");
                thread.setDaemon(true);
                return thread;
            });

    /// How often what is heard has changed; written by the window's thread.
    private volatile int refreshed;

    Playback(Desk desk, Engine engine, Background background) {
        this.desk = desk;
        this.engine = engine;
        this.background = background;
        hearing = desk.hearing();
        player = hearing.player();
        player.onFailure((voiceId, fault) -> Platform.runLater(() -> failed(voiceId, fault)));
        desk.history().subscribe(ignored -> refresh());
        desk.derived()
                .subscribe(derived -> {
                    refresh();
                    player.endSeconds(derived.seconds());
                });
        hearing.version().subscribe(ignored -> refresh());
        hearing.halfSpeed().subscribe(ignored -> refresh());
        hearing.raw().subscribe(ignored -> refresh());
        hearing.held().subscribe(ignored -> refresh());
        desk.focus()
                .subscribe((before, now) -> {
                    if (hearing.looping().get() && (isRange(before) || isRange(now))) {
                        loop();
                    }
                });
        hearing.rawGainDecibels().subscribe(ignored -> refresh());
        hearing.looping().subscribe((before, now) -> loop());
        desk.selection()
                .subscribe((before, now) -> {
                    if (hearing.looping().get()) {
                        loop();
                    }
                });
        desk.stale()
                .subscribe((before, stale) -> {
                    if (!stale) {
                        matchLoudness();
                    }
                });
    }

    private void failed(String voiceId, RuntimeException fault) {
        desk.say(
                desk.session().voice(voiceId).map(Voice::name).orElse("A track")
                        + " cannot be played ("
                        + fault
                        + "). It is silent until it is changed; all others are heard.");
    }

    /// What is heard now, or is about to be.
    public Program program() {
        return wanted().get();
    }

    /// What is wanted now, to be put together on any thread.
    private Supplier<Program> wanted() {
        Supplier<Program> program =
                program(hearing.halfSpeed().get() ? HALF : 1, hearing.version().get());
        double rawGain = Decibels.toAmplitude(hearing.rawGainDecibels().get());
        return () -> program.get().withRawGain(rawGain);
    }

    private Supplier<Program> program(double slowness, Version version) {
        Listening listening =
                new Listening(
                        player.sampleRateHertz(),
                        slowness,
                        hearing.raw().get(),
                        hearing.held().get());
        Session session = desk.session();
        Derived derived = desk.derived().get();
        return () -> listening.program(session, derived, version);
    }

    /// At half speed each voice is followed cycle by cycle for the first time, which takes a second
    /// for some minutes of it: the window does not wait for that.
    private void refresh() {
        int mine = refreshed + 1;
        refreshed = mine;
        Supplier<Program> wanted = wanted();
        if (hearing.halfSpeed().get()) {
            background.whenDone(
                    "slowing down what is heard",
                    CompletableFuture.supplyAsync(
                            () ->
                                    mine == refreshed
                                            ? Optional.of(wanted.get())
                                            : Optional.<Program>empty(),
                            slowing),
                    program -> {
                        if (mine == refreshed) {
                            program.ifPresent(player::program);
                        }
                    },
                    () -> {});
        } else {
            player.program(wanted.get());
        }
    }

    private void matchLoudness() {
        Program program = program(1, Version.LOCKED).get();
        SongSpan song = new SongSpan(0, desk.derived().get().seconds());
        SongSpan span = player.loop().orElse(song);
        if (desk.stale().get() || program.tracks().equals(measured) && span.equals(measuredSpan)) {
            return;
        }
        measured = program.tracks();
        measuredSpan = span;
        background.whenDone(
                "comparing how loud raw and locked are",
                engine.listenForLoudness(program, player.sampleRateHertz(), span),
                gain -> hearing.playRawLouder(Decibels.ofAmplitude(gain)),
                () -> measured = List.of());
    }

    @Override
    public void close() {
        slowing.shutdownNow();
        player.close();
    }

    private void loop() {
        player.loop(hearing.looping().get() ? Optional.of(loopSpan()) : Optional.empty());
        matchLoudness();
    }

    private static boolean isRange(Focus focus) {
        return focus instanceof Focus.OnRange;
    }

    /// A range that was dragged out, or what is selected, or what is in sight.
    private SongSpan loopSpan() {
        if (desk.focus().get() instanceof Focus.OnRange(String voiceId, RecordedSpan span)
                && span.seconds() >= SHORTEST_LOOP_SECONDS) {
            return desk.derived().get().clocks(voiceId).song(span);
        }
        return desk.selection()
                .get()
                .stretch()
                .map(p -> desk.now().sounding(p).widenedBy(AROUND_PHRASE_SECONDS))
                .map(p -> new SongSpan(Math.max(0, p.startSeconds()), p.endSeconds()))
                .orElseGet(() -> desk.sight().viewport().get().span());
    }
}
