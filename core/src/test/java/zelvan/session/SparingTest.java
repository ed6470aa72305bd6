package zelvan.session;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import zelvan.align.Anchor;
import zelvan.level.LevelEdit;
import zelvan.level.SideSound;
import zelvan.level.SoundEdit;
import zelvan.setting.Setting;
import zelvan.setting.Settings;
import zelvan.timing.TimingSettings;
import zelvan.tuning.TuningSettings;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

/// Two doubles under a guide; the first, "v", is only seen.
class SparingTest {
    private static final GuideSpan PHRASE = new GuideSpan(2, 4);
    private static final Session BEFORE =
            new TrackEdit.Keep(List.of("v"), "Left", true).apply(HistoryTest.session());

    private static Voice voice(Session session, String id) {
        return session.voice(id).orElseThrow();
    }

    private static <T> Turn<T> turn(Scope scope, Setting<T> setting, T value) {
        return new Turn<>(List.of(scope), "", setting, value);
    }

    private static void changesOnlyTheOther(Edit edit) {
        Sparing sparing = new Sparing(edit);
        Session after = sparing.apply(BEFORE);
        Voice seen = voice(after, "v");
        for (Setting<?> setting : after.settingsOf(seen).set()) {
            assertThat(after.settingsOf(seen).inForce(setting))
                    .isEqualTo(BEFORE.settingsOf(seen).inForce(setting));
        }
        assertThat(seen.phrases()).isEqualTo(voice(BEFORE, "v").phrases());
        assertThat(after.handOf(seen)).isEqualTo(BEFORE.handOf(voice(BEFORE, "v")));
        assertThat(sparing.spared(BEFORE)).extracting(Voice::id).containsExactly("v");
        Voice other = voice(after, "w");
        Voice whole = voice(edit.apply(BEFORE), "w");
        assertThat(other).isEqualTo(whole);
        assertThat(after.settingsOf(other)).isEqualTo(edit.apply(BEFORE).settingsOf(whole));
        assertThat(after.handOf(other)).isEqualTo(edit.apply(BEFORE).handOf(whole));
    }

    @Test
    void whatIsTurnedForItsStackDoesNotReachIt() {
        changesOnlyTheOther(turn(new Scope.OfStack("doubles"), TimingSettings.PULL, 33.0));
        changesOnlyTheOther(turn(Scope.ALL, TuningSettings.PULL, 33.0));
    }

    @Test
    void oneGestureOnSeveralVoicesLeavesItAlone() {
        changesOnlyTheOther(
                new Edit.Together(
                        "2 voices",
                        List.of(
                                turn(new Scope.OfVoice("v"), TimingSettings.SLACK, 12.0),
                                turn(new Scope.OfVoice("w"), TimingSettings.SLACK, 12.0),
                                turn(new Scope.OfPhrase("v", PHRASE), TimingSettings.SHIFT, 5.0))));
        changesOnlyTheOther(
                new RepairEdit.SetAnchors(
                        "2 voices",
                        List.of(
                                new RepairEdit.Of("v", Anchor.held(2, 2.1)),
                                new RepairEdit.Of("w", Anchor.held(2, 2.1)))));
        changesOnlyTheOther(
                new TuningEdit.ShiftOctave(
                        List.of(new TuningEdit.ShiftOctave.Of("v", new RecordedSpan(1, 2))), 1));
    }

    @Test
    void whatIsTurnedByHandLeavesItAlone() {
        RecordedSpan span = new RecordedSpan(1, 2);
        SoundEdit ess =
                SoundEdit.of(new SideSound(SideSound.Kind.ESS, span))
                        .withDecibels(Optional.of(-9.0));
        LevelEdit softer = new LevelEdit(span, -3, 0.05);
        changesOnlyTheOther(
                new BalanceEdit.SaySounds(
                        List.of(
                                new BalanceEdit.SaySounds.Said("v", List.of(ess)),
                                new BalanceEdit.SaySounds.Said("w", List.of(ess))),
                        "turned"));
        changesOnlyTheOther(
                new BalanceEdit.SetLevels(
                        List.of(
                                new BalanceEdit.SetLevels.Set("v", softer),
                                new BalanceEdit.SetLevels.Set("w", softer)),
                        "-3 dB"));
    }

    @Test
    void onceItIsWorkedOnItFollowsItsStackAgain() {
        Edit stack = turn(new Scope.OfStack("doubles"), TimingSettings.PULL, 33.0);
        Session worked = new Sparing(new TrackEdit.Keep(List.of("v"), "Left", false)).apply(BEFORE);
        assertThat(
                        new Sparing(stack)
                                .apply(worked)
                                .settingsOf(voice(worked, "v"))
                                .inForce(TimingSettings.PULL))
                .isEqualTo(33);
    }

    @Test
    void howItIsHeardAndWhatItIsCalledMayChange() {
        Edit level = turn(new Scope.OfVoice("v"), Strip.LEVEL, -4.0);
        assertThat(new Sparing(level).spared(BEFORE)).isEmpty();
        assertThat(new Sparing(level).apply(BEFORE)).isEqualTo(level.apply(BEFORE));
        Edit name = new TrackEdit.Name("v", "Left", "L");
        assertThat(new Sparing(name).apply(BEFORE)).isEqualTo(name.apply(BEFORE));
    }

    @Test
    void theGuideIsOnlySeenFromTheStart() {
        assertThat(voice(BEFORE, "g").safe()).isTrue();
        Edit lineUp = new GuideEdit.LineUpGuide(GuideReference.GRID, "grid");
        assertThat(new Sparing(lineUp).apply(BEFORE)).isEqualTo(BEFORE);
        assertThat(new Sparing(lineUp).spared(BEFORE)).extracting(Voice::id).contains("g");
        Session other = new Edit.SetGuide("w", "Right", HistoryTest.DOUBLES).apply(BEFORE);
        assertThat(other.voices().stream().filter(Voice::safe))
                .as("the new guide, and the voice that was")
                .extracting(Voice::id)
                .containsExactlyInAnyOrder("v", "w");
    }

    private static void changesNothingOfIt(Edit edit) {
        Sparing sparing = new Sparing(edit);
        Session after = sparing.apply(BEFORE);
        assertThat(voice(after, "v")).isEqualTo(voice(BEFORE, "v"));
        assertThat(after.handOf(voice(after, "v"))).isEqualTo(BEFORE.handOf(voice(BEFORE, "v")));
        assertThat(after.leaderOf(voice(after, "v"))).isEqualTo(BEFORE.guide());
        assertThat(sparing.spared(BEFORE)).extracting(Voice::id).contains("v");
    }

    @Test
    void itsRecordingsRoleAndLeaderStay() {
        Recording other = Recording.of("other", new AudioReference("/songs/other.wav", 1, ""));
        changesNothingOfIt(new TrackEdit.Replace("v", "Left", "v", other));
        changesNothingOfIt(new TakeEdit.Add("v", "Left", List.of(other)));
        changesNothingOfIt(new TakeEdit.Join("w", "Right", List.of("v")));
        changesNothingOfIt(new TakeEdit.Join("v", "Left", List.of("w")));
        changesNothingOfIt(new Edit.Follow("doubles", "Doubles", "w", "Right"));
        changesNothingOfIt(new Edit.SetRole(List.of("v"), "Left", Role.BED, Stack.of(Role.DOUBLE)));
        assertThat(
                        new Sparing(
                                        new Edit.SetRole(
                                                List.of("v", "w"),
                                                "2 voices",
                                                Role.BED,
                                                Stack.of(Role.DOUBLE)))
                                .apply(BEFORE)
                                .voices())
                .extracting(Voice::role)
                .as("the other one is what it was said to be")
                .containsExactly(Role.GUIDE, Role.DOUBLE, Role.BED);
    }

    @Test
    void whatWasHeldInItIsNotLetGoByAnotherGuide() {
        Edit guide = new Edit.SetGuide("w", "Right", HistoryTest.DOUBLES);
        Session held = BEFORE.handling("v", hand -> hand.setting(Anchor.held(2, 2.1)));
        assertThat(new Sparing(guide).apply(held)).isEqualTo(held);
        assertThat(new Sparing(guide).spared(held)).extracting(Voice::id).contains("v");
        assertThat(new Sparing(guide).apply(BEFORE).guide()).map(Voice::id).hasValue("w");
    }

    /// It may stand elsewhere, and sounds as before there.
    @Test
    void inAnotherStackItSoundsAsBefore() {
        Stack tight = new Stack("tight", "Tight", Settings.of(TimingSettings.PULL, 100.0));
        Session after =
                new Sparing(new TrackEdit.Move(List.of("v"), "Left", Optional.empty(), tight))
                        .apply(BEFORE);
        assertThat(after.voices()).extracting(Voice::id).containsExactly("g", "w", "v");
        assertThat(voice(after, "v").stackId()).isEqualTo("tight");
        assertThat(after.settingsOf(voice(after, "v")).inForce(TimingSettings.PULL))
                .isEqualTo(BEFORE.settingsOf(voice(BEFORE, "v")).inForce(TimingSettings.PULL));
        Session led =
                BEFORE.withStacks(
                        List.of(BEFORE.stack("doubles").orElseThrow(), tight.following("w")));
        Session stays =
                new Sparing(new TrackEdit.Move(List.of("v"), "Left", Optional.empty(), tight))
                        .apply(led);
        assertThat(voice(stays, "v").stackId()).isEqualTo("doubles");
    }
}
