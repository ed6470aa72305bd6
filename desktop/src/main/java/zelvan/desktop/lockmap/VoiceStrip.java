package zelvan.desktop.lockmap;

import java.util.Locale;
import java.util.Optional;
import java.util.function.Consumer;
import javafx.css.PseudoClass;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
import javafx.scene.input.MouseEvent;
import javafx.scene.layout.HBox;
import javafx.scene.layout.Priority;
import javafx.scene.layout.Region;
import zelvan.derived.DerivedVoice;
import zelvan.desktop.acts.Tracks;
import zelvan.desktop.desk.Desk;
import zelvan.measure.LockMap;
import zelvan.problem.ZelvanProblem;
import zelvan.session.Role;
import zelvan.session.Voice;

/// A track at the left of the lock map: its name, its figures, solo and mute. It stays the same
/// node as long as the track is there, so that no click is lost when something new arrives.
final class VoiceStrip {
    static final String ID_PREFIX = "strip-";
    static final PseudoClass SELECTED = PseudoClass.getPseudoClass("selected");
    private static final PseudoClass GUIDE = PseudoClass.getPseudoClass("guide");
    private static final PseudoClass PROBLEM = PseudoClass.getPseudoClass("problem");

    private final Desk desk;
    private final String voiceId;
    private final Label name = new Label();
    private final Label role = new Label();
    private final Label figures = new Label();
    private final Tooltip problemTip = new Tooltip();
    private final ToggleButton solo;
    private final ToggleButton mute;
    private final ToggleButton safe;
    private final ToggleButton takes = new ToggleButton();
    private final StripMeter meter;
    private final Tooltip guessTip = new Tooltip();
    private final HBox node;
    private final NameField typing;
    private Optional<ZelvanProblem> problem = Optional.empty();

    /// @param askRole asks what the track is, beside its role
    VoiceStrip(Desk desk, String voiceId, Consumer<MouseEvent> askRole) {
        this.desk = desk;
        this.voiceId = voiceId;
        name.setId("name-" + voiceId);
        name.getStyleClass().add("voice-name");
        typing =
                new NameField(name, said -> desk.act(now -> new Tracks(now).rename(voiceId, said)));
        name.setMinWidth(0);
        name.setMaxWidth(Double.MAX_VALUE);
        HBox.setHgrow(name, Priority.ALWAYS);
        role.setId("role-" + voiceId);
        role.getStyleClass().add("quiet");
        role.setMinWidth(Region.USE_PREF_SIZE);
        role.setOnMouseClicked(e -> {
            if (isGuessed()) {
                askRole.accept(e);
                e.consume();
            }
        });
        figures.getStyleClass().add("figure");
        figures.setMinWidth(Region.USE_PREF_SIZE);
        StripButtons buttons =
                new StripButtons(
                        desk, voiceId, () -> desk.session().voice(voiceId).stream().toList());
        solo = buttons.solo();
        mute = buttons.mute();
        safe = buttons.safe();
        meter = new StripMeter(desk, voiceId);
        takes.setId("takes-" + voiceId);
        takes.getStyleClass().addAll("flat", "takes-button");
        takes.setMinWidth(Region.USE_PREF_SIZE);
        takes.setFocusTraversable(false);
        takes.setOnAction(e -> desk.sight().openOrClose(voiceId));
        takes.setTooltip(new Tooltip("The takes that it is chosen from, phrase by phrase (Y)"));
        node =
                new HBox(
                        6,
                        name,
                        takes,
                        role,
                        figures,
                        meter.clip(),
                        safe,
                        solo,
                        mute,
                        meter.line());
        node.setId(ID_PREFIX + voiceId);
        node.getStyleClass().add("strip");
        node.setAlignment(Pos.CENTER_LEFT);
        LockMapView.fixHeight(node, LockMapRow.VOICE_HEIGHT);
    }

    /// Shows how loud it is at this moment.
    void refreshLevel() {
        meter.refresh(node.getWidth());
    }

    boolean showsLevel() {
        return meter.showsLevel();
    }

    /// Lets its name be typed.
    void rename() {
        typing.open();
    }

    void show(Voice voice) {
        boolean follows = voice.role().follows();
        Optional<DerivedVoice> made = desk.derived().get().voice(voiceId);
        name.setText(voice.name());
        name.pseudoClassStateChanged(GUIDE, voice.role() == Role.GUIDE);
        showRole(voice);
        boolean raw = desk.hearing().raw().get().contains(voiceId);
        figures.setText(raw ? "heard raw" : made.map(VoiceStrip::figures).orElse(""));
        shown(figures, follows && !voice.guessed());
        solo.setSelected(voice.strip().solo());
        solo.setAccessibleText("Solo " + voice.name());
        mute.setSelected(voice.strip().muted());
        mute.setAccessibleText("Mute " + voice.name());
        safe.setSelected(voice.safe());
        safe.setAccessibleText(voice.name() + (voice.safe() ? " is only seen" : " is worked on"));
        safe.setVisible(voice.role() != Role.BED);
        showTakes(voice);
        node.setPadding(new Insets(0, 6, 0, follows ? 20 : 10));
        node.pseudoClassStateChanged(SELECTED, desk.selection().get().has(voiceId));
        show(made.flatMap(DerivedVoice::problem));
    }

    private void showTakes(Voice voice) {
        int count = voice.layer().takes().size();
        int ready = desk.derived().get().takes(voice).ready();
        boolean open = desk.sight().opened().get().contains(voiceId);
        takes.setText((open ? "▾ " : "▸ ") + (ready < count ? ready + "/" : "") + count);
        takes.setSelected(open);
        takes.setAccessibleText("Takes of " + voice.name());
        shown(takes, count > 0 && voice.role().follows());
    }

    private void showRole(Voice voice) {
        role.setText(voice.role().word() + (voice.guessed() ? "?" : ""));
        shown(role, voice.guessed() || !voice.role().follows());
        if (voice.guessed()) {
            guessTip.setText(
                    voice.name()
                            + " is taken for "
                            + (voice.role() == Role.OCTAVE ? "an " : "a ")
                            + voice.role().word()
                            + " by its name and its sound. Click to say what it is.");
        }
        role.setTooltip(voice.guessed() ? guessTip : null);
    }

    private boolean isGuessed() {
        return desk.session().voice(voiceId).map(Voice::guessed).orElse(false);
    }

    private void show(Optional<ZelvanProblem> next) {
        if (next.equals(problem)) {
            return;
        }
        problem = next;
        name.pseudoClassStateChanged(PROBLEM, next.isPresent());
        next.ifPresentOrElse(
                p -> {
                    problemTip.setText(p.getMessage());
                    Tooltip.install(node, problemTip);
                },
                () -> Tooltip.uninstall(node, problemTip));
    }

    private static void shown(Node part, boolean shown) {
        part.setVisible(shown);
        part.setManaged(shown);
    }

    private static String figures(DerivedVoice made) {
        LockMap lock = made.lock();
        if (lock.before().count() == 0) {
            return "";
        }
        return lock.isHopeless()
                ? "sing again"
                : String.format(
                        Locale.ROOT,
                        "%.0f → %s",
                        lock.before().medianSeconds() * 1000,
                        lock.after().medianText());
    }

    Node node() {
        return node;
    }
}
