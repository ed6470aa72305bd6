package zelvan.exchange;

import java.nio.file.Path;
import java.util.Optional;
import zelvan.audio.BroadcastStamp;
import zelvan.audio.Sound;
import zelvan.audio.SoundFile;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.derived.Derived;
import zelvan.derived.DerivedVoice;
import zelvan.engine.Listening;
import zelvan.engine.Progress;
import zelvan.files.FileNames;
import zelvan.files.Output;
import zelvan.files.Target;
import zelvan.files.Targets;
import zelvan.play.Mixer;
import zelvan.play.Program;
import zelvan.play.Room;
import zelvan.play.Version;
import zelvan.problem.ZelvanProblem;
import zelvan.session.Voice;

/// Writes what is heard to one stereo file: levels, mutes, solos, blend and bed as they stand.
public final class MixPrinter {
    private static final int USUAL_RATE_HERTZ = 48_000;

    private MixPrinter() {}

    /// The file that a mix makes, `SESSION (mix).wav`.
    public static Output output(Derived derived, Path folder) {
        String name = FileNames.of(derived.session().name()) + " (mix).wav";
        Path recording =
                derived.session()
                        .guide()
                        .map(g -> derived.session().audioOf(g).file())
                        .orElse(folder);
        return new Output(folder.resolve(name), recording);
    }

    /// Prints the mix at the guide's rate, as WAV with 24 bits unless another format is given.
    ///
    /// @param folder receives the file of [#output]
    /// @param targets decides whether it may be written
    /// @throws ZelvanProblem if it must not be written, or the system does not let it
    /// @throws CancellationException if it was cancelled
    public static Printed print(
            Derived derived, Path folder, Delivery delivery, Targets targets, Progress progress)
            throws ZelvanProblem {
        Output output = output(derived, folder);
        Target target = targets.target(output);
        Optional<DerivedVoice> guide =
                derived.session().guide().flatMap(g -> derived.voice(g.id()));
        int rate =
                guide.flatMap(DerivedVoice::raw)
                        .map(r -> r.sampleRateHertz())
                        .orElse(USUAL_RATE_HERTZ);
        double startSeconds =
                guide.flatMap(DerivedVoice::file).map(f -> f.startSeconds()).orElse(0.0);
        Program program =
                new Listening(rate, 1).program(derived.session(), derived, Version.LOCKED);
        double room = delivery.mixRoom() ? program.room() : 0;
        int frames = (int) Math.ceil(derived.seconds() * rate - 1e-6);
        Sound mixed = mixed(program, room, rate, frames, progress);
        for (Voice voice : derived.session().voices()) {
            Optional<SoundFile> recording = derived.voice(voice.id()).flatMap(DerivedVoice::file);
            if (recording.isPresent()) {
                VoicePrinter.failIfChanged(
                        derived.session().audioOf(voice).file(), recording.get().sound());
            }
        }
        Turned turned =
                delivery.mixLufs()
                        .map(lufs -> Turned.toLoudness(mixed, lufs))
                        .orElseGet(() -> Turned.withinTruePeak(mixed));
        SoundFiles.write(
                target,
                turned.sound(),
                delivery.format().orElse(SoundFormat.WAV_24),
                Optional.of(
                        BroadcastStamp.of(
                                output.madeOf(), derived.session().name(), startSeconds, rate)));
        progress.report("Printing the mix", 1);
        return new Printed(target.path(), -turned.louderDecibels(), turned.words());
    }

    private static Sound mixed(
            Program program, double share, int rate, int frames, Progress progress) {
        VoicePrinter.Step step = new VoicePrinter.Step(progress, "Printing the mix", 0, 1);
        Mixer mixer = new Mixer();
        Room room = new Room(rate);
        mixer.goOnFrom(program, 0);
        float[] left = new float[Mixer.BLOCK_FRAMES];
        float[] right = new float[Mixer.BLOCK_FRAMES];
        float[][] sides = new float[2][frames];
        for (int at = 0; at < frames; at += Mixer.BLOCK_FRAMES) {
            mixer.mix(program, at, left, right);
            room.around(left, right, Mixer.BLOCK_FRAMES, share);
            int count = Math.min(Mixer.BLOCK_FRAMES, frames - at);
            System.arraycopy(left, 0, sides[0], at, count);
            System.arraycopy(right, 0, sides[1], at, count);
            step.reached((double) at / frames);
        }
        return Sound.owning(rate, sides);
    }
}
