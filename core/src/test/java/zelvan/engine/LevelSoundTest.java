package zelvan.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.UnaryOperator;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zelvan.audio.KWeighting;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.body.BodySettings;
import zelvan.derived.DerivedVoice;
import zelvan.dsp.Percentile;
import zelvan.files.Target;
import zelvan.level.LevelEdit;
import zelvan.level.LevelResult.TurnedSound;
import zelvan.level.LevelSettings;
import zelvan.level.SideSound;
import zelvan.level.SoundEdit;
import zelvan.render.VoiceSource;
import zelvan.session.AudioReference;
import zelvan.session.HandWork;
import zelvan.session.Layer;
import zelvan.session.Protection;
import zelvan.session.Recording;
import zelvan.session.Role;
import zelvan.session.Scope;
import zelvan.session.Session;
import zelvan.session.Stack;
import zelvan.session.Turn;
import zelvan.session.Voice;
import zelvan.setting.Settings;
import zelvan.singers.Performer.Departures;
import zelvan.singers.Performer.Habits;
import zelvan.singers.Singer;
import zelvan.singers.Song;
import zelvan.testing.Takes;
import zelvan.timing.TimingSettings;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

/// What settings of level do is heard: the rendered voice, sample by sample.
class LevelSoundTest {
    private static final int RATE = Takes.RATE_HERTZ;
    private static final double FADE_SECONDS = 0.006;

    private static final Song ENDS =
            new Song(
                    0.45,
                    List.of(
                            Song.phrase("a", 2, "l.ae.n:67:1 t.er.n:69:1 l.ah.t:71:2"),
                            Song.phrase("b", 10, "s.iy:67:1 b.er.d:69:1 l.ih.t:66:2"),
                            Song.phrase("c", 18, "k.ae:64:1 r.iy:66:1 b.ah:71:2")));

    private static final Takes.Take LEAD =
            Takes.sing(
                    ENDS, Singer.MARA, new Habits(0, 1, 0, 0, 0, 0, 0, true), Departures.NONE, 11);

    /// Breathes, and holds the last line for longer.
    private static final Takes.Take LATE =
            Takes.sing(
                    ENDS,
                    Singer.WREN,
                    new Habits(0, 1, 0.01, 0.01, 0.01, 8, 0, true),
                    new Departures(Set.of(), Map.of(), List.of(), Set.of(), Map.of("c/end/", 0.2)),
                    12);

    @TempDir Path folder;

    private DerivedVoice derived(
            Takes.Take guide, Takes.Take take, Settings level, UnaryOperator<HandWork> hand)
            throws Exception {
        return derived(session(guide, take, level, hand));
    }

    private DerivedVoice derived(Session session) throws Exception {
        try (Engine engine = new Engine(new KeptWork(folder.resolve("kept")))) {
            return engine.derive(session, Progress.NONE).voice("voice").orElseThrow();
        }
    }

    private Session session(
            Takes.Take guide, Takes.Take take, Settings level, UnaryOperator<HandWork> hand)
            throws Exception {
        Stack stack =
                new Stack("stack", "Stack", level.over(Settings.of(TimingSettings.PULL, 0.0)));
        return Session.EMPTY
                .withStacks(List.of(stack))
                .withRecordings(List.of(recording("guide", guide), recording("voice", take)))
                .withVoices(
                        List.of(
                                Voice.of("guide", "guide", Role.GUIDE, "", Layer.sung("guide")),
                                Voice.of(
                                        "voice",
                                        "voice",
                                        Role.DOUBLE,
                                        "stack",
                                        Layer.sung("voice"))))
                .handling("voice", hand);
    }

    private Recording recording(String id, Takes.Take take) throws Exception {
        Path file = folder.resolve(id + take.hashCode() + ".wav");
        if (!file.toFile().exists()) {
            SoundFiles.write(Target.fresh(file), take.sound(), SoundFormat.WAV_FLOAT);
        }
        return Recording.of(id, AudioReference.to(file));
    }

    private static float[] samples(DerivedVoice made) {
        VoiceSource locked = made.locked().orElseThrow();
        float[] samples = new float[(int) locked.frames()];
        locked.read(0, 0, samples, samples.length);
        return samples;
    }

    private static double decibels(float[] samples, RecordedSpan span) {
        double sum = 1e-15;
        int to = (int) Math.floor(span.endSeconds() * RATE);
        int from = (int) Math.ceil(span.startSeconds() * RATE);
        for (int i = from; i < to; i++) {
            sum += (double) samples[i] * samples[i];
        }
        return 10 * Math.log10(sum / (to - from));
    }

    private static List<SideSound> sounds(DerivedVoice made, SideSound.Kind kind) {
        return made.levelled().result().sounds().stream()
                .map(TurnedSound::sound)
                .filter(s -> s.kind() == kind)
                .toList();
    }

    /// Turned by so much inside of the spans; outside, but for the fades, as before to the bit.
    private static void assertTurned(
            float[] before, float[] after, List<SideSound> spans, double decibels, double fade) {
        assertThat(spans).isNotEmpty();
        boolean[] touched = new boolean[before.length];
        for (SideSound sound : spans) {
            assertThat(decibels(after, sound.span()) - decibels(before, sound.span()))
                    .as("%s", sound)
                    .isCloseTo(decibels, within(0.05));
            RecordedSpan with = sound.span().widenedBy(fade);
            Arrays.fill(
                    touched,
                    (int) (with.startSeconds() * RATE),
                    (int) Math.min(before.length, with.endSeconds() * RATE),
                    true);
        }
        for (int i = 0; i < before.length; i++) {
            if (!touched[i] && before[i] != after[i]) {
                throw new AssertionError("another sample at " + (double) i / RATE + " s");
            }
        }
    }

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

    /// A setting of the body is heard, of one phrase only there.
    @Test
    void aBodyIsGivenToAPhrase() throws Exception {
        GuideSpan phrase = Takes.LEAD.analysis().phrasesAsGuide().getFirst();
        float[] before = Takes.LOOSE.sound().mono();
        Session session = session(Takes.LEAD, Takes.LOOSE, Settings.NONE, h -> h);
        DerivedVoice made =
                derived(
                        Turn.all(
                                        List.of(new Scope.OfPhrase("voice", phrase)),
                                        "voice",
                                        "formants",
                                        Settings.of(BodySettings.FORMANTS, -2.0))
                                .apply(session));
        float[] after = samples(made);
        assertThat(made.isUnchanged()).isFalse();
        RecordedSpan there = made.alignment().inVoice(phrase);
        int from = (int) ((there.startSeconds() - 0.1) * RATE);
        int to = (int) ((there.endSeconds() + 0.1) * RATE);
        assertThat(Arrays.mismatch(before, 0, from, after, 0, from)).isEqualTo(-1);
        assertThat(Arrays.mismatch(before, to, before.length, after, to, before.length))
                .isEqualTo(-1);
        assertThat(Arrays.mismatch(before, from, to, after, from, to)).isNotEqualTo(-1);
        assertThat(decibels(after, there)).isCloseTo(decibels(before, there), within(1.5));
    }

    /// The same take, as if it had been recorded at another level, and at another one from a moment
    /// on.
    private static Takes.Take scaled(
            Takes.Take take, double gain, double laterSeconds, double laterGain) {
        float[] samples = take.sound().mono().clone();
        for (int i = 0; i < samples.length; i++) {
            samples[i] *= (float) (i < laterSeconds * RATE ? gain : laterGain);
        }
        return Takes.heard(take, samples);
    }

    private static double lufs(float[] samples, RecordedSpan span) {
        KWeighting weighting = new KWeighting(RATE);
        double sum = 0;
        int to = (int) (span.endSeconds() * RATE);
        int from = (int) (span.startSeconds() * RATE);
        for (int i = Math.max(0, from - RATE / 2); i < to; i++) {
            double weighted = weighting.process(samples[i]);
            sum += i < from ? 0 : weighted * weighted;
        }
        return KWeighting.lufs(sum / (to - from));
    }
}
