package zelvan.desktop.work;

import java.util.List;
import java.util.Optional;
import zelvan.desktop.acts.Focus;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.desk.Hearing;
import zelvan.engine.Engine;
import zelvan.engine.Listening;
import zelvan.play.Player;
import zelvan.play.Program;
import zelvan.play.Version;
import zelvan.units.Decibels;
import zelvan.units.RecordedSpan;
import zelvan.units.SongSpan;

/// Lets the player play what is on the desk.
public final class Playback {
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

    Playback(Desk desk, Engine engine, Background background) {
        this.desk = desk;
        this.engine = engine;
        this.background = background;
        hearing = desk.hearing();
        player = hearing.player();
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

    /// What is heard now.
    public Program program() {
        return program(hearing.halfSpeed().get() ? HALF : 1, hearing.version().get())
                .withRawGain(Decibels.toAmplitude(hearing.rawGainDecibels().get()));
    }

    private Program program(double slowness, Version version) {
        return new Listening(
                        player.sampleRateHertz(),
                        slowness,
                        hearing.raw().get(),
                        hearing.held().get())
                .program(desk.session(), desk.derived().get(), version);
    }

    private void refresh() {
        player.program(program());
    }

    private void matchLoudness() {
        Program program = program(1, Version.LOCKED);
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
