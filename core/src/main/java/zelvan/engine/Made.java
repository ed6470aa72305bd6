package zelvan.engine;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import zelvan.align.Alignment;
import zelvan.analysis.Outline;
import zelvan.analysis.VoiceAnalysis;
import zelvan.audio.SoundFile;
import zelvan.derived.DerivedVoice;
import zelvan.derived.HandWorkProblem;
import zelvan.measure.Doubt;
import zelvan.measure.LockMap;
import zelvan.problem.ZelvanProblem;
import zelvan.session.AudioReference;
import zelvan.timing.TimingResult;

/// A track put together.
///
/// @param voiceId of the track
/// @param name as the user calls it
/// @param audio the recording that is meant
/// @param others those that are meant where it is put together, by their ids
/// @param parts what is derived of it; empty where it stays as it was recorded
/// @param heard what is heard in it; empty if nobody listens to it
record Made(
        String voiceId,
        String name,
        AudioReference audio,
        Map<String, AudioReference> others,
        Recorded read,
        Optional<Sounding> heard,
        Optional<Parts> parts)
        implements Step<DerivedVoice> {
    /// @param follower empty for the guide
    record Parts(
            Step<Alignment> aligned,
            Step<TimingResult> timed,
            Shaped shaped,
            VoiceDoubts doubts,
            Optional<Follower> follower) {}

    /// What only a voice that follows has.
    record Follower(Aligned aligned, LockMeasured lock) {}

    @Override
    public List<Step<?>> needs() {
        List<Step<?>> needs = new ArrayList<>(List.of(read));
        needs.addAll(read.needs());
        heard.ifPresent(sounding -> needs.addAll(List.of(sounding, sounding.voice())));
        parts.ifPresent(
                p -> needs.addAll(List.of(p.aligned, p.timed, p.shaped, p.shaped.levelled())));
        parts.ifPresent(p -> needs.addAll(p.shaped.tuned()));
        parts.flatMap(Parts::follower)
                .ifPresent(f -> {
                    needs.add(f.lock);
                    needs.addAll(f.aligned.needs());
                });
        return needs;
    }

    @Override
    public DerivedVoice run(Inputs inputs) {
        Reading reading = inputs.of(read);
        Map<String, SoundFile> recordings = read.recordings(inputs);
        Optional<ZelvanProblem> changed = changed(recordings);
        boolean meant = reading.isMeantBy(audio) && changed.isEmpty();
        Optional<VoiceAnalysis> analysis = heard.map(h -> inputs.of(h.voice()));
        return new DerivedVoice(
                voiceId,
                reading.file().filter(f -> meant),
                recordings,
                analysis.map(Outline::of).or(() -> shape(reading)),
                analysis,
                parts.map(p -> inputs.of(p.aligned)).orElse(Alignment.NONE),
                parts.map(p -> inputs.of(p.timed)).orElse(Unmoved.RESULT),
                heard.map(inputs::of),
                reading.raw().filter(r -> meant),
                parts.map(p -> inputs.of(p.shaped)).or(reading::raw).filter(r -> meant),
                follower().map(f -> inputs.of(f.lock)).orElse(LockMap.EMPTY),
                parts.flatMap(p -> p.shaped.tuned().stream().findFirst())
                        .map(inputs::of)
                        .orElse(DerivedVoice.Pitched.NOTHING),
                parts.map(p -> inputs.of(p.shaped.levelled()))
                        .orElse(DerivedVoice.Levelled.NOTHING),
                parts.map(p -> doubts(inputs, p)).orElse(List.of()),
                reading.problem(audio).or(() -> changed).or(() -> notFollowed(inputs)));
    }

    private Optional<ZelvanProblem> changed(Map<String, SoundFile> recordings) {
        return recordings.entrySet().stream()
                .flatMap(read ->
                        Optional.ofNullable(others.get(read.getKey()))
                                .flatMap(audio -> Reading.changed(read.getValue(), audio))
                                .stream())
                .findFirst();
    }

    /// Of what nobody listens to, what can be seen of it.
    private static Optional<Outline> shape(Reading reading) {
        return reading.file().map(file -> Outline.of(file.sound())).filter(Outline::isSound);
    }

    private List<Doubt> doubts(Inputs inputs, Parts of) {
        return of.doubts.of(
                inputs.of(of.shaped.sounding().voice()),
                inputs.of(of.aligned),
                of.follower.map(f -> inputs.of(f.lock).doubts()).orElse(List.of()));
    }

    Optional<Follower> follower() {
        return parts.flatMap(Parts::follower);
    }

    private Optional<ZelvanProblem> notFollowed(Inputs inputs) {
        return follower()
                .map(Follower::aligned)
                .flatMap(a -> a.notFollowed(inputs))
                .map(anchor -> new HandWorkProblem(name, anchor));
    }
}
