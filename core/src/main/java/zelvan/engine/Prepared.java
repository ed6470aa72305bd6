package zelvan.engine;

import java.util.List;
import java.util.Optional;
import zelvan.render.Epochs;
import zelvan.render.VoiceSound;

/// A voice that is ready to sound in another shape at once.
record Prepared(Sounding sounding) implements Step<VoiceSound> {
    @Override
    public List<Step<?>> needs() {
        return List.of(sounding, sounding.voice().heard().read());
    }

    @Override
    public boolean takesLong() {
        return true;
    }

    @Override
    public VoiceSound run(Inputs inputs) {
        VoiceSound sound = inputs.of(sounding);
        // What the user says of octaves is another pitch than the one that is kept.
        if (!sounding.voice().octaves().isEmpty()) {
            var unused = sound.epochs();
            return sound;
        }
        Recorded read = sounding.voice().heard().read();
        String sha256 = inputs.of(read).file().orElseThrow().sha256();
        Optional<Epochs> kept = inputs.kept().epochs(sha256);
        kept.ifPresentOrElse(sound::know, () -> inputs.kept().keep(sha256, sound.epochs()));
        return sound;
    }
}
