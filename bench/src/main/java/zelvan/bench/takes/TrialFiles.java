package zelvan.bench.takes;

import java.nio.file.Path;
import java.util.List;
import zelvan.audio.Sound;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.exchange.VoiceFolder;
import zelvan.files.Target;
import zelvan.problem.ZelvanProblem;
import zelvan.session.Session;
import zelvan.singers.TakeTrials;

/// A trial as the files that somebody would bring in: a lead, and a double that was sung often.
final class TrialFiles {
    private TrialFiles() {}

    /// @return their session
    static Session write(TakeTrials.Trial trial, Path folder) throws ZelvanProblem {
        write(folder.resolve("lead.wav"), trial.guide().sound());
        for (int t = 0; t < trial.takes().size(); t++) {
            write(folder.resolve(name(t)), trial.takes().get(t).sound());
        }
        return VoiceFolder.session(List.of(folder));
    }

    /// The name of the file of a take, by its place in the trial.
    static String name(int take) {
        return "double take " + (take + 1) + ".wav";
    }

    private static void write(Path file, Sound sound) throws ZelvanProblem {
        SoundFiles.write(Target.fresh(file), sound, SoundFormat.WAV_24);
    }
}
