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
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;
import zelvan.audio.Headroom;
import zelvan.audio.Sound;
import zelvan.audio.SoundFiles;
import zelvan.files.Targets;
import zelvan.session.KnownSettings;
import zelvan.session.Role;
import zelvan.session.Session;
import zelvan.session.SessionFile;
import zelvan.session.Voice;
import zelvan.setting.Amount;
import zelvan.setting.Choice;
import zelvan.setting.Setting;
import zelvan.singers.DemoSession;
import zelvan.timing.TimingSettings;
import zelvan.tuning.PitchTarget;
import zelvan.tuning.TuningSettings;
import zelvan.units.Decibels;
import zelvan.units.GuideSpan;

/// Sessions made, seen and set without a window.
class SessionCommandsTest {
    @TempDir static Path folder;
    private static Path demo = Path.of(".");
    private static final String LEFT = "Mara double left";
    private final StringWriter output = new StringWriter();
    private final StringWriter errors = new StringWriter();

    @BeforeAll
    static void sing() throws Exception {
        demo = folder.resolve("demo");
        var unused = DemoSession.write(demo, Targets.replacingNothing());
    }

    private int run(Object... arguments) {
        output.getBuffer().setLength(0);
        errors.getBuffer().setLength(0);
        return Zelvan.run(
                Arrays.stream(arguments).map(String::valueOf).toArray(String[]::new),
                new PrintWriter(output, true),
                new PrintWriter(errors, true));
    }

    private Path made(String name, Object... more) {
        Path file = folder.resolve(name + ".zelvan");
        Object[] arguments = new Object[more.length + 4];
        System.arraycopy(new Object[] {"new", demo, "--out", file}, 0, arguments, 0, 4);
        System.arraycopy(more, 0, arguments, 4, more.length);
        assertThat(run(arguments)).as(errors.toString()).isZero();
        return file;
    }

    private static Voice voice(Session session, String name) {
        return session.voices().stream()
                .filter(v -> v.name().equals(name))
                .findFirst()
                .orElseThrow();
    }

    @Test
    void aFolderBecomesASessionAsInTheWindow() throws Exception {
        Session session = SessionFile.read(made("new"));
        assertThat(session.name()).isEqualTo("demo");
        assertThat(session.guide().orElseThrow().name()).isEqualTo("Mara lead");
        assertThat(voice(session, "Odo octave").role()).isEqualTo(Role.OCTAVE);
        assertThat(session.harmony().chords()).isNotEmpty();
        assertThat(session.grid()).isPresent();
        assertThat(session.files()).allSatisfy(f -> assertThat(f).exists());
    }

    @Test
    void guideAndRolesCanBeSaid() throws Exception {
        Session session =
                SessionFile.read(
                        made(
                                "roles",
                                "--guide",
                                "Mara take 2.wav",
                                "--role",
                                "Mara lead.wav=take",
                                "--role",
                                "Odo octave.wav=harmony"));
        assertThat(session.guide().orElseThrow().name()).isEqualTo("Mara take 2");
        assertThat(voice(session, "Mara lead").role()).isEqualTo(Role.TAKE);
        assertThat(voice(session, "Odo octave").role()).isEqualTo(Role.HARMONY);
    }

    @Test
    void aSessionThatIsThereIsNotMadeAnew() {
        Path file = made("once");
        assertThat(run("new", demo, "--out", file)).isEqualTo(1);
        assertThat(errors.toString()).contains("once.zelvan");
        assertThat(run("new", demo, "--out", file, "--replace")).isZero();
    }

    /// Every setting there is, in every kind of scope, and nothing else changes.
    @Test
    void everySettingCanBeSetAndSeen() throws Exception {
        Path file = made("all");
        Session before = SessionFile.read(file);
        for (Setting<?> setting : KnownSettings.all()) {
            String typed = last(setting);
            for (String scope : List.of("all", "stack:Doubles", "voice:Odo low harmony")) {
                Path out = folder.resolve("out.zelvan");
                assertThat(
                                run(
                                        "set",
                                        file,
                                        scope,
                                        setting.word() + "=" + typed,
                                        "--out",
                                        out,
                                        "--replace"))
                        .as("%s %s: %s", scope, setting.word(), errors)
                        .isZero();
                Session after = SessionFile.read(out);
                String name = scope.startsWith("voice") ? "Odo low harmony" : "Mara double left";
                assertThat(text(after, name, setting)).isEqualTo(typed);
                assertThat(after.withStacks(before.stacks()).withVoices(before.voices()))
                        .isEqualTo(before);
            }
        }
        assertThat(SessionFile.read(file)).isEqualTo(before);
    }

    private static String last(Setting<?> setting) {
        return switch (setting) {
            case Amount a -> a.typed(a.most());
            case Choice<?> c -> lastOf(c);
        };
    }

    private static <E extends Enum<E>> String lastOf(Choice<E> choice) {
        return choice.typed(choice.values().getLast());
    }

    private static <T> String text(Session session, String voice, Setting<T> setting) {
        return setting.typed(session.settingsOf(voice(session, voice)).inForce(setting));
    }

    @Test
    void aPhraseOfAVoiceIsSetInPlaceAndGivenBack() throws Exception {
        Path file = made("phrase");
        Session before = SessionFile.read(file);
        String scope = "voice:mara double left@3.5-7.25";
        assertThat(run("set", file, scope, "timing-pull=100", "pitch-target=off")).isZero();
        Session set = SessionFile.read(file);
        Voice left = voice(set, "Mara double left");
        assertThat(set.inForce(left, TimingSettings::of).apply(5).pull()).isEqualTo(1);
        assertThat(set.inForce(left, TimingSettings::of).apply(8).pull()).isEqualTo(0.9);
        assertThat(set.inForce(left, TuningSettings::of).apply(5).target())
                .isEqualTo(PitchTarget.OWN);
        assertThat(left.phrases().getFirst().guideSpan())
                .isEqualTo(new GuideSpan(3.5, 7.25).widenedBy(0.02));
        assertThat(run("set", file, scope, "timing-pull=", "pitch-target=")).isZero();
        assertThat(SessionFile.read(file)).isEqualTo(before);
    }

    @Test
    void whatIsInForceIsShownForEveryTrack() throws Exception {
        Path file = made("show");
        assertThat(run("set", file, "stack:Doubles", "timing-pull=100", "timing-slack=8")).isZero();
        assertThat(run("set", file, "voice:Mara double right", "timing-slack=20", "pan=-40"))
                .isZero();
        assertThat(run("set", file, "voice:Mara double right@3.5-7", "vibrato=50")).isZero();
        assertThat(run("show", file, "--json")).as(errors.toString()).isZero();
        JsonNode tree = JsonMapper.shared().readTree(output.toString());
        assertThat(tree.path("tracks")).hasSize(8);
        for (JsonNode track : tree.path("tracks")) {
            assertThat(track.path("settings").propertyNames())
                    .containsExactlyElementsOf(
                            KnownSettings.all().stream().map(Setting::word).toList());
        }
        JsonNode right = track(tree, "Mara double right");
        assertThat(right.at("/settings/timing-pull").asDouble()).isEqualTo(100);
        assertThat(right.at("/settings/timing-slack").asDouble()).isEqualTo(20);
        assertThat(right.at("/settings/pitch-target").asString()).isEqualTo("guide");
        assertThat(right.path("departs"))
                .extracting(JsonNode::asString)
                .containsExactly("pan", "timing-slack");
        assertThat(right.at("/phrases/0/startSeconds").asDouble()).isCloseTo(3.48, within(1e-9));
        assertThat(right.at("/phrases/0/settings/vibrato").asDouble()).isEqualTo(50);
        assertThat(right.at("/figures/beforeMedianMs").asDouble()).isGreaterThan(20);
        assertThat(right.at("/figures/afterMedianMs").asDouble()).isLessThan(25);
        assertThat(track(tree, "Mara double left").at("/settings/timing-slack").asDouble())
                .isEqualTo(8);

        assertThat(run("show", file)).isZero();
        assertThat(output.toString())
                .contains("stack Doubles, follows Mara lead")
                .contains("double Mara double right in Doubles, pan -40 %, timing slack 20 ms;")
                .contains("3.48–7.02 s, vibrato 50 %");
    }

    private static JsonNode track(JsonNode tree, String name) {
        for (JsonNode track : tree.path("tracks")) {
            if (track.path("name").asString().equals(name)) {
                return track;
            }
        }
        throw new AssertionError(name);
    }

    /// What is set is what is printed.
    @Test
    void whatIsSetIsHeard() throws Exception {
        Path file = made("heard");
        assertThat(run("set", file, "all", "timing-pull=0")).isZero();
        Path out = folder.resolve("printed");
        assertThat(run("print", file, "--out", out)).as(errors.toString()).isZero();
        for (String name : List.of("Mara double left.wav", "Odo octave.wav")) {
            float[] printed = SoundFiles.read(out.resolve(name)).sound().channel(0);
            float[] sung = SoundFiles.read(demo.resolve(name)).sound().channel(0);
            assertThat(Arrays.mismatch(printed, sung)).isEqualTo(-1);
        }
    }

    /// Voices at one peak, the mix at one loudness, and what was done is said.
    @Test
    void whatIsPrintedIsAsLoudAsIsAsked() throws Exception {
        Path file = made("loud");
        Path out = folder.resolve("loud");
        assertThat(
                        run(
                                "print",
                                file,
                                "--out",
                                out,
                                "--peak",
                                "-3",
                                "--mix",
                                "--room",
                                "--loudness",
                                "-20"))
                .as(errors.toString())
                .isZero();
        for (String name : List.of("Mara double left.wav", "Odo octave.wav")) {
            Sound printed = SoundFiles.read(out.resolve(name)).sound();
            assertThat(Decibels.ofAmplitude(Headroom.peak(printed))).isCloseTo(-3, within(0.01));
        }
        assertThat(output.toString()).contains("to -20.0 LUFS", "its highest peak is at -3.0 dB");
        assertThat(run("print", file, "--out", out, "--peak", "3")).isEqualTo(2);
        assertThat(errors.toString()).contains("the voices' peak must be -60 to 0 dB, was 3.0");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = ';',
            value = {
                "stack:Choir; timing-pull=1; The names are: Doubles",
                "voice:Nobody; timing-pull=1; there is nothing of that name",
                "everything; timing-pull=1; Write all, stack:NAME",
                "all; shine=1; there is no such setting",
                "all; timing-pull; it has no value",
                "all; timing-pull=200; timing-pull must be 0 to 100 %, was 200",
                "all; line-up=bars; line-up must be one of vowels, consonants, both",
                "voice:Odo octave@9-3; timing-pull=1; it ends before it starts"
            })
    void whatCannotBeMeantIsRefused(String scope, String value, String said) throws Exception {
        Path file = made("refused " + Integer.toHexString((scope + value).hashCode()));
        byte[] before = Files.readAllBytes(file);
        assertThat(run("set", file, scope, value)).isEqualTo(1);
        assertThat(errors.toString().lines()).singleElement().asString().contains(said);
        assertThat(Files.readAllBytes(file)).isEqualTo(before);
    }

    /// What is silenced is silent in print, and the rest is as it was recorded.
    @Test
    void aStretchIsSilencedAndALineMoved() throws Exception {
        Path file = made("clips");
        assertThat(run("set", file, "all", "timing-pull=0", "timing-limit=none")).isZero();
        assertThat(run("clip", file, "silence", "12", "16", "--voice", "Mara double left"))
                .as(errors.toString())
                .isZero();
        Session session = SessionFile.read(file);
        assertThat(voice(session, "Mara double left").layer().clips()).hasSize(2);
        assertThat(session.audioOf(voice(session, "Mara double left")).isKnown()).isTrue();
        Path out = folder.resolve("clips printed");
        assertThat(run("print", file, "--out", out)).as(errors.toString()).isZero();
        float[] printed = SoundFiles.read(out.resolve("Mara double left.wav")).sound().channel(0);
        float[] sung = SoundFiles.read(demo.resolve("Mara double left.wav")).sound().channel(0);
        int rate = SoundFiles.read(demo.resolve("Mara double left.wav")).sound().sampleRateHertz();
        for (int i = 0; i < sung.length; i++) {
            double seconds = (double) i / rate;
            if (seconds > 12 && seconds < 16) {
                assertThat(printed[i]).isZero();
            } else if (seconds < 11.9 || seconds > 16.1) {
                assertThat(printed[i]).isEqualTo(sung[i]);
            }
        }

        assertThat(run("clip", file, "move", "7", "11", "7.25", "--voice", "mara double left"))
                .isZero();
        assertThat(voice(SessionFile.read(file), "Mara double left").layer().clips())
                .anyMatch(c -> c.placedSeconds() == 7.25);
    }

    @ParameterizedTest
    @CsvSource({
        "silence,16 12,it ends before it begins",
        "silence,12,it takes 2 numbers",
        "cut,1000,nothing of Mara double left is heard there",
        "silence,0 1000,nothing would be left"
    })
    void whatCannotBeDoneToAClipIsSaid(String action, String numbers, String said)
            throws Exception {
        Path file = made("no clips " + action + numbers.length());
        String before = Files.readString(file);
        List<Object> arguments = new ArrayList<>(List.of("clip", file, action));
        arguments.addAll(List.of((Object[]) numbers.split(" ")));
        arguments.addAll(List.of("--voice", "Mara double left"));
        assertThat(run(arguments.toArray())).isNotZero();
        assertThat(errors.toString()).contains(said);
        assertThat(Files.readString(file)).isEqualTo(before);
    }

    @Test
    void aVoiceIsChosenFromItsTakes() throws Exception {
        Path made = made("takes");
        Session session = SessionFile.read(made);
        assertThat(voice(session, LEFT).layer().takes()).hasSize(5);
        Path best = folder.resolve("best.zelvan");
        assertThat(run("takes", made, "--voice", LEFT, "--choose", "best", "--out", best))
                .as(errors.toString())
                .isZero();
        assertThat(output.toString()).contains("take 5: Mara double left take 5, pass 1 of 3");
        Session chosen = SessionFile.read(best);
        assertThat(voice(chosen, LEFT).layer().clips()).hasSizeGreaterThan(4);
        // From now on another recording under that name is noticed.
        voice(chosen, LEFT)
                .layer()
                .takes()
                .forEach(id ->
                        assertThat(chosen.recording(id).orElseThrow().audio().isKnown()).isTrue());

        assertThat(run("takes", best, "--voice", LEFT, "--choose", "2=1", "--json")).isZero();
        JsonNode tree = JsonMapper.shared().readTree(output.toString());
        assertThat(tree.path("takes")).hasSize(7);
        JsonNode second = tree.path("phrases").path(1);
        assertThat(second.path("chosen").asInt()).isEqualTo(1);
        assertThat(second.path("takes").path(0).path("score").asDouble()).isPositive();

        assertThat(run("show", best, "--json")).isZero();
        JsonNode left = track(JsonMapper.shared().readTree(output.toString()), LEFT);
        assertThat(left.path("takes")).hasSize(5);
        assertThat(left.path("clips").size()).isGreaterThan(1);
        assertThat(left.path("choices").path(1).path("phrase").asInt()).isEqualTo(2);
        assertThat(left.path("choices").path(1).path("file").asString()).endsWith("left.wav");

        assertThat(run("takes", best, "--voice", LEFT, "--another", "left 2")).isZero();
        Session more = SessionFile.read(best);
        assertThat(voice(more, "left 2").layer().takes()).hasSize(5);
        Path printed = folder.resolve("printed takes");
        assertThat(run("print", best, "--out", printed)).as(errors.toString()).isZero();
        assertThat(printed.resolve(LEFT + ".wav")).isRegularFile();
        assertThat(printed.resolve("left 2.wav")).isRegularFile();
    }

    @Test
    void whatCannotBeChosenIsSaid() throws Exception {
        Path made = made("not chosen");
        assertThat(run("takes", made, "--voice", LEFT, "--choose", "9=1")).isEqualTo(1);
        assertThat(errors.toString()).contains("no such phrase or take").contains("1 to 8");
        assertThat(run("takes", made, "--voice", "Odo octave")).isEqualTo(1);
        assertThat(errors.toString()).contains("sung once");
        Path joined = made("joined", "--take", "Mara take 2.wav=Mara double right.wav");
        assertThat(voice(SessionFile.read(joined), "Mara double right").layer().takes()).hasSize(2);
        assertThat(SessionFile.read(joined).voices()).hasSize(7);
    }
}
