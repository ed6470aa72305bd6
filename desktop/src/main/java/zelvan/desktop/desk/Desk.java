package zelvan.desktop.desk;

import java.nio.file.Path;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import javafx.beans.property.ReadOnlyBooleanProperty;
import javafx.beans.property.ReadOnlyBooleanWrapper;
import javafx.beans.property.ReadOnlyObjectProperty;
import javafx.beans.property.ReadOnlyObjectWrapper;
import javafx.collections.FXCollections;
import javafx.collections.ObservableList;
import zelvan.derived.Derived;
import zelvan.desktop.acts.Act;
import zelvan.desktop.acts.Carrying;
import zelvan.desktop.acts.Focus;
import zelvan.desktop.acts.Selection;
import zelvan.desktop.acts.State;
import zelvan.desktop.acts.Tracks;
import zelvan.play.Player;
import zelvan.session.AudioReference;
import zelvan.session.Edit;
import zelvan.session.Gesture;
import zelvan.session.Guess;
import zelvan.session.History;
import zelvan.session.OwnStarts;
import zelvan.session.Session;
import zelvan.session.Sparing;
import zelvan.session.Voice;

/// The window's state.
public final class Desk {
    private final ReadOnlyObjectWrapper<History> history =
            new ReadOnlyObjectWrapper<>(History.startingWith(Session.EMPTY));
    private final ReadOnlyObjectWrapper<Optional<Path>> file =
            new ReadOnlyObjectWrapper<>(Optional.empty());
    private final ReadOnlyObjectWrapper<Derived> derived =
            new ReadOnlyObjectWrapper<>(Derived.NOTHING);
    private final Findings findings = new Findings();
    private final ReadOnlyBooleanWrapper stale = new ReadOnlyBooleanWrapper();
    private final ReadOnlyBooleanWrapper stopped = new ReadOnlyBooleanWrapper();
    private final ReadOnlyObjectWrapper<Selection> selection =
            new ReadOnlyObjectWrapper<>(Selection.NOTHING);
    private final ReadOnlyObjectWrapper<Focus> focus = new ReadOnlyObjectWrapper<>(Focus.NOTHING);
    private final Sight sight = new Sight();
    private final Hearing hearing;
    private final Looking looking = new Looking(this);
    private final Job deriving = new Job();
    private final Job printing = new Job();
    private final ObservableList<Message> messages = FXCollections.observableArrayList();
    private final ObservableList<Message> shownMessages =
            FXCollections.unmodifiableObservableList(messages);
    private Session saved = Session.EMPTY;
    private final ReadOnlyObjectWrapper<OwnStarts> starts =
            new ReadOnlyObjectWrapper<>(OwnStarts.NONE);
    private Optional<Carrying.Taken> taken = Optional.empty();
    private Gesture lastSparing = Gesture.begin();
    private int era;

    /// @param player is heard
    public Desk(Player player) {
        hearing = new Hearing(player);
    }

    // What is wanted.

    public ReadOnlyObjectProperty<History> history() {
        return history.getReadOnlyProperty();
    }

    public Session session() {
        return history.get().current();
    }

    /// What acts are made from.
    public State now() {
        return new State(session(), derived.get(), selection.get(), focus.get());
    }

    /// What somebody does, as a step by itself.
    public void act(Function<State, Act> what) {
        act(what, Gesture.begin());
    }

    /// What somebody does, as a part of what he does in one go.
    public void act(Function<State, Act> what, Gesture gesture) {
        Act act = what.apply(now());
        act.edit().ifPresent(edit -> apply(edit, gesture));
        act.focus().ifPresent(this::focusOn);
        act.words().ifPresent(this::say);
    }

    /// As one step.
    public void apply(Edit edit) {
        apply(edit, Gesture.begin());
    }

    /// As a part of what the user does in one go. Voices that are only seen stay as they are.
    public void apply(Edit edit, Gesture gesture) {
        Sparing sparing = new Sparing(edit);
        List<Voice> spared = sparing.spared(session());
        if (!spared.isEmpty() && !gesture.equals(lastSparing)) {
            lastSparing = gesture;
            say(
                    Voice.names(spared) + (spared.size() == 1 ? " is" : " are") + " only seen.",
                    new Message.Offer(
                            spared.size() == 1 ? "Work on it" : "Work on them",
                            () -> act(now -> new Tracks(now).keep(spared, false))));
        }
        move(history.get().apply(sparing, gesture));
    }

    public void undo() {
        move(history.get().undo());
    }

    public void redo() {
        move(history.get().redo());
    }

    /// To a step of the history.
    public void goTo(int step) {
        move(history.get().goTo(step));
    }

    private void move(History next) {
        Session wanted = next.current();
        selection.set(
                selection
                        .get()
                        .keeping(
                                wanted.voices().stream()
                                        .map(Voice::id)
                                        .collect(Collectors.toSet())));
        if (focus.get() instanceof Focus.OnProtection p && !isThere(p, wanted)) {
            focus.set(Focus.NOTHING);
        }
        history.set(next);
    }

    private static boolean isThere(Focus.OnProtection focused, Session session) {
        return session.voice(focused.voiceId()).stream()
                .anyMatch(v -> session.handOf(v).protections().contains(focused.protection()));
    }

    /// Takes what is set for what is selected, and what was done to it by hand, to carry it over.
    public void take() {
        taken = new Carrying(now()).take();
        taken.ifPresent(t ->
                say(
                        "Taken from "
                                + t.name()
                                + ". Select others: Ctrl+V sets them as it, Ctrl+Shift+V"
                                + " does to them by hand what was done to it."));
    }

    /// Carries over what was taken.
    public void carryOver(BiFunction<Carrying, Carrying.Taken, Act> how) {
        taken.ifPresentOrElse(
                t -> act(now -> how.apply(new Carrying(now), t)),
                () -> say("Nothing was taken yet: select a voice and press Ctrl+C."));
    }

    /// Settings to start from under the user's own names.
    public ReadOnlyObjectProperty<OwnStarts> starts() {
        return starts.getReadOnlyProperty();
    }

    /// With other settings to start from.
    public void startFrom(OwnStarts next) {
        starts.set(next);
    }

    // Where it comes from and goes to.

    /// Where the session was opened from or saved to.
    public ReadOnlyObjectProperty<Optional<Path>> file() {
        return file.getReadOnlyProperty();
    }

    /// Whether there is something that is not saved.
    public boolean dirty() {
        return !session().equals(saved);
    }

    /// Begins anew with a session. What was derived of the one before says nothing of it.
    ///
    /// @param from where it was opened from; empty if it was never saved
    /// @param asSaved what of it is saved
    public void open(Session session, Optional<Path> from, Session asSaved) {
        era++;
        file.set(from);
        saved = asSaved;
        selection.set(Selection.NOTHING);
        focus.set(Focus.NOTHING);
        taken = Optional.empty();
        sight.layUnder(Optional.empty());
        sight.waves().forget();
        derived.set(Derived.NOTHING);
        findings.forget();
        hearing.forgetRaw();
        history.set(History.startingWith(session));
    }

    /// How many sessions were opened: what belongs to one of an earlier era is to be dropped.
    public int era() {
        return era;
    }

    /// The session as it is now lies there.
    public void savedTo(Path path) {
        file.set(Optional.of(path));
        saved = session();
    }

    /// What was brought in comes from its files again: there is nothing in it to be saved.
    public void regardAsSaved() {
        saved = session();
    }

    /// What was read of recordings is known from now on; that is no change that wants to be saved.
    public void know(Map<String, AudioReference> recordings) {
        know(session -> session.knowing(recordings));
    }

    /// What tracks are is known from now on, as far as nobody has said it; that is no change that
    /// wants to be saved.
    public void know(Guess guess) {
        know(guess::in);
    }

    /// Changes all sessions of the history by something that came by itself: it is no step to be
    /// taken back, and does not end what the user is doing in one go.
    ///
    /// @return whether it changed the session; not where it is about a voice that is only seen
    public boolean arrive(Edit edit) {
        Session before = session();
        UnaryOperator<Session> more = new Sparing(edit)::apply;
        if (more.apply(before).equals(before)) {
            return false;
        }
        history.set(history.get().amended(more));
        return true;
    }

    private void know(UnaryOperator<Session> more) {
        saved = more.apply(saved);
        if (!more.apply(session()).equals(session())) {
            history.set(history.get().amended(more));
        }
    }

    // What is derived.

    /// The newest derived values; they may lag behind the session, and then it is [#stale].
    public ReadOnlyObjectProperty<Derived> derived() {
        return derived.getReadOnlyProperty();
    }

    /// What is found in them in the background.
    public Findings findings() {
        return findings;
    }

    /// Whether the derived values lag behind the session.
    public ReadOnlyBooleanProperty stale() {
        return stale.getReadOnlyProperty();
    }

    /// Whether the user gave up the work that would make the derived values new.
    public ReadOnlyBooleanProperty stopped() {
        return stopped.getReadOnlyProperty();
    }

    /// Newer values; the first phrase is shown when it is known.
    public void show(Derived next) {
        boolean first = derived.get().guidePhrases().isEmpty();
        derived.set(next);
        if (first && !next.guidePhrases().isEmpty()) {
            looking.show(next.guidePhrases().getFirst());
        }
    }

    /// Newer values are being worked out.
    public void awaitDerived() {
        stale.set(true);
        findings.await();
        stopped.set(false);
    }

    /// The derived values are those of the session.
    public void upToDate() {
        stale.set(false);
    }

    /// Newer values do not come, if any are missing.
    public void giveUp() {
        stopped.set(stale.get());
    }

    // What is being done.

    /// The work that brings newer values.
    public Job deriving() {
        return deriving;
    }

    /// The print that is being written.
    public Job printing() {
        return printing;
    }

    // What is looked at and heard.

    public ReadOnlyObjectProperty<Selection> selection() {
        return selection.getReadOnlyProperty();
    }

    public void select(Selection next) {
        selection.set(next);
    }

    /// What keys act on in the close-up.
    public ReadOnlyObjectProperty<Focus> focus() {
        return focus.getReadOnlyProperty();
    }

    public void focusOn(Focus next) {
        focus.set(next);
    }

    public Sight sight() {
        return sight;
    }

    public Hearing hearing() {
        return hearing;
    }

    /// The voices that matter most: those that are selected, then those in sight.
    public List<String> attention() {
        Set<String> first = new LinkedHashSet<>(selection.get().voiceIds());
        first.addAll(sight.voiceIds());
        first.removeIf(id -> session().voice(id).isEmpty());
        return List.copyOf(first);
    }

    /// How one gets about.
    public Looking looking() {
        return looking;
    }

    // What was said.

    /// What the user was told and has not put away, the newest last.
    public ObservableList<Message> messages() {
        return shownMessages;
    }

    /// Tells the user something; what stands there already counts how often it happened.
    public void say(String text, Message.Offer... offers) {
        for (int i = 0; i < messages.size(); i++) {
            if (messages.get(i).text().equals(text)) {
                messages.add(messages.remove(i).again(List.of(offers)));
                return;
            }
        }
        messages.add(new Message(text, 1, List.of(offers)));
    }

    public void putAway(Message message) {
        messages.remove(message);
    }
}
