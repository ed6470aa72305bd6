package zelvan.desktop.model;

import java.util.List;
import java.util.Optional;
import javafx.beans.property.BooleanProperty;
import javafx.beans.property.DoubleProperty;
import javafx.beans.property.ObjectProperty;
import javafx.beans.property.SimpleBooleanProperty;
import javafx.beans.property.SimpleDoubleProperty;
import javafx.beans.property.SimpleObjectProperty;
import zelvan.engine.Engine;
import zelvan.engine.Listening;
import zelvan.play.Player;
import zelvan.play.Program;
import zelvan.play.Version;
import zelvan.units.Decibels;
import zelvan.units.TimeSpan;

/// What is heard of the session, and how: which version, how fast, over and over or not.
public final class Playback implements AutoCloseable {
    private static final double HALF = 2;

    private final AppModel model;
    private final Engine engine;
    private final Player player;
    private final ObjectProperty<Version> version = new SimpleObjectProperty<>(Version.LOCKED);
    private final BooleanProperty looping = new SimpleBooleanProperty();
    private final BooleanProperty halfSpeed = new SimpleBooleanProperty();
    private final DoubleProperty rawGainDecibels = new SimpleDoubleProperty();
    private List<Program.Track> measured = List.of();
    private TimeSpan measuredSpan = new TimeSpan(0, 0);

    Playback(AppModel model, Engine engine, Player player) {
        this.model = model;
        this.engine = engine;
        this.player = player;
        version.subscribe(ignored -> refresh());
        halfSpeed.subscribe(ignored -> refresh());
        rawGainDecibels.subscribe(ignored -> refresh());
    }

    public Player player() {
        return player;
    }

    public ObjectProperty<Version> version() {
        return version;
    }

    /// Whether what is selected is played over and over.
    public BooleanProperty looping() {
        return looping;
    }

    /// Whether everything sounds half as fast, at the same pitch.
    public BooleanProperty halfSpeed() {
        return halfSpeed;
    }

    /// By how much the raw version is made louder, so that it is as loud as the locked one; found
    /// in the background.
    public DoubleProperty rawGainDecibels() {
        return rawGainDecibels;
    }

    /// What is heard now.
    public Program program() {
        return program(halfSpeed.get() ? HALF : 1)
                .withRawGain(Decibels.toAmplitude(rawGainDecibels.get()));
    }

    private Program program(double slowness) {
        return new Listening(player.sampleRateHertz(), slowness)
                .program(model.session(), model.derived().get(), version.get());
    }

    void refresh() {
        player.program(program());
    }

    /// Everything has been worked out anew.
    void settled() {
        player.endSeconds(model.derived().get().seconds());
        refresh();
        matchLoudness();
    }

    private void matchLoudness() {
        Program program = program(1);
        TimeSpan song = new TimeSpan(0, model.derived().get().seconds());
        TimeSpan span = player.loop().orElse(song);
        if (model.deriving().stale().get()
                || program.tracks().equals(measured) && span.equals(measuredSpan)) {
            return;
        }
        measured = program.tracks();
        measuredSpan = span;
        model.background()
                .whenDone(
                        "comparing how loud raw and locked are",
                        engine.listenForLoudness(program, player.sampleRateHertz(), span),
                        gain -> rawGainDecibels.set(Decibels.ofAmplitude(gain)),
                        () -> measured = List.of());
    }

    public void playOrStop() {
        if (player.playing()) {
            player.stop();
        } else {
            player.play();
        }
    }

    public void seek(double seconds) {
        player.seek(seconds);
    }

    public void setLooping(boolean on) {
        looping.set(on);
        player.loop(on ? Optional.of(loopSpan()) : Optional.empty());
        matchLoudness();
    }

    private TimeSpan loopSpan() {
        Viewport viewport = model.viewport().get();
        return model.selection()
                .get()
                .phrase()
                .map(p -> model.sounding(p).widenedBy(0.3))
                .map(p -> new TimeSpan(Math.max(0, p.startSeconds()), p.endSeconds()))
                .orElse(new TimeSpan(viewport.startSeconds(), viewport.endSeconds()));
    }

    @Override
    public void close() {
        player.close();
    }
}
