package zelvan.desktop.work;

import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import javafx.application.Platform;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.desk.Message;
import zelvan.exchange.VoiceFolder;
import zelvan.files.Ledger;
import zelvan.session.Session;
import zelvan.session.Voice;

/// What is recorded beside the session's recordings while it is open: a take of the track that it
/// is called after, or else it is offered.
final class Arrivals implements AutoCloseable {
    private final Desk desk;
    private final Documents documents;
    private final Ledger ledger;
    private final WatchedFolders watched;

    /// @param ledger of what was written for the user, which is nothing new
    Arrivals(Desk desk, Documents documents, Ledger ledger) {
        this.desk = desk;
        this.documents = documents;
        this.ledger = ledger;
        watched = new WatchedFolders(file -> Platform.runLater(() -> appeared(file)));
        desk.history().subscribe(ignored -> watched.watch(folders(desk.session())));
    }

    private static Set<Path> folders(Session session) {
        return session.recordings().stream()
                .flatMap(r -> Optional.ofNullable(r.audio().file().getParent()).stream())
                .collect(Collectors.toSet());
    }

    private void appeared(Path file) {
        boolean known =
                desk.session().recordings().stream().anyMatch(r -> r.audio().file().equals(file));
        if (known || ledger.wrote(file)) {
            return;
        }
        Optional<Voice> voice = VoiceFolder.takeOf(desk.session(), file);
        if (voice.isPresent() && documents.addArrived(voice.get(), file)) {
            desk.say(file.getFileName() + " is new, and a take of " + voice.get().name() + " now.");
        } else {
            desk.say(
                    file.getFileName() + " is new beside the recordings of this session.",
                    new Message.Offer("Bring it in", () -> documents.open(List.of(file))));
        }
    }

    @Override
    public void close() {
        watched.close();
    }
}
