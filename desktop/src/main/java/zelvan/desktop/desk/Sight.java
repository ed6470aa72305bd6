package zelvan.desktop.desk;

import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;

/// What of the song is looked at, and how.
public final class Sight {
    private final ReadOnlyObjectWrapper<Lens> lens = new ReadOnlyObjectWrapper<>(Lens.TIME);
    private final ReadOnlyObjectWrapper<Viewport> viewport =
            new ReadOnlyObjectWrapper<>(Viewport.START);
    private final ReadOnlyObjectWrapper<Optional<Double>> writing =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Overview> overview =
            new ReadOnlyObjectWrapper<>(Overview.WHOLE);
    private final ReadOnlyObjectWrapper<Optional<String>> laidUnder =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Optional<PitchRange>> pitchRange =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Set<String>> opened = new ReadOnlyObjectWrapper<>(Set.of());
    private final Waves waves = new Waves();
    private List<String> voiceIds = List.of();

    /// What the close-up is looked at through.
    public ReadOnlyObjectProperty<Lens> lens() {
        return lens.getReadOnlyProperty();
    }

    public void lookThrough(Lens next) {
        lens.set(next);
    }

    /// What the close-up shows.
    public ReadOnlyObjectProperty<Viewport> viewport() {
        return viewport.getReadOnlyProperty();
    }

    public void show(Viewport next) {
        viewport.set(next);
    }

    /// The pitches that the close-up shows; empty for all that is sung there.
    public ReadOnlyObjectProperty<Optional<PitchRange>> pitchRange() {
        return pitchRange.getReadOnlyProperty();
    }

    public void show(Optional<PitchRange> next) {
        pitchRange.set(next);
    }

    /// What the lock map shows.
    public ReadOnlyObjectProperty<Overview> overview() {
        return overview.getReadOnlyProperty();
    }

    public void overlook(Overview next) {
        overview.set(next);
    }

    /// The voices whose takes are seen, by id.
    public ReadOnlyObjectProperty<Set<String>> opened() {
        return opened.getReadOnlyProperty();
    }

    /// Shows the takes of a voice, or hides them.
    public void openOrClose(String voiceId) {
        Set<String> next = new HashSet<>(opened.get());
        if (!next.remove(voiceId)) {
            next.add(voiceId);
        }
        opened.set(Set.copyOf(next));
    }

    /// The moment of the song at which a chord is being written, if one is.
    public ReadOnlyObjectProperty<Optional<Double>> writing() {
        return writing.getReadOnlyProperty();
    }

    /// @param songSeconds where a chord is to be written; empty for nowhere any more
    public void writeAt(Optional<Double> songSeconds) {
        writing.set(songSeconds);
    }

    /// The track that is seen under the guide in the close-up, by its id.
    public ReadOnlyObjectProperty<Optional<String>> laidUnder() {
        return laidUnder.getReadOnlyProperty();
    }

    public void layUnder(Optional<String> voiceId) {
        laidUnder.set(voiceId);
    }

    /// The peaks of what is looked at.
    public Waves waves() {
        return waves;
    }

    /// The voices in sight, from top to bottom.
    public List<String> voiceIds() {
        return voiceIds;
    }

    /// Says which voices are in sight: they are worked out first.
    public void showing(List<String> ids) {
        voiceIds = List.copyOf(ids);
    }
}
