package zelvan.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zelvan.align.Anchor;
import zelvan.audio.AudioFileProblem;
import zelvan.audio.Sound;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.files.Output;
import zelvan.files.Targets;
import zelvan.session.AudioReference;
import zelvan.session.Clip;
import zelvan.session.Edit;
import zelvan.session.FreeIds;
import zelvan.session.HandWork;
import zelvan.session.Layer;
import zelvan.session.Protection;
import zelvan.session.Recording;
import zelvan.session.Session;
import zelvan.session.Strip;
import zelvan.session.TakeEdit;
import zelvan.session.Voice;
import zelvan.setting.Settings;
import zelvan.testing.Takes;
import zelvan.units.RecordedSpan;

class ReplacementTest {
    @TempDir Path folder;
    private Session session = Session.EMPTY;

    private Path write(String name, Sound sound) throws Exception {
        Path file = folder.resolve(name);
        SoundFiles.write(
                Targets.replacingNothing().target(new Output(file, folder)),
                sound,
                SoundFormat.WAV_24);
        return file;
    }

    @BeforeEach
    void work() throws Exception {
        write("a lead.wav", Takes.LEAD.sound());
        write("b double.wav", Takes.LOOSE.sound());
        Session fresh = VoiceFolder.session(List.of(folder));
        HandWork said =
                HandWork.NONE
                        .setting(Anchor.held(2.4, 2.35))
                        .setting(Anchor.held(9.2, 9.1))
                        .protecting(new Protection(new RecordedSpan(1, 2), Protection.Kind.PITCH))
                        .protecting(
                                new Protection(new RecordedSpan(8.5, 10), Protection.Kind.BOTH));
        String id = fresh.followers().getFirst().id();
        session =
                fresh.handling(id, hand -> said)
                        .changing(id, v -> v.withSettings(Settings.of(Strip.LEVEL, -3.0)));
    }

    private Voice voice() {
        return session.followers().getFirst();
    }

    private Session replacedBy(Path file, int letGo) throws Exception {
        Replacement replacement = Replacement.of(session, voice(), file);
        assertThat(replacement.letGo()).isEqualTo(letGo);
        Session after = replacement.edit(session).apply(session);
        assertThat(after.audioOf(after.voice(voice().id()).orElseThrow()).file()).isEqualTo(file);
        assertThat(after.settingsOf(after.voice(voice().id()).orElseThrow()))
                .isEqualTo(session.settingsOf(voice()));
        assertThat(after.recordings()).hasSize(2);
        return after;
    }

    @Test
    void ofATakeThatWasOnlyMadeLouderAllHolds() throws Exception {
        Session after = replacedBy(write("louder.wav", Takes.LOOSE.sound().times(1.9f)), 0);
        assertThat(after.handOf(after.voice(voice().id()).orElseThrow()))
                .isEqualTo(session.handOf(voice()));
    }

    /// The second half by another take.
    @Test
    void ofATakeThatWasSungAgainInPartHoldsWhatIsSaidOfTheRest() throws Exception {
        float[] patched = Takes.LOOSE.sound().mono().clone();
        float[] other = Takes.WITH_AD_LIB.sound().mono();
        int from = 6 * Takes.RATE_HERTZ;
        System.arraycopy(other, from, patched, from, patched.length - from);
        Session after =
                replacedBy(write("patched.wav", Sound.owning(Takes.RATE_HERTZ, patched)), 2);
        HandWork holds = after.handOf(after.voice(voice().id()).orElseThrow());
        assertThat(holds.anchors()).extracting(Anchor::sourceSeconds).containsExactly(2.4);
        assertThat(holds.protections())
                .extracting(Protection::span)
                .containsExactly(new RecordedSpan(1, 2));
    }

    /// What lies two seconds later in the voice than in its recording is compared where it was
    /// recorded; where it lies stays, and so do the takes.
    @Test
    void aVoiceThatIsPlacedAndHasTakesKeepsBoth() throws Exception {
        Path other = write("other.wav", Takes.LOW.sound());
        String old = voice().layer().recordingId();
        Recording take = Recording.of("r9", AudioReference.to(other));
        RecordedSpan all = new RecordedSpan(0, Takes.LOOSE.sound().seconds());
        session = new TakeEdit.Add(voice().id(), "b double", List.of(take)).apply(session);
        session =
                new Edit.Arrange(voice().id(), "b double", "move", List.of(Clip.of(old, all, 2)))
                        .apply(session);
        float[] patched = Takes.LOOSE.sound().mono().clone();
        float[] ad = Takes.WITH_AD_LIB.sound().mono();
        int from = 6 * Takes.RATE_HERTZ;
        System.arraycopy(ad, from, patched, from, patched.length - from);
        Path file = write("patched.wav", Sound.owning(Takes.RATE_HERTZ, patched));
        Replacement replacement = Replacement.of(session, voice(), file);
        assertThat(replacement.letGo()).isEqualTo(2);
        Session after = replacement.edit(session).apply(session);
        Layer layer = after.voice(voice().id()).orElseThrow().layer();
        String now = layer.clips().getFirst().recordingId();
        assertThat(now).isNotEqualTo(old);
        assertThat(layer.clips()).containsExactly(Clip.of(now, all, 2));
        assertThat(layer.takes()).containsExactly(now, "r9");
        assertThat(after.recording(now).orElseThrow().hand().anchors())
                .extracting(Anchor::sourceSeconds)
                .containsExactly(2.4);
    }

    /// Then it is listened to once more.
    @Test
    void whatIsSaidMeanwhileIsNotOverlooked() throws Exception {
        Replacement replacement =
                Replacement.of(session, voice(), write("same.wav", Takes.LOOSE.sound()));
        assertThat(replacement.isOf(session)).isTrue();
        Session later = session.handling(voice().id(), hand -> hand.setting(Anchor.held(5.1, 5)));
        assertThat(replacement.isOf(later)).isFalse();
        Session more =
                new TakeEdit.Add(
                                voice().id(),
                                "b double",
                                List.of(
                                        Recording.of(
                                                new FreeIds(session).next("r"),
                                                AudioReference.to(folder.resolve("same.wav")))))
                        .apply(session);
        assertThat(replacement.isOf(more)).isTrue();
        Session after = replacement.edit(more).apply(more);
        assertThat(after.recordings()).extracting(Recording::id).doesNotHaveDuplicates();
    }

    @Test
    void whatWasSaidOfAFileThatIsGoneHolds() throws Exception {
        Path moved = folder.resolve("moved.wav");
        Files.move(folder.resolve("b double.wav"), moved);
        replacedBy(moved, 0);
    }

    @Test
    void whatCannotBeReadIsNoRecording() throws Exception {
        Path text = Files.writeString(folder.resolve("text.wav"), "no sound");
        assertThatThrownBy(() -> Replacement.of(session, voice(), text))
                .isInstanceOf(AudioFileProblem.class)
                .hasMessageContaining("text.wav");
    }
}
