package zelvan.session;

import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
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

    /// Whether a voice came out as it was meant.
    private static boolean isSame(Voice voice, Session all, Session changed) {
        Optional<Voice> meant = all.voice(voice.id());
        return meant.isPresent()
                && meant.get().role() == voice.role()
                && meant.get().phrases().equals(voice.phrases())
                && meant.get().layer().equals(voice.layer())
                && all.settingsOf(meant.get()).equals(changed.settingsOf(voice))
                && all.handOf(voice).equals(changed.handOf(voice))
                && leaderId(all, meant.get()).equals(leaderId(changed, voice))
                && (voice.role() != Role.GUIDE
                        || all.guideReference().equals(changed.guideReference())
                                && all.grid().equals(changed.grid()));
    }

    private static Optional<String> leaderId(Session session, Voice voice) {
        return session.leaderOf(voice).map(Voice::id);
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
                    unless(isSafe(session, arranged.voiceId()), edit, session);
            case TrackEdit.Replace replaced ->
                    unless(isSafe(session, replaced.voiceId()), edit, session);
            case TakeEdit.Add added -> unless(isSafe(session, added.voiceId()), edit, session);
            case TakeEdit.Drop dropped -> unless(isSafe(session, dropped.voiceId()), edit, session);
            case TakeEdit.Join joined ->
                    unless(
                            isSafe(session, joined.voiceId())
                                    || joined.trackIds().stream()
                                            .anyMatch(id -> isSafe(session, id)),
                            edit,
                            session);
            case Edit.SetRole said ->
                    new Edit.SetRole(
                                    said.voiceIds().stream()
                                            .filter(id -> !isSafe(session, id))
                                            .toList(),
                                    said.names(),
                                    said.role(),
                                    said.stack())
                            .apply(session);
            case Edit.Follow follow ->
                    unless(
                            session.voices().stream()
                                    .anyMatch(
                                            v -> v.safe() && v.stackId().equals(follow.stackId())),
                            edit,
                            session);
            case TrackEdit.Move moved -> sparingMoved(session, moved.apply(session));
            // The moments that were held would be let go.
            case Edit.SetGuide ignored ->
                    unless(
                            session.voices().stream()
                                    .anyMatch(v ->
                                            v.safe() && !session.handOf(v).anchors().isEmpty()),
                            edit,
                            session);
            case GuideEdit.LineUpGuide ignored -> unless(isGuideSafe(session), edit, session);
            case GuideEdit.SetGrid ignored ->
                    unless(
                            isGuideSafe(session)
                                    && session.guideReference().kind() == GuideReference.Kind.GRID,
                            edit,
                            session);
            case Edit.AddVoices ignored -> edit.apply(session);
            case Edit.Rename ignored -> edit.apply(session);
            case Edit.UseRecording ignored -> edit.apply(session);
            case Edit.SetStrip ignored -> edit.apply(session);
            case Edit.SetMix ignored -> edit.apply(session);
            case Edit.SetWords ignored -> edit.apply(session);
            case TrackEdit.Name ignored -> edit.apply(session);
            case TrackEdit.NameStack ignored -> edit.apply(session);
            case TrackEdit.Remove ignored -> edit.apply(session);
            case TrackEdit.Confirm ignored -> edit.apply(session);
            case TrackEdit.Keep ignored -> edit.apply(session);
            case TrackEdit.Copy ignored -> edit.apply(session);
            case TakeEdit.Another ignored -> edit.apply(session);
            case Sparing ignored -> edit.apply(session);
        };
    }

    private static Session unless(boolean spared, Edit edit, Session session) {
        return spared ? session : edit.apply(session);
    }

    private static boolean isSafe(Session session, String voiceId) {
        return session.voice(voiceId).map(Voice::safe).orElse(false);
    }

    private static boolean isGuideSafe(Session session) {
        return session.guide().map(Voice::safe).orElse(false);
    }

    /// A voice may stand anywhere, and go into another stack if it follows the same voice there.
    private static Session sparingMoved(Session before, Session after) {
        Session moved = after;
        for (Voice voice : before.voices()) {
            Voice there = after.voice(voice.id()).orElseThrow();
            if (voice.safe() && !leaderId(after, there).equals(leaderId(before, voice))) {
                moved = moved.changing(voice.id(), v -> v.withStack(voice.stackId()));
            }
        }
        return keeping(before, moved);
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
        Voice there = after.voice(voice.id()).orElse(voice).withSettings(voice.settings());
        Settings now = after.settingsOf(there);
        Settings own = voice.settings();
        Set<Setting<?>> all = new LinkedHashSet<>(now.set());
        all.addAll(wanted.set());
        for (Setting<?> setting : all) {
            own = keeping(setting, own, wanted, now);
        }
        return there.withPhrases(voice.phrases()).withSettings(own);
    }

    private static <T> Settings keeping(
            Setting<T> setting, Settings own, Settings wanted, Settings after) {
        return after.inForce(setting).equals(wanted.inForce(setting))
                ? own
                : own.with(setting, wanted.inForce(setting));
    }
}
