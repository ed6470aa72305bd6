package zelvan.session;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
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
import zelvan.timing.LineUp;
import zelvan.timing.TimingSettings;
import zelvan.tuning.Chord;
import zelvan.tuning.Harmony;
import zelvan.tuning.Key;
import zelvan.tuning.NoteEdit;
import zelvan.tuning.PitchTarget;
import zelvan.tuning.TuningSettings;
import zelvan.units.Grid;
import zelvan.units.TempoMap;
import zelvan.units.TimeSpan;

class SessionFileTest {
    @TempDir Path folder;

    private Session session() {
        Path audio = folder.resolve("takes").resolve("left.wav");
        Session session =
                HistoryTest.session()
                        .changing(
                                "v",
                                v -> v.withAudio(new AudioReference(audio.toString(), 12, "abc")));
        for (Edit edit :
                List.of(
                        new RepairEdit.SetAnchors(
                                "Left", List.of(new RepairEdit.Of("v", Anchor.held(1.25, 1.5))), 1),
                        new RepairEdit.Protect(
                                "v",
                                "Left",
                                new Protection(new TimeSpan(3, 4), Protection.Kind.BOTH)),
                        Turn.of(
                                new Scope.OfPhrase("v", new TimeSpan(5, 7)),
                                Setting.TIMING_SLACK,
                                0.01,
                                "Left"),
                        Turn.of(new Scope.OfVoice("v"), Setting.LINE_UP, LineUp.VOWELS, "Left"),
                        Turn.all(
                                List.of(new Scope.OfStack("doubles")),
                                "Doubles",
                                new TimingSettings(0.8, 0.004)),
                        new RepairEdit.ChangeMarks(
                                "v",
                                "Left",
                                Marks.NONE
                                        .adding(new Landmark(LandmarkKind.VOWEL, 2.5, 1))
                                        .removing(7.5),
                                "landmarks",
                                1),
                        new GuideEdit.SetGrid(
                                Optional.of(
                                        new Grid(
                                                TempoMap.steady(93.5, 3, 0.2),
                                                Grid.Division.TRIPLETS,
                                                Grid.STRAIGHT)),
                                "grid"),
                        new GuideEdit.SetGuideTiming(GuideTiming.AS_SUNG.toTrack("w"), "track"),
                        new Edit.Follow("doubles", "Doubles", "w", "Right"),
                        Turn.all(
                                List.of(new Scope.OfStack("doubles")),
                                "Doubles",
                                new TuningSettings(PitchTarget.GUIDE, 0.7, 6, 0.5)),
                        Turn.of(
                                new Scope.OfVoice("v"),
                                Setting.PITCH_TARGET,
                                PitchTarget.OCTAVE,
                                "Left"),
                        Turn.of(
                                new Scope.OfPhrase("v", new TimeSpan(5, 7)),
                                Setting.PITCH_PULL,
                                0.25,
                                "Left"),
                        new TuningEdit.SetKey(Key.parse("E♭ minor")),
                        new TuningEdit.SetChords(
                                List.of(new Harmony.Change(2.5, new Chord("Am7/G"))), "", 1),
                        new TuningEdit.ShiftOctave(
                                List.of(new TuningEdit.ShiftOctave.Of("v", new TimeSpan(8, 9))),
                                -1),
                        new Edit.SetMix(new Mix(-0.25, false)))) {
            session = edit.apply(session);
        }
        return session;
    }

    @Test
    void whatIsSavedIsOpenedAgain() throws Exception {
        Path file = folder.resolve("song.zelvan");
        SessionFile.write(Target.temporary(file), session());
        assertThat(SessionFile.read(file)).isEqualTo(session());
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
                                .voice("v")
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
        Files.writeString(file, Files.readString(file).replaceFirst("\"pull\" : 0.8,", ""));
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

    @Test
    void whatIsWantedOfNotesComesBackAndAnOlderFileHasNone() throws Exception {
        Path file = folder.resolve("song.zelvan");
        NoteEdit note = NoteEdit.of(new TimeSpan(1, 2)).withAim(-350).withVibrato(0.5);
        Session plain = HistoryTest.session();
        Session session =
                plain.changing(plain.voices().getLast().id(), v -> v.withNotes(List.of(note)));
        SessionFile.write(Target.temporary(file), session);
        assertThat(SessionFile.read(file).voices().getLast().notes()).containsExactly(note);
        JsonNode tree = JsonMapper.shared().readTree(Files.readString(file));
        ((ObjectNode) tree).put("version", 3);
        tree.path("session").path("voices").forEach(v -> ((ObjectNode) v).remove("notes"));
        Files.writeString(file, tree.toString());
        assertThat(SessionFile.read(file).voices().getLast().notes()).isEmpty();
    }

    /// The second version knew nothing of pitch.
    @Test
    void aSessionWithoutPitchIsBroughtUpToDate() throws Exception {
        Path file = folder.resolve("song.zelvan");
        Session plain = HistoryTest.session();
        SessionFile.write(Target.temporary(file), plain);
        JsonNode tree = JsonMapper.shared().readTree(Files.readString(file));
        ((ObjectNode) tree).put("version", 2);
        ObjectNode session = (ObjectNode) tree.path("session");
        session.remove("harmony");
        session.path("stacks").forEach(stack -> ((ObjectNode) stack).remove("tuning"));
        session.path("voices")
                .forEach(voice -> ((ObjectNode) voice).remove(List.of("tuning", "octaves")));
        Files.writeString(file, tree.toString());
        assertThat(SessionFile.read(file).stacks()).isEqualTo(plain.stacks());
        assertThat(SessionFile.read(file).harmony()).isEqualTo(Harmony.UNKNOWN);
        assertThat(SessionFile.read(file).voices().getFirst().tuning())
                .isEqualTo(TuningDeparture.NONE);
    }

    /// Version 4 knew wander and vibrato of single notes only, where all of it meant nothing.
    @Test
    void amountsOfOlderNotesAreBroughtUpToDate() throws Exception {
        Path file = folder.resolve("song.zelvan");
        TimeSpan span = new TimeSpan(2, 3);
        Session session =
                new TuningEdit.SetNotes(
                                List.of(
                                        new TuningEdit.SetNotes.Of(
                                                "v",
                                                List.of(
                                                        NoteEdit.of(span)
                                                                .withWander(1)
                                                                .withVibrato(0.25)))),
                                "",
                                1)
                        .apply(HistoryTest.session());
        SessionFile.write(Target.temporary(file), session);
        JsonNode tree = JsonMapper.shared().readTree(Files.readString(file));
        ((ObjectNode) tree).put("version", 4);
        List<String> later = List.of("wander", "vibrato");
        tree.path("session")
                .path("stacks")
                .forEach(stack -> ((ObjectNode) stack.path("tuning")).remove(later));
        tree.path("session")
                .path("voices")
                .forEach(voice -> ((ObjectNode) voice.path("tuning")).remove(later));
        Files.writeString(file, tree.toString());
        Session read = SessionFile.read(file);
        assertThat(read.voice("v").orElseThrow().note(span).wander()).isEmpty();
        assertThat(read.voice("v").orElseThrow().note(span).vibrato()).contains(0.25);
        assertThat(read.stacks()).isEqualTo(session.stacks());
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
        Voice voice = session.voice("v").orElseThrow();
        assertThat(voice.anchors()).containsExactly(Anchor.held(1.25, 1.5));
        assertThat(voice.protections())
                .containsExactly(new Protection(new TimeSpan(3, 4), Protection.Kind.BOTH));
        assertThat(session.stack("doubles").orElseThrow().timing())
                .isEqualTo(new TimingSettings(0.5, 0.01));
        assertThat(session.guideTiming()).isEqualTo(GuideTiming.AS_SUNG);
    }
}
