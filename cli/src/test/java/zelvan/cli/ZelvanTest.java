package zelvan.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.stream.DoubleStream;
import java.util.stream.IntStream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import zelvan.analysis.Note;
import zelvan.analysis.PitchTrack;
import zelvan.analysis.VoiceAnalyser;
import zelvan.analysis.VoiceAnalysis;
import zelvan.audio.Sound;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.dsp.Percentile;
import zelvan.files.Target;
import zelvan.session.SessionFile;
import zelvan.singers.DemoSession;
import zelvan.singers.Truth;
import zelvan.timing.LineUp;
import zelvan.timing.TimingSettings;
import zelvan.tuning.Chord;
import zelvan.units.Pitch;

/// The command line as a script uses it: arguments in; files, exit codes and one line of error out.
class ZelvanTest {
    @TempDir static Path folder;
    private static Path demo;
    private final StringWriter errors = new StringWriter();
    private final StringWriter output = new StringWriter();

    @BeforeAll
    static void sing() throws Exception {
        demo = folder.resolve("demo");
        var out = new PrintWriter(new StringWriter());
        assertThat(Zelvan.run(new String[] {"demo", "--out", demo.toString()}, out, out)).isZero();
    }

    private int run(Object... arguments) {
        String[] texts = Arrays.stream(arguments).map(String::valueOf).toArray(String[]::new);
        return Zelvan.run(texts, new PrintWriter(output, true), new PrintWriter(errors, true));
    }

    private static double mapped(JsonNode points, double source) {
        for (int i = 1; i < points.size(); i++) {
            double b = points.get(i).get("sourceSeconds").asDouble();
            if (source <= b) {
                double a = points.get(i - 1).get("sourceSeconds").asDouble();
                double outA = points.get(i - 1).get("outputSeconds").asDouble();
                double outB = points.get(i).get("outputSeconds").asDouble();
                return outA + (source - a) / (b - a) * (outB - outA);
            }
        }
        return source;
    }

    /// Tightens something against the demo's lead.
    ///
    /// @param more options and voices
    private int tighten(Path out, Object... more) {
        List<Object> arguments =
                new ArrayList<>(
                        List.of(
                                "tighten",
                                "--guide",
                                demo.resolve(DemoSession.GUIDE),
                                "--out",
                                out));
        arguments.addAll(List.of(more));
        return run(arguments.toArray());
    }

    @Test
    void tightenLocksPrintsReportsAndSaves() throws Exception {
        Path out = folder.resolve("out");
        Path report = folder.resolve("r.json");
        Path session = folder.resolve("song.zelvan");
        int code =
                tighten(
                        out,
                        "--report",
                        report,
                        "--save",
                        session,
                        demo.resolve("Mara double left.wav"),
                        demo.resolve("Mara double right.wav"));
        assertThat(errors.toString()).isEmpty();
        assertThat(code).isZero();
        Truth truth = Truth.read(demo);
        JsonNode parts = JsonMapper.shared().readTree(report.toFile()).get("parts");
        assertThat(parts).hasSize(2);
        for (JsonNode part : parts) {
            String name = Path.of(part.get("file").asString()).getFileName().toString();
            double[] offsets = truth.offsetsSeconds(name, t -> mapped(part.get("timeMap"), t));
            double[] millis = Arrays.stream(offsets).map(o -> 1000 * Math.abs(o)).toArray();
            assertThat(Percentile.median(millis)).isLessThan(10);
            assertThat(Percentile.of(millis, 90)).isLessThan(30);
            Sound printed = SoundFiles.read(Path.of(part.get("output").asString())).sound();
            assertThat(printed.seconds())
                    .isCloseTo(SoundFiles.read(demo.resolve(name)).sound().seconds(), within(0.5));
        }
        assertThat(run("print", session, "--out", folder.resolve("again"))).isZero();
        assertThat(Files.readAllBytes(folder.resolve("again").resolve("Mara double right.wav")))
                .isEqualTo(Files.readAllBytes(out.resolve("Mara double right.wav")));
        assertThat(run("report", session, "--format", "html", "--out", folder.resolve("r.html")))
                .isZero();
        assertThat(Files.readString(folder.resolve("r.html"))).contains("Mara double right");
    }

    @Test
    void pullZeroPrintsTheSource() throws Exception {
        Path out = folder.resolve("zero");
        Path voice = demo.resolve("Mara double left.wav");
        assertThat(tighten(out, "--timing-pull", 0, voice)).isZero();
        assertThat(SoundFiles.read(out.resolve("Mara double left.wav")).sound().channel(0))
                .isEqualTo(SoundFiles.read(voice).sound().channel(0));
    }

    @Test
    void anAnchorAndAProtectionAreObeyed() throws Exception {
        Path report = folder.resolve("a.json");
        int code =
                tighten(
                        folder.resolve("anchored"),
                        "--report",
                        report,
                        "--anchor",
                        "Mara double left.wav:3.0=3.1",
                        "--protect",
                        "Mara double left.wav:12.5-14.5:timing",
                        demo.resolve("Mara double left.wav"));
        assertThat(code).isZero();
        JsonNode map =
                JsonMapper.shared().readTree(report.toFile()).get("parts").get(0).get("timeMap");
        assertThat(mapped(map, 3.0)).isCloseTo(3.1, within(1e-3));
        assertThat(mapped(map, 14) - mapped(map, 13)).isCloseTo(1, within(1e-6));
    }

    /// What is asked of vibrato and wander is heard in the print: notes stand still.
    @Test
    void movementInNotesIsTakenOut() throws Exception {
        Path out = folder.resolve("still");
        Path voice = demo.resolve("Odo octave.wav");
        assertThat(tighten(out, "--timing-pull", 0, "--vibrato", 0, "--wander", 0, voice)).isZero();
        VoiceAnalysis sung = new VoiceAnalyser().analyse(SoundFiles.read(voice).sound());
        VoiceAnalysis printed =
                new VoiceAnalyser().analyse(SoundFiles.read(out.resolve("Odo octave.wav")).sound());
        List<Double> before = new ArrayList<>();
        List<Double> after = new ArrayList<>();
        for (Note note : sung.notes()) {
            if (note.span().seconds() > 0.5) {
                before.add(movementCents(sung, note));
                after.add(movementCents(printed, note));
            }
        }
        assertThat(before).hasSizeGreaterThan(10);
        assertThat(median(before)).isGreaterThan(5);
        assertThat(median(after)).isLessThan(0.4 * median(before));
    }

    private static double median(List<Double> values) {
        return Percentile.median(values.stream().mapToDouble(v -> v).toArray());
    }

    /// Half of the range in which the middle 80 % of a note's pitch lie.
    private static double movementCents(VoiceAnalysis heard, Note note) {
        double[] cents =
                DoubleStream.iterate(
                                note.span().startSeconds() + 0.1,
                                t -> t < note.span().endSeconds() - 0.1,
                                t -> t + 0.005)
                        .map(heard.pitch()::hertzNear)
                        .filter(hertz -> hertz > 0)
                        .map(hertz -> Pitch.centsBetween(Pitch.A4_HERTZ, hertz))
                        .toArray();
        return 0.5 * (Percentile.of(cents, 90) - Percentile.of(cents, 10));
    }

    /// A preset is where pull and slack start; what is given beside it departs from it.
    @Test
    void aPresetStartsFromItsFiguresAndIsDepartedFrom() throws Exception {
        Path session = folder.resolve("preset.zelvan");
        assertThat(
                        tighten(
                                folder.resolve("preset"),
                                "--preset",
                                "legato",
                                "--timing-slack",
                                7,
                                "--chords",
                                demo.resolve("Lanterns on the Pier.mid"),
                                "--save",
                                session,
                                demo.resolve("Mara double left.wav")))
                .isZero();
        assertThat(TimingSettings.of(SessionFile.read(session).stacks().getFirst().settings()))
                .isEqualTo(new TimingSettings(0.6, 0.007, LineUp.VOWELS).withLimit(0.025));
        assertThat(SessionFile.read(session).harmony().chordAt(3).map(Chord::name)).contains("Em");
    }

    @Test
    void warpRunsAVoiceAlongAMap() throws Exception {
        Path map =
                Files.writeString(
                        folder.resolve("t.csv"), "sourceSeconds,outputSeconds\n0,0\n10,12\n");
        Path out = folder.resolve("warped.wav");
        assertThat(run("warp", demo.resolve(DemoSession.GUIDE), out, "--time-map", map)).isZero();
        assertThat(SoundFiles.read(out).sound().seconds()).isCloseTo(47 + 2, within(0.001));
    }

    /// An octave up, heard again: the pitch doubles, the length stays.
    @Test
    void warpMovesPitchAndFormants() throws Exception {
        Path time =
                Files.writeString(folder.resolve("t1.csv"), "sourceSeconds,outputSeconds\n0,0\n");
        Path pitch =
                Files.writeString(
                        folder.resolve("p.csv"), "sourceSeconds,cents\n0,1200\n60,1200\n");
        Path in = demo.resolve("Odo octave.wav");
        Path out = folder.resolve("higher.wav");
        assertThat(
                        run(
                                "warp",
                                in,
                                out,
                                "--time-map",
                                time,
                                "--pitch-map",
                                pitch,
                                "--formant",
                                "1.5"))
                .isZero();
        PitchTrack before = new VoiceAnalyser().analyse(SoundFiles.read(in).sound()).pitch();
        PitchTrack after = new VoiceAnalyser().analyse(SoundFiles.read(out).sound()).pitch();
        double[] ratios =
                IntStream.range(0, before.frames())
                        .filter(f -> before.voiced(f) && after.voiced(f))
                        .mapToDouble(f -> after.hertz(f) / before.hertz(f))
                        .toArray();
        assertThat(ratios).hasSizeGreaterThan(2000);
        assertThat(Percentile.median(ratios)).isCloseTo(2, within(0.005));
    }

    @Test
    void whatCannotBeWarpedIsSaid() throws Exception {
        Path map = Files.writeString(folder.resolve("bad.csv"), "sourceSeconds,cents\n1,9999\n");
        Path time =
                Files.writeString(folder.resolve("t2.csv"), "sourceSeconds,outputSeconds\n0,0\n");
        Path in = demo.resolve(DemoSession.GUIDE);
        Path out = folder.resolve("never.wav");
        assertThat(run("warp", in, out, "--time-map", time, "--pitch-map", map)).isEqualTo(1);
        assertThat(errors.toString()).contains("bad.csv").contains("9999");
        assertThat(run("warp", in, out, "--time-map", time, "--formant", "13")).isNotZero();
        assertThat(errors.toString()).contains("--formant");
        assertThat(Files.exists(out)).isFalse();
    }

    @Test
    void analyseWritesWhatIsHeard() throws Exception {
        Path out = folder.resolve("a.json");
        assertThat(run("analyse", demo.resolve(DemoSession.GUIDE), "--out", out)).isZero();
        assertThat(JsonMapper.shared().readTree(out.toFile()).get("phrases").size()).isEqualTo(8);
    }

    /// A double sits on the guide's pitch, heard again in what was printed; where its pitch and
    /// timing are protected, not a sample changes.
    @Test
    void pitchIsLockedToTheGuide() throws Exception {
        Path out = folder.resolve("tuned");
        String voice = "Mara double right.wav";
        assertThat(
                        tighten(
                                out,
                                "--timing-pull",
                                "0",
                                "--pitch-target",
                                "guide",
                                "--protect",
                                voice + ":20-24:pitch",
                                "--report",
                                folder.resolve("r.json"),
                                demo.resolve(voice)))
                .isZero();
        JsonNode pitch =
                JsonMapper.shared()
                        .readTree(Files.readString(folder.resolve("r.json")))
                        .at("/parts/0/pitch");
        assertThat(pitch.path("beforeMedianCents").asDouble()).isGreaterThan(5);
        assertThat(pitch.path("afterMedianCents").asDouble()).isLessThan(3);
        Sound before = SoundFiles.read(demo.resolve(voice)).sound();
        Sound after = SoundFiles.read(out.resolve(voice)).sound();
        int from = 20 * before.sampleRateHertz();
        int to = 24 * before.sampleRateHertz();
        assertThat(Arrays.copyOfRange(after.channel(0), from, to))
                .isEqualTo(Arrays.copyOfRange(before.channel(0), from, to));
        assertThat(after.channel(0)).isNotEqualTo(before.channel(0));
    }

    @Test
    void aBadFileIsOneClearLine() throws Exception {
        Path bad = Files.writeString(folder.resolve("bad.wav"), "la la la");
        assertThat(tighten(folder.resolve("x"), bad)).isEqualTo(1);
        assertThat(errors.toString().lines())
                .singleElement()
                .asString()
                .startsWith("zelvan: bad.wav: ");
        assertThat(output.toString()).isEmpty();
    }

    @Test
    void aSilentVoiceIsNamed() throws Exception {
        Path silent = folder.resolve("silent.wav");
        SoundFiles.write(
                Target.fresh(silent), Sound.owning(48_000, new float[4800]), SoundFormat.WAV_24);
        assertThat(run("analyse", silent, "--out", folder.resolve("s.json"))).isEqualTo(1);
        assertThat(errors.toString()).contains("silent.wav: it is silent");
    }

    @ParameterizedTest
    @CsvSource({
        "--pitch-target moon, 1, pitch-target must be one of",
        "--pitch-target chord, 1, no chord is known",
        "--pitch-pull 101, 1, 0 to 100",
        "--chord 3:Am, 1, Write it as 12.5=Am7",
        "--chords lost.mid, 1, lost.mid: it could not be read",
        "--key H, 1, not understood",
        "--timing-pull 140, 1, 0 to 100",
        "--preset crooner, 1, no preset of that name",
        "--protect nobody.wav:1-2:timing, 1, no voice of that name",
        "--anchor hello, 1, VOICEFILE:VOICESECONDS",
        "--tightness 3, 2, Unknown option"
    })
    void whatCannotBeMeantIsRefused(String options, int code, String said) {
        List<Object> more = new ArrayList<>(List.of(options.split(" ")));
        more.add(demo.resolve("Mara double left.wav"));
        assertThat(tighten(folder.resolve("y"), more.toArray())).isEqualTo(code);
        assertThat(errors.toString()).contains(said);
    }

    @Test
    void withoutAWindowThatIsSaid() {
        assertThat(run("open")).isEqualTo(1);
        assertThat(errors.toString()).contains("desktop application");
    }
}
