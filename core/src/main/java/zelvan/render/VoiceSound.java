package zelvan.render;

import java.util.Optional;
import zelvan.analysis.PitchTrack;
import zelvan.audio.Sound;

/// A voice that can be made to sound in any shape. Its epochs are found once, when they are first
/// needed, unless they are known.
///
/// Thread safety: any thread may call it.
public final class VoiceSound {
    private final Sound sound;
    private final PitchTrack pitch;
    private Optional<Epochs> epochs = Optional.empty();

    /// @param pitch of the same sound
    public VoiceSound(Sound sound, PitchTrack pitch) {
        this.sound = sound;
        this.pitch = pitch;
    }

    public double seconds() {
        return sound.seconds();
    }

    public VoiceSource along(Shape shape) {
        return new VoiceRenderer(sound, epochs(), shape);
    }

    /// What its epochs are, if they are known from elsewhere.
    public synchronized void know(Epochs found) {
        epochs = Optional.of(found);
    }

    /// Its epochs; finding them takes a second for two minutes of voice.
    public synchronized Epochs epochs() {
        if (epochs.isEmpty()) {
            epochs = Optional.of(new EpochFinder().find(sound, pitch));
        }
        return epochs.get();
    }
}
