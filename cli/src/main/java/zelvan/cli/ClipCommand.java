package zelvan.cli;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;
import zelvan.audio.SoundFile;
import zelvan.audio.SoundFiles;
import zelvan.problem.ZelvanProblem;
import zelvan.session.AudioReference;
import zelvan.session.Clips;
import zelvan.session.Edit;
import zelvan.session.Session;
import zelvan.session.SessionFile;
import zelvan.session.Voice;
import zelvan.units.RecordedSpan;

@Command(
        name = "clip",
        mixinStandardHelpOptions = true,
        description =
                "Silence, cut, move, copy or fade stretches of a voice; its files stay as they are.",
        footer = {
            "  silence FROM TO      nothing is heard there",
            "  cut AT               divides the stretch that is heard there",
            "  move FROM TO AT      what is heard there begins at AT; what was there gives way",
            "  copy FROM TO AT      the same, and stays where it was as well",
            "  fade AT IN OUT       the stretch that is heard at AT comes in and goes over that long",
            "All in seconds of the voice as it is put together."
        })
final class ClipCommand implements Callable<Integer> {
    @Parameters(index = "0", paramLabel = "S.zelvan")
    private Path file = Path.of(".");

    @Parameters(index = "1", paramLabel = "ACTION", description = "${COMPLETION-CANDIDATES}.")
    private Action action = Action.silence;

    @Parameters(index = "2..*", arity = "1..3", paramLabel = "SECONDS")
    private List<Double> seconds = new ArrayList<>();

    @Option(
            names = "--voice",
            required = true,
            paramLabel = "NAME",
            description = "Whose stretches.")
    private String name = "";

    @Mixin private SavingOptions saving = new SavingOptions();

    /// As they are typed.
    private enum Action {
        silence(2),
        cut(1),
        move(3),
        copy(3),
        fade(3);

        private final int numbers;

        Action(int numbers) {
            this.numbers = numbers;
        }
    }

    @Override
    public Integer call() throws ZelvanProblem {
        Session session = SessionFile.read(file);
        Voice voice = TypedScope.voice(name, session);
        checkTyped();
        AudioReference audio = session.audioOf(voice);
        SoundFile read = SoundFiles.read(audio.file());
        // From now on another recording under that name is noticed.
        session =
                session.knowing(
                        Map.of(
                                audio.path(),
                                new AudioReference(audio.path(), read.bytes(), read.sha256())));
        Clips before = Clips.of(voice.layer(), read.sound().seconds());
        Clips after = changed(before);
        if (after.all().isEmpty()) {
            throw problem("nothing would be left of " + voice.name(), "Mute the voice instead");
        }
        if (after.equals(before)) {
            throw problem(
                    "nothing of " + voice.name() + " is heard there",
                    "It goes on for %.3f s".formatted(before.endSeconds()));
        }
        Edit edit = new Edit.Arrange(voice.id(), voice.name(), action.name(), after.all());
        saving.save(edit.apply(session), file);
        return 0;
    }

    private void checkTyped() throws UsageProblem {
        if (seconds.size() != action.numbers) {
            throw problem(
                    "it takes %d numbers, not %d".formatted(action.numbers, seconds.size()),
                    "See zelvan clip --help");
        }
        if (seconds.stream().anyMatch(s -> !(s >= 0 && Double.isFinite(s)))) {
            throw problem("seconds are 0 or more", "Count from the beginning of the voice");
        }
        boolean ofStretch =
                action.numbers == 3 && action != Action.fade || action == Action.silence;
        if (ofStretch && seconds.get(1) - seconds.get(0) < Clips.EDGE_SECONDS) {
            throw problem("it ends before it begins", "Type FROM before TO");
        }
    }

    private UsageProblem problem(String happened, String remedy) {
        String typed =
                seconds.stream()
                        .map(s -> String.format(Locale.ROOT, " %s", s))
                        .reduce("", String::concat);
        return new UsageProblem("clip " + action + typed, happened, remedy);
    }

    private Clips changed(Clips clips) {
        double first = seconds.getFirst();
        double last = seconds.getLast();
        return switch (action) {
            case silence -> clips.silencing(new RecordedSpan(first, last));
            case cut -> clips.dividing(first);
            case move -> clips.moving(new RecordedSpan(first, seconds.get(1)), last);
            case copy -> clips.copying(new RecordedSpan(first, seconds.get(1)), last);
            case fade -> clips.fading(first, seconds.get(1), last);
        };
    }
}
