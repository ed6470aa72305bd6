package zelvan.cli;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.io.IOException;
import java.io.PrintWriter;
import java.io.StringWriter;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import zelvan.audio.Sound;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.files.Target;
import zelvan.files.Targets;
import zelvan.singers.DemoSession;

/// Whatever is asked of the program, what was recorded is still there as it was.
class RecordingsAreSafeTest {
    private static final int RATE = 48_000;

    @TempDir static Path sung = Path.of(".");
    @TempDir private Path folder = Path.of(".");
    private final StringWriter errors = new StringWriter();
    private final StringWriter output = new StringWriter();

    @BeforeAll
    static void sing() throws Exception {
        DemoSession.write(sung.resolve("demo"), Targets.replacingNothing());
        excerpt(DemoSession.GUIDE, "lead.wav");
        excerpt("Mara double left.wav", "double.wav");
        excerpt("Mara double right.wav", "right.wav");
    }

    private static void excerpt(String of, String name) throws Exception {
        Sound whole = SoundFiles.read(sung.resolve("demo").resolve(of)).sound();
        float[] samples = new float[9 * RATE];
        whole.read(0, 0, samples, 0, samples.length);
        SoundFiles.write(
                Target.fresh(sung.resolve(name)), Sound.owning(RATE, samples), SoundFormat.WAV_16);
    }

    /// The guide and a voice of the same name in two folders, a second voice, a map, and links.
    @BeforeEach
    void layOut() throws IOException {
        Files.createDirectories(folder.resolve("g"));
        Files.createDirectories(folder.resolve("x"));
        Files.copy(sung.resolve("lead.wav"), folder.resolve("g/take.wav"));
        Files.copy(sung.resolve("double.wav"), folder.resolve("x/take.wav"));
        Files.copy(sung.resolve("right.wav"), folder.resolve("x/other.wav"));
        Files.writeString(folder.resolve("map.csv"), "sourceSeconds,outputSeconds\n0,0\n9,9\n");
        Files.createSymbolicLink(folder.resolve("link.wav"), folder.resolve("g/take.wav"));
        Files.createLink(folder.resolve("hard.wav"), folder.resolve("g/take.wav"));
        Files.createSymbolicLink(folder.resolve("linked"), folder.resolve("g"));
    }

    private int run(String command) {
        String[] arguments =
                Stream.of(command.split(" "))
                        .map(a -> a.replace("@", folder + "/"))
                        .toArray(String[]::new);
        return Zelvan.run(arguments, new PrintWriter(output, true), new PrintWriter(errors, true));
    }

    private Map<Path, List<Byte>> recordings() throws IOException {
        Map<Path, List<Byte>> all = new TreeMap<>();
        for (String name : List.of("g/take.wav", "x/take.wav", "x/other.wav", "map.csv")) {
            List<Byte> bytes = new ArrayList<>();
            for (byte b : Files.readAllBytes(folder.resolve(name))) {
                bytes.add(b);
            }
            all.put(folder.resolve(name), bytes);
        }
        return all;
    }

    @ParameterizedTest
    @ValueSource(
            strings = {
                "tighten --guide @g/take.wav --out @g @x/take.wav",
                "tighten --guide @g/take.wav --out @g @x/take.wav --replace",
                "tighten --guide @g/take.wav --out @linked @x/take.wav --replace",
                "tighten --guide @link.wav --out @g @x/take.wav --replace",
                "tighten --guide @g/take.wav --out @x @x/other.wav --replace",
                "tighten --guide @g/take.wav --out @out --report @x/other.wav @x/other.wav --replace",
                "tighten --guide @g/take.wav --out @out --report @hard.wav @x/other.wav --replace",
                "tighten --guide @g/take.wav --out @out --save @g/take.wav @x/other.wav --replace",
                "tighten --guide @g/take.wav --out @out --save @g/../g/take.wav @x/other.wav --replace",
                "warp @g/take.wav @g/take.wav --time-map @map.csv --replace",
                "warp @g/take.wav @link.wav --time-map @map.csv --replace",
                "warp @link.wav @g/take.wav --time-map @map.csv --replace",
                "warp @g/take.wav @map.csv --time-map @map.csv --replace",
                "analyse @g/take.wav --out @g/take.wav --replace",
                "analyse @g/take.wav --out @hard.wav --replace",
                // What is no input of the command is somebody's all the same.
                "analyse @g/take.wav --out @x/take.wav",
                "warp @g/take.wav @x/take.wav --time-map @map.csv",
                "tighten --guide @g/take.wav --out @out --report @x/take.wav @x/other.wav",
                "tighten --guide @g/take.wav --out @out --save @x/take.wav @x/other.wav"
            })
    void noRecordingIsATarget(String command) throws IOException {
        Map<Path, List<Byte>> before = recordings();
        assertThat(run(command)).isEqualTo(1);
        assertThat(errors.toString()).startsWith("zelvan: ").hasLineCount(1);
        assertThat(recordings()).isEqualTo(before);
        assertThat(folder.resolve("out")).doesNotExist();
    }

    @Test
    void norIsOneOfASessionThatIsPrintedOrReported() throws IOException {
        assertThat(run("tighten --guide @g/take.wav --out @out --save @s.zelvan @x/take.wav"))
                .isZero();
        byte[] session = Files.readAllBytes(folder.resolve("s.zelvan"));
        Map<Path, List<Byte>> before = recordings();
        for (String command :
                List.of(
                        "print @s.zelvan --out @x --replace",
                        "print @s.zelvan --out @linked/../x --replace",
                        "report @s.zelvan --format csv --out @s.zelvan --replace",
                        "report @s.zelvan --format json --out @g/take.wav --replace",
                        "report @s.zelvan --format html --out @x/other.wav")) {
            assertThat(run(command)).as(command).isEqualTo(1);
        }
        assertThat(recordings()).isEqualTo(before);
        assertThat(Files.readAllBytes(folder.resolve("s.zelvan"))).isEqualTo(session);
    }

    /// The host and the editor go back and forth: the same files are printed again.
    @Test
    void whatWasPrintedIsPrintedAgainAndWhatWasNotIsNot() throws IOException {
        String command =
                "tighten --guide @g/take.wav --out @out --report @r.json --save @s.zelvan @x/take.wav";
        assertThat(run(command)).isZero();
        byte[] tight = Files.readAllBytes(folder.resolve("out/take.wav"));
        assertThat(run(command + " --timing-pull 30")).as(errors.toString()).isZero();
        assertThat(Files.readAllBytes(folder.resolve("out/take.wav"))).isNotEqualTo(tight);

        Files.writeString(folder.resolve("out/take.wav"), "mended elsewhere");
        assertThat(run(command)).isEqualTo(1);
        assertThat(errors.toString()).contains("take.wav").contains("--replace");
        assertThat(folder.resolve("out/take.wav")).hasContent("mended elsewhere");
        assertThat(run(command + " --replace")).isZero();
        assertThat(Files.readAllBytes(folder.resolve("out/take.wav"))).isEqualTo(tight);
    }

    /// An MP3 is printed as WAV; the WAV of that name may be another recording.
    @Test
    void aFileOfTheNameThatAPrintGetsIsNotReplaced() throws Exception {
        Sound lead = SoundFiles.read(folder.resolve("x/other.wav")).sound();
        SoundFiles.write(
                Target.fresh(folder.resolve("x/dl.flac")),
                lead,
                new SoundFormat(SoundFormat.Container.FLAC, 16, false));
        Files.move(folder.resolve("x/dl.flac"), folder.resolve("x/dl.ogg"));
        Files.writeString(folder.resolve("x/dl.wav"), "another recording");
        assertThat(run("tighten --guide @g/take.wav --out @x @x/dl.ogg")).isEqualTo(1);
        assertThat(folder.resolve("x/dl.wav")).hasContent("another recording");
    }

    /// Full scale is 1; a voice that was recorded up to it and is moved in pitch goes over.
    @Test
    void whatWouldBeCutOffIsLoweredAndSaid() throws Exception {
        Sound lead = SoundFiles.read(sung.resolve("lead.wav")).sound();
        float peak = 0;
        for (float sample : lead.channel(0)) {
            peak = Math.max(peak, Math.abs(sample));
        }
        SoundFiles.write(
                Target.fresh(folder.resolve("hot.wav")),
                lead.times(1.3f / peak),
                SoundFormat.WAV_FLOAT);
        SoundFiles.write(
                Target.fresh(folder.resolve("full.wav")), lead.times(1 / peak), SoundFormat.WAV_16);
        Files.writeString(folder.resolve("up.csv"), "sourceSeconds,cents\n0,500\n9,500\n");
        assertThat(run("warp @full.wav @up.wav --time-map @map.csv --pitch-map @up.csv")).isZero();
        float highest = 0;
        for (float sample : SoundFiles.read(folder.resolve("up.wav")).sound().channel(0)) {
            highest = Math.max(highest, Math.abs(sample));
        }
        assertThat((double) highest).isCloseTo(Math.pow(10, -0.1 / 20), within(1e-3));
        assertThat(output.toString()).contains("up.wav: lowered by").contains("cut off at 0:0");
    }

    @Test
    void anotherRecordingUnderTheSameNameIsNotPrinted() throws IOException {
        assertThat(run("tighten --guide @g/take.wav --out @out --save @s.zelvan @x/take.wav"))
                .isZero();
        assertThat(Files.readString(folder.resolve("s.zelvan")))
                .doesNotContain("\"sha256\" : \"\"");
        Files.copy(
                folder.resolve("x/other.wav"),
                folder.resolve("x/take.wav"),
                java.nio.file.StandardCopyOption.REPLACE_EXISTING);
        assertThat(run("print @s.zelvan --out @again")).isEqualTo(1);
        assertThat(errors.toString())
                .contains("take.wav: this is not the recording that the session was made with");
        assertThat(folder.resolve("again")).doesNotExist();
    }
}
