package zelvan.engine;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import zelvan.audio.SoundFile;
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
        SoundFile file = inputs.of(read).file().orElseThrow();
        Optional<Epochs> kept = inputs.kept().epochs(file.sha256());
        if (kept.isEmpty()) {
            Epochs found = sound.epochs();
            read.failIfChanged(file);
            inputs.kept().keep(file.sha256(), found);
        }
        return kept;
    }
}
