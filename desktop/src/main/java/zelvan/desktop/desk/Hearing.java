package zelvan.desktop.desk;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyDoubleProperty;
import javafx.beans.property.ReadOnlyDoubleWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import zelvan.play.Player;
import zelvan.play.Version;

/// How the session is heard: which version, how fast, over and over or not.
public final class Hearing {
    private final Player player;
    private double startSeconds;
    private final ReadOnlyObjectWrapper<Version> version =
            new ReadOnlyObjectWrapper<>(Version.LOCKED);
    private final ReadOnlyObjectWrapper<Set<String>> raw = new ReadOnlyObjectWrapper<>(Set.of());
    private final ReadOnlyObjectWrapper<Optional<Set<String>>> held =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyBooleanWrapper looping = new ReadOnlyBooleanWrapper();
    private final ReadOnlyBooleanWrapper halfSpeed = new ReadOnlyBooleanWrapper();
    private final ReadOnlyDoubleWrapper rawGainDecibels = new ReadOnlyDoubleWrapper();

    Hearing(Player player) {
        this.player = player;
    }

    /// What plays; it knows where the playhead is.
    public Player player() {
        return player;
    }

    /// Plays from where the playhead was put last; stops, and goes back there.
    public void playOrStop() {
        if (player.playing()) {
            player.stop();
            player.seek(startSeconds);
        } else {
            startSeconds = player.positionSeconds();
            player.play();
        }
    }

    /// Stops, and stays there.
    public void stopHere() {
        player.stop();
    }

    /// Puts the playhead somewhere; playing goes on from there, and begins there the next time.
    public void goTo(double seconds) {
        startSeconds = Math.max(0, seconds);
        player.seek(startSeconds);
    }

    public ReadOnlyObjectProperty<Version> version() {
        return version.getReadOnlyProperty();
    }

    public void hear(Version next) {
        version.set(next);
    }

    /// Raw instead of locked, or the other way round.
    public void switchVersion() {
        version.set(version.get() == Version.RAW ? Version.LOCKED : Version.RAW);
    }

    /// What is taken away instead of what is left, or the other way round.
    public void switchTaken() {
        version.set(version.get() == Version.TAKEN ? Version.LOCKED : Version.TAKEN);
    }

    /// The voices that are heard raw, whatever the others are.
    public ReadOnlyObjectProperty<Set<String>> raw() {
        return raw.getReadOnlyProperty();
    }

    /// Hears some voices raw against the others; all of them as the others again, if they were raw.
    public void switchRaw(List<String> voiceIds) {
        Set<String> next = new HashSet<>(raw.get());
        if (!next.removeAll(voiceIds)) {
            next.addAll(voiceIds);
        }
        raw.set(Set.copyOf(next));
    }

    /// Hears all voices in the same version again.
    void forgetRaw() {
        raw.set(Set.of());
    }

    /// The voices that are heard alone, because a key is held over a moment of theirs; empty if
    /// none is held.
    public ReadOnlyObjectProperty<Optional<Set<String>>> held() {
        return held.getReadOnlyProperty();
    }

    /// Lets a moment of some voices sound until it is let go.
    public void hold(Set<String> voiceIds, double seconds) {
        held.set(Optional.of(Set.copyOf(voiceIds)));
        player.hold(seconds);
    }

    /// Goes on as before.
    public void letGo() {
        player.letGo();
        held.set(Optional.empty());
    }

    /// Whether what is selected is played over and over.
    public ReadOnlyBooleanProperty looping() {
        return looping.getReadOnlyProperty();
    }

    public void loop(boolean on) {
        looping.set(on);
    }

    /// Whether everything sounds half as fast, at the same pitch.
    public ReadOnlyBooleanProperty halfSpeed() {
        return halfSpeed.getReadOnlyProperty();
    }

    public void slowDown(boolean on) {
        halfSpeed.set(on);
    }

    /// By how much the raw version is made louder, so that it is as loud as the locked one; found
    /// in the background.
    public ReadOnlyDoubleProperty rawGainDecibels() {
        return rawGainDecibels.getReadOnlyProperty();
    }

    public void playRawLouder(double gainDecibels) {
        rawGainDecibels.set(gainDecibels);
    }
}
