package zelvan.desktop.model;

import java.util.List;
import zelvan.exchange.VoiceFolder;
import zelvan.session.Edit;
import zelvan.session.Role;
import zelvan.session.Voice;

/// What an editor says of the tracks themselves.
public final class Tracks {
    /// What a track can be besides the guide, of which there is one.
    public static final List<Role> ROLES =
            List.of(Role.DOUBLE, Role.HARMONY, Role.OCTAVE, Role.TAKE, Role.BED);

    private final AppModel model;

    Tracks(AppModel model) {
        this.model = model;
    }

    /// Says what tracks are; each goes into the stack of its kind. The guide stays what it is.
    public void setRole(List<Voice> voices, Role role) {
        List<Voice> others = voices.stream().filter(v -> v.role() != Role.GUIDE).toList();
        if (!others.isEmpty()) {
            model.apply(
                    new Edit.SetRole(
                            others.stream().map(Voice::id).toList(),
                            Voice.names(others),
                            role,
                            VoiceFolder.stackFor(role)));
        }
    }

    /// Lets a track lead; what was set against the old guide is let go.
    public void makeGuide(Voice voice) {
        boolean anythingSet =
                model.session().recordings().stream().anyMatch(r -> !r.hand().anchors().isEmpty());
        model.apply(new Edit.SetGuide(voice.id(), voice.name(), VoiceFolder.stackFor(Role.DOUBLE)));
        if (anythingSet) {
            model.say(
                    "Beads that were held or placed against the old guide are let go. Undo brings"
                            + " them and the old guide back.");
        }
    }
}
