package zelvan.desktop.lockmap;

import java.util.Locale;
import java.util.Optional;
import javafx.css.PseudoClass;
import javafx.geometry.Insets;
import javafx.geometry.Pos;
import javafx.scene.Node;
import javafx.scene.control.Label;
import javafx.scene.control.ToggleButton;
import javafx.scene.control.Tooltip;
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
    private final HBox node;
    private final NameField typing;
    private Optional<ZelvanProblem> problem = Optional.empty();

    VoiceStrip(Desk desk, String voiceId) {
        this.desk = desk;
        this.voiceId = voiceId;
        name.setId("name-" + voiceId);
        name.getStyleClass().add("voice-name");
        typing =
                new NameField(name, said -> desk.act(now -> new Tracks(now).rename(voiceId, said)));
        name.setMinWidth(0);
        name.setMaxWidth(Double.MAX_VALUE);
        HBox.setHgrow(name, Priority.ALWAYS);
        role.getStyleClass().add("quiet");
        figures.getStyleClass().add("figure");
        figures.setMinWidth(Region.USE_PREF_SIZE);
        StripButtons buttons =
                new StripButtons(
                        desk, voiceId, () -> desk.session().voice(voiceId).stream().toList());
        solo = buttons.solo();
        mute = buttons.mute();
        node = new HBox(6, name, role, figures, solo, mute);
        node.setId(ID_PREFIX + voiceId);
        node.getStyleClass().add("strip");
        node.setAlignment(Pos.CENTER_LEFT);
        LockMapView.fixHeight(node, LockMapRow.VOICE_HEIGHT);
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
        role.setText(voice.role().word());
        shown(role, !follows);
        boolean raw = desk.hearing().raw().get().contains(voiceId);
        figures.setText(raw ? "heard raw" : made.map(VoiceStrip::figures).orElse(""));
        shown(figures, follows);
        solo.setSelected(voice.strip().solo());
        solo.setAccessibleText("Solo " + voice.name());
        mute.setSelected(voice.strip().muted());
        mute.setAccessibleText("Mute " + voice.name());
        node.setPadding(new Insets(0, 6, 0, follows ? 20 : 10));
        node.pseudoClassStateChanged(SELECTED, desk.selection().get().has(voiceId));
        show(made.flatMap(DerivedVoice::problem));
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
