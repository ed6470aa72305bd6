package zelvan.session;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Consumer;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ObjectNode;
import zelvan.align.Anchor;
import zelvan.align.Marks;
import zelvan.analysis.Landmark;
import zelvan.analysis.LandmarkKind;
import zelvan.files.Target;
import zelvan.level.LevelEdit;
import zelvan.level.LevelSettings;
import zelvan.level.SideSound;
import zelvan.level.SoundEdit;
import zelvan.setting.Setting;
import zelvan.timing.LineUp;
import zelvan.timing.TimingSettings;
import zelvan.tuning.Chord;
import zelvan.tuning.Harmony;
import zelvan.tuning.Key;
import zelvan.tuning.NoteEdit;
import zelvan.tuning.PitchTarget;
import zelvan.tuning.TuningSettings;
import zelvan.units.Grid;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;
import zelvan.units.TempoMap;

class SessionFileTest {
    private static final RecordedSpan NOTE = new RecordedSpan(2, 3);

    @TempDir Path folder;

    private static <T> Edit turn(Scope scope, Setting<T> setting, T value) {
        return new Turn<>(List.of(scope), "Left", setting, value);
    }

    /// Everything that can be said of a session, as a file of the sixth version has it too.
    private Session session() {
        Path audio = folder.resolve("takes").resolve("left.wav");
        Scope voice = new Scope.OfVoice("v");
        Scope phrase = new Scope.OfPhrase("v", new GuideSpan(5, 7));
        Scope stack = new Scope.OfStack("doubles");
        Session session = HistoryTest.session();
        for (Edit edit :
                List.of(
                        new Edit.UseRecording(
                                "v", "Left", new AudioReference(audio.toString(), 12, "abc")),
                        new RepairEdit.SetAnchors(
                                "Left", List.of(new RepairEdit.Of("v", Anchor.held(1.25, 1.5)))),
                        new RepairEdit.Protect(
                                "v",
                                "Left",
                                new Protection(new RecordedSpan(3, 4), Protection.Kind.BOTH)),
                        turn(phrase, TimingSettings.SLACK, 10.0),
                        turn(voice, TimingSettings.LINE_UP, LineUp.VOWELS),
                        turn(stack, TimingSettings.PULL, 80.0),
                        turn(stack, TimingSettings.SLACK, 4.0),
                        turn(stack, TimingSettings.LINE_UP, LineUp.BOTH),
                        new RepairEdit.ChangeMarks(
                                "v",
                                "Left",
                                Marks.NONE
                                        .adding(new Landmark(LandmarkKind.VOWEL, 2.5, 1))
                                        .removing(7.5),
                                "landmarks"),
                        new GuideEdit.SetGrid(
                                Optional.of(
                                        new Grid(
                                                TempoMap.steady(93.5, 3, 0.2),
                                                Grid.Division.TRIPLETS,
                                                Grid.STRAIGHT)),
                                "grid"),
                        new GuideEdit.LineUpGuide(GuideReference.track("w"), "track"),
                        turn(new Scope.OfVoice("g"), TimingSettings.PULL, 65.0),
                        turn(new Scope.OfVoice("g"), TimingSettings.SLACK, 12.0),
                        turn(new Scope.OfVoice("g"), TimingSettings.LINE_UP, LineUp.VOWELS),
                        new Edit.Follow("doubles", "Doubles", "w", "Right"),
                        turn(stack, TuningSettings.TARGET, PitchTarget.GUIDE),
                        turn(stack, TuningSettings.PULL, 70.0),
                        turn(stack, TuningSettings.SLACK, 6.0),
                        turn(stack, TuningSettings.DETAIL, 50.0),
                        turn(stack, TuningSettings.WANDER, 100.0),
                        turn(stack, TuningSettings.VIBRATO, 100.0),
                        turn(voice, TuningSettings.TARGET, PitchTarget.OCTAVE),
                        turn(phrase, TuningSettings.PULL, 25.0),
                        turn(new Scope.OfVoice("w"), Strip.LEVEL, -3.5),
                        turn(new Scope.OfVoice("w"), Strip.PAN, -25.0),
                        new Edit.SetStrip("w", "Right", new Strip(true, false), "muted"),
                        new TuningEdit.SetKey(Key.parse("E♭ minor")),
                        new TuningEdit.SetChords(
                                List.of(new Harmony.Change(2.5, new Chord("Am7/G"))), ""),
                        new TuningEdit.ShiftOctave(
                                List.of(new TuningEdit.ShiftOctave.Of("v", new RecordedSpan(8, 9))),
                                -1),
                        new TuningEdit.SetNotes(
                                List.of(
                                        new TuningEdit.SetNotes.Of(
                                                "v",
                                                List.of(
                                                        NoteEdit.of(NOTE)
                                                                .withWander(1)
                                                                .withVibrato(0.25)))),
                                ""),
                        new Edit.SetMix("Blend", new Mix(-0.25, false, 0)))) {
            session = edit.apply(session);
        }
        return session;
    }

    /// As a program wrote it that wrote the sixth version.
    private JsonNode six() throws Exception {
        try (InputStream in = SessionFileTest.class.getResourceAsStream("format-6.zelvan")) {
            return JsonMapper.shared().readTree(in);
        }
    }

    /// The session in an older document, changed to what an even older one held.
    private Session opened(int version, Consumer<JsonNode> change) throws Exception {
        JsonNode tree = six();
        ((ObjectNode) tree).put("version", version);
        change.accept(tree.path("session"));
        return SessionFile.read(Files.writeString(folder.resolve("old.zelvan"), tree.toString()));
    }

    private static void forget(Iterable<JsonNode> parts, String... names) {
        parts.forEach(part -> ((ObjectNode) part).remove(List.of(names)));
    }

    /// Recordings had no ids of their own.
    private static Session named(Session session) {
        List<Recording> recordings = new ArrayList<>();
        List<Voice> voices = new ArrayList<>();
        for (Voice voice : session.voices()) {
            String id = "r" + (recordings.size() + 1);
            Recording recording = session.recordingOf(voice);
            recordings.add(new Recording(id, recording.audio(), recording.hand()));
            voices.add(
                    new Voice(
                            voice.id(),
                            voice.name(),
                            voice.role(),
                            voice.guessed(),
                            voice.stackId(),
                            Layer.sung(id),
                            voice.settings(),
                            voice.phrases(),
                            voice.safe(),
                            voice.strip()));
        }
        return new Session(
                session.name(),
                recordings,
                session.stacks(),
                voices,
                session.mix(),
                session.grid(),
                session.guideReference(),
                session.harmony(),
                session.words());
    }

    @Test
    void theSixthVersionSaysTheSame() throws Exception {
        assertThat(opened(6, session -> {})).isEqualTo(named(session()));
    }

    /// It knew nothing of what is lined up first in single voices and phrases.
    @Test
    void theFifthVersionIsBroughtUpToDate() throws Exception {
        Session session =
                opened(
                        5,
                        s -> {
                            for (JsonNode voice : s.path("voices")) {
                                forget(List.of(voice.path("timing")), "lineUp");
                                voice.path("phrases")
                                        .forEach(p -> forget(List.of(p.path("timing")), "lineUp"));
                            }
                        });
        assertThat(session.settingsOf(voice(session)).get(TimingSettings.LINE_UP))
                .contains(LineUp.BOTH);
        assertThat(session.stacks()).isEqualTo(session().stacks());
    }

    /// It knew wander and vibrato of single notes only, where all of it meant nothing.
    @Test
    void theFourthVersionIsBroughtUpToDate() throws Exception {
        Session session =
                opened(
                        4,
                        s -> {
                            for (JsonNode stack : s.path("stacks")) {
                                forget(List.of(stack.path("tuning")), "wander", "vibrato");
                            }
                            for (JsonNode voice : s.path("voices")) {
                                forget(List.of(voice.path("tuning")), "wander", "vibrato");
                            }
                        });
        NoteEdit note = session.handOf(voice(session)).note(NOTE);
        assertThat(note.wander()).isEmpty();
        assertThat(note.vibrato()).contains(0.25);
        assertThat(session.stacks()).isEqualTo(session().stacks());
    }

    @Test
    void theThirdVersionHadNoNotes() throws Exception {
        Session session = opened(3, s -> forget(s.path("voices"), "notes"));
        assertThat(session.handOf(voice(session)).notes()).isEmpty();
        assertThat(session.handOf(voice(session)).protections()).hasSize(1);
    }

    @Test
    void theSecondVersionKnewNothingOfPitch() throws Exception {
        Session session =
                opened(
                        2,
                        s -> {
                            ((ObjectNode) s).remove("harmony");
                            forget(s.path("stacks"), "tuning");
                            forget(s.path("voices"), "tuning", "octaves", "notes");
                            s.path("voices").forEach(v -> forget(v.path("phrases"), "tuning"));
                        });
        assertThat(session.harmony()).isEqualTo(Harmony.UNKNOWN);
        assertThat(TuningSettings.of(session.settingsOf(voice(session))))
                .isEqualTo(TuningSettings.OFF);
        assertThat(TimingSettings.of(session.settingsOf(voice(session))))
                .isEqualTo(new TimingSettings(0.8, 0.004, LineUp.BOTH));
    }

    private static Voice voice(Session session) {
        return session.voice("v").orElseThrow();
    }

    @Test
    void whatIsSavedIsOpenedAgain() throws Exception {
        Path file = folder.resolve("song.zelvan");
        SessionFile.write(Target.temporary(file), session());
        assertThat(SessionFile.read(file)).isEqualTo(session());
    }

    @Test
    void whatIsSaidOfSoundsAndLevelsIsSaved() throws Exception {
        SoundEdit ess =
                new SoundEdit(
                        SideSound.Kind.ESS,
                        new RecordedSpan(1, 1.1),
                        true,
                        Optional.of(LevelSettings.OUT_DECIBELS));
        SoundEdit none =
                SoundEdit.none(new SideSound(SideSound.Kind.BREATH, new RecordedSpan(2, 2.3)));
        LevelEdit softer = new LevelEdit(new RecordedSpan(3, 4), -4.5, 0.02);
        Session session =
                session().handling("v", h -> h.saying(ess).saying(none).levelling(softer));
        Path file = folder.resolve("levels.zelvan");
        SessionFile.write(Target.fresh(file), session);
        HandWork read = SessionFile.read(file).handOf(session.voice("v").orElseThrow());
        assertThat(read.sounds()).containsExactly(ess, none);
        assertThat(read.levels()).containsExactly(softer);
        // What is said anew takes the place of what was said there.
        HandWork over = read.levelling(new LevelEdit(new RecordedSpan(3.5, 3.6), 2, 0.02));
        assertThat(over.levels()).extracting(LevelEdit::decibels).containsExactly(-4.5, 2.0, -4.5);
        assertThat(read.withoutLevels(new RecordedSpan(2.9, 4.1)).levels()).isEmpty();
        assertThat(read.withoutSounds(new RecordedSpan(0.9, 1.01)).sounds()).containsExactly(none);
    }

    /// Files of before have no room.
    @Test
    void theRoomIsSaved() throws Exception {
        Session session =
                new Edit.SetMix("Room", Mix.ALL.withRoom(0.3).withBlend(0.5)).apply(session());
        Path file = folder.resolve("room.zelvan");
        SessionFile.write(Target.fresh(file), session);
        assertThat(SessionFile.read(file).mix()).isEqualTo(new Mix(0.5, true, 0.3));
        String before =
                Files.readString(file)
                        .replace("\"version\" : 13", "\"version\" : 12")
                        .replaceAll(",\\s*\"room\" : 0.3", "");
        assertThat(before).doesNotContain("room\"");
        Files.writeString(file, before);
        assertThat(SessionFile.read(file).mix()).isEqualTo(new Mix(0.5, true, 0));
    }

    @Test
    void audioBesideTheSessionIsNamedRelativeToIt() throws Exception {
        Path file = folder.resolve("song.zelvan");
        SessionFile.write(Target.temporary(file), session());
        assertThat(Files.readString(file))
                .contains("\"takes/left.wav\"")
                .doesNotContain(folder.toString());
        Path moved = Files.createDirectory(folder.resolve("elsewhere"));
        Files.move(file, moved.resolve("song.zelvan"));
        assertThat(
                        SessionFile.read(moved.resolve("song.zelvan"))
                                .recording("v")
                                .orElseThrow()
                                .audio()
                                .path())
                .isEqualTo(moved.resolve("takes").resolve("left.wav").toString());
    }

    @Test
    void aNewerVersionIsNotOpened() throws Exception {
        Path file =
                Files.writeString(
                        folder.resolve("new.zelvan"), "{\"version\": 99, \"session\": {}}");
        assertThatThrownBy(() -> SessionFile.read(file))
                .isInstanceOf(SessionProblem.class)
                .hasMessageContaining("new.zelvan")
                .hasMessageContaining("newer");
    }

    @Test
    void aDamagedFileIsNamed() throws Exception {
        Path file = folder.resolve("song.zelvan");
        SessionFile.write(Target.temporary(file), session());
        String torn = Files.readString(file).substring(0, 300);
        Files.writeString(file, torn);
        assertThatThrownBy(() -> SessionFile.read(file))
                .isInstanceOf(SessionProblem.class)
                .hasMessageContaining("song.zelvan: the session is damaged")
                .hasMessageContaining("line " + torn.lines().count() + ",")
                .hasMessageNotContaining("REDACTED");
    }

    /// A field that is missing must not quietly become zero.
    @Test
    void aMissingFieldIsDamage() throws Exception {
        Path file = folder.resolve("song.zelvan");
        SessionFile.write(Target.temporary(file), session());
        Files.writeString(file, Files.readString(file).replaceFirst("\"role\" : \"DOUBLE\",", ""));
        assertThatThrownBy(() -> SessionFile.read(file)).isInstanceOf(SessionProblem.class);
    }

    @Test
    void otherFilesAndMissingOnesAreNamed() throws Exception {
        Path other = Files.writeString(folder.resolve("a.zelvan"), "{\"hello\": 1}");
        assertThatThrownBy(() -> SessionFile.read(other))
                .hasMessageContaining("not a Zelvan session");
        assertThatThrownBy(() -> SessionFile.read(folder.resolve("no.zelvan")))
                .hasMessageContaining("no such file");
    }

    /// As the first version wrote it.
    @Test
    void anOlderSessionIsBroughtUpToDate() throws Exception {
        Path file =
                Files.writeString(
                        folder.resolve("old.zelvan"),
                        """
                        {"version": 1, "session": {"name": "Song",
                         "stacks": [{"id": "doubles", "name": "Doubles",
                                     "timing": {"pull": 0.5, "slackSeconds": 0.01}}],
                         "voices": [{"id": "v", "name": "Left",
                           "audio": {"path": "left.wav", "bytes": 1, "sha256": ""},
                           "role": "DOUBLE", "stackId": "doubles",
                           "timing": {"pull": null, "slackSeconds": null}, "phrases": [],
                           "held": [{"kind": null, "sourceSeconds": 1.25, "guideSeconds": 1.5,
                                     "confidence": 1.0, "held": true}],
                           "protections": [{"span": {"startSeconds": 3, "endSeconds": 4},
                                            "kind": "BOTH"}],
                           "strip": {"gainDecibels": 0, "pan": 0, "muted": false, "solo": false}}],
                         "mix": {"blend": 0, "bed": true}}}
                        """);
        Session session = SessionFile.read(file);
        HandWork hand = session.handOf(voice(session));
        assertThat(hand.anchors()).containsExactly(Anchor.held(1.25, 1.5));
        assertThat(hand.protections())
                .containsExactly(new Protection(new RecordedSpan(3, 4), Protection.Kind.BOTH));
        assertThat(TimingSettings.of(session.stack("doubles").orElseThrow().settings()))
                .isEqualTo(new TimingSettings(0.5, 0.01));
        assertThat(session.guideReference()).isEqualTo(GuideReference.ITSELF);
    }
}
