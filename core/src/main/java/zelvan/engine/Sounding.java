package zelvan.engine;

import java.util.List;
import zelvan.render.VoiceSound;

/// A voice that can be made to sound along any changes.
record Sounding(Repaired voice) implements Step<VoiceSound> {
    /// Its epochs: some hundred a second.
    private static final int BYTES_A_SECOND = 8_000;

    @Override
    public List<Step<?>> needs() {
        return List.of(voice, voice.heard().read());
    }

    @Override
    public VoiceSound run(Inputs inputs) {
        return new VoiceSound(
                inputs.of(voice.heard().read()).file().orElseThrow().sound(),
                inputs.of(voice).pitch());
    }

    @Override
    public long bytes(VoiceSound value) {
        return (long) (BYTES_A_SECOND * value.seconds());
    }
}
