package zelvan.session;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zelvan.align.Anchor;
import zelvan.files.Target;
import zelvan.level.LevelEdit;
import zelvan.tuning.NoteEdit;
import zelvan.units.RecordedSpan;

/// A session that was edited by hand, or damaged: what is wrong is named with its place, and the
/// rest is there.
class SessionMenderTest {
    @TempDir private Path folder = Path.of(".");
    private Path file = Path.of(".");

    @BeforeEach
    void save() throws Exception {
        file = folder.resolve("song.zelvan");
        Session session =
                HistoryTest.session()
                        .handling(
                                "v",
                                h ->
                                        h.withAnchors(
                                                        List.of(
                                                                Anchor.held(1, 1.5),
                                                                Anchor.held(2, 2.5),
                                                                Anchor.held(3, 3.5)))
                                                .withNotes(
                                                        List.of(
                                                                NoteEdit.of(new RecordedSpan(4, 5))
                                                                        .withVibrato(0.25)))
                                                .levelling(
                                                        new LevelEdit(
                                                                new RecordedSpan(4, 5), -3, 0.05)));
        SessionFile.write(Target.fresh(file), session);
    }

    private SessionFile.Opened changed(String from, String to) throws Exception {
        String text = Files.readString(file);
        assertThat(text).contains(from);
        Files.writeString(file, text.replace(from, to));
        return SessionFile.open(file);
    }

    private static HandWork left(SessionFile.Opened opened) {
        return opened.session().recording("v").orElseThrow().hand();
    }

    @Test
    void whatIsRightIsOpenedAsItIs() throws Exception {
        SessionFile.Opened opened = SessionFile.open(file);
        assertThat(opened.leftOut()).isEmpty();
        assertThat(opened.session()).isEqualTo(SessionFile.read(file));
    }

    @Test
    void levelsThatAreNoneAreLeftOut() throws Exception {
        SessionFile.Opened opened = changed("\"decibels\" : -3.0", "\"decibels\" : -300.0");
        assertThat(left(opened).levels()).isEmpty();
        assertThat(left(opened).notes()).hasSize(1);
        Files.writeString(
                file,
                Files.readString(file).replaceAll("\"levels\" : \\[[^]]*]", "\"levels\" : 3"));
        assertThat(left(SessionFile.open(file)).notes()).hasSize(1);
    }

    @Test
    void aMomentThatContradictsAnotherIsLeftOut() throws Exception {
        SessionFile.Opened opened = changed("\"sourceSeconds\" : 2.0", "\"sourceSeconds\" : 0.5");
        assertThat(left(opened).anchors()).hasSize(2);
        assertThat(left(opened).notes()).hasSize(1);
        assertThat(opened.leftOut())
                .singleElement()
                .asString()
                .isEqualTo(
                        "recordings, number 2, hand, anchors, number 2: it contradicts the one before");
    }

    @Test
    void aSettingOutOfRangeIsLeftOut() throws Exception {
        SessionFile.Opened opened = changed("\"timing-pull\" : 50.0", "\"timing-pull\" : 500");
        assertThat(opened.session().stacks()).hasSize(1);
        assertThat(opened.session().stacks().getFirst().settings().isNone()).isTrue();
        assertThat(left(opened).anchors()).hasSize(3);
        assertThat(opened.leftOut())
                .containsExactly(
                        "“Doubles”, settings, timing-pull: timing-pull must be 0 to 100 %, was"
                                + " 500");
    }

    @Test
    void aSettingThatNobodyKnowsIsLeftOut() throws Exception {
        SessionFile.Opened opened =
                changed("\"timing-pull\" : 50.0", "\"timing-pull\" : 50.0, \"shine\" : 3");
        assertThat(opened.session())
                .isEqualTo(HistoryTest.session().withRecordings(opened.session().recordings()));
        assertThat(opened.leftOut())
                .containsExactly("“Doubles”, settings, shine: there is no such setting");
    }

    @Test
    void aNoteThatCannotBeIsLeftOutAndTheOthersStay() throws Exception {
        SessionFile.Opened opened = changed("\"vibrato\" : 0.25", "\"vibrato\" : -3");
        assertThat(left(opened).notes()).isEmpty();
        assertThat(left(opened).anchors()).hasSize(3);
        assertThat(opened.leftOut()).singleElement().asString().contains("hand, notes, number 1");
    }

    @Test
    void whatNobodyKnowsIsLeftOutByItself() throws Exception {
        SessionFile.Opened opened =
                changed("\"name\" : \"Left\",", "\"name\" : \"Left\", \"colour\" : 7,");
        assertThat(opened.session().voices()).hasSize(3);
        assertThat(opened.leftOut()).singleElement().asString().contains("colour");
    }

    @Test
    void aSecondGuideBecomesADouble() throws Exception {
        SessionFile.Opened opened = changed("\"role\" : \"DOUBLE\"", "\"role\" : \"GUIDE\"");
        assertThat(opened.session().voices()).hasSize(3);
        assertThat(opened.session().guide().orElseThrow().id()).isEqualTo("g");
        assertThat(opened.session().followers()).hasSize(2);
        assertThat(opened.leftOut()).isNotEmpty();
    }

    /// The command line does all or nothing.
    @Test
    void readingItWholeSaysWhatIsWrong() throws Exception {
        var unused = changed("\"sourceSeconds\" : 2.0", "\"sourceSeconds\" : 0.5");
        assertThatThrownBy(() -> SessionFile.read(file))
                .isInstanceOf(SessionProblem.class)
                .hasMessageContaining("anchors, number 2");
    }
}
