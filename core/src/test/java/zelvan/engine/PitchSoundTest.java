package zelvan.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zelvan.analysis.Note;
import zelvan.analysis.PitchTrack;
import zelvan.analysis.VoiceAnalyser;
import zelvan.audio.Sound;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.derived.Derived;
import zelvan.derived.DerivedVoice;
import zelvan.dsp.Percentile;
import zelvan.files.Target;
import zelvan.render.VoiceSource;
import zelvan.session.AudioReference;
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
import zelvan.tuning.NoteEdit;
import zelvan.tuning.PitchTarget;
import zelvan.tuning.TuningSettings;
import zelvan.units.Pitch;
import zelvan.units.RecordedSpan;

/// What pitch settings do is heard: the rendered voice, listened to again.
class PitchSoundTest {
    private static final Settings CURVE =
            Settings.of(TuningSettings.TARGET, PitchTarget.GUIDE)
                    .with(TuningSettings.PULL, 100.0)
                    .with(TuningSettings.DETAIL, 0.0);
    private static final Settings MEANS = CURVE.with(TuningSettings.DETAIL, 100.0);
    private static final double FULL = 100;
    private static final double OFF = 0;
    private static final int RATE = Takes.RATE_HERTZ;
    @TempDir Path folder;

    private DerivedVoice derived(
            Takes.Take take, double pullPercent, Settings tuning, List<Protection> protections)
            throws Exception {
        return derived(Takes.LEAD, take, pullPercent, tuning, protections);
    }

    private DerivedVoice derived(
            Takes.Take guide,
            Takes.Take take,
            double pullPercent,
            Settings tuning,
            List<Protection> protections)
            throws Exception {
        Stack stack = new Stack("stack", "Stack", tuning.with(TimingSettings.PULL, pullPercent));
        Session session =
                Session.EMPTY
                        .withStacks(List.of(stack))
                        .withRecordings(
                                List.of(recording("guide", guide), recording("voice", take)))
                        .withVoices(
                                List.of(
                                        voice("guide", Role.GUIDE, ""),
                                        voice("voice", Role.DOUBLE, "stack")))
                        .handling("voice", h -> h.withProtections(protections));
        try (Engine engine = new Engine(new KeptWork(folder.resolve("kept")))) {
            return engine.derive(session, Progress.NONE).voice("voice").orElseThrow();
        }
    }

    private Recording recording(String id, Takes.Take take) throws Exception {
        Path file = folder.resolve(id + ".wav");
        SoundFiles.write(Target.fresh(file), take.sound(), SoundFormat.WAV_FLOAT);
        return Recording.of(id, AudioReference.to(file));
    }

    private static Voice voice(String id, Role role, String stack) {
        return Voice.of(id, id, role, stack, Layer.sung(id));
    }

    private static float[] samples(DerivedVoice made) {
        VoiceSource locked = made.locked().orElseThrow();
        float[] samples = new float[(int) locked.frames()];
        locked.read(0, 0, samples, samples.length);
        return samples;
    }

    private static PitchTrack heard(DerivedVoice made) {
        return new VoiceAnalyser().analyse(Sound.owning(RATE, samples(made))).pitch();
    }

    /// Offsets from the lead in cents, within its notes.
    private static double[] offsets(PitchTrack pitch) {
        PitchTrack lead = Takes.LEAD.analysis().pitch();
        List<Double> offsets = new ArrayList<>();
        for (Note note : Takes.LEAD.analysis().notes()) {
            RecordedSpan inner = note.span().widenedBy(-Math.min(0.03, note.span().seconds() / 3));
            for (int f = lead.frameAt(inner.startSeconds());
                    f < Math.min(pitch.frames(), lead.frameAt(inner.endSeconds()));
                    f++) {
                if (lead.voiced(f) && pitch.voiced(f)) {
                    offsets.add(Pitch.centsBetween(lead.hertz(f), pitch.hertz(f)));
                }
            }
        }
        return offsets.stream().mapToDouble(o -> o).toArray();
    }

    private static double[] sizes(double[] offsets) {
        return Arrays.stream(offsets).map(Math::abs).toArray();
    }

    @Test
    void doubleIsHeardOnTheGuidesPitch() throws Exception {
        DerivedVoice made = derived(Takes.LOOSE, FULL, CURVE, List.of());
        double[] off = sizes(offsets(heard(made)));
        assertThat(off).hasSizeGreaterThan(800);
        assertThat(Percentile.median(off)).isLessThan(3);
        assertThat(Percentile.of(off, 90)).isLessThan(10);
    }

    @Test
    void anOctaveBelowStaysThere() throws Exception {
        DerivedVoice made =
                derived(
                        Takes.LOW,
                        FULL,
                        CURVE.with(TuningSettings.TARGET, PitchTarget.OCTAVE),
                        List.of());
        double[] off = offsets(heard(made));
        for (int i = 0; i < off.length; i++) {
            off[i] += 1200;
        }
        assertThat(Percentile.median(sizes(off))).isLessThan(3);
    }

    /// Rate and extent of the vibrato stay within the bounds that are meant: 2 and 5 %.
    @Test
    void onlyTheMeansAreMovedAndTheVibratoStays() throws Exception {
        Song held =
                new Song(0.45, List.of(Song.phrase("a", 2, "l.ae.n:67:6 t.er.n:69:6 aa.n:71:6")));
        Takes.Take lead = Takes.sing(held, Singer.MARA, Habits.PERFECT, Departures.NONE, 1);
        Singer singer = new Singer("Vibrato", 1.16, 0.05, 0.35, 0.001, 5.6, 60, 1);
        Habits sharp = new Habits(0, 1, 0, 0, 0, 25, 0, false);
        Takes.Take take = Takes.sing(held, singer, sharp, Departures.NONE, 21);
        DerivedVoice made = derived(lead, take, OFF, MEANS, List.of());
        assertThat(made.pitched().lock().after().medianCents()).isLessThan(1);
        PitchTrack after = heard(made);
        PitchTrack before = take.analysis().pitch();
        int notes = 0;
        for (Note note : take.analysis().notes()) {
            if (note.span().seconds() > 1.5) {
                // It sets in after a while.
                RecordedSpan late =
                        new RecordedSpan(
                                note.span().startSeconds() + 0.3, note.span().endSeconds() - 0.04);
                double[] then = vibrato(before, late);
                double[] now = vibrato(after, late);
                assertThat(now[0] / then[0]).as("extent").isCloseTo(1, within(0.05));
                assertThat(now[1] / then[1]).as("rate").isCloseTo(1, within(0.02));
                notes++;
            }
        }
        assertThat(notes).isEqualTo(3);
    }

    /// Extent in cents, and rate in hertz, by the sine that fits best.
    private static double[] vibrato(PitchTrack pitch, RecordedSpan span) {
        int from = pitch.frameAt(span.startSeconds());
        int count = pitch.frameAt(span.endSeconds()) - from;
        double mean = 0;
        for (int i = 0; i < count; i++) {
            mean += Pitch.midiNoteOf(pitch.hertz(from + i)) * 100 / count;
        }
        double[] best = {0, 0};
        for (double rate = 4; rate < 8; rate += 0.02) {
            double re = 0;
            double im = 0;
            for (int i = 0; i < count; i++) {
                double cents = Pitch.midiNoteOf(pitch.hertz(from + i)) * 100 - mean;
                double phase = 2 * Math.PI * rate * i * pitch.hopSeconds();
                re += cents * Math.cos(phase);
                im += cents * Math.sin(phase);
            }
            double extent = 2 * Math.hypot(re, im) / count;
            if (extent > best[0]) {
                best = new double[] {extent, rate};
            }
        }
        return best;
    }

    @Test
    void protectedPitchIsTheSourceBitForBit() throws Exception {
        RecordedSpan span = new RecordedSpan(2, 3);
        DerivedVoice made =
                derived(
                        Takes.LOOSE,
                        OFF,
                        CURVE,
                        List.of(new Protection(span, Protection.Kind.PITCH)));
        float[] out = samples(made);
        float[] source = Takes.LOOSE.sound().channel(0);
        assertThat(Arrays.equals(out, 2 * RATE, 3 * RATE, source, 2 * RATE, 3 * RATE)).isTrue();
        assertThat(Arrays.equals(out, source)).isFalse();
    }

    @Test
    void withoutPullNothingChanges() throws Exception {
        DerivedVoice made =
                derived(Takes.LOOSE, OFF, CURVE.with(TuningSettings.PULL, 0.0), List.of());
        assertThat(made.isUnchanged()).isTrue();
        assertThat(samples(made)).isEqualTo(Takes.LOOSE.sound().channel(0));
    }

    /// The guide is drawn to the key and the voice to the guide: heard again, the voice is where
    /// the guide has gone, and not where it was sung.
    @Test
    void whatFollowsFollowsTheGuideAsItHasBecome() throws Exception {
        Settings toKey =
                Settings.of(TuningSettings.TARGET, PitchTarget.KEY)
                        .with(TuningSettings.PULL, 100.0);
        Session session =
                Session.EMPTY
                        .withStacks(
                                List.of(
                                        new Stack(
                                                "stack",
                                                "Stack",
                                                CURVE.with(TimingSettings.PULL, FULL))))
                        .withRecordings(
                                List.of(
                                        recording("guide", Takes.LEAD),
                                        recording("voice", Takes.LOOSE)))
                        .withVoices(
                                List.of(
                                        voice("guide", Role.GUIDE, ""),
                                        voice("voice", Role.DOUBLE, "stack")));
        try (Engine engine = new Engine(new KeptWork(folder.resolve("kept")))) {
            Derived before = engine.derive(session, Progress.NONE);
            RecordedSpan note =
                    before.guideAnalysis().orElseThrow().notes().stream()
                            .map(n -> n.span())
                            .filter(span -> span.seconds() > 0.4)
                            .findFirst()
                            .orElseThrow();
            Session tuned =
                    Turn.all(List.of(new Scope.OfVoice("guide")), "Guide", "pitch", toKey)
                            .apply(session)
                            .handling(
                                    "guide",
                                    h ->
                                            h.withNotes(
                                                    List.of(
                                                            NoteEdit.of(note)
                                                                    .withAim(
                                                                            aim(before, note)
                                                                                    + 80))));
            Derived after = engine.derive(tuned, Progress.NONE);
            double at = note.middleSeconds();
            double moved =
                    Pitch.centsBetween(
                            heard(before, "voice").hertzAt(at), heard(after, "voice").hertzAt(at));
            double ofGuide =
                    Pitch.centsBetween(
                            heard(before, "guide").hertzAt(at), heard(after, "guide").hertzAt(at));
            assertThat(ofGuide).isCloseTo(80, within(6.0));
            assertThat(moved).isCloseTo(ofGuide, within(6.0));
            assertThat(after.printable()).hasSize(2);
            assertThat(before.printable()).hasSize(1);
        }
    }

    private static double aim(Derived derived, RecordedSpan note) {
        return Pitch.centsBetween(
                Pitch.A4_HERTZ,
                derived.guideAnalysis().orElseThrow().pitch().hertzAt(note.middleSeconds()));
    }

    private static PitchTrack heard(Derived derived, String id) {
        return heard(derived.voice(id).orElseThrow());
    }
}
