package zelvan.cli;

import java.io.PrintWriter;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import picocli.CommandLine.Spec;
import zelvan.derived.Derived;
import zelvan.engine.Engine;
import zelvan.engine.KeptWork;
import zelvan.engine.Progress;
import zelvan.exchange.TakeReport;
import zelvan.exchange.VoiceFolder;
import zelvan.measure.TakeWeights;
import zelvan.problem.ZelvanProblem;
import zelvan.session.Clip;
import zelvan.session.Edit;
import zelvan.session.FreeIds;
import zelvan.session.Recording;
import zelvan.session.Session;
import zelvan.session.SessionFile;
import zelvan.session.TakeEdit;
import zelvan.session.Voice;
import zelvan.takes.Comp;
import zelvan.takes.Take;
import zelvan.takes.TakeMap;

@Command(
        name = "takes",
        mixinStandardHelpOptions = true,
        description =
                "Tell what the takes of a voice are like in each phrase, and make the voice of the ones"
                        + " that are chosen.",
        footer = {
            "Phrases and takes are counted from 1, as they are listed.",
            "How much timing, pitch, words and so on count is set by take-timing and so on, see zelvan set."
        })
final class TakesCommand implements Callable<Integer> {
    @Parameters(index = "0", paramLabel = "S.zelvan")
    private Path file = Path.of(".");

    @Option(names = "--voice", required = true, paramLabel = "NAME", description = "Whose takes.")
    private String name = "";

    @Option(
            names = "--add",
            paramLabel = "FILE",
            arity = "1..*",
            description = "Other recordings of its line, to choose from as well.")
    private List<Path> added = new ArrayList<>();

    @Option(
            names = "--choose",
            paramLabel = "best|PHRASE=TAKE",
            arity = "1..*",
            description = "The best take of each phrase, or the one that is named.")
    private List<String> choices = new ArrayList<>();

    @Option(
            names = "--another",
            paramLabel = "NAME",
            description =
                    "Add a voice of that name, made of the best that no voice of the stack is made of yet.")
    private Optional<String> another = Optional.empty();

    @Option(names = "--json", description = "As JSON, with every figure.")
    private boolean json;

    @Mixin private SavingOptions saving = new SavingOptions();

    @Spec private CommandSpec spec = CommandSpec.create();

    @Override
    public Integer call() throws ZelvanProblem {
        Session before = SessionFile.read(file);
        Session session = before;
        if (!TypedScope.voice(name, session).role().follows()) {
            throw new UsageProblem(
                    name,
                    "takes are compared with the guide, and it does not follow it",
                    "Choose takes of a copy that follows, and let that lead then, in the window");
        }
        if (!added.isEmpty()) {
            FreeIds free = new FreeIds(session);
            List<Recording> recordings =
                    VoiceFolder.soundFiles(added).stream()
                            .map(f -> VoiceFolder.recording(f, free))
                            .toList();
            session =
                    new TakeEdit.Add(TypedScope.voice(name, session).id(), name, recordings)
                            .apply(session);
        }
        Voice voice = TypedScope.voice(name, session);
        if (voice.layer().takes().isEmpty()) {
            throw new UsageProblem(
                    name, "it was sung once, there is nothing to choose", "Add takes with --add");
        }
        try (Engine engine = new Engine(KeptWork.ofUser())) {
            Derived derived = engine.derive(session, Progress.NONE);
            Printing.failOnProblems(derived);
            TakeMap map = engine.takes(session, voice, Progress.NONE);
            if (!map.problems().isEmpty()) {
                throw map.problems().getFirst();
            }
            session = session.knowing(derived.recordings()).knowing(map.read());
            session = chosen(session, voice, derived, map);
            session = withAnother(session, engine, derived, map);
            tell(session, map);
        }
        if (!session.equals(before)) {
            saving.save(session, file);
        }
        return 0;
    }

    private Session chosen(Session session, Voice voice, Derived derived, TakeMap map)
            throws UsageProblem {
        Map<Integer, Take> chosen = new TreeMap<>();
        for (String choice : choices) {
            if (choice.equals("best")) {
                chosen.putAll(map.best(TakeWeights.of(session.settingsOf(voice)), Set.of()));
            } else {
                add(choice, map, chosen);
            }
        }
        if (chosen.isEmpty()) {
            return session;
        }
        Comp comp = derived.comp(voice, map).orElseThrow();
        return new Edit.Arrange(voice.id(), voice.name(), "takes", comp.choosing(chosen))
                .apply(session);
    }

    private static void add(String choice, TakeMap map, Map<Integer, Take> chosen)
            throws UsageProblem {
        String[] typed = choice.split("=", -1);
        int phrase = typed.length == 2 ? number(typed[0], map.phrases().size()) : -1;
        int take = typed.length == 2 ? number(typed[1], map.takes().size()) : -1;
        if (phrase < 0 || take < 0) {
            throw new UsageProblem(
                    "--choose " + choice,
                    "there is no such phrase or take",
                    "Write best, or PHRASE=TAKE with a phrase from 1 to %d and a take from 1 to %d"
                            .formatted(map.phrases().size(), map.takes().size()));
        }
        if (map.takes().get(take).figures().get(phrase).isEmpty()) {
            throw new UsageProblem(
                    "--choose " + choice, "that take does not sing it", "Choose another one");
        }
        chosen.put(phrase, map.takes().get(take));
    }

    /// From 0; negative if it is none of them.
    private static int number(String typed, int count) {
        return typed.matches("\\d{1,6}") && Integer.parseInt(typed) <= count
                ? Integer.parseInt(typed) - 1
                : -1;
    }

    private Session withAnother(Session session, Engine engine, Derived derived, TakeMap map)
            throws ZelvanProblem {
        if (another.isEmpty()) {
            return session;
        }
        Voice voice = TypedScope.voice(name, session);
        Set<TakeMap.Used> used = new HashSet<>();
        for (Voice other : session.followers()) {
            if (other.stackId().equals(voice.stackId())) {
                TakeMap own =
                        other.id().equals(voice.id())
                                ? map
                                : engine.takes(session, other, Progress.NONE);
                used.addAll(own.used(other.layer()));
            }
        }
        Map<Integer, Take> left = map.best(TakeWeights.of(session.settingsOf(voice)), used);
        if (left.isEmpty()) {
            throw new UsageProblem(
                    "--another " + another.get(), "no phrase is left", "Add takes with --add");
        }
        List<Clip> clips = derived.comp(voice, map).orElseThrow().only(left);
        Voice made =
                voice.copied(
                        new FreeIds(session).next("v"),
                        another.get(),
                        voice.layer().withClips(clips));
        return new TakeEdit.Another(voice.id(), made).apply(session);
    }

    private void tell(Session session, TakeMap map) throws UsageProblem {
        PrintWriter out = spec.commandLine().getOut();
        Voice voice = TypedScope.voice(name, session);
        if (json) {
            out.println(TakeReport.json(session, voice, map));
        } else {
            TakeReport.lines(session, voice, map).forEach(out::println);
        }
    }
}
