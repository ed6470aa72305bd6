package zelvan.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.DoubleStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zelvan.align.Alignment;
import zelvan.align.Anchor;
import zelvan.align.Marks;
import zelvan.analysis.Landmark;
import zelvan.analysis.LandmarkKind;
import zelvan.analysis.Note;
import zelvan.analysis.VoiceAnalyser;
import zelvan.analysis.VoiceAnalysis;
import zelvan.audio.Sound;
import zelvan.audio.SoundFiles;
import zelvan.derived.Derived;
import zelvan.derived.DerivedVoice;
import zelvan.dsp.Percentile;
import zelvan.exchange.Delivery;
import zelvan.exchange.Printed;
import zelvan.exchange.VoiceFolder;
import zelvan.exchange.VoicePrinter;
import zelvan.files.Targets;
import zelvan.session.Edit;
import zelvan.session.GuideEdit;
import zelvan.session.GuideReference;
import zelvan.session.Protection;
import zelvan.session.RepairEdit;
import zelvan.session.Scope;
import zelvan.session.Session;
import zelvan.session.Turn;
import zelvan.session.Voice;
import zelvan.setting.Settings;
import zelvan.singers.DemoSession;
import zelvan.singers.Truth;
import zelvan.testing.Wanted;
import zelvan.timing.TimingSettings;
import zelvan.tuning.Chord;
import zelvan.tuning.Harmony;
import zelvan.tuning.Key;
import zelvan.tuning.PitchTarget;
import zelvan.units.GuideSpan;
import zelvan.units.Pitch;
import zelvan.units.RecordedSpan;
import zelvan.units.TimeSpan;

/// The whole path, on real files, against the truth that the singers wrote beside them.
class EngineTest {
    @TempDir static Path folder;
    private static Truth truth;
    private static Engine engine;
    private static Session session;
    private static Derived locked;

    @BeforeAll
    static void singAndLock() throws Exception {
        Path demo = folder.resolve("demo");
        truth = DemoSession.write(demo, Targets.replacingNothing());
        engine = new Engine(new KeptWork(folder.resolve("kept")));
        session =
                VoiceFolder.adding(Session.EMPTY, VoiceFolder.soundFiles(List.of(demo)))
                        .apply(Session.EMPTY);
        session = Wanted.timing(100, 0).apply(session);
        locked = engine.derive(session, Progress.NONE);
    }

    @AfterAll
    static void close() {
        engine.close();
    }

    private static Voice voice(String name) {
        return session.voices().stream()
                .filter(v -> v.name().equals(name))
                .findFirst()
                .orElseThrow();
    }

    private static DerivedVoice derived(String name) {
        return locked.voice(voice(name).id()).orElseThrow();
    }

    private static double[] errorsMillis(String name) {
        double[] offsets =
                truth.offsetsSeconds(name + ".wav", derived(name).timing().map()::outputSecondsAt);
        return Arrays.stream(offsets).map(o -> 1000 * Math.abs(o)).toArray();
    }

    @Test
    void theDoublesLieOnTheGuideByTheTruthNotByOurOwnEars() {
        for (String name : List.of("Mara double left", "Mara double right", "Mara take 2")) {
            assertThat(Percentile.median(errorsMillis(name))).as(name).isLessThan(10);
            assertThat(Percentile.of(errorsMillis(name), 90)).as(name).isLessThan(30);
        }
    }

    @Test
    void harmoniesAndTheOctaveOfOtherSingersLockToo() {
        for (String name : List.of("Odo low harmony", "Wren high harmony", "Odo octave")) {
            assertThat(Percentile.median(errorsMillis(name))).as(name).isLessThan(10);
            assertThat(Percentile.of(errorsMillis(name), 90)).as(name).isLessThan(30);
        }
    }

    /// Without a lead: each vowel sounds at the median of when all of them sang it.
    @Test
    void voicesThatFollowTheirOwnMiddleMeetThere() {
        Voice guide = session.guide().orElseThrow();
        Session equals =
                new GuideEdit.LineUpGuide(GuideReference.MIDDLE, "")
                        .apply(session)
                        .changing(
                                guide.id(),
                                v -> v.withSettings(Settings.of(TimingSettings.PULL, 100.0)));
        Derived met = engine.derive(equals, Progress.NONE);
        DerivedVoice lead = met.voice(guide.id()).orElseThrow();
        List<Alignment> others =
                session.followers().stream()
                        .map(v -> met.voice(v.id()).orElseThrow().alignment())
                        .toList();
        List<Double> off = new ArrayList<>();
        for (Landmark vowel : Marks.NONE.of(lead.analysis().orElseThrow())) {
            if (vowel.kind() == LandmarkKind.VOWEL) {
                double[] sung =
                        DoubleStream.concat(
                                        DoubleStream.of(vowel.seconds()),
                                        others.stream()
                                                .filter(a ->
                                                        a.missing().stream()
                                                                .noneMatch(m ->
                                                                        m.contains(
                                                                                vowel.seconds())))
                                                .mapToDouble(
                                                        a -> a.sourceSecondsAt(vowel.seconds())))
                                .toArray();
                off.add(
                        Math.abs(
                                lead.timing().map().outputSecondsAt(vowel.seconds())
                                        - Percentile.median(sung)));
            }
        }
        double[] all = off.stream().mapToDouble(Double::doubleValue).toArray();
        assertThat(all).hasSizeGreaterThan(40);
        assertThat(Percentile.median(all)).isLessThan(0.002);
        assertThat(Percentile.of(all, 90)).isLessThan(0.02);
        assertThat(lead.timing().map().isIdentity()).isFalse();
        for (String name : List.of("Mara double left", "Mara double right", "Mara take 2")) {
            assertThat(met.voice(voice(name).id()).orElseThrow().lock().after().medianSeconds())
                    .as(name)
                    .isLessThan(0.004);
        }
    }

    /// The song is written in G (see the demo session's melody and bars).
    @Test
    void theKeyOfTheSongIsFound() {
        assertThat(locked.foundKey().map(Key::name)).contains("G major");
    }

    /// The guide's second chorus is moved a third of a second on. A chord that begins in between is
    /// one of the song's time: it holds for what sounds after it, wherever that was recorded.
    @Test
    void chordsHoldForWhatSoundsUnderThem() {
        Voice guide = session.guide().orElseThrow();
        double sung = guidePhrase(6).startSeconds() + 0.4;
        double change = sung + 0.15;
        Session moved =
                session.handling(guide.id(), h -> h.setting(Anchor.held(sung, sung + 0.33)))
                        .withHarmony(Harmony.UNKNOWN.with(chord(0, "F♯")).with(chord(change, "C")));
        Edit toChords = Wanted.pitch(PitchTarget.CHORD, 100, 0, 100);
        Derived derived = engine.derive(toChords.apply(moved), Progress.NONE);
        DerivedVoice left = derived.voice(voice("Mara double left").id()).orElseThrow();
        int checked = 0;
        for (Note note : left.pitched().result().notes()) {
            double middle = note.span().middleSeconds();
            double guideSeconds = left.alignment().guideSecondsAt(middle);
            double sounds = derived.guideMap().outputSecondsAt(guideSeconds);
            if (Math.abs(sounds - change) < 2 && note.span().seconds() > 0.15) {
                double cents = left.pitched().result().map().centsAt(middle);
                double tone = Pitch.midiNoteOf(note.hertz() * Pitch.ratio(cents));
                boolean later = sounds > change;
                String sign = later ? "C" : "F♯";
                assertThat(new Chord(sign).tones().contains((int) Math.rint(tone)))
                        .as("%.1f at %.2f s under %s", tone, sounds, sign)
                        .isTrue();
                checked += later && guideSeconds < change ? 1 : 0;
            }
        }
        assertThat(checked).isPositive();
    }

    private static GuideSpan guidePhrase(int index) {
        return locked.guidePhrases().get(index);
    }

    private static Harmony.Change chord(double seconds, String sign) {
        return new Harmony.Change(seconds, new Chord(sign));
    }

    @Test
    void theAdLibIsUntouchedSampleForSample() {
        TimeSpan adLib = truth.voice("Mara double right.wav").orElseThrow().adLibs().getFirst();
        DerivedVoice made = derived("Mara double right");
        int from = (int) (adLib.startSeconds() * 48_000);
        float[] out = new float[(int) (adLib.seconds() * 48_000)];
        made.locked().orElseThrow().read(0, from, out, out.length);
        float[] source = made.file().orElseThrow().sound().channel(0);
        assertThat(Arrays.mismatch(out, Arrays.copyOfRange(source, from, from + out.length)))
                .isEqualTo(-1);
    }

    /// What the maps promise is what is heard: the printed voice, listened to again, against its
    /// guide.
    @Test
    void listeningAgainAgreesWithTheMaps() {
        DerivedVoice made = derived("Mara double right");
        float[] samples = new float[(int) made.locked().orElseThrow().frames()];
        made.locked().orElseThrow().read(0, 0, samples, samples.length);
        VoiceAnalysis again = new VoiceAnalyser().analyse(Sound.owning(48_000, samples));
        VoiceAnalysis guide = locked.guideAnalysis().orElseThrow();
        double[] offsets =
                new zelvan.align.Aligner()
                        .align(guide, again, List.of(), List.of()).anchors().stream()
                                .filter(a -> a.kind().isPresent())
                                .mapToDouble(a -> 1000 * Math.abs(a.offsetSeconds()))
                                .toArray();
        assertThat(offsets).hasSizeGreaterThan(50);
        assertThat(Percentile.median(offsets))
                .isCloseTo(1000 * made.lock().after().medianSeconds(), within(3.0));
        assertThat(Percentile.of(offsets, 90)).isLessThan(12);
    }

    @Test
    void unchangedVoicesArePrintedSampleForSample() throws Exception {
        Derived off = engine.derive(Wanted.timing(0, 0).apply(session), Progress.NONE);
        List<VoicePrinter.Job> jobs = VoicePrinter.jobs(off);
        List<Printed> printed =
                VoicePrinter.print(
                                jobs,
                                folder.resolve("printed"),
                                Delivery.AS_IT_SOUNDS,
                                Targets.replacingNothing(),
                                Progress.NONE)
                        .printed();
        assertThat(jobs).hasSize(6);
        assertThat(printed).hasSize(6);
        for (int i = 0; i < jobs.size(); i++) {
            assertThat(SoundFiles.read(printed.get(i).file()).sound().channel(0))
                    .isEqualTo(SoundFiles.read(jobs.get(i).original()).sound().channel(0));
        }
    }

    @Test
    void onlyWhatDependsOnAnEditIsDerivedAgain() {
        Voice left = voice("Mara double left");
        Session changed =
                new Turn<>(
                                List.of(new Scope.OfVoice(left.id())),
                                left.name(),
                                TimingSettings.PULL,
                                30.0)
                        .apply(session);
        Derived next = engine.derive(changed, Progress.NONE);
        String right = voice("Mara double right").id();
        assertThat(next.voice(right).orElseThrow().locked().orElseThrow())
                .isSameAs(
                        engine.derive(session, Progress.NONE)
                                .voice(right)
                                .orElseThrow()
                                .locked()
                                .orElseThrow());
        assertThat(next.voice(left.id()).orElseThrow().timing().map())
                .isNotEqualTo(locked.voice(left.id()).orElseThrow().timing().map());
        assertThat(next.voice(left.id()).orElseThrow().alignment())
                .isSameAs(
                        engine.derive(changed, Progress.NONE)
                                .voice(left.id())
                                .orElseThrow()
                                .alignment());
    }

    /// What each step of a drag leaves behind is counted, so that the store can let go of it.
    @Test
    void whatAChangeLeavesBehindIsCounted() {
        Alignment alignment = derived("Mara double left").alignment();
        assertThat(Matched.bytes(alignment)).isGreaterThan(100L * 90);
    }

    @Test
    void aProtectedStretchIsTheSourceSampleForSample() {
        Voice left = voice("Mara double left");
        RecordedSpan span = new RecordedSpan(12.5, 14.5);
        Session changed =
                new RepairEdit.Protect(
                                left.id(),
                                left.name(),
                                new Protection(span, Protection.Kind.TIMING))
                        .apply(session);
        DerivedVoice made = engine.derive(changed, Progress.NONE).voice(left.id()).orElseThrow();
        double move = made.timing().map().outputSecondsAt(13) - 13;
        float[] out = new float[48_000];
        made.locked().orElseThrow().read(0, Math.round((13 + move) * 48_000), out, out.length);
        float[] source = made.file().orElseThrow().sound().channel(0);
        assertThat(Arrays.mismatch(out, Arrays.copyOfRange(source, 13 * 48_000, 14 * 48_000)))
                .isEqualTo(-1);
    }

    /// The files of a folder, and which file each of them is: written again it is another one. What
    /// is still being written has a hidden name, and is not there yet.
    private static Map<Path, String> files(Path folder) throws IOException {
        Map<Path, String> files = new TreeMap<>();
        try (var all = Files.list(folder)) {
            for (Path file : all.filter(EngineTest::isWhole).toList()) {
                files.put(
                        file,
                        String.valueOf(
                                Files.readAttributes(file, BasicFileAttributes.class).fileKey()));
            }
        }
        return files;
    }

    private static boolean isWhole(Path file) {
        return !file.getFileName().toString().startsWith(".");
    }

    @Test
    void whatWasKeptGivesTheSameMaps() throws Exception {
        Map<Path, String> kept = files(folder.resolve("kept"));
        // An analysis for each voice, a match for each that follows.
        assertThat(kept).hasSizeGreaterThanOrEqualTo(2 * session.followers().size() + 1);
        try (Engine again = new Engine(new KeptWork(folder.resolve("kept")))) {
            Derived derived = again.derive(session, Progress.NONE);
            assertThat(files(folder.resolve("kept"))).containsAllEntriesOf(kept);
            assertThat(session.followers()).hasSize(6);
            for (Voice voice : session.followers()) {
                DerivedVoice before = locked.voice(voice.id()).orElseThrow();
                DerivedVoice after = derived.voice(voice.id()).orElseThrow();
                assertThat(after.alignment()).isEqualTo(before.alignment());
                assertThat(after.timing()).isEqualTo(before.timing());
            }
        }
    }
}
