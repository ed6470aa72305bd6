package zelvan.desktop.transport;

import java.util.Locale;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Button;
import javafx.scene.control.Label;
import javafx.scene.control.Slider;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.ToggleGroup;
import javafx.scene.control.Tooltip;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import org.kordamp.ikonli.feather.Feather;
import zelvan.desktop.canvas.Frames;
import zelvan.desktop.desk.Desk;
import zelvan.desktop.keys.Commands;
import zelvan.desktop.theme.Theme;
import zelvan.play.Version;
import zelvan.session.Edit;
import zelvan.session.Gesture;
import zelvan.session.Mix;
import zelvan.units.Clock;

/// The bar on top: the song, play and loop, raw or locked, the blend, the bed, the meter.
public final class TransportView {
    private final Desk desk;
    private final HBox root;
    private final Label song = new Label();
    private final Label time = new Label();
    private final Label bar = new Label();
    private final Button play = new Button();
    private final ToggleButton loop = new ToggleButton();
    private final ToggleButton raw = new ToggleButton("Raw");
    private final ToggleButton locked = new ToggleButton("Locked");
    private final ToggleButton taken = new ToggleButton("Taken");
    private final ToggleButton half = new ToggleButton("½ speed");
    private final Tooltip rawTip = new Tooltip();
    private final Slider blend = new Slider(-1, 1, 0);
    private final Slider room = new Slider(0, 1, 0);
    private final ToggleButton bed = new ToggleButton("Bed");
    private final Meter meter;
    private Gesture blending = Gesture.begin();
    private boolean wasPlaying;

    public TransportView(Desk desk, Theme theme, Commands commands) {
        this.desk = desk;
        meter = new Meter(desk, theme);
        song.setId("song");
        song.getStyleClass().add("title");
        time.setId("time");
        time.getStyleClass().addAll("figure", "big");
        time.setMinWidth(92);
        bar.setId("bar");
        bar.getStyleClass().addAll("figure", "quiet");
        play.setId("play");
        play.setGraphic(Theme.icon(Feather.PLAY));
        play.setTooltip(new Tooltip(commands.get("play").tip()));
        play.setAccessibleText("Play or stop");
        play.setOnAction(e -> desk.hearing().playOrStop());
        loop.setId("loop");
        loop.setGraphic(Theme.icon(Feather.REPEAT));
        loop.setTooltip(new Tooltip(commands.get("loop").tip()));
        loop.setAccessibleText("Loop what is selected");
        loop.setOnAction(e -> desk.hearing().loop(loop.isSelected()));
        half.setId("half-speed");
        half.setTooltip(new Tooltip(commands.get("half-speed").tip() + ", at the same pitch"));
        half.setOnAction(e -> desk.hearing().slowDown(half.isSelected()));
        Region space = new Region();
        HBox.setHgrow(space, Priority.ALWAYS);
        Label around = new Label("room");
        around.getStyleClass().add("quiet");
        Label lead = new Label("lead");
        Label voices = new Label("voices");
        lead.getStyleClass().add("quiet");
        voices.getStyleClass().add("quiet");
        root =
                new HBox(
                        12,
                        song,
                        play,
                        loop,
                        half,
                        time,
                        bar,
                        versions(commands),
                        space,
                        lead,
                        blendSlider(),
                        voices,
                        bedButton(commands),
                        around,
                        roomSlider(),
                        meter.node());
        root.setAlignment(Pos.CENTER_LEFT);
        root.setPadding(new Insets(8, 14, 8, 14));
        root.getStyleClass().add("transport");
        desk.history().subscribe(ignored -> refresh());
        desk.hearing().version().subscribe(ignored -> refresh());
        desk.hearing().looping().subscribe(on -> loop.setSelected(on));
        desk.hearing().halfSpeed().subscribe(on -> half.setSelected(on));
        desk.hearing()
                .rawGainDecibels()
                .subscribe(gain -> rawTip.setText(rawTip(commands, gain.doubleValue())));
        theme.palette().subscribe(ignored -> meter.node().repaint());
        Frames.whileShown(root, this::refreshFrame);
    }

    private void refreshFrame() {
        double seconds = desk.hearing().player().positionSeconds();
        time.setText(Clock.text(seconds, 3));
        bar.setText(
                desk.session().grid().map(g -> "bar " + g.tempo().position(seconds)).orElse(""));
        boolean plays = desk.hearing().player().playing();
        if (plays || meter.showsLevel()) {
            meter.node().repaint();
        }
        if (plays != wasPlaying) {
            wasPlaying = plays;
            play.setGraphic(Theme.icon(plays ? Feather.SQUARE : Feather.PLAY));
        }
    }

    public Node node() {
        return root;
    }

    private Node versions(Commands commands) {
        ToggleGroup group = new ToggleGroup();
        raw.setId("raw");
        locked.setId("locked");
        raw.setToggleGroup(group);
        locked.setToggleGroup(group);
        taken.setId("taken");
        taken.setToggleGroup(group);
        raw.getStyleClass().add("left-pill");
        locked.getStyleClass().add("center-pill");
        taken.getStyleClass().add("right-pill");
        raw.setTooltip(rawTip);
        locked.setTooltip(new Tooltip(commands.get("version").tip()));
        raw.setOnAction(e -> desk.hearing().hear(Version.RAW));
        locked.setOnAction(e -> desk.hearing().hear(Version.LOCKED));
        taken.setTooltip(new Tooltip(commands.get("taken").tip()));
        taken.setOnAction(e -> desk.hearing().hear(Version.TAKEN));
        return new HBox(raw, locked, taken);
    }

    private static String rawTip(Commands commands, double gainDecibels) {
        String tip = commands.get("version").tip();
        return Math.abs(gainDecibels) < 0.05
                ? tip + "\nBoth are equally loud"
                : String.format(
                        Locale.ROOT,
                        "%s\nRaw is played %.1f dB %s, so that both are equally loud",
                        tip,
                        Math.abs(gainDecibels),
                        gainDecibels > 0 ? "louder" : "softer");
    }

    private Node blendSlider() {
        blend.setId("blend");
        blend.setPrefWidth(130);
        blend.setTooltip(new Tooltip("What is heard: the lead alone, both, or the voices alone"));
        blend.setAccessibleText("Blend of lead and voices");
        blend.valueChangingProperty().subscribe(drags -> blending = Gesture.begin());
        blend.valueProperty()
                .subscribe(v -> {
                    Mix mix = desk.session().mix();
                    if (Math.abs(mix.blend() - v.doubleValue()) > 0.005) {
                        double snapped = Math.abs(v.doubleValue()) < 0.06 ? 0 : v.doubleValue();
                        desk.apply(
                                Edit.SetMix.blend(mix, snapped),
                                blend.isValueChanging() ? blending : Gesture.begin());
                    }
                });
        return blend;
    }

    private Node roomSlider() {
        room.setId("room");
        room.setPrefWidth(64);
        room.setTooltip(
                new Tooltip(
                        "A small room around what is heard, from none at all; printed only if you"
                                + " say so"));
        room.setAccessibleText("Room around what is heard");
        room.valueChangingProperty().subscribe(drags -> blending = Gesture.begin());
        room.valueProperty()
                .subscribe(v -> {
                    Mix mix = desk.session().mix();
                    if (Math.abs(mix.room() - v.doubleValue()) > 0.005) {
                        double snapped = v.doubleValue() < 0.03 ? 0 : v.doubleValue();
                        desk.apply(
                                Edit.SetMix.room(mix, snapped),
                                room.isValueChanging() ? blending : Gesture.begin());
                    }
                });
        return room;
    }

    private Node bedButton(Commands commands) {
        bed.setId("bed");
        bed.setTooltip(new Tooltip(commands.get("bed").tip()));
        bed.setOnAction(e -> desk.apply(Edit.SetMix.bed(desk.session().mix(), bed.isSelected())));
        return bed;
    }

    private void refresh() {
        song.setText(desk.session().name());
        raw.setSelected(desk.hearing().version().get() == Version.RAW);
        locked.setSelected(desk.hearing().version().get() == Version.LOCKED);
        taken.setSelected(desk.hearing().version().get() == Version.TAKEN);
        blend.setValue(desk.session().mix().blend());
        room.setValue(desk.session().mix().room());
        bed.setSelected(desk.session().mix().bed());
    }
}
