package zelvan.engine;

import java.util.List;
import java.util.Optional;
import zelvan.analysis.Outline;
import zelvan.audio.SoundFiles;
import zelvan.render.RawSource;
import zelvan.render.VoiceSource;

/// A file before it is read: how it sounds and looks. Empty where that is only known when it is
/// read, or where it was read before and what is known of it will soon be there.
record Glanced(Read read) implements Step<Optional<Glanced.Glance>> {
    /// @param raw the file as it sounds
    /// @param outline how loud it is
    record Glance(VoiceSource raw, Outline outline) {}

    @Override
    public boolean takesLong() {
        return true;
    }

    @Override
    public List<Step<?>> needs() {
        return List.of();
    }

    @Override
    public Optional<Glance> run(Inputs inputs) {
        if (inputs.kept().content(read.file(), read.stamp()).isPresent()) {
            return Optional.empty();
        }
        return SoundFiles.open(read.file(), read.stamp())
                .map(sound -> new Glance(new RawSource(sound), Outline.of(sound)))
                .filter(glance -> glance.outline().isSound());
    }

    @Override
    public long bytes(Optional<Glance> value) {
        return value.map(glance -> (long) Float.BYTES * glance.outline().frames()).orElse(0L);
    }
}
