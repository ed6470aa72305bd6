package zelvan.desktop.acts;

import java.util.List;
import java.util.Optional;
import java.util.function.UnaryOperator;
import zelvan.measure.Combing;
import zelvan.session.Edit;
import zelvan.session.FreeIds;
import zelvan.session.Role;
import zelvan.session.Scope;
import zelvan.session.Session;
import zelvan.session.Stack;
import zelvan.session.Strip;
import zelvan.session.TrackEdit;
import zelvan.session.Turn;
import zelvan.session.Voice;
import zelvan.timing.TimingSettings;

/// What an editor says of the tracks themselves.
public record Tracks(State now) {
    /// What a track can be besides the guide, of which there is one.
    public static final List<Role> ROLES =
            List.of(Role.DOUBLE, Role.HARMONY, Role.OCTAVE, Role.TAKE, Role.BED);

    /// Says what tracks are; each goes into the stack of its kind. The guide stays what it is.
    public Act setRole(List<Voice> voices, Role role) {
        List<Voice> others = voices.stream().filter(v -> v.role() != Role.GUIDE).toList();
        return others.isEmpty()
                ? Act.NOTHING
                : Act.of(
                        new Edit.SetRole(
                                others.stream().map(Voice::id).toList(),
                                Voice.names(others),
                                role,
                                Stack.of(role)));
    }

    /// Lets a track lead; what was set against the old guide is let go. One that leads already was
    /// only taken for the guide, and is it now.
    public Act makeGuide(Voice voice) {
        if (voice.role() == Role.GUIDE) {
            return Act.of(new TrackEdit.Confirm(voice.id(), voice.name(), Role.GUIDE));
        }
        boolean anythingSet =
                now.session().recordings().stream().anyMatch(r -> !r.hand().anchors().isEmpty());
        Act lead = Act.of(new Edit.SetGuide(voice.id(), voice.name(), Stack.of(Role.DOUBLE)));
        return anythingSet
                ? lead.telling(
                        "Beads that were held or placed against the old guide are let go. Undo"
                                + " brings them and the old guide back.")
                : lead;
    }

    /// The tracks that are picked: those that are selected, or all of the stack that is.
    public List<Voice> picked() {
        return now.selection()
                .stackId()
                .map(id ->
                        now.session().voices().stream()
                                .filter(v -> v.stackId().equals(id))
                                .toList())
                .orElseGet(now::selected);
    }

    /// Calls a track something else; nothing if that says nothing, or nothing new.
    public Act rename(String voiceId, String name) {
        String said = name.strip();
        return now.voice(voiceId)
                .filter(v -> !said.isEmpty() && !v.name().equals(said))
                .map(v -> Act.of(new TrackEdit.Name(voiceId, v.name(), said)))
                .orElse(Act.NOTHING);
    }

    /// Calls a stack something else.
    public Act renameStack(String stackId, String name) {
        String said = name.strip();
        return now.session()
                .stack(stackId)
                .filter(s -> !said.isEmpty() && !s.name().equals(said))
                .map(s -> Act.of(new TrackEdit.NameStack(stackId, s.name(), said)))
                .orElse(Act.NOTHING);
    }

    /// Takes what is picked out of the session.
    public Act remove() {
        List<Voice> voices = picked();
        return voices.isEmpty()
                ? Act.NOTHING
                : Act.of(new TrackEdit.Remove(ids(voices), Voice.names(voices)))
                        .telling(
                                Voice.names(voices)
                                        + " removed from the song. Undo brings back what was set and"
                                        + " mended; the files are where they were.");
    }

    /// Adds a copy of each track that is picked.
    public Act copy() {
        List<Voice> voices = picked();
        return voices.isEmpty()
                ? Act.NOTHING
                : Act.of(new TrackEdit.Copy(ids(voices), Voice.names(voices)));
    }

    /// Only seen, so that nothing that is done by hand changes them, or worked on.
    public Act keep(List<Voice> voices, boolean safe) {
        List<Voice> changed = voices.stream().filter(v -> v.safe() != safe).toList();
        return changed.isEmpty()
                ? Act.NOTHING
                : Act.of(new TrackEdit.Keep(ids(changed), Voice.names(changed), safe));
    }

    /// Lets what is picked be worked on if it is only seen, else lets it only be seen.
    public Act keepOrNot() {
        return keep(picked(), !picked().stream().allMatch(Voice::safe));
    }

    /// Puts what is picked into a stack, behind those that are in it.
    public Act into(Stack stack) {
        List<Voice> voices = following();
        return voices.isEmpty()
                ? Act.NOTHING
                : Act.of(
                        new TrackEdit.Move(
                                ids(voices), Voice.names(voices), Optional.empty(), stack));
    }

    /// Puts what is picked into a stack of its own, with the settings of the one that it is in.
    public Act gather() {
        List<Voice> voices = following();
        return voices.isEmpty() ? Act.NOTHING : into(freshLike(voices.getFirst()));
    }

    private Stack freshLike(Voice voice) {
        Session session = now.session();
        Stack like = session.stack(voice.stackId()).orElseThrow();
        String id = new FreeIds(session).next("stack-");
        String name = "Stack " + id.substring(id.lastIndexOf('-') + 1);
        return new Stack(id, name, like.settings(), like.leaderId());
    }

    /// Puts tracks where another one is: before it, and into its stack.
    public Act moveTo(List<Voice> voices, Voice target) {
        List<Voice> moved =
                voices.stream()
                        .filter(v -> v.role().follows() && !v.id().equals(target.id()))
                        .toList();
        return target.role().follows() && !moved.isEmpty()
                ? move(moved, Optional.of(target), target.stackId())
                : Act.NOTHING;
    }

    /// Puts what is picked a place higher or lower within its stack.
    ///
    /// @param places −1 up, 1 down
    public Act step(int places) {
        List<Voice> picked = following();
        if (picked.isEmpty()) {
            return Act.NOTHING;
        }
        String stackId = picked.getFirst().stackId();
        List<Voice> moved = picked.stream().filter(v -> v.stackId().equals(stackId)).toList();
        List<Voice> all =
                now.session().followers().stream()
                        .filter(v -> v.stackId().equals(stackId))
                        .toList();
        int first = moved.stream().mapToInt(all::indexOf).min().orElseThrow();
        int last = moved.stream().mapToInt(all::indexOf).max().orElseThrow();
        int next = places < 0 ? first - 1 : last + 2;
        if (next < 0 || next > all.size()) {
            return Act.NOTHING;
        }
        Optional<Voice> before =
                next < all.size() ? Optional.of(all.get(next)) : behind(all.getLast());
        return move(moved, before, stackId);
    }

    private Optional<Voice> behind(Voice voice) {
        List<Voice> all = now.session().voices();
        return all.stream().skip(all.indexOf(voice) + 1L).findFirst();
    }

    private Act move(List<Voice> voices, Optional<Voice> before, String stackId) {
        return now.session()
                .stack(stackId)
                .map(stack ->
                        Act.of(
                                new TrackEdit.Move(
                                        ids(voices),
                                        Voice.names(voices),
                                        before.map(Voice::id),
                                        stack)))
                .orElse(Act.NOTHING);
    }

    /// Solo or not.
    public Act solo(List<Voice> voices, boolean on) {
        return strips(voices, on ? "solo" : "solo off", s -> s.withSolo(on));
    }

    /// Muted or not.
    public Act mute(List<Voice> voices, boolean on) {
        return strips(voices, on ? "mute" : "mute off", s -> s.withMuted(on));
    }

    /// Solo, and nothing else is; if that is so already, nothing is solo any more.
    public Act soloAlone(List<Voice> voices) {
        boolean alone =
                now.session().voices().stream()
                        .allMatch(v -> v.strip().solo() == voices.contains(v));
        return alone
                ? strips(voices, "solo off", s -> s.withSolo(false))
                : Act.together(
                        Voice.names(voices) + ": solo, alone",
                        now.session().voices().stream()
                                .filter(v -> v.strip().solo() != voices.contains(v))
                                .map(v ->
                                        new Edit.SetStrip(
                                                v.id(),
                                                v.name(),
                                                v.strip().withSolo(voices.contains(v)),
                                                "solo, alone"))
                                .toList());
    }

    private static Act strips(List<Voice> voices, String what, UnaryOperator<Strip> change) {
        return Act.together(
                Voice.names(voices) + ": " + what,
                voices.stream()
                        .map(v ->
                                new Edit.SetStrip(v.id(), v.name(), change.apply(v.strip()), what))
                        .toList());
    }

    private List<Voice> following() {
        return picked().stream().filter(v -> v.role().follows()).toList();
    }

    private static List<String> ids(List<Voice> voices) {
        return voices.stream().map(Voice::id).toList();
    }

    /// Gives the voice that combs the slack that lets it sound apart, in that phrase.
    public Act open(Combing pair) {
        return now.voice(pair.voiceId())
                .flatMap(voice ->
                        pair.openingSlackSeconds()
                                .map(slack ->
                                        Act.of(
                                                new Turn<>(
                                                        List.of(
                                                                new Scope.OfPhrase(
                                                                        voice.id(), pair.phrase())),
                                                        voice.name(),
                                                        TimingSettings.SLACK,
                                                        1000 * slack))))
                .orElse(Act.NOTHING);
    }
}
