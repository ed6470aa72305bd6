package zelvan.session;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import zelvan.align.Anchor;
import zelvan.setting.Settings;
import zelvan.timing.TimingSettings;

class TrackEditTest {
    private static final Stack CHOIR = new Stack("choir", "Choir", Settings.NONE);

    private static List<String> names(Session session) {
        return session.voices().stream().map(Voice::name).toList();
    }

    @Test
    void aTrackIsCalledSomethingElseAndNothingElseChanges() {
        Session before = HistoryTest.session();
        Session after = new TrackEdit.Name("v", "Left", "BV 3 left").apply(before);
        assertThat(names(after)).containsExactly("Lead", "BV 3 left", "Right");
        assertThat(after.recordings()).isEqualTo(before.recordings());
        assertThatThrownBy(() -> new TrackEdit.Name("v", "Left", "  "))
                .isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void aStackIsCalledSomethingElseAndItsVoicesStayInIt() {
        Session after =
                new TrackEdit.NameStack("doubles", "Doubles", "Gang").apply(HistoryTest.session());
        assertThat(after.stack("doubles").orElseThrow().name()).isEqualTo("Gang");
        assertThat(after.followers()).allMatch(v -> v.stackId().equals("doubles"));
    }

    @Test
    void tracksAreRemovedWithTheirRecordings() {
        Session after =
                new TrackEdit.Remove(List.of("g", "v"), "2 voices").apply(HistoryTest.session());
        assertThat(names(after)).containsExactly("Right");
        assertThat(after.recordings()).extracting(Recording::id).containsExactly("w");
        assertThat(after.guide()).isEmpty();
    }

    @Test
    void aRecordingStaysWhileAnotherTrackIsMadeOfIt() {
        Session both =
                HistoryTest.session()
                        .withVoices(
                                List.of(
                                        Voice.of("v", "A", Role.DOUBLE, "doubles", Layer.sung("v")),
                                        Voice.of(
                                                "x",
                                                "B",
                                                Role.DOUBLE,
                                                "doubles",
                                                Layer.sung("v"))));
        assertThat(new TrackEdit.Remove(List.of("v"), "A").apply(both).recording("v")).isPresent();
    }

    @Test
    void tracksAreMovedBeforeAnotherInTheirOrderAndIntoItsStack() {
        Session moved =
                new TrackEdit.Move(List.of("w", "v"), "2 voices", Optional.of("g"), CHOIR)
                        .apply(HistoryTest.session());
        assertThat(names(moved)).containsExactly("Left", "Right", "Lead");
        assertThat(moved.followers()).allMatch(v -> v.stackId().equals("choir"));
        assertThat(moved.stacks()).extracting(Stack::name).containsExactly("Doubles", "Choir");
        Session last =
                new TrackEdit.Move(List.of("v"), "Left", Optional.empty(), CHOIR).apply(moved);
        assertThat(names(last)).containsExactly("Right", "Lead", "Left");
        assertThat(last.stacks()).hasSize(2);
    }

    @Test
    void aCopyOfTheGuideIsADouble() {
        Session copied = new TrackEdit.Copy(List.of("g"), "Lead").apply(HistoryTest.session());
        assertThat(copied.guide().orElseThrow().id()).isEqualTo("g");
        assertThat(copied.followers()).extracting(Voice::name).contains("Lead copy");
        Session alone = new TrackEdit.Remove(List.of("v", "w"), "2 voices").apply(copied);
        assertThat(
                        new TrackEdit.Copy(List.of("g"), "Lead")
                                .apply(alone.withStacks(List.of(CHOIR, Stack.of(Role.DOUBLE))))
                                .followers())
                .hasSize(2);
    }

    @Test
    void theGuideGoesIntoNoStack() {
        Session moved =
                new TrackEdit.Move(List.of("g"), "Lead", Optional.empty(), CHOIR)
                        .apply(HistoryTest.session());
        assertThat(moved.guide().orElseThrow().stackId()).isEmpty();
    }

    @Test
    void aCopyStandsBehindItsOriginalAndHasHandWorkOfItsOwn() {
        Session before =
                HistoryTest.session()
                        .changing("v", v -> v.withSettings(Settings.of(TimingSettings.PULL, 30.0)))
                        .handling("v", h -> h.setting(Anchor.held(1, 2)));
        Session copied = new TrackEdit.Copy(List.of("v"), "Left").apply(before);
        assertThat(names(copied)).containsExactly("Lead", "Left", "Left copy", "Right");
        Voice copy = copied.voices().get(2);
        assertThat(copy.settings().inForce(TimingSettings.PULL)).isEqualTo(30);
        assertThat(copied.handOf(copy).anchors()).hasSize(1);
        Session let = copied.handling(copy.id(), h -> h.withAnchors(List.of()));
        assertThat(let.handOf(let.voice("v").orElseThrow()).anchors()).hasSize(1);
        Session again = new TrackEdit.Copy(List.of("v", copy.id()), "2 voices").apply(copied);
        assertThat(again.voices()).hasSize(6);
    }
}
