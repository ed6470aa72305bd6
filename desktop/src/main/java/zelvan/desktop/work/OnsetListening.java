package zelvan.desktop.work;

import java.util.List;
import java.util.Optional;
import zelvan.audio.SoundFile;
import zelvan.derived.DerivedVoice;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.desk.Findings;
import zelvan.engine.Engine;

/// Listens to the track that is laid under the guide: what is dragged snaps to where its notes
/// begin.
final class OnsetListening {
    private final Desk desk;
    private final Engine engine;
    private final Background background;
    private String asked = "";

    OnsetListening(Desk desk, Engine engine, Background background) {
        this.desk = desk;
        this.engine = engine;
        this.background = background;
        desk.sight().laidUnder().subscribe(ignored -> look());
        desk.derived().subscribe(ignored -> look());
    }

    private void look() {
        Optional<SoundFile> file =
                desk.sight()
                        .laidUnder()
                        .get()
                        .flatMap(id -> desk.derived().get().voice(id))
                        .flatMap(DerivedVoice::file);
        String wanted = file.map(SoundFile::sha256).orElse("");
        if (!wanted.equals(asked)) {
            asked = wanted;
            file.ifPresent(this::listen);
        }
    }

    private void listen(SoundFile file) {
        background.whenDone(
                "listening to the track under the guide",
                engine.listenForOnsets(file),
                found -> desk.findings().begin(new Findings.Onsets(file.sha256(), found)),
                () -> desk.findings().begin(new Findings.Onsets(file.sha256(), List.of())));
    }
}
