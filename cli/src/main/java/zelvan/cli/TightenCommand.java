package zelvan.cli;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.concurrent.Callable;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;
import zelvan.align.Anchor;
import zelvan.derived.Derived;
import zelvan.engine.Engine;
import zelvan.engine.KeptWork;
import zelvan.engine.Progress;
import zelvan.exchange.Delivery;
import zelvan.exchange.Printed;
import zelvan.exchange.VoicePrinter;
import zelvan.files.Output;
import zelvan.files.Target;
import zelvan.files.Targets;
import zelvan.files.WriteProblem;
import zelvan.problem.ZelvanProblem;
import zelvan.session.AudioReference;
import zelvan.session.Layer;
import zelvan.session.Protection;
import zelvan.session.Recording;
import zelvan.session.Role;
import zelvan.session.Session;
import zelvan.session.SessionFile;
import zelvan.session.Stack;
import zelvan.session.StartingPoint;
import zelvan.session.Voice;
import zelvan.setting.Settings;
import zelvan.timing.TimingSettings;
import zelvan.tuning.PitchTarget;
import zelvan.tuning.TuningSettings;
import zelvan.units.RecordedSpan;

@Command(
        name = "tighten",
        mixinStandardHelpOptions = true,
        sortOptions = false,
        description = "Lock voices to a guide and print them.")
final class TightenCommand implements Callable<Integer> {
    private static final Pattern PROTECT =
            Pattern.compile("(.+):([0-9.]+)-([0-9.]+):(timing|pitch|both)");
    private static final Pattern ANCHOR = Pattern.compile("(.+):([0-9.]+)=([0-9.]+)");
    private static final String STACK = "voices";

    /// As tight as it goes, where nothing else is said; pitch is drawn to something only on demand.
    private static final Settings ALL_THE_WAY =
            Settings.of(TimingSettings.PULL, 100.0)
                    .with(TuningSettings.PULL, 100.0)
                    .with(TuningSettings.DETAIL, 0.0);

    @Option(
            names = "--guide",
            required = true,
            paramLabel = "G.wav",
            description = "The voice that leads.")
    private Path guide = Path.of(".");

    @Option(
            names = "--out",
            required = true,
            paramLabel = "DIR",
            description = "Folder for the printed voices.")
    private Path out = Path.of(".");

    @Option(
            names = "--report",
            paramLabel = "R.json",
            description = "What was done and what is left.")
    private Optional<Path> report = Optional.empty();

    @Mixin private HarmonyOptions harmony = new HarmonyOptions();

    @Option(names = "--protect", paramLabel = "VOICEFILE:START-END:timing|pitch|both")
    private List<String> protect = new ArrayList<>();

    @Option(names = "--anchor", paramLabel = "VOICEFILE:VOICESECONDS=GUIDESECONDS")
    private List<String> anchors = new ArrayList<>();

    @Option(
            names = "--preset",
            paramLabel = "NAME",
            description = "Settings to start from: double, harmony, octave, rap, speech, legato.")
    private Optional<String> preset = Optional.empty();

    @Option(
            names = "--save",
            paramLabel = "SESSION.zelvan",
            description = "Keep the session for the window.")
    private Optional<Path> save = Optional.empty();

    @Mixin private WritingOptions writing = new WritingOptions();

    @Parameters(arity = "1..*", paramLabel = "VOICE.wav")
    private List<Path> voices = new ArrayList<>();

    @Spec private CommandSpec spec = CommandSpec.create();

    @Override
    public Integer call() throws ZelvanProblem {
        Session session = session();
        Targets targets = writing.targets(inputs(session));
        Optional<Target> reported = target(targets, report);
        Optional<Target> saved = target(targets, save);
        try (Engine engine = new Engine(KeptWork.ofUser())) {
            Derived derived = engine.derive(session, Progress.NONE);
            Printing.failOnProblems(derived);
            VoicePrinter.Outcome outcome =
                    Printing.print(derived, out, Delivery.AS_IT_SOUNDS, targets);
            List<Printed> printed = outcome.printed();
            if (reported.isPresent() && outcome.failed().isEmpty()) {
                Printing.writeJson(derived, Printing.files(printed), reported.get());
            }
            if (saved.isPresent()) {
                SessionFile.write(saved.get(), session.knowing(derived.recordings()));
            }
            printed.stream()
                    .filter(p -> !p.words().isEmpty())
                    .map(Printed::line)
                    .forEach(spec.commandLine().getOut()::println);
            Printing.summary(derived).forEach(spec.commandLine().getOut()::println);
            Printing.failOnLacking(derived, outcome);
        }
        return 0;
    }

    private List<Path> inputs(Session session) {
        List<Path> inputs = new ArrayList<>(session.files());
        harmony.chordFile().ifPresent(inputs::add);
        return inputs;
    }

    /// Found before anything is written: a command does all or nothing.
    private Optional<Target> target(Targets targets, Optional<Path> file) throws WriteProblem {
        return file.isPresent()
                ? Optional.of(targets.target(new Output(file.get(), guide)))
                : Optional.empty();
    }

    private Optional<StartingPoint> startingPoint() throws UsageProblem {
        if (preset.isEmpty()) {
            return Optional.empty();
        }
        Optional<StartingPoint> point = StartingPoint.named(preset.get());
        if (point.isEmpty()) {
            throw new UsageProblem(
                    "--preset " + preset.get(),
                    "there is no preset of that name",
                    "Use double, harmony, octave, rap, speech or legato");
        }
        return point;
    }

    private Settings settings() throws UsageProblem {
        Optional<StartingPoint> start = startingPoint();
        Settings settings =
                SettingOptions.given(spec, start.map(StartingPoint::settings).orElse(ALL_THE_WAY));
        if (settings.inForce(TuningSettings.TARGET) == PitchTarget.CHORD
                && !harmony.chordsAreKnown()) {
            throw new UsageProblem(
                    "--pitch-target chord",
                    "no chord is known",
                    "Give chords with --chord or --chords");
        }
        return settings;
    }

    private Session session() throws ZelvanProblem {
        Stack stack = new Stack(STACK, "Voices", settings());
        List<Recording> recordings = new ArrayList<>();
        List<Voice> all = new ArrayList<>();
        add(recordings, all, "guide", guide, Role.GUIDE);
        for (int i = 0; i < voices.size(); i++) {
            add(recordings, all, "v" + (i + 1), voices.get(i), Role.DOUBLE);
        }
        Session session =
                Session.EMPTY
                        .withName(nameOf(guide))
                        .withStacks(List.of(stack))
                        .withRecordings(recordings)
                        .withVoices(all)
                        .withHarmony(harmony.harmony());
        for (String text : protect) {
            Matcher m = matched(PROTECT, text, "--protect", "VOICEFILE:START-END:timing");
            Protection protection =
                    new Protection(
                            span(text, m.group(2), m.group(3)),
                            Protection.Kind.valueOf(m.group(4).toUpperCase(Locale.ROOT)));
            session =
                    session.handling(
                            voice(session, m.group(1), text).id(), h -> h.protecting(protection));
        }
        for (String text : anchors) {
            Matcher m = matched(ANCHOR, text, "--anchor", "VOICEFILE:VOICESECONDS=GUIDESECONDS");
            Anchor anchor = Anchor.held(number(text, m.group(2)), number(text, m.group(3)));
            session =
                    session.handling(voice(session, m.group(1), text).id(), h -> h.setting(anchor));
        }
        return session;
    }

    private static void add(
            List<Recording> recordings, List<Voice> voices, String id, Path file, Role role) {
        Path full = file.toAbsolutePath().normalize();
        recordings.add(Recording.of(id, AudioReference.to(full)));
        voices.add(Voice.of(id, nameOf(file), role, role.follows() ? STACK : "", Layer.sung(id)));
    }

    private static String nameOf(Path file) {
        return String.valueOf(file.getFileName());
    }

    private static Matcher matched(Pattern pattern, String text, String option, String form)
            throws UsageProblem {
        Matcher matcher = pattern.matcher(text);
        if (!matcher.matches()) {
            throw new UsageProblem(
                    option + " " + text, "it is not understood", "Write it as " + form);
        }
        return matcher;
    }

    private static RecordedSpan span(String text, String start, String end) throws UsageProblem {
        double from = number(text, start);
        double to = number(text, end);
        if (to <= from) {
            throw new UsageProblem(
                    "--protect " + text, "it ends before it starts", "Give the start first");
        }
        return new RecordedSpan(from, to);
    }

    private static double number(String text, String digits) throws UsageProblem {
        try {
            return Double.parseDouble(digits);
        } catch (NumberFormatException e) {
            throw new UsageProblem(
                    text, digits + " is not a number of seconds", "Write it as 12.345");
        }
    }

    private static Voice voice(Session session, String file, String text) throws UsageProblem {
        Path wanted = Path.of(file);
        for (Voice voice : session.followers()) {
            Path path = session.audioOf(voice).file();
            if (path.endsWith(wanted) || path.equals(wanted.toAbsolutePath().normalize())) {
                return voice;
            }
        }
        throw new UsageProblem(
                text, "no voice of that name is among the files", "Name one of the voices");
    }
}
