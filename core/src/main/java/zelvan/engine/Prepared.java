package zelvan.engine;

import java.util.List;
import zelvan.render.VoiceSound;

/// A voice that is ready to sound in another shape at once.
record Prepared(Sounding sounding) implements Step<VoiceSound> {
    @Override
    public List<Step<?>> needs() {
        return List.of(sounding);
    }

    @Override
    public boolean takesLong() {
        return true;
    }

    @Override
    public VoiceSound run(Inputs inputs) {
        VoiceSound sound = inputs.of(sounding);
        sound.prepare();
        return sound;
    }
}
