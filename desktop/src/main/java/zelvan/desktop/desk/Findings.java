package zelvan.desktop.desk;

import java.util.List;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import zelvan.derived.ToMend;
import zelvan.measure.Combing;

/// What is found in the background in what was derived.
public final class Findings {
    private final ReadOnlyObjectWrapper<List<Combing>> combing =
            new ReadOnlyObjectWrapper<>(List.of());
    private final ReadOnlyObjectWrapper<List<ToMend>> toMend =
            new ReadOnlyObjectWrapper<>(List.of());
    private final ReadOnlyObjectWrapper<Onsets> onsets =
            new ReadOnlyObjectWrapper<>(Onsets.UNKNOWN);
    private final ReadOnlyBooleanWrapper stale = new ReadOnlyBooleanWrapper(true);

    /// Where notes begin in a file.
    ///
    /// @param sha256 of the file
    /// @param seconds increasing
    public record Onsets(String sha256, List<Double> seconds) {
        static final Onsets UNKNOWN = new Onsets("", List.of());

        public Onsets {
            seconds = List.copyOf(seconds);
        }
    }

    /// Where notes begin in the track that is laid under the guide.
    public ReadOnlyObjectProperty<Onsets> onsets() {
        return onsets.getReadOnlyProperty();
    }

    /// The same if it is that file's; else nothing is known.
    public List<Double> onsetsOf(String sha256) {
        return onsets.get().sha256().equals(sha256) ? onsets.get().seconds() : List.of();
    }

    public void begin(Onsets found) {
        onsets.set(found);
    }

    /// Where voices have become so alike that they comb.
    public ReadOnlyObjectProperty<List<Combing>> combing() {
        return combing.getReadOnlyProperty();
    }

    public void comb(List<Combing> found) {
        combing.set(List.copyOf(found));
    }

    /// Everything that is left to mend, what is heard first first.
    public ReadOnlyObjectProperty<List<ToMend>> toMend() {
        return toMend.getReadOnlyProperty();
    }

    /// Whether what is left to mend is that of older settings, or not known yet.
    public ReadOnlyBooleanProperty stale() {
        return stale.getReadOnlyProperty();
    }

    public void leave(List<ToMend> found) {
        toMend.set(List.copyOf(found));
        stale.set(false);
    }

    /// Something changed: what was found is old.
    void await() {
        stale.set(true);
    }

    void forget() {
        stale.set(true);
        combing.set(List.of());
        toMend.set(List.of());
    }
}
