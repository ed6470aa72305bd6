package zelvan.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import zelvan.align.Aligner;
import zelvan.align.Alignment;
import zelvan.audio.Sound;
import zelvan.audio.SoundFile;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.engine.Progress;
import zelvan.files.Ledger;
import zelvan.files.Target;
import zelvan.files.Targets;
import zelvan.files.WriteProblem;
import zelvan.level.HeardLevels;
import zelvan.level.LevelMapper;
import zelvan.level.LevelSettings;
import zelvan.measure.LevelLockMap;
import zelvan.measure.LockMap;
import zelvan.measure.LockMeter;
import zelvan.measure.PitchLockMap;
import zelvan.measure.PitchMeter;
import zelvan.render.EpochFinder;
import zelvan.render.RawSource;
import zelvan.render.Shape;
import zelvan.render.VoiceRenderer;
import zelvan.session.Edit;
import zelvan.session.Role;
import zelvan.session.Session;
import zelvan.session.Voice;
import zelvan.setting.Settings;
import zelvan.testing.Takes;
import zelvan.timing.TimeMap;
import zelvan.timing.TimeMapper;
import zelvan.timing.TimingResult;
import zelvan.timing.TimingSettings;
import zelvan.tuning.Harmony;
import zelvan.tuning.MatchedPitch;
import zelvan.tuning.PitchMapper;
import zelvan.tuning.PitchTarget;
import zelvan.tuning.TuningSettings;
import zelvan.units.Curve;

class ExchangeTest {
    @TempDir Path folder;

    @ParameterizedTest
    @CsvSource({
        "Song bed, BED",
        "Anna octave up, OCTAVE",
        "Anna high harmony, HARMONY",
        "Lead take 3, TAKE",
        "Anna dbl R take 2, DOUBLE"
    })
    void aNameTellsTheRole(String name, Role role) {
        assertThat(new TrackName(name).role()).contains(role);
        assertThat(new TrackName(name).isPlain()).isTrue();
    }

    @Test
    void whatANameOnlyHintsAtIsAGuess() {
        assertThat(new TrackName("BV 1 high").role()).contains(Role.HARMONY);
        assertThat(new TrackName("BV 1 high").isPlain()).isFalse();
        assertThat(new TrackName("Audio 17_03").role()).isEmpty();
        assertThat(
                        VoiceFolder.adding(
                                        Session.EMPTY,
                                        List.of(
                                                Path.of("Anna lead.wav"),
                                                Path.of("Audio 17_03.wav"),
                                                Path.of("Anna dbl.wav")))
                                .voices())
                .extracting(Voice::guessed)
                .containsExactly(false, true, false);
    }

    @Test
    void theLeadIsTheGuideElseTheFirst() {
        Edit.AddVoices named =
                VoiceFolder.adding(
                        Session.EMPTY,
                        List.of(Path.of("a.wav"), Path.of("b LEAD.wav"), Path.of("c.wav")));
        assertThat(named.voices())
                .extracting(Voice::role)
                .containsExactly(Role.DOUBLE, Role.GUIDE, Role.DOUBLE);
        Edit.AddVoices unnamed =
                VoiceFolder.adding(
                        Session.EMPTY,
                        List.of(Path.of("bed.wav"), Path.of("b.wav"), Path.of("c.wav")));
        assertThat(unnamed.voices())
                .extracting(Voice::role)
                .containsExactly(Role.BED, Role.GUIDE, Role.DOUBLE);
        Session session = named.apply(Session.EMPTY);
        Edit.AddVoices more = VoiceFolder.adding(session, List.of(Path.of("d lead.wav")));
        assertThat(more.apply(session).voices())
                .hasSize(4)
                .extracting(Voice::id)
                .doesNotHaveDuplicates();
        assertThat(more.voices().getFirst().role()).isEqualTo(Role.DOUBLE);
    }

    /// A MIDI file that lies with the sound is no sound, but is found.
    @Test
    void theMidiFileBesideTheVoicesIsFound() throws Exception {
        Path lead = Files.createFile(folder.resolve("a lead.wav"));
        Path midi = Files.createFile(folder.resolve("Song.MID"));
        assertThat(VoiceFolder.soundFiles(List.of(folder))).containsExactly(lead);
        assertThat(VoiceFolder.soundFiles(List.of(lead, midi))).containsExactly(lead);
        assertThat(VoiceFolder.midiFile(List.of(folder))).contains(midi);
        assertThat(VoiceFolder.midiFile(List.of(lead, midi))).contains(midi);
        assertThat(VoiceFolder.midiFile(List.of(lead))).isEmpty();
    }

    @Test
    void aFolderWithoutSoundIsAProblem() throws Exception {
        Files.writeString(folder.resolve("lyrics.txt"), "la");
        assertThatThrownBy(() -> VoiceFolder.soundFiles(List.of(folder)))
                .isInstanceOf(ExchangeProblem.class)
                .hasMessageContaining("no sound file");
    }

    private static VoicePrinter.Job job(Path original, Sound sound, SoundFormat format) {
        return new VoicePrinter.Job(
                String.valueOf(original.getFileName()),
                original,
                String.valueOf(original.getFileName()),
                sound,
                format,
                new RawSource(sound),
                0);
    }

    @Test
    void printedVoicesHaveTheirNamesFormatsAndOneLength() throws Exception {
        Sound brief = Sound.owning(44_100, new float[] {0.5f, 0.25f});
        Sound longer = Sound.owning(48_000, new float[4800]);
        longer.channel(0)[10] = 0.5f;
        List<Printed> printed =
                VoicePrinter.print(
                                List.of(
                                        job(
                                                folder.resolve("a.wav"),
                                                brief,
                                                new SoundFormat(
                                                        SoundFormat.Container.WAV, 16, false)),
                                        job(
                                                folder.resolve("b.flac"),
                                                longer,
                                                new SoundFormat(
                                                        SoundFormat.Container.FLAC, 24, false)),
                                        job(
                                                folder.resolve("x/a.wav"),
                                                longer,
                                                SoundFormat.WAV_FLOAT)),
                                folder.resolve("out"),
                                Delivery.AS_IT_SOUNDS,
                                Targets.replacingNothing(),
                                Progress.NONE)
                        .printed();
        assertThat(printed)
                .extracting(p -> p.file().getFileName().toString())
                .containsExactly("a.wav", "b.flac", "a (2).wav");
        for (Printed each : printed) {
            SoundFile file = SoundFiles.read(each.file());
            assertThat(file.sound().seconds()).isEqualTo(0.1);
        }
        assertThat(SoundFiles.read(printed.get(1).file()).format())
                .isEqualTo(new SoundFormat(SoundFormat.Container.FLAC, 24, false));
    }

    /// A voice of full depth, the second half of which is stretched.
    @ParameterizedTest
    @CsvSource({"32,false", "64,true"})
    void whatIsNotChangedIsPrintedInFullDepth(int bits, boolean floatingPoint) throws Exception {
        float[] sung = Takes.LEAD.sound().channel(0);
        Random random = new Random(bits);
        double[] deep = new double[sung.length];
        Arrays.setAll(
                deep,
                i ->
                        floatingPoint
                                ? sung[i] + random.nextGaussian() * 1e-12
                                : Math.scalb(Math.rint(Math.scalb((double) sung[i], 31)), -31));
        SoundFormat format = new SoundFormat(SoundFormat.Container.WAV, bits, floatingPoint);
        Path file = folder.resolve("deep.wav");
        SoundFiles.write(Target.fresh(file), Sound.owning(Takes.RATE_HERTZ, deep), format);
        Sound sound = SoundFiles.read(file).sound();
        double half = 0.5 * sound.seconds();
        TimeMap time =
                TimeMap.of(
                        List.of(
                                new TimeMap.Point(0, 0),
                                new TimeMap.Point(half, half),
                                new TimeMap.Point(2 * half, 2.1 * half)));
        VoiceRenderer stretched =
                new VoiceRenderer(
                        sound,
                        new EpochFinder().find(sound, Takes.LEAD.analysis().pitch()),
                        Shape.of(time));
        VoicePrinter.print(
                List.of(
                        new VoicePrinter.Job(
                                "deep", file, "deep.wav", sound, format, stretched, 0)),
                folder.resolve("out"),
                Delivery.AS_IT_SOUNDS,
                Targets.replacingNothing(),
                Progress.NONE);
        SoundFile printed = SoundFiles.read(folder.resolve("out/deep.wav"));
        assertThat(printed.format()).isEqualTo(format);
        double[] first = new double[(int) (half * Takes.RATE_HERTZ) - 1];
        printed.sound().read(0, 0, first, 0, first.length);
        assertThat(Arrays.mismatch(first, Arrays.copyOf(deep, first.length))).isEqualTo(-1);
    }

    @Test
    void aRecordingIsNeverReplaced() throws Exception {
        Path original = folder.resolve("a.wav");
        SoundFiles.write(Target.fresh(original), Takes.LEAD.sound(), SoundFormat.WAV_24);
        byte[] before = Files.readAllBytes(original);
        assertThatThrownBy(() ->
                        VoicePrinter.print(
                                List.of(job(original, Takes.LOOSE.sound(), SoundFormat.WAV_24)),
                                folder,
                                Delivery.AS_IT_SOUNDS,
                                new Targets(
                                        List.of(original),
                                        new Ledger(folder.resolve("written")),
                                        true),
                                Progress.NONE))
                .isInstanceOf(WriteProblem.class)
                .hasMessageContaining("recordings are never replaced");
        assertThat(Files.readAllBytes(original)).isEqualTo(before);
    }

    private static LockReport.Part part() {
        Alignment alignment =
                new Aligner()
                        .align(Takes.LEAD.analysis(), Takes.LOOSE.analysis(), List.of(), List.of());
        TimingResult timing =
                new TimeMapper(Takes.LOOSE.analysis())
                        .map(alignment, t -> new TimingSettings(0.5, 0), List.of());
        LockMap lock =
                new LockMeter(
                                Takes.LEAD.analysis().phrasesAsGuide(),
                                Takes.LEAD.analysis().landmarks(),
                                TimeMap.IDENTITY)
                        .measure(alignment, timing, List.of(), Takes.LOOSE.analysis().phrases());
        return new LockReport.Part(
                "Loose <double>",
                Path.of("loose.wav"),
                Path.of("out/loose.wav"),
                alignment,
                timing,
                lock,
                pitch(alignment),
                level(alignment));
    }

    /// As it was recorded.
    private static LevelLockMap level(Alignment alignment) {
        HeardLevels lead = new HeardLevels(Takes.LEAD.analysis(), List.of());
        HeardLevels loose = new HeardLevels(Takes.LOOSE.analysis(), List.of());
        return LevelLockMap.of(
                LevelMapper.map(
                        loose,
                        Optional.of(new LevelMapper.Guide(lead, Curve.NONE, t -> t)),
                        alignment,
                        t -> LevelSettings.of(Settings.NONE),
                        new LevelMapper.Wanted(List.of(), List.of(), List.of(), 0)),
                Takes.LEAD.analysis().phrasesAsGuide());
    }

    /// Each note as a whole, all the way.
    private static PitchLockMap pitch(Alignment alignment) {
        MatchedPitch matched =
                MatchedPitch.of(
                        Takes.LOOSE.analysis(),
                        Takes.LEAD.analysis().pitch(),
                        alignment,
                        seconds -> seconds);
        TuningSettings settings = new TuningSettings(PitchTarget.GUIDE, 1, 0, 1);
        return new PitchMeter(Takes.LEAD.analysis().phrasesAsGuide())
                .measure(
                        matched,
                        PitchMapper.map(
                                matched, Harmony.UNKNOWN, t -> settings, List.of(), List.of()));
    }

    @Test
    void pitchIsInTheFiguresToo() {
        PitchLockMap pitch = part().pitch();
        assertThat(pitch.before().medianCents()).isBetween(3.0, 40.0);
        assertThat(pitch.after().medianCents()).isLessThan(2);
        assertThat(pitch.cells())
                .hasSize(3)
                .allSatisfy(cell -> assertThat(cell.after().count()).isGreaterThan(100));
    }

    @Test
    void halfThePullLeavesHalfTheOffset() {
        LockReport.Part part = part();
        assertThat(part.lock().before().medianSeconds()).isGreaterThan(0.02);
        assertThat(part.lock().after().medianSeconds() / part.lock().before().medianSeconds())
                .isBetween(0.45, 0.55);
        assertThat(part.lock().cells())
                .hasSize(3)
                .allMatch(c -> c.state() == LockMap.State.MATCHED);
    }

    @Test
    void theReportHasTheFormThatScriptsReadAndItsMapIncreases() throws Exception {
        Path file = folder.resolve("r.json");
        LockReport.writeJson(
                Target.fresh(file),
                Path.of("lead.wav"),
                Takes.LEAD.analysis().phrasesAsGuide(),
                List.of(part()));
        JsonNode part = JsonMapper.shared().readTree(file.toFile()).get("parts").get(0);
        assertThat(part.propertyNames())
                .containsExactlyInAnyOrder(
                        "file",
                        "output",
                        "timeMap",
                        "anchors",
                        "unmatched",
                        "timing",
                        "pitch",
                        "level");
        double last = -10;
        for (JsonNode point : part.get("timeMap")) {
            assertThat(point.get("outputSeconds").asDouble()).isGreaterThan(last);
            last = point.get("outputSeconds").asDouble();
        }
        assertThat(part.get("anchors").get(0).propertyNames())
                .containsExactlyInAnyOrder(
                        "kind",
                        "sourceSeconds",
                        "guideSeconds",
                        "outputSeconds",
                        "confidence",
                        "held");
        assertThat(part.get("timing").get("beforeMedianMs").asDouble())
                .isGreaterThan(part.get("timing").get("afterMedianMs").asDouble());
    }

    /// Each figure of the table is on the page and in the report, phrase by phrase.
    @Test
    void tablePageAndReportSayTheSameFigures() throws Exception {
        LockReport.Part part = part();
        LockReport.writeCsv(Target.fresh(folder.resolve("r.csv")), List.of(part));
        LockReport.writeHtml(Target.fresh(folder.resolve("r.html")), "Song", "Lead", List.of(part));
        LockReport.writeJson(
                Target.fresh(folder.resolve("all.json")),
                Path.of("lead.wav"),
                Takes.LEAD.analysis().phrasesAsGuide(),
                List.of(part));
        String page = Files.readString(folder.resolve("r.html"));
        assertThat(page).contains("Loose &lt;double&gt;");
        List<String> rows = Files.readAllLines(folder.resolve("r.csv"));
        assertThat(rows).hasSize(4);
        List<String> names = List.of(rows.getFirst().split(","));
        int reached = 0;
        for (String row : rows.subList(1, rows.size())) {
            String[] values = row.split(",");
            double before = Double.parseDouble(values[names.indexOf("beforeMedianMs")]);
            double after = Double.parseDouble(values[names.indexOf("afterMedianMs")]);
            String onPage =
                    String.format(java.util.Locale.ROOT, "%.0f ms → %.0f ms", before, after);
            assertThat(page.indexOf(onPage, reached)).as(onPage).isPositive();
            reached = page.indexOf(onPage, reached) + 1;
        }
        JsonNode timing =
                JsonMapper.shared()
                        .readTree(folder.resolve("all.json").toFile())
                        .get("parts")
                        .get(0)
                        .get("timing");
        assertThat(page)
                .contains(
                        String.format(
                                java.util.Locale.ROOT,
                                "%.0f ms / %.0f ms",
                                timing.get("afterMedianMs").asDouble(),
                                timing.get("afterP90Ms").asDouble()));
    }

    @Test
    void timeMapsAreReadAndBadOnesNamed() throws Exception {
        Path good =
                Files.writeString(
                        folder.resolve("t.csv"), "sourceSeconds,outputSeconds\n0,0.5\n2,3\n");
        assertThat(MapCsv.readTimeMap(good).outputSecondsAt(1)).isEqualTo(1.75);
        Path falling =
                Files.writeString(
                        folder.resolve("f.csv"), "sourceSeconds,outputSeconds\n0,1\n2,0\n");
        assertThatThrownBy(() -> MapCsv.readTimeMap(falling))
                .hasMessageContaining("f.csv")
                .hasMessageContaining("must increase");
        Path other = Files.writeString(folder.resolve("o.csv"), "a,b\n0,1\n");
        assertThatThrownBy(() -> MapCsv.readTimeMap(other)).isInstanceOf(ExchangeProblem.class);
    }

    @Test
    void anAnalysisHasTheFormThatScriptsRead() throws Exception {
        AnalysisJson.write(Target.fresh(folder.resolve("a.json")), Takes.LEAD.analysis());
        JsonNode tree = JsonMapper.shared().readTree(folder.resolve("a.json").toFile());
        assertThat(tree.get("pitch").get("hz").size()).isEqualTo(Takes.LEAD.analysis().frames());
        assertThat(tree.get("phrases").size()).isEqualTo(3);
        assertThat(tree.get("landmarks").get(0).get("kind").asString())
                .isIn("consonant", "vowel", "release");
        assertThat(tree.get("notes").get(0).get("hz").asDouble()).isBetween(300.0, 500.0);
        assertThat(tree.get("ends").size()).isEqualTo(3);
        JsonNode ess = tree.get("sounds").get(1);
        assertThat(ess.get("kind").asString()).isEqualTo("ess");
        assertThat(ess.get("start").asDouble())
                .isEqualTo(tree.get("esses").get(0).get(0).asDouble());
        assertThat(ess.get("besideVowelsDecibels").asDouble()).isBetween(-20.0, 0.0);
    }
}
