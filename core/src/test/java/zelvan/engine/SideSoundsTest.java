package zelvan.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.Test;
import zelvan.derived.DerivedVoice;
import zelvan.level.LevelResult.TurnedSound;
import zelvan.level.LevelSettings;
import zelvan.level.SideSound;
import zelvan.level.SoundEdit;
import zelvan.setting.Settings;
import zelvan.singers.Performer.Departures;
import zelvan.singers.Performer.Habits;
import zelvan.singers.Singer;
import zelvan.singers.Song;
import zelvan.testing.Takes;
import zelvan.units.RecordedSpan;

/// What is done to esses, breaths and ends is heard: the rendered voice, sample by sample.
class SideSoundsTest extends SoundTestBase {
    @Test
    void essesAreTurnedDownAndNothingElse() throws Exception {
        DerivedVoice made =
                derived(Takes.LEAD, Takes.LOOSE, Settings.of(LevelSettings.ESSES, -12.0), h -> h);
        assertTurned(
                Takes.LOOSE.sound().mono(),
                samples(made),
                sounds(made, SideSound.Kind.ESS),
                -12,
                FADE_SECONDS);
    }

    @Test
    void whatIsOutIsNotHeard() throws Exception {
        DerivedVoice made =
                derived(
                        LEAD,
                        LATE,
                        Settings.of(LevelSettings.ESSES, LevelSettings.OUT_DECIBELS)
                                .with(LevelSettings.BREATHS, LevelSettings.OUT_DECIBELS),
                        h -> h);
        float[] after = samples(made);
        List<SideSound> out = new ArrayList<>(sounds(made, SideSound.Kind.ESS));
        out.addAll(sounds(made, SideSound.Kind.BREATH));
        assertThat(sounds(made, SideSound.Kind.BREATH)).hasSizeGreaterThanOrEqualTo(2);
        float[] before = LATE.sound().mono();
        for (SideSound sound : out) {
            assertThat(decibels(after, sound.span()) - decibels(before, sound.span()))
                    .as("%s", sound)
                    .isLessThan(-60);
        }
    }

    /// No step from sample to sample that the fade itself does not need.
    @Test
    void fadesAreSmooth() throws Exception {
        Takes.Take steady = Takes.STEADY;
        RecordedSpan held =
                steady.analysis().notes().stream()
                        .map(n -> n.span())
                        .max((a, b) -> Double.compare(a.seconds(), b.seconds()))
                        .orElseThrow()
                        .widenedBy(-0.08);
        float[] before = steady.sound().mono();
        float[] after =
                samples(
                        derived(
                                Takes.LEAD,
                                steady,
                                Settings.NONE,
                                h ->
                                        h.saying(
                                                new SoundEdit(
                                                        SideSound.Kind.ESS,
                                                        held,
                                                        true,
                                                        Optional.of(LevelSettings.OUT_DECIBELS)))));
        assertThat(decibels(after, held)).isLessThan(-100);
        double most = 0;
        double own = 0;
        for (double edge : new double[] {held.startSeconds(), held.endSeconds()}) {
            for (int i = (int) ((edge - 0.02) * RATE); i < (edge + 0.02) * RATE; i++) {
                most = Math.max(most, Math.abs(after[i + 1] - after[i]));
                own = Math.max(own, Math.abs(before[i + 1] - before[i]));
            }
        }
        assertThat(most).isLessThan(1.05 * own);
    }

    /// An ess at the end of a phrase is a final consonant as well; that one is left as it is.
    @Test
    void anEssAtTheEndIsTurnedUp() throws Exception {
        Takes.Take hissing =
                Takes.sing(
                        new Song(0.45, List.of(Song.phrase("a", 2, "l.ae.n:67:1 m.ih.s:69:2"))),
                        Singer.WREN,
                        Habits.PERFECT,
                        Departures.NONE,
                        5);
        DerivedVoice made =
                derived(hissing, hissing, Settings.of(LevelSettings.ESSES, 6.0), h -> h);
        SideSound ess = sounds(made, SideSound.Kind.ESS).getLast();
        assertThat(sounds(made, SideSound.Kind.CONSONANT))
                .anyMatch(c -> c.span().overlaps(ess.span()));
        assertThat(
                        decibels(samples(made), ess.span())
                                - decibels(hissing.sound().mono(), ess.span()))
                .isCloseTo(6, within(0.1));
    }

    @Test
    void onlyTheGuideSingsTheLastConsonant() throws Exception {
        Settings guideOnly = Settings.of(LevelSettings.ENDS, LevelSettings.Ends.GUIDE);
        DerivedVoice made = derived(LEAD, LATE, guideOnly, h -> h);
        List<SideSound> consonants = sounds(made, SideSound.Kind.CONSONANT);
        assertThat(consonants).hasSize(2);
        float[] after = samples(made);
        for (SideSound consonant : consonants) {
            assertThat(decibels(after, consonant.span())).isLessThan(-90);
        }
        DerivedVoice first =
                derived(
                        LEAD,
                        LATE,
                        Settings.of(LevelSettings.ENDS, LevelSettings.Ends.FEW),
                        h -> h);
        assertThat(first.isUnchanged()).isTrue();
        DerivedVoice soft =
                derived(
                        LEAD,
                        LATE,
                        Settings.of(LevelSettings.ENDS, LevelSettings.Ends.SOFTEN),
                        h -> h);
        assertTurned(LATE.sound().mono(), samples(soft), consonants, -9, FADE_SECONDS);
    }

    @Test
    void lateCutoffsAreFadedWithTheGuides() throws Exception {
        DerivedVoice made =
                derived(
                        LEAD,
                        LATE,
                        Settings.of(LevelSettings.CUTOFFS, LevelSettings.Cutoffs.FADE),
                        h -> h);
        double guideEnd = LEAD.performance().ends().getLast().span().endSeconds();
        double ownEnd = LATE.performance().ends().getLast().span().endSeconds();
        assertThat(ownEnd - guideEnd).isBetween(0.15, 0.25);
        RecordedSpan late = new RecordedSpan(guideEnd + 0.04, ownEnd);
        RecordedSpan sung = new RecordedSpan(guideEnd - 0.4, guideEnd - 0.1);
        float[] before = LATE.sound().mono();
        float[] after = samples(made);
        assertThat(decibels(before, late)).isGreaterThan(-40);
        assertThat(decibels(after, late)).isLessThan(-80);
        assertThat(decibels(after, sung)).isCloseTo(decibels(before, sung), within(1e-9));
    }

    @Test
    void breathsAreAsTheGuides() throws Exception {
        DerivedVoice made =
                derived(
                        Takes.LEAD,
                        LATE,
                        Settings.of(LevelSettings.BREATHS_TARGET, LevelSettings.Target.GUIDE),
                        h -> h);
        // The guide takes no breath.
        for (SideSound breath : sounds(made, SideSound.Kind.BREATH)) {
            assertThat(decibels(samples(made), breath.span())).isLessThan(-90);
        }
        DerivedVoice both =
                derived(
                        LEAD,
                        LATE,
                        Settings.of(LevelSettings.BREATHS_TARGET, LevelSettings.Target.GUIDE),
                        h -> h);
        for (TurnedSound turned : both.levelled().result().sounds()) {
            if (turned.sound().kind() == SideSound.Kind.BREATH) {
                assertThat(turned.besideDecibels() + turned.gainDecibels())
                        .isCloseTo(turned.guideDecibels(), within(1e-6));
            }
        }
    }

    @Test
    void whatIsSaidByHandHolds() throws Exception {
        DerivedVoice found =
                derived(Takes.LEAD, Takes.LOOSE, Settings.of(LevelSettings.ESSES, -12.0), h -> h);
        List<SideSound> esses = sounds(found, SideSound.Kind.ESS);
        assertThat(esses).hasSize(3);
        RecordedSpan moved = esses.get(1).span().widenedBy(-0.01);
        DerivedVoice said =
                derived(
                        Takes.LEAD,
                        Takes.LOOSE,
                        Settings.of(LevelSettings.ESSES, -12.0),
                        h ->
                                h.saying(SoundEdit.none(esses.get(0)))
                                        .saying(SoundEdit.of(esses.get(1)).withSpan(moved))
                                        .saying(
                                                SoundEdit.of(esses.get(2))
                                                        .withDecibels(Optional.of(-3.0))));
        float[] before = Takes.LOOSE.sound().mono();
        float[] after = samples(said);
        assertThat(sounds(said, SideSound.Kind.ESS))
                .extracting(SideSound::span)
                .containsExactly(moved, esses.get(2).span());
        assertThat(decibels(after, esses.get(0).span()))
                .isCloseTo(decibels(before, esses.get(0).span()), within(1e-9));
        assertThat(decibels(after, moved) - decibels(before, moved)).isCloseTo(-12, within(0.01));
        assertThat(decibels(after, esses.get(2).span()) - decibels(before, esses.get(2).span()))
                .isCloseTo(-3, within(0.01));
    }
}
