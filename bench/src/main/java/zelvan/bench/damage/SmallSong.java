package zelvan.bench.damage;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import zelvan.audio.Sound;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.exchange.VoiceFolder;
import zelvan.files.Target;
import zelvan.files.Targets;
import zelvan.problem.ZelvanProblem;
import zelvan.session.Session;
import zelvan.singers.DemoSession;

/// A few seconds of the demo: a lead, a double, a harmony and a bed, and the chords.
///
/// @param lead the sound of the lead
/// @param chords the MIDI file
/// @param session as it comes in
record SmallSong(Sound lead, Path chords, Session session) {
    private static final double SECONDS = 9;

    static SmallSong in(Path folder) throws ZelvanProblem, IOException {
        Path demo = folder.resolve("demo");
        DemoSession.write(demo, Targets.replacingNothing());
        Path song = Files.createDirectories(folder.resolve("song"));
        Path lead = excerpt(demo.resolve("Mara lead.wav"), song.resolve("lead.wav"));
        List<Path> files =
                List.of(
                        lead,
                        excerpt(demo.resolve("Mara double right.wav"), song.resolve("double.wav")),
                        excerpt(
                                demo.resolve("Wren high harmony.wav"),
                                song.resolve("high harmony.wav")),
                        excerpt(demo.resolve(DemoSession.BED), song.resolve("bed.wav")));
        Session session = VoiceFolder.adding(Session.EMPTY, files).apply(Session.EMPTY);
        return new SmallSong(
                SoundFiles.read(lead).sound(), demo.resolve(DemoSession.NAME + ".mid"), session);
    }

    private static Path excerpt(Path of, Path to) throws ZelvanProblem {
        Sound whole = SoundFiles.read(of).sound();
        int rate = whole.sampleRateHertz();
        float[] samples = new float[(int) (SECONDS * rate)];
        // From where the second verse begins, in which all of them sing.
        whole.read(0, (long) (16 * rate), samples, 0, samples.length);
        SoundFiles.write(Target.fresh(to), Sound.owning(rate, samples), SoundFormat.WAV_16);
        return to;
    }
}
