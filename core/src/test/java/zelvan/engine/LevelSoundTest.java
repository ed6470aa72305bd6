package zelvan.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.List;
import org.junit.jupiter.api.Test;
import zelvan.derived.DerivedVoice;
import zelvan.dsp.Percentile;
import zelvan.level.LevelEdit;
import zelvan.level.LevelSettings;
import zelvan.session.Protection;
import zelvan.setting.Settings;
import zelvan.testing.Takes;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

/// What settings of level do is heard: the rendered voice, sample by sample.
class LevelSoundTest extends SoundTestBase {
    @Test
    void phrasesAreDrawnToTheGuidesLevel() throws Exception {
        Takes.Take quiet = scaled(Takes.LOOSE, 0.4, 4.2, 2.2);
        Settings pull = Settings.of(LevelSettings.PULL, 100.0);
        for (Settings settings :
                List.of(pull, pull.with(LevelSettings.UNIT, LevelSettings.Unit.NOTE))) {
            DerivedVoice made = derived(Takes.LEAD, quiet, settings, h -> h);
            float[] after = samples(made);
            assertThat(made.levelled().result().phrases()).hasSize(3);
            for (var phrase : made.levelled().result().phrases()) {
                GuideSpan guide = phrase.guideSpan();
                double off =
                        lufs(after, phrase.span())
                                - lufs(
                                        Takes.LEAD.sound().mono(),
                                        new RecordedSpan(guide.startSeconds(), guide.endSeconds()));
                assertThat(Math.abs(phrase.offDecibels())).isGreaterThan(2);
                assertThat(off).isCloseTo(0, within(0.5));
                assertThat(phrase.leftDecibels()).isCloseTo(off, within(0.6));
            }
        }
    }

    @Test
    void notesAreDrawnToTheGuidesLevel() throws Exception {
        Takes.Take quiet = scaled(Takes.LOOSE, 0.4, 3.0, 1.6);
        DerivedVoice made =
                derived(
                        Takes.LEAD,
                        quiet,
                        Settings.of(LevelSettings.PULL, 100.0)
                                .with(LevelSettings.UNIT, LevelSettings.Unit.NOTE),
                        h -> h);
        float[] after = samples(made);
        double[] left =
                made.levelled().result().notes().stream()
                        .mapToDouble(n ->
                                Math.abs(
                                        lufs(after, n.span())
                                                - lufs(
                                                        Takes.LEAD.sound().mono(),
                                                        new RecordedSpan(
                                                                n.guideSpan().startSeconds(),
                                                                n.guideSpan().endSeconds()))))
                        .toArray();
        assertThat(left.length).isGreaterThan(8);
        assertThat(Percentile.median(left)).isLessThan(0.5);
    }

    @Test
    void slackIsLeftAlone() throws Exception {
        Takes.Take quiet = scaled(Takes.LOOSE, 0.5, 4.2, 0.5);
        DerivedVoice made =
                derived(
                        Takes.LEAD,
                        quiet,
                        Settings.of(LevelSettings.PULL, 50.0).with(LevelSettings.SLACK, 2.0),
                        h -> h);
        for (var phrase : made.levelled().result().phrases()) {
            double beyond = phrase.offDecibels() + 2;
            assertThat(phrase.leftDecibels())
                    .isCloseTo(phrase.offDecibels() - beyond / 2, within(0.05));
        }
    }

    @Test
    void aRangeIsTurnedDownOrSilent() throws Exception {
        RecordedSpan soft = new RecordedSpan(1.2, 1.8);
        RecordedSpan silent = new RecordedSpan(1.8, 2.2);
        DerivedVoice made =
                derived(
                        Takes.LEAD,
                        Takes.LOOSE,
                        Settings.NONE,
                        h ->
                                h.levelling(new LevelEdit(soft, -6, 0.05))
                                        .levelling(
                                                new LevelEdit(
                                                        silent, LevelSettings.OUT_DECIBELS, 0.05)));
        float[] before = Takes.LOOSE.sound().mono();
        float[] after = samples(made);
        RecordedSpan inSoft = new RecordedSpan(1.26, 1.76);
        RecordedSpan inSilent = new RecordedSpan(1.84, 2.14);
        assertThat(decibels(after, inSoft) - decibels(before, inSoft)).isCloseTo(-6, within(0.01));
        assertThat(decibels(after, inSilent)).isLessThan(-110);
        for (int i = (int) (2.21 * RATE); i < before.length; i++) {
            assertThat(after[i]).isEqualTo(before[i]);
        }
    }

    @Test
    void whatIsProtectedStaysAsItIs() throws Exception {
        DerivedVoice made =
                derived(
                        Takes.LEAD,
                        Takes.LOOSE,
                        Settings.of(LevelSettings.ESSES, -12.0).with(LevelSettings.PULL, 100.0),
                        h ->
                                h.protecting(
                                        new Protection(
                                                new RecordedSpan(0, Takes.SECONDS),
                                                Protection.Kind.BOTH)));
        assertThat(made.isUnchanged()).isTrue();
    }
}
