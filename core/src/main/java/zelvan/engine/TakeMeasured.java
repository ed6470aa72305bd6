package zelvan.engine;

import java.util.ArrayList;
import java.util.List;
import zelvan.align.Pass;
import zelvan.analysis.VoiceAnalysis;
import zelvan.audio.SoundFile;
import zelvan.measure.TakeMeter;
import zelvan.session.AudioReference;
import zelvan.takes.Take;

/// What the passes of a recording are like in each phrase of the guide; nothing where the file
/// cannot be read.
///
/// @param audio the recording that is meant
/// @param otherLine whether it sings other notes than the guide
record TakeMeasured(String recordingId, AudioReference audio, Passes passes, boolean otherLine)
        implements Step<List<Take>> {
    @Override
    public List<Step<?>> needs() {
        return List.of(passes, passes.leader(), passes.take(), passes.take().read(), flatTops());
    }

    /// What is not needed any more when it is measured, and is on disk where it is needed again.
    List<Step<?>> onDisk() {
        Heard take = passes.take();
        return List.of(take, new Repaired(take, List.of()), passes.once());
    }

    private FlatTopsFound flatTops() {
        return new FlatTopsFound(passes.take().read());
    }

    @Override
    public List<Take> run(Inputs inputs) {
        VoiceAnalysis heard = inputs.of(passes.take());
        SoundFile file = inputs.of(passes.take().read()).file().orElseThrow();
        TakeMeter meter = new TakeMeter(inputs.of(passes.leader()), otherLine);
        List<Pass> each = inputs.of(passes);
        AnalysisOnDisk analysis = new AnalysisOnDisk(inputs.kept(), file, heard);
        List<Take> takes = new ArrayList<>();
        for (Pass pass : each) {
            takes.add(
                    new Take(
                            recordingId,
                            new AudioReference(audio.path(), file.bytes(), file.sha256()),
                            takes.size() + 1,
                            each.size(),
                            file.sound(),
                            heard.seconds(),
                            analysis,
                            pass,
                            meter.measure(heard, inputs.of(flatTops()), pass)));
        }
        return takes;
    }
}
