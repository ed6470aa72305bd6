package zelvan.cli;

import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import zelvan.derived.Derived;
import zelvan.derived.DerivedVoice;
import zelvan.derived.VoiceFailed;
import zelvan.engine.Progress;
import zelvan.exchange.Delivery;
import zelvan.exchange.LockReport;
import zelvan.exchange.Printed;
import zelvan.exchange.VoicePrinter;
import zelvan.files.Target;
import zelvan.files.Targets;
import zelvan.measure.PitchLockMap;
import zelvan.problem.ZelvanProblem;
import zelvan.session.Voice;

/// What several commands do with a derived session.
final class Printing {
    private Printing() {}

    /// What the user can mend is mended before anything is written; a fault of the program in one
    /// voice does not keep the others from it.
    static void failOnProblems(Derived derived) throws ZelvanProblem {
        for (ZelvanProblem problem : derived.problems()) {
            if (!(problem instanceof VoiceFailed)) {
                throw problem;
            }
        }
    }

    /// Names a voice that is not among the files that were written.
    static void failOnLacking(Derived derived, VoicePrinter.Outcome outcome) throws ZelvanProblem {
        List<ZelvanProblem> lacking = new ArrayList<>(outcome.failed());
        lacking.addAll(derived.problems());
        if (!lacking.isEmpty()) {
            throw lacking.getFirst();
        }
    }

    /// Prints every voice that follows the guide, and the guide if it is corrected.
    ///
    /// @param delivery as what the files are printed, and how loud
    static VoicePrinter.Outcome print(
            Derived derived, Path folder, Delivery delivery, Targets targets) throws ZelvanProblem {
        return VoicePrinter.print(
                VoicePrinter.jobs(derived), folder, delivery, targets, Progress.NONE);
    }

    static List<Path> files(List<Printed> printed) {
        return printed.stream().map(Printed::file).toList();
    }

    /// @param printed the printed files, in the order of [Derived#printable]; empty if none were
    ///   printed
    static List<LockReport.Part> parts(Derived derived, List<Path> printed) {
        List<LockReport.Part> parts = new ArrayList<>();
        List<Voice> printable =
                derived.printable().stream().filter(v -> isThere(derived, v)).toList();
        for (Voice voice : derived.session().followers()) {
            DerivedVoice made = derived.voice(voice.id()).orElseThrow();
            if (!isThere(derived, voice)) {
                continue;
            }
            Path file = derived.session().audioOf(voice).file();
            Path output = printed.isEmpty() ? file : printed.get(printable.indexOf(voice));
            parts.add(
                    new LockReport.Part(
                            voice.name(),
                            file,
                            output,
                            made.alignment(),
                            made.timing(),
                            made.lock(),
                            made.pitched().lock(),
                            made.levelled().lock()));
        }
        return parts;
    }

    private static boolean isThere(Derived derived, Voice voice) {
        return derived.voice(voice.id()).flatMap(DerivedVoice::file).isPresent();
    }

    static void writeJson(Derived derived, List<Path> printed, Target target) throws ZelvanProblem {
        Path guide = derived.session().audioOf(derived.session().guide().orElseThrow()).file();
        LockReport.writeJson(target, guide, derived.guidePhrases(), parts(derived, printed));
    }

    /// One line a voice.
    static List<String> summary(Derived derived) {
        List<String> lines = new ArrayList<>();
        for (Voice voice : derived.session().followers()) {
            DerivedVoice made = derived.voice(voice.id()).orElseThrow();
            String line =
                    String.format(
                            Locale.ROOT,
                            "%s: median %s -> %s, 90 %% within %s -> %s",
                            voice.name(),
                            made.lock().before().medianText(),
                            made.lock().after().medianText(),
                            made.lock().before().p90Text(),
                            made.lock().after().p90Text());
            PitchLockMap pitch = made.pitched().lock();
            lines.add(
                    pitch.before().count() == 0
                            ? line
                            : line
                                    + String.format(
                                            Locale.ROOT,
                                            "; pitch %s -> %s, 90 %% within %s -> %s",
                                            pitch.before().medianText(),
                                            pitch.after().medianText(),
                                            pitch.before().p90Text(),
                                            pitch.after().p90Text()));
        }
        return lines;
    }
}
