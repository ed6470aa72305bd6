package zelvan.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.Comparator;
import java.util.List;
import org.junit.jupiter.api.Test;
import zelvan.derived.DerivedVoice;
import zelvan.dsp.Percentile;
import zelvan.level.LevelEdit;
import zelvan.level.LevelSettings;
import zelvan.session.Clip;
import zelvan.session.Edit;
import zelvan.session.Protection;
import zelvan.session.Session;
import zelvan.setting.Settings;
import zelvan.testing.Takes;
import zelvan.units.Curve;
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

    /// A word in a phrase, and what is sung between two phrases: the rest is drawn all the same.
    @Test
    void whatIsProtectedKeepsItsLevelAndTheRestOfThePhraseIsDrawn() throws Exception {
        Takes.Take quiet = scaled(Takes.LOOSE, 0.4, 4.2, 0.4);
        Settings pull = Settings.of(LevelSettings.PULL, 100.0);
        DerivedVoice free = derived(Takes.LEAD, quiet, pull, h -> h);
        RecordedSpan first = free.levelled().result().phrases().getFirst().span();
        RecordedSpan second = free.levelled().result().phrases().get(1).span();
        RecordedSpan word =
                new RecordedSpan(first.middleSeconds() - 0.15, first.middleSeconds() + 0.15);
        RecordedSpan between =
                new RecordedSpan(first.endSeconds() + 0.1, second.startSeconds() - 0.1);
        DerivedVoice made =
                derived(
                        Takes.LEAD,
                        quiet,
                        pull,
                        h ->
                                h.protecting(new Protection(word, Protection.Kind.BOTH))
                                        .protecting(new Protection(between, Protection.Kind.BOTH)));
        Curve gain = made.levelled().result().gainDecibels();
        for (RecordedSpan same : List.of(word, between)) {
            for (double t = same.startSeconds(); t <= same.endSeconds(); t += 0.01) {
                assertThat(gain.at(t)).as("%.2f s", t).isCloseTo(0, within(1e-9));
            }
        }
        Curve whole = free.levelled().result().gainDecibels();
        for (double t :
                new double[] {
                    first.startSeconds() + 0.05, word.endSeconds() + 0.06, second.middleSeconds()
                }) {
            assertThat(Math.abs(whole.at(t))).isGreaterThan(2);
            assertThat(gain.at(t)).as("%.2f s", t).isCloseTo(whole.at(t), within(1e-9));
        }
    }

    /// Where one recording goes over into a louder one, the level is led over by some decibels more
    /// or less; what is silent there is still silent.
    @Test
    void whatIsOutBesideASeamIsOut() throws Exception {
        RecordedSpan note =
                Takes.LOOSE.analysis().notes().stream()
                        .map(n -> n.span())
                        .max(Comparator.comparingDouble(RecordedSpan::seconds))
                        .orElseThrow();
        double seam = note.middleSeconds();
        double end = Takes.LOOSE.sound().seconds();
        Clip first = Clip.of("voice", new RecordedSpan(0, seam + 0.005), 0).withGain(-7);
        Clip second = Clip.of("voice", new RecordedSpan(seam, end), seam);
        RecordedSpan out = new RecordedSpan(seam - 0.06, seam + 0.06);
        Session session =
                session(
                        Takes.LEAD,
                        Takes.LOOSE,
                        Settings.NONE,
                        h -> h.levelling(new LevelEdit(out, LevelSettings.OUT_DECIBELS, 0.01)));
        for (Clip next : List.of(second, second.placedAt(seam + 0.0004))) {
            Edit seamed = new Edit.Arrange("voice", "voice", "cut", List.of(first, next));
            DerivedVoice made = derived(seamed.apply(session));
            assertThat(made.problem()).isEmpty();
            assertThat(decibels(samples(made), out.widenedBy(-0.015))).isLessThan(-100);
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
