package zelvan.exchange;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Path;
import java.time.LocalDateTime;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zelvan.audio.BroadcastStamp;
import zelvan.audio.Sound;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.derived.Derived;
import zelvan.dsp.Percentile;
import zelvan.engine.Engine;
import zelvan.engine.KeptWork;
import zelvan.engine.Progress;
import zelvan.files.Target;
import zelvan.session.Clip;
import zelvan.session.Session;
import zelvan.testing.Takes;
import zelvan.testing.Wanted;

/// Recordings that do not begin together: with silence before the voice, or with a stamp that says
/// when they began.
class StartsTest {
    private static final int RATE = Takes.RATE_HERTZ;
    private static final double NOON_SECONDS = 12 * 3600;

    @TempDir Path folder;
    private Engine engine;

    @BeforeEach
    void begin() {
        engine = new Engine(new KeptWork(folder.resolve("kept")));
    }

    @AfterEach
    void close() {
        engine.close();
    }

    private void write(String name, Sound sound, double startSeconds) throws Exception {
        SoundFiles.write(
                Target.fresh(folder.resolve(name)),
                sound,
                SoundFormat.WAV_24,
                Optional.of(
                        new BroadcastStamp(
                                Math.round(startSeconds * RATE),
                                name,
                                LocalDateTime.of(2026, 5, 4, 12, 0))));
    }

    /// With silence before it, or without its beginning.
    private static Sound begunEarlier(Sound sound, double seconds) {
        int frames = (int) (seconds * RATE);
        float[] samples = new float[sound.frames() + frames];
        float[] own = sound.channel(0);
        for (int i = Math.max(0, -frames); i < own.length; i++) {
            samples[i + frames] = own[i];
        }
        return Sound.owning(RATE, samples);
    }

    /// How far the moments of the double are from the lead's, median and the farthest of nine in
    /// ten, seconds.
    private double[] away(double recordedLater, Session session) {
        Derived derived = engine.derive(Wanted.timing(100, 0).apply(session), Progress.NONE);
        assertThat(derived.problems()).isEmpty();
        var map = derived.voice(session.followers().getFirst().id()).orElseThrow().timing().map();
        Map<String, Double> lead = new TreeMap<>();
        Takes.LEAD.performance().moments().forEach(m -> lead.put(m.id(), m.seconds()));
        double[] off =
                Takes.LOOSE.performance().moments().stream()
                        .filter(m -> lead.containsKey(m.id()))
                        .mapToDouble(m ->
                                Math.abs(
                                        map.outputSecondsAt(m.seconds() + recordedLater)
                                                - lead.getOrDefault(m.id(), 0.0)))
                        .toArray();
        return new double[] {Percentile.median(off), Percentile.of(off, 90)};
    }

    @Test
    void halfAMinuteOfSilenceBeforeTheVoiceIsNoObstacle() throws Exception {
        write("lead.wav", Takes.LEAD.sound(), 0);
        write("double.wav", begunEarlier(Takes.LOOSE.sound(), 30), 0);
        Session session = VoiceFolder.session(List.of(folder));
        double[] away = away(30, session);
        assertThat(away[0]).isLessThan(0.01);
        assertThat(away[1]).isLessThan(0.06);
    }

    /// The double began 4 s after the lead: it lies there, and nothing of it is cut off.
    @Test
    void aStampSaysWhereARecordingLies() throws Exception {
        write("lead.wav", begunEarlier(Takes.LEAD.sound(), 5), NOON_SECONDS - 5);
        write("double.wav", begunEarlier(Takes.LOOSE.sound(), 1), NOON_SECONDS - 1);
        Session session = VoiceFolder.session(List.of(folder));
        Clip clip = session.followers().getFirst().layer().clips().getFirst();
        assertThat(clip.shiftSeconds()).isCloseTo(4, within(1e-6));
        assertThat(clip.span().orElseThrow().startSeconds()).isZero();
        Derived derived = engine.derive(Wanted.timing(0, 0).apply(session), Progress.NONE);
        float[] heard = new float[RATE];
        derived.voice(session.followers().getFirst().id())
                .orElseThrow()
                .locked()
                .orElseThrow()
                .read(0, 7L * RATE, heard, RATE);
        float[] own = Takes.LOOSE.sound().channel(0);
        for (int i = 0; i < RATE; i++) {
            assertThat(heard[i]).isCloseTo(own[2 * RATE + i], within(1e-6f));
        }
    }

    /// What began before the lead loses what nothing is sung to.
    @Test
    void whatBeganEarlierIsCutAtTheBeginningOfTheSong() throws Exception {
        write("lead.wav", Takes.LEAD.sound(), NOON_SECONDS);
        write("double.wav", begunEarlier(Takes.LOOSE.sound(), 8), NOON_SECONDS - 8);
        Session session = VoiceFolder.session(List.of(folder));
        Clip clip = session.followers().getFirst().layer().clips().getFirst();
        assertThat(clip.placedSeconds()).isZero();
        assertThat(clip.span().orElseThrow().startSeconds()).isCloseTo(8, within(1e-6));
        assertThat(away(0, session)[0]).isLessThan(0.01);
    }

    /// Where one of them says nothing, both are taken to begin together.
    @Test
    void oneStampAloneSaysNothing() throws Exception {
        SoundFiles.write(
                Target.fresh(folder.resolve("lead.wav")), Takes.LEAD.sound(), SoundFormat.WAV_24);
        write("double.wav", Takes.LOOSE.sound(), NOON_SECONDS);
        Session session = VoiceFolder.session(List.of(folder));
        assertThat(session.followers().getFirst().layer().isWhole()).isTrue();
    }
}
