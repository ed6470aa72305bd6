package zelvan.engine;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zelvan.render.Epochs;
import zelvan.render.VoiceSound;

/// A voice that is ready to sound in another shape at once.
record Prepared(Sounding sounding) implements Step<VoiceSound> {
    @Override
    public List<Step<?>> needs() {
        List<Step<?>> needs = new ArrayList<>(List.of(sounding, read()));
        if (read() instanceof Arranged arranged && hasHeardOctaves()) {
            needs.addAll(arranged.needs());
            needs.addAll(arranged.withEpochs());
        }
        return needs;
    }

    private Recorded read() {
        return sounding.voice().heard().read();
    }

    /// What the user says of octaves is another pitch than the one that is kept.
    private boolean hasHeardOctaves() {
        return sounding.voice().octaves().isEmpty();
    }

    @Override
    public boolean takesLong() {
        return true;
    }

    @Override
    public VoiceSound run(Inputs inputs) {
        VoiceSound sound = inputs.of(sounding);
        Optional<Epochs> known =
                !hasHeardOctaves()
                        ? Optional.empty()
                        : switch (read()) {
                            case Arranged arranged -> Optional.of(arranged.epochs(inputs));
                            case Read read -> kept(inputs, read, sound);
                        };
        known.ifPresent(sound::know);
        var unused = sound.epochs();
        return sound;
    }

    private static Optional<Epochs> kept(Inputs inputs, Read read, VoiceSound sound) {
        String sha256 = inputs.of(read).file().orElseThrow().sha256();
        Optional<Epochs> kept = inputs.kept().epochs(sha256);
        if (kept.isEmpty()) {
            inputs.kept().keep(sha256, sound.epochs());
        }
        return kept;
    }
}
