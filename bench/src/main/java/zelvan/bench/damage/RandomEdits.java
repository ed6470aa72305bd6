package zelvan.bench.damage;

import java.util.List;
import java.util.Optional;
import java.util.Random;
import zelvan.align.Anchor;
import zelvan.analysis.Landmark;
import zelvan.analysis.LandmarkKind;
import zelvan.session.Clips;
import zelvan.session.Edit;
import zelvan.session.GuideEdit;
import zelvan.session.GuideReference;
import zelvan.session.KnownSettings;
import zelvan.session.Protection;
import zelvan.session.RepairEdit;
import zelvan.session.Role;
import zelvan.session.Scope;
import zelvan.session.Session;
import zelvan.session.Stack;
import zelvan.session.TrackEdit;
import zelvan.session.TuningEdit;
import zelvan.session.Turn;
import zelvan.session.Voice;
import zelvan.setting.Amount;
import zelvan.setting.Choice;
import zelvan.setting.Setting;
import zelvan.tuning.Chord;
import zelvan.tuning.Harmony;
import zelvan.tuning.Key;
import zelvan.tuning.NoteEdit;
import zelvan.units.Grid;
import zelvan.units.RecordedSpan;
import zelvan.units.TempoMap;

/// Edits within the range that their values have, gladly at its edge: moments at the very beginning
/// and end of a voice and beyond, spans of no length, the most and the least of every setting.
final class RandomEdits {
    private final Random random;
    private final double seconds;

    /// @param seconds length of the voices
    RandomEdits(Random random, double seconds) {
        this.random = random;
        this.seconds = seconds;
    }

    private double moment() {
        return switch (random.nextInt(8)) {
            case 0 -> 0;
            case 1 -> seconds;
            case 2 -> 1e-4 * random.nextDouble();
            case 3 -> seconds * (0.95 + 0.1 * random.nextDouble());
            default -> seconds * random.nextDouble();
        };
    }

    private RecordedSpan span() {
        double one = moment();
        double other = random.nextInt(4) == 0 ? one : moment();
        return new RecordedSpan(Math.min(one, other), Math.max(one, other));
    }

    private double share() {
        return random.nextInt(3) == 0 ? random.nextInt(2) : random.nextDouble();
    }

    private <T> T one(List<T> of) {
        return of.get(random.nextInt(of.size()));
    }

    private Scope scope(Session session, Voice voice) {
        return switch (random.nextInt(4)) {
            case 0 -> Scope.ALL;
            case 1 -> new Scope.OfStack(one(session.stacks()).id());
            case 2 -> new Scope.OfVoice(voice.id());
            default -> new Scope.OfPhrase(voice.id(), span().asGuide());
        };
    }

    private Edit turn(Session session, Voice voice, Setting<?> setting) {
        return switch (setting) {
            case Amount amount ->
                    turn(
                            session,
                            voice,
                            amount,
                            amount.least() + share() * (amount.most() - amount.least()));
            case Choice<?> choice -> chosen(session, voice, choice);
        };
    }

    private <E extends Enum<E>> Edit chosen(Session session, Voice voice, Choice<E> choice) {
        return turn(session, voice, choice, one(choice.values()));
    }

    private <T> Edit turn(Session session, Voice voice, Setting<T> setting, T value) {
        return new Turn<>(List.of(scope(session, voice)), "some", setting, value);
    }

    Edit next(Session session) {
        Voice voice = one(session.voices());
        String id = voice.id();
        return switch (random.nextInt(24)) {
            case 0, 1, 2 -> anchors(id, Anchor.heldAway(moment(), moment(), moment()));
            case 3 -> anchors(id, Anchor.held(moment(), moment()));
            case 4 -> anchors(id, Anchor.placed(one(KINDS), moment(), moment()));
            case 5, 6 ->
                    new RepairEdit.Protect(
                            id,
                            id,
                            new Protection(
                                    span(),
                                    one(List.of(Protection.Kind.values())),
                                    random.nextBoolean()));
            case 7 ->
                    new RepairEdit.ChangeMarks(
                            id,
                            id,
                            session.handOf(voice)
                                    .marks()
                                    .adding(new Landmark(one(KINDS), moment(), random.nextDouble()))
                                    .removing(moment())
                                    .withSensitivity(share()),
                            "marks");
            case 8, 9 ->
                    new TuningEdit.ShiftOctave(
                            List.of(new TuningEdit.ShiftOctave.Of(id, span())),
                            random.nextInt(5) - 2);
            case 10, 11, 12 ->
                    new TuningEdit.SetNotes(
                            List.of(new TuningEdit.SetNotes.Of(id, List.of(note()))), "note");
            case 13, 14, 15, 16, 17, 18 -> turn(session, voice, one(KnownSettings.all()));
            case 19 -> guide();
            case 20 -> harmony();
            case 21, 22 -> arranged(voice);
            default -> track(session, voice);
        };
    }

    private static final List<LandmarkKind> KINDS = List.of(LandmarkKind.values());

    private static Edit anchors(String id, Anchor anchor) {
        return new RepairEdit.SetAnchors(id, List.of(new RepairEdit.Of(id, anchor)));
    }

    private NoteEdit note() {
        RecordedSpan span = span();
        RecordedSpan some =
                span.seconds() > 0
                        ? span
                        : new RecordedSpan(span.startSeconds(), span.startSeconds() + 1e-6);
        NoteEdit note = NoteEdit.of(some).withVibrato(2 * share()).withWander(2 * share());
        return random.nextBoolean()
                ? note.withAim(-4000 + 6000 * random.nextDouble())
                : note.withIntonation(share());
    }

    private Edit guide() {
        if (random.nextBoolean()) {
            TempoMap tempo =
                    TempoMap.steady(
                            10 + 990 * random.nextDouble() * share(),
                            1 + random.nextInt(8),
                            moment());
            return new GuideEdit.SetGrid(
                    Optional.of(
                            new Grid(
                                    tempo,
                                    one(List.of(Grid.Division.values())),
                                    0.5 + 0.3 * share())),
                    "grid");
        }
        return new GuideEdit.LineUpGuide(
                new GuideReference(
                        one(List.of(GuideReference.Kind.values())), "v" + (1 + random.nextInt(5))),
                "guide");
    }

    private Edit harmony() {
        return random.nextBoolean()
                ? new TuningEdit.SetKey(
                        Optional.of(new Key(random.nextInt(12), one(List.of(Key.Mode.values())))))
                : new TuningEdit.SetChords(
                        List.of(
                                new Harmony.Change(moment(), new Chord("Am7/G")),
                                new Harmony.Change(moment(), new Chord("E"))),
                        "chords");
    }

    private Edit arranged(Voice voice) {
        Clips clips = Clips.of(voice.layer(), seconds);
        Clips changed =
                switch (random.nextInt(5)) {
                    case 0 -> clips.silencing(span());
                    case 1 -> clips.dividing(moment());
                    case 2 -> clips.moving(span(), moment());
                    case 3 -> clips.copying(span(), moment());
                    default -> clips.fading(moment(), moment(), moment());
                };
        return new Edit.Arrange(
                voice.id(),
                voice.name(),
                "clips",
                changed.all().isEmpty() ? clips.all() : changed.all());
    }

    private Edit track(Session session, Voice voice) {
        return switch (random.nextInt(4)) {
            case 0 -> new Edit.SetGuide(voice.id(), voice.name(), Stack.of(Role.DOUBLE));
            case 1 -> {
                Role role =
                        one(List.of(Role.DOUBLE, Role.HARMONY, Role.OCTAVE, Role.TAKE, Role.BED));
                yield new Edit.SetRole(List.of(voice.id()), voice.name(), role, Stack.of(role));
            }
            case 2 ->
                    new Edit.Follow(one(session.stacks()).id(), "stack", voice.id(), voice.name());
            default -> new TrackEdit.Remove(List.of(voice.id()), voice.name());
        };
    }
}
