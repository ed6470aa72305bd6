package zelvan.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zelvan.audio.Sound;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.derived.Derived;
import zelvan.derived.DerivedVoice;
import zelvan.dsp.Correlation;
import zelvan.dsp.Percentile;
import zelvan.dsp.Resampler;
import zelvan.exchange.Delivery;
import zelvan.exchange.Printed;
import zelvan.exchange.VoiceFolder;
import zelvan.exchange.VoicePrinter;
import zelvan.files.Ledger;
import zelvan.files.Target;
import zelvan.files.Targets;
import zelvan.measure.TakeWeights;
import zelvan.session.AudioReference;
import zelvan.session.Clip;
import zelvan.session.Edit;
import zelvan.session.FreeIds;
import zelvan.session.Recording;
import zelvan.session.Role;
import zelvan.session.Session;
import zelvan.session.Stack;
import zelvan.session.TakeEdit;
import zelvan.session.Voice;
import zelvan.singers.Performance;
import zelvan.takes.Syllables;
import zelvan.takes.Take;
import zelvan.takes.TakeMap;
import zelvan.testing.FaultyTakes;
import zelvan.testing.Takes;
import zelvan.testing.Wanted;
import zelvan.units.GuideSpan;
import zelvan.units.RecordedSpan;

/// Voices that are chosen from several recordings of their line.
class TakesTest {
    private static final int RATE = Takes.RATE_HERTZ;
    @TempDir static Path folder;
    private static Engine engine;
    private static Session session;

    @BeforeAll
    static void write() throws Exception {
        Path voices = Files.createDirectory(folder.resolve("voices"));
        Map<String, Sound> files =
                Map.of(
                        "lead.wav", Takes.LEAD.sound(),
                        "double take 1.wav", FaultyTakes.WRONG.sound(),
                        "double take 2.wav", FaultyTakes.SLOW.sound(),
                        "double take 3.wav", FaultyTakes.LONG.sound());
        for (var file : files.entrySet()) {
            SoundFiles.write(
                    Target.fresh(voices.resolve(file.getKey())),
                    file.getValue(),
                    SoundFormat.WAV_FLOAT);
        }
        session = VoiceFolder.session(List.of(voices));
        engine = new Engine(new KeptWork(folder.resolve("kept")));
    }

    @AfterAll
    static void close() {
        engine.close();
    }

    private static Voice voice() {
        return session.followers().getFirst();
    }

    private static TakeMap map() {
        return engine.takes(session, voice(), Progress.NONE);
    }

    private static Session choosing(Map<Integer, Take> chosen) {
        List<Clip> clips =
                engine.derive(session, Progress.NONE)
                        .comp(voice(), map())
                        .orElseThrow()
                        .choosing(chosen);
        return new Edit.Arrange(voice().id(), "double", "takes", clips).apply(session);
    }

    private static DerivedVoice derived(Session wanted) {
        Derived derived = engine.derive(wanted, Progress.NONE);
        assertThat(derived.problems()).isEmpty();
        return derived.voice(voice().id()).orElseThrow();
    }

    @Test
    void filesThatAreNumberedAsTakesAreOneVoice() {
        assertThat(session.followers()).hasSize(1);
        assertThat(voice().name()).isEqualTo("double");
        assertThat(voice().layer().takes()).hasSize(3);
        assertThat(voice().layer().isWhole()).isTrue();
    }

    @Test
    void aLongRecordingIsDividedIntoItsPasses() {
        List<Take> passes = map().takes().stream().filter(t -> t.passes() > 1).toList();
        assertThat(passes).hasSize(3);
        List<RecordedSpan> sung = FaultyTakes.LONG.analysis().phrases();
        double first = Takes.LEAD.analysis().phrases().getFirst().startSeconds();
        for (int p = 0; p < 3; p++) {
            assertThat(passes.get(p).pass().match().alignment().sourceSecondsAt(first))
                    .isCloseTo(sung.get(p).startSeconds(), within(0.05));
        }
        assertThat(passes.stream().filter(t -> t.figures().get(2).isPresent())).hasSize(1);
        assertThat(passes).allMatch(t -> t.figures().get(1).isEmpty());
    }

    @Test
    void theBestOfEachIsPlacedAndLocked() {
        Map<Integer, Take> best = map().best(TakeWeights.USUAL, Set.of());
        assertThat(best).containsOnlyKeys(0, 1, 2);
        assertThat(best.get(1)).isEqualTo(map().takes().get(1));
        Session chosen = Wanted.timing(100, 0).apply(choosing(best));
        DerivedVoice made = derived(chosen);
        assertThat(made.analysis().orElseThrow().phrases()).hasSize(3);
        assertThat(made.alignment().missing()).isEmpty();
        Clip middle =
                chosen.voice(voice().id()).orElseThrow().layer().clips().stream()
                        .filter(c -> c.recordingId().equals(map().takes().get(1).recordingId()))
                        .findFirst()
                        .orElseThrow();
        Map<String, Double> lead = seconds(Takes.LEAD.performance());
        double[] off =
                FaultyTakes.SLOW.performance().moments().stream()
                        .filter(m -> m.id().startsWith("b/"))
                        .mapToDouble(m ->
                                Math.abs(
                                        made.timing()
                                                        .map()
                                                        .outputSecondsAt(
                                                                m.seconds() + middle.shiftSeconds())
                                                - lead.getOrDefault(m.id(), 0.0)))
                        .toArray();
        assertThat(Percentile.median(off)).isLessThan(0.008);
    }

    private static Map<String, Double> seconds(Performance performance) {
        Map<String, Double> seconds = new TreeMap<>();
        performance.moments().forEach(m -> seconds.put(m.id(), m.seconds()));
        return seconds;
    }

    @Test
    void whatIsNotAtASeamIsTheTakesOwn() {
        Session chosen = choosing(Map.of(1, map().takes().get(1)));
        float[] heard =
                derived(Wanted.timing(0, 0).apply(chosen)).file().orElseThrow().sound().channel(0);
        List<Clip> clips = chosen.voice(voice().id()).orElseThrow().layer().clips();
        assertThat(clips).hasSize(3);
        int compared = 0;
        for (Clip clip : clips) {
            float[] own =
                    clip.recordingId().equals(clips.get(1).recordingId())
                            ? FaultyTakes.SLOW.sound().channel(0)
                            : FaultyTakes.WRONG.sound().channel(0);
            long from = Math.round((clip.placedSeconds() + clip.fadeInSeconds()) * RATE) + 1;
            long to =
                    Math.round(
                                    (clip.inVoice().orElseThrow().endSeconds()
                                                    - clip.fadeOutSeconds())
                                            * RATE)
                            - 1;
            long at = Math.round(clip.placedSeconds() * RATE);
            long recorded = Math.round(clip.span().orElseThrow().startSeconds() * RATE);
            for (long i = from; i < to && recorded + i - at < own.length; i++) {
                assertThat(heard[(int) i]).isEqualTo(own[(int) (recorded + i - at)]);
                compared++;
            }
        }
        assertThat(compared).isGreaterThan(10 * RATE);
    }

    /// The voice stays the same voice, whichever of its takes it begins with.
    @Test
    void anotherTakeIsPrintedAgainUnderTheSameName() throws Exception {
        Ledger ledger = new Ledger(folder.resolve("written"));
        List<Path> before = List.of();
        for (int take : new int[] {1, 0}) {
            Session chosen = choosing(Map.of(0, map().takes().get(take)));
            Derived derived = engine.derive(chosen, Progress.NONE);
            List<Path> printed =
                    VoicePrinter.print(
                                    VoicePrinter.jobs(derived),
                                    folder.resolve("printed"),
                                    Delivery.AS_IT_SOUNDS,
                                    new Targets(chosen.files(), ledger, false),
                                    Progress.NONE)
                            .printed()
                            .stream()
                            .map(Printed::file)
                            .toList();
            assertThat(printed).isNotEmpty();
            assertThat(before.isEmpty() || before.equals(printed)).isTrue();
            before = printed;
        }
    }

    /// A word comes from another take: no step of level at its seams that a voice does not have by
    /// itself, and around them the takes' own samples.
    @Test
    void aWordComesFromAnotherTake() {
        GuideSpan phrase = map().phrases().get(0);
        List<Double> syllables =
                Syllables.of(Takes.LEAD.analysis()).stream().filter(phrase::contains).toList();
        GuideSpan word = new GuideSpan(syllables.get(1), syllables.get(2));
        Take other = map().takes().get(1);
        List<Clip> clips =
                engine.derive(session, Progress.NONE)
                        .comp(voice(), map())
                        .orElseThrow()
                        .choosing(word, other);
        assertThat(clips).hasSize(3);
        Session chosen =
                Wanted.timing(0, 0)
                        .apply(
                                new Edit.Arrange(voice().id(), "double", "word", clips)
                                        .apply(session));
        Voice made = chosen.voice(voice().id()).orElseThrow();
        assertThat(map().parts(made.layer(), other, 0)).hasSize(1);
        GuideSpan part = map().parts(made.layer(), other, 0).getFirst();
        assertThat(part.startSeconds()).isCloseTo(word.startSeconds(), within(0.15));
        assertThat(part.endSeconds()).isCloseTo(word.endSeconds(), within(0.15));

        DerivedVoice derived = derived(chosen);
        float[] heard = new float[FaultyTakes.WRONG.sound().frames()];
        derived.locked().orElseThrow().read(0, 0, heard, heard.length);
        float[] own = FaultyTakes.WRONG.sound().channel(0);
        double from = clips.get(1).placedSeconds() - 0.15;
        double to = clips.get(1).inVoice().orElseThrow().endSeconds() + 0.15;
        for (int i = 0; i < heard.length; i++) {
            double at = (double) i / RATE;
            if (at < from || at > to) {
                assertThat(heard[i]).isEqualTo(own[i]);
            }
        }

        // Taken back, the voice is what it was.
        List<Clip> back =
                engine.derive(chosen, Progress.NONE)
                        .comp(made, map())
                        .orElseThrow()
                        .choosing(word, map().takes().get(0));
        assertThat(back).hasSize(1);
        assertThat(back.getFirst().shiftSeconds()).isZero();
    }

    /// The voice begins with a take at another sample rate, in 16 bits.
    @Test
    void theVoiceKeepsItsRateAndFormat() throws Exception {
        Path file = folder.resolve("Mära – tk (4)%20.wav");
        float[] low = new Resampler(RATE, 44_100).resample(FaultyTakes.SLOW.sound().channel(0));
        SoundFiles.write(Target.fresh(file), Sound.owning(44_100, low), SoundFormat.WAV_16);
        Recording more = Recording.of(new FreeIds(session).next("r"), AudioReference.to(file));
        Session added = new TakeEdit.Add(voice().id(), "double", List.of(more)).apply(session);
        Voice voice = added.voice(voice().id()).orElseThrow();
        TakeMap map = engine.takes(added, voice, Progress.NONE);
        List<Clip> clips =
                engine.derive(added, Progress.NONE)
                        .comp(voice, map)
                        .orElseThrow()
                        .choosing(Map.of(0, map.takes().getLast()));
        assertThat(clips.getFirst().recordingId()).isEqualTo(more.id());
        DerivedVoice made =
                derived(new Edit.Arrange(voice.id(), "double", "takes", clips).apply(added));
        assertThat(made.file().orElseThrow().format()).isEqualTo(SoundFormat.WAV_FLOAT);
        assertThat(made.file().orElseThrow().sound().sampleRateHertz()).isEqualTo(RATE);
        double from = map.phrases().getFirst().startSeconds() + 0.5;
        RecordedSpan within = new RecordedSpan(from, from + 1);
        double[] heard = samples(made.file().orElseThrow().sound(), within);
        double[] own =
                samples(
                        FaultyTakes.SLOW.sound(),
                        within.shiftedBy(-clips.getFirst().shiftSeconds()));
        assertThat(Correlation.of(heard.length, i -> heard[i], i -> own[i])).isGreaterThan(0.999);
    }

    private static double[] samples(Sound sound, RecordedSpan span) {
        double[] samples = new double[(int) (span.seconds() * RATE)];
        sound.read(0, Math.round(span.startSeconds() * RATE), samples, 0, samples.length);
        return samples;
    }

    @Test
    void oneTakeEverywhereIsThatTake() {
        Take first = map().takes().getFirst();
        Session chosen = choosing(Map.of(0, first, 1, first, 2, first));
        DerivedVoice made = derived(Wanted.timing(0, 0).apply(chosen));
        float[] heard = new float[FaultyTakes.WRONG.sound().frames()];
        made.locked().orElseThrow().read(0, 0, heard, heard.length);
        assertThat(heard).isEqualTo(FaultyTakes.WRONG.sound().channel(0));
    }

    /// The lead is put together as well: as a voice that follows what led before.
    @Test
    void aVoiceThatWasChosenLeads() {
        Session chosen = choosing(Map.of(1, map().takes().get(1)));
        String before = session.guide().orElseThrow().id();
        Session led =
                new Edit.SetGuide(voice().id(), "double", Stack.of(Role.DOUBLE)).apply(chosen);
        Derived derived = engine.derive(led, Progress.NONE);
        assertThat(derived.problems()).isEmpty();
        assertThat(derived.guidePhrases()).hasSameSizeAs(map().phrases());
        DerivedVoice follows = derived.voice(before).orElseThrow();
        assertThat(follows.lock().before().medianSeconds()).isGreaterThan(0.02);
        assertThat(follows.lock().after().medianSeconds()).isLessThan(0.01);
    }

    @Test
    void whatIsLeftIsNeverTakenTwice() {
        Map<Integer, Take> best = map().best(TakeWeights.USUAL, Set.of());
        Session chosen = choosing(best);
        Set<TakeMap.Used> used =
                new HashSet<>(map().used(chosen.voice(voice().id()).orElseThrow().layer()));
        assertThat(used).hasSize(3);
        Map<Integer, Take> left = map().best(TakeWeights.USUAL, used);
        left.forEach((phrase, take) -> assertThat(take).isNotEqualTo(best.get(phrase)));
        List<Clip> clips =
                engine.derive(session, Progress.NONE).comp(voice(), map()).orElseThrow().only(left);
        assertThat(clips).isNotEmpty();
    }

    @Test
    void tracksBecomeTakesAndTakesAreLetGo() {
        FreeIds free = new FreeIds(session);
        Recording more = Recording.of(free.next("r"), session.recordings().getFirst().audio());
        Session added = new TakeEdit.Add(voice().id(), "double", List.of(more)).apply(session);
        assertThat(added.voice(voice().id()).orElseThrow().layer().takes())
                .hasSize(4)
                .endsWith(more.id());
        Session without =
                new TakeEdit.Drop(voice().id(), "double", List.of(more.id())).apply(added);
        assertThat(without).isEqualTo(session);
        String lead = session.guide().orElseThrow().id();
        Session joined = new TakeEdit.Join(voice().id(), "double", List.of(lead)).apply(session);
        assertThat(joined.voices()).hasSize(1);
        assertThat(joined.followers().getFirst().layer().takes()).hasSize(4);
    }
}
