package zelvan.desktop.reports;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.ComboBox;
import javafx.scene.control.Label;
import javafx.scene.control.ListCell;
import javafx.scene.control.ListView;
import javafx.scene.control.OverrunStyle;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.input.KeyCode;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import javafx.scene.layout.VBox;
import org.jspecify.annotations.Nullable;
import org.kordamp.ikonli.feather.Feather;
import zelvan.desktop.acts.Act;
import zelvan.desktop.acts.Mending;
import zelvan.desktop.acts.Mending.Narrowing;
import zelvan.desktop.acts.Mending.Place;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.theme.Theme;
import zelvan.measure.Audibility;
import zelvan.measure.Flaw;
import zelvan.session.Session;
import zelvan.units.Clock;

/// What is left to mend, what is heard first on top: a click goes there, one more mends it where
/// one click can, or ticks it off.
public final class MendView {
    /// It gets what the settings leave, but not less than a row.
    private static final double SHORTEST_LIST = 30;

    private final Desk desk;
    private final Label heading = new Label();
    private final Label empty = new Label();
    private final ComboBox<Kinds> kinds = new ComboBox<>();
    private final ToggleButton selectedOnly = new ToggleButton();
    private final ListView<Place> list = new ListView<>();
    private final Button mend = new Button();
    private final Button otherwise = new Button();
    private final Button tick = new Button();
    private final VBox root;
    private Narrowing narrowing = Narrowing.NONE;
    private Optional<Place> visited = Optional.empty();
    private int last = -1;
    private Session shownOf = Session.EMPTY;

    /// What the list is narrowed to.
    private record Kinds(Optional<Flaw.Subject> subject, boolean meant, String word) {
        @Override
        public String toString() {
            return word;
        }
    }

    public MendView(Desk desk) {
        this.desk = desk;
        heading.setId("left-to-mend");
        heading.getStyleClass().add("heading");
        heading.setMinWidth(Region.USE_PREF_SIZE);
        kinds.setMaxWidth(118);
        kinds.setId("mend-kinds");
        kinds.getItems().add(new Kinds(Optional.empty(), false, "all kinds"));
        Arrays.stream(Flaw.Subject.values())
                .map(s -> new Kinds(Optional.of(s), false, s.word()))
                .forEach(kinds.getItems()::add);
        kinds.getItems().add(new Kinds(Optional.empty(), true, "ticked off"));
        kinds.getSelectionModel().selectFirst();
        kinds.setOnAction(e -> narrow());
        selectedOnly.setId("mend-selected");
        selectedOnly.setGraphic(Theme.icon(Feather.CROSSHAIR));
        selectedOnly.setAccessibleText("Only what is selected");
        selectedOnly.setTooltip(new Tooltip("Only of the voices and phrases that are selected"));
        selectedOnly.setOnAction(e -> narrow());
        list.setId("places");
        list.getStyleClass().add("places");
        list.setCellFactory(ignored -> new PlaceCell());
        list.setPlaceholder(empty);
        list.setPrefHeight(SHORTEST_LIST);
        list.setOnMouseClicked(e -> go(list.getSelectionModel().getSelectedItem()));
        list.setOnKeyPressed(e -> {
            if (e.getCode() == KeyCode.ENTER) {
                go(list.getSelectionModel().getSelectedItem());
            }
        });
        mend.setId("mend");
        mend.getStyleClass().add("offer");
        mend.setOnAction(e -> mend());
        otherwise.setId("mend-otherwise");
        otherwise.getStyleClass().add("offer");
        otherwise.setOnAction(e -> mendOtherwise());
        tick.setId("tick-off");
        tick.setGraphic(Theme.icon(Feather.CHECK));
        tick.setOnAction(e -> tickOff());
        Region space = new Region();
        HBox.setHgrow(space, Priority.ALWAYS);
        HBox head = new HBox(6, heading, space, selectedOnly, kinds);
        head.setAlignment(Pos.CENTER_LEFT);
        HBox below = new HBox(6, mend, otherwise, tick);
        below.setAlignment(Pos.CENTER_LEFT);
        VBox.setVgrow(list, Priority.ALWAYS);
        root = new VBox(3, head, list, below);
        root.setPadding(new Insets(4, 10, 4, 12));
        root.setMinHeight(Region.USE_PREF_SIZE);
        root.getStyleClass().add("mend");
        desk.findings().toMend().subscribe(ignored -> refresh());
        desk.history().subscribe(h -> sessionChanged(h.current()));
        desk.findings().stale().subscribe(ignored -> refreshHeading());
        desk.selection()
                .subscribe(ignored -> {
                    if (narrowing.selectedOnly()) {
                        refresh();
                    }
                });
    }

    public Node node() {
        return root;
    }

    /// Goes to the next place or the one before; from where one is, which may just have been
    /// mended.
    public void step(int step) {
        List<Place> places = list.getItems();
        if (places.isEmpty()) {
            return;
        }
        int at = visited.map(this::index).orElse(-1);
        int next;
        if (at >= 0) {
            next = at + step;
        } else {
            // What took the place of the one that is gone is next.
            next = last < 0 ? (step > 0 ? 0 : -1) : step > 0 ? last : last - 1;
        }
        go(places.get(Math.floorMod(next, places.size())));
    }

    private int index(Place place) {
        for (int i = 0; i < list.getItems().size(); i++) {
            if (isSame(list.getItems().get(i), place)) {
                return i;
            }
        }
        return -1;
    }

    /// Whatever became of its size.
    private static boolean isSame(Place one, Place other) {
        return one.voice().id().equals(other.voice().id())
                && one.flaw().kind() == other.flaw().kind()
                && one.flaw().span().overlaps(other.flaw().span());
    }

    private void go(@Nullable Place place) {
        if (place == null) {
            return;
        }
        visited = Optional.of(place);
        last = index(place);
        desk.looking().visit(place);
        showVisited();
    }

    private void mend() {
        visited.ifPresent(place ->
                desk.act(now ->
                        new Mending(now).mend(place).map(Mending.Mend::act).orElse(Act.NOTHING)));
    }

    private void mendOtherwise() {
        visited.ifPresent(place ->
                desk.act(now ->
                        new Mending(now)
                                .otherMend(place)
                                .map(Mending.Mend::act)
                                .orElse(Act.NOTHING)));
    }

    private void tickOff() {
        visited.ifPresent(place -> desk.act(now -> new Mending(now).tickOff(place)));
    }

    private void narrow() {
        Kinds chosen = kinds.getValue();
        narrowing = new Narrowing(chosen.subject, selectedOnly.isSelected(), chosen.meant);
        last = -1;
        refresh();
    }

    /// What the list shows of the session itself are names, and what was ticked off.
    private void sessionChanged(Session now) {
        boolean same =
                now.recordings().equals(shownOf.recordings()) && names(now).equals(names(shownOf));
        shownOf = now;
        if (!same) {
            refresh();
        }
    }

    private static List<String> names(Session session) {
        return session.voices().stream().map(v -> v.id() + v.name()).toList();
    }

    private void refresh() {
        List<Place> places =
                new Mending(desk.now()).places(desk.findings().toMend().get(), narrowing);
        list.getItems().setAll(places);
        refreshHeading();
        showVisited();
    }

    private void refreshHeading() {
        int count = list.getItems().size();
        String what = narrowing.meant() ? " ticked off" : " left to mend";
        boolean stale = desk.findings().stale().get();
        heading.setText(stale ? count + what + "…" : count + what);
        empty.setText(
                stale
                        ? "Not all is listened to yet"
                        : narrowing.equals(Narrowing.NONE)
                                ? "Nothing that would be heard"
                                : "Nothing of that kind");
    }

    private void showVisited() {
        int at = visited.map(this::index).orElse(-1);
        if (at >= 0) {
            visited = Optional.of(list.getItems().get(at));
            last = at;
            list.getSelectionModel().select(at);
            if (at < firstShown() || at > firstShown() + rowsShown() - 1) {
                list.scrollTo(Math.max(0, at - 1));
            }
        } else {
            list.getSelectionModel().clearSelection();
        }
        Optional<Place> shown = at < 0 ? Optional.empty() : visited;
        Optional<Mending.Mend> offer = shown.flatMap(p -> new Mending(desk.now()).mend(p));
        mend.setText(offer.map(Mending.Mend::word).orElse(""));
        show(mend, offer.isPresent());
        Optional<Mending.Mend> other = shown.flatMap(p -> new Mending(desk.now()).otherMend(p));
        otherwise.setText(other.map(Mending.Mend::word).orElse(""));
        show(otherwise, other.isPresent());
        tick.setText(narrowing.meant() ? "Not meant" : "It is meant");
        show(tick, shown.isPresent());
    }

    private int firstShown() {
        return list.lookupAll(".list-cell").stream()
                .filter(n -> n instanceof PlaceCell cell && !cell.isEmpty())
                .mapToInt(n -> ((PlaceCell) n).getIndex())
                .min()
                .orElse(0);
    }

    private int rowsShown() {
        return Math.max(1, (int) (list.getHeight() / PlaceCell.HEIGHT));
    }

    private static void show(Node node, boolean shown) {
        node.setVisible(shown);
        node.setManaged(shown);
    }

    /// When, who, what; and a bar as long as it is heard plainly.
    private static final class PlaceCell extends ListCell<Place> {
        static final double HEIGHT = 24;
        private static final double BAR_WIDTH = 24;

        private final Label when = new Label();
        private final Label who = new Label();
        private final Label what = new Label();
        private final Region bar = new Region();
        private final HBox row;

        PlaceCell() {
            when.getStyleClass().add("quiet");
            when.setMinWidth(42);
            when.setAlignment(Pos.CENTER_RIGHT);
            what.getStyleClass().add("what");
            who.setTextOverrun(OverrunStyle.CENTER_ELLIPSIS);
            who.setMinWidth(84);
            who.setMaxWidth(84);
            what.setMaxWidth(Double.MAX_VALUE);
            what.setMinWidth(0);
            bar.getStyleClass().add("plainness");
            bar.setMaxHeight(4);
            HBox track = new HBox(bar);
            track.setAlignment(Pos.CENTER_RIGHT);
            track.setMinWidth(BAR_WIDTH);
            track.setMaxWidth(BAR_WIDTH);
            HBox.setHgrow(what, Priority.ALWAYS);
            row = new HBox(6, when, who, what, track);
            row.setAlignment(Pos.CENTER_LEFT);
            setPrefHeight(HEIGHT);
            setPrefWidth(0);
        }

        @Override
        protected void updateItem(Place place, boolean empty) {
            super.updateItem(place, empty);
            setText(null);
            if (empty || place == null) {
                setGraphic(null);
                return;
            }
            Flaw flaw = place.flaw();
            when.setText(Clock.text(flaw.span().startSeconds(), 1));
            who.setText(place.voice().name());
            what.setText(flaw.words());
            double share = flaw.plainness() / Audibility.PLAINEST;
            bar.setMinWidth(Math.max(2, BAR_WIDTH * share));
            setGraphic(row);
            setTooltip(
                    new Tooltip(
                            String.format(
                                    Locale.ROOT,
                                    "%s: %s; heard %.1f times as plainly as what is just noticed",
                                    place.voice().name(),
                                    flaw.words(),
                                    flaw.plainness())));
        }
    }
}
