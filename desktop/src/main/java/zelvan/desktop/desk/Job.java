package zelvan.desktop.desk;

import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyDoubleProperty;
import javafx.beans.property.ReadOnlyDoubleWrapper;
import javafx.beans.property.ReadOnlyStringProperty;
import javafx.beans.property.ReadOnlyStringWrapper;

/// One kind of work that is done beside the window: what is being done and how far it is.
public final class Job {
    private final ReadOnlyStringWrapper words = new ReadOnlyStringWrapper("");
    private final ReadOnlyDoubleWrapper share = new ReadOnlyDoubleWrapper();
    private final ReadOnlyBooleanWrapper running = new ReadOnlyBooleanWrapper();
    private final ReadOnlyBooleanWrapper cancelled = new ReadOnlyBooleanWrapper();

    /// What is being done, empty when nothing is that can be told.
    public ReadOnlyStringProperty words() {
        return words.getReadOnlyProperty();
    }

    /// How much of it is done, 0 to 1.
    public ReadOnlyDoubleProperty share() {
        return share.getReadOnlyProperty();
    }

    /// Whether what was begun last is given up.
    public ReadOnlyBooleanProperty cancelled() {
        return cancelled.getReadOnlyProperty();
    }

    /// Whether something was begun that has not ended.
    public ReadOnlyBooleanProperty running() {
        return running.getReadOnlyProperty();
    }

    /// Gives up what was begun last.
    public void cancel() {
        cancelled.set(true);
    }

    /// Something new is begun that can be cancelled.
    public void begin() {
        cancelled.set(false);
        running.set(true);
    }

    /// How far it is.
    public void show(String what, double done) {
        words.set(done >= 1 ? "" : what);
        share.set(done);
    }

    /// Nothing is being done any more.
    public void end() {
        words.set("");
        running.set(false);
    }
}
