package zelvan.session;

import java.util.List;
import zelvan.setting.Setting;
import zelvan.setting.Settings;

/// A change as it is made by hand: voices that are only seen stay as they are. What they are
/// called, where they stand, how loud and whether they are heard is no change of them.
public record Sparing(Edit edit) implements Edit {
    @Override
    public String title() {
        return edit.title();
    }

    @Override
    public Session apply(Session session) {
        return sparing(edit, session);
    }

    /// The voices that it leaves alone, though the change means them as well.
    public List<Voice> spared(Session session) {
        Session all = edit.apply(session);
        Session changed = apply(session);
        return changed.voices().stream()
                .filter(Voice::safe)
                .filter(v -> !isSame(v, all, changed))
                .toList();
    }

    private static boolean isSame(Voice voice, Session all, Session changed) {
        return all.settingsOf(all.voice(voice.id()).orElseThrow()).equals(changed.settingsOf(voice))
                && all.voice(voice.id()).orElseThrow().phrases().equals(voice.phrases())
                && all.voice(voice.id()).orElseThrow().layer().equals(voice.layer())
                && all.handOf(voice).equals(changed.handOf(voice))
                && (voice.role() != Role.GUIDE
                        || all.guideReference().equals(changed.guideReference()));
    }

    private static Session sparing(Edit edit, Session session) {
        return switch (edit) {
            case Edit.Together(String title, List<Edit> edits) -> {
                Session changed = session;
                for (Edit each : edits) {
                    changed = sparing(each, changed);
                }
                yield changed;
            }
            case Turn<?> turn when Strip.SETTINGS.contains(turn.setting()) -> turn.apply(session);
            case RepairEdit.TickOff tick -> tick.apply(session);
            case Turn<?> turn -> keeping(session, turn.apply(session));
            case RepairEdit repair -> keeping(session, repair.apply(session));
            case TuningEdit tuning -> keeping(session, tuning.apply(session));
            case BalanceEdit balance -> keeping(session, balance.apply(session));
            case Edit.Arrange arranged ->
                    session.voice(arranged.voiceId()).map(Voice::safe).orElse(false)
                            ? session
                            : arranged.apply(session);
            case GuideEdit.LineUpGuide lineUp ->
                    session.guide().map(Voice::safe).orElse(false)
                            ? session
                            : lineUp.apply(session);
            default -> edit.apply(session);
        };
    }

    private static Session keeping(Session before, Session after) {
        Session kept = after;
        for (Voice voice : before.voices()) {
            if (voice.safe()) {
                kept =
                        kept.handling(voice.id(), hand -> before.handOf(voice))
                                .changing(voice.id(), v -> asBefore(voice, before, after));
            }
        }
        return kept;
    }

    /// What its stack is set to now does not reach it: it departs from that.
    private static Voice asBefore(Voice voice, Session before, Session after) {
        Settings wanted = before.settingsOf(voice);
        Settings own = voice.settings();
        for (Setting<?> setting : after.settingsOf(voice).set()) {
            own = keeping(setting, own, wanted, after.settingsOf(voice));
        }
        return voice.withSettings(own);
    }

    private static <T> Settings keeping(
            Setting<T> setting, Settings own, Settings wanted, Settings after) {
        return after.inForce(setting).equals(wanted.inForce(setting))
                ? own
                : own.with(setting, wanted.inForce(setting));
    }
}
