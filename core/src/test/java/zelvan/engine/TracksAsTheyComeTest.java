package zelvan.engine;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import zelvan.analysis.Outline;
import zelvan.audio.SoundFiles;
import zelvan.audio.SoundFormat;
import zelvan.derived.Derived;
import zelvan.derived.DerivedVoice;
import zelvan.exchange.VoiceFolder;
import zelvan.files.Target;
import zelvan.render.VoiceSource;
import zelvan.session.Session;
import zelvan.testing.Takes;
import zelvan.testing.Wanted;

/// What somebody who waits for a song is told of it meanwhile.
class TracksAsTheyComeTest {
    private static final int TRACKS = 3;

    @TempDir private Path folder = Path.of(".");
    private Engine engine = new Engine(new KeptWork(Path.of(".")));
    private Session session = Session.EMPTY;

    @BeforeEach
    void start() throws Exception {
        engine = new Engine(new KeptWork(folder.resolve("kept")));
        List<Path> files = new ArrayList<>();
        for (Takes.Take take : List.of(Takes.LEAD, Takes.LOOSE, Takes.LOW)) {
            Path file =
                    folder.resolve(
                            files.isEmpty() ? "lead.wav" : "double " + files.size() + ".wav");
            SoundFiles.write(Target.fresh(file), take.sound(), SoundFormat.WAV_16);
            // What was written a moment ago would not be taken for granted.
            Files.setLastModifiedTime(file, FileTime.from(Instant.now().minusSeconds(60)));
            files.add(file);
        }
        session =
                Wanted.timing(100, 0)
                        .apply(VoiceFolder.adding(Session.EMPTY, files).apply(Session.EMPTY));
    }

    @AfterEach
    void close() {
        engine.close();
    }

    /// All that is told until everything is there, and that.
    private static List<Derived> told(Engine by, Session of) throws Exception {
        List<Derived> told = Collections.synchronizedList(new ArrayList<>());
        told.add(by.want(of, List.of(), Progress.NONE, told::add).get(60, TimeUnit.SECONDS));
        return told;
    }

    private static List<DerivedVoice> ready(Derived derived) {
        return derived.voices().values().stream().filter(v -> !v.isOnlyOpened()).toList();
    }

    private static DerivedVoice track(Derived derived, String id) {
        return derived.voice(id).orElseThrow();
    }

    @Test
    void theGuideIsReadyFirstAndTheOthersAsTheyAre() throws Exception {
        List<Derived> told =
                told(engine, session).stream().filter(d -> !ready(d).isEmpty()).toList();
        assertThat(told).noneMatch(d -> d.guidePhrases().isEmpty());
        assertThat(told).extracting(d -> ready(d).size()).containsExactly(1, 2, 3, 3);
    }

    /// Before anything is listened to, every track is there as it was recorded.
    @Test
    void newTracksAreSeenAndHeardBeforeTheyAreWorkedOut() throws Exception {
        List<Derived> told = told(engine, session);
        Derived all = told.getLast();
        Derived opened =
                told.stream().filter(d -> d.voices().size() == TRACKS).findFirst().orElseThrow();
        assertThat(ready(opened)).isEmpty();
        for (DerivedVoice track : opened.voices().values()) {
            DerivedVoice later = track(all, track.voiceId());
            assertThat(block(track.locked().orElseThrow()))
                    .isEqualTo(block(later.raw().orElseThrow()));
            Outline before = track.outline().orElseThrow();
            Outline after = later.outline().orElseThrow();
            for (int f = 0; f < after.frames(); f += 7) {
                assertThat(before.loudness(f, f + 1))
                        .isCloseTo(after.loudness(f, f + 1), within(0.12));
            }
        }
    }

    @Test
    void whatIsToldLaterIsNeverLess() throws Exception {
        List<Derived> told = told(engine, session);
        for (int i = 1; i < told.size(); i++) {
            Derived later = told.get(i);
            assertThat(ready(told.get(i - 1)))
                    .noneMatch(v -> track(later, v.voiceId()).isOnlyOpened());
        }
    }

    /// A change, and what is kept on disk, are there before anything would be seen of them.
    @Test
    void whatIsKnownIsNotOpenedAgain() throws Exception {
        engine.derive(session, Progress.NONE);
        assertNothingOpened(told(engine, Wanted.timing(50, 0).apply(session)));
        try (Engine next = new Engine(new KeptWork(folder.resolve("kept")))) {
            assertNothingOpened(told(next, session));
        }
    }

    /// It may be another recording by now: that is seen when it is read.
    @Test
    void recordingsThatAreKnownAreNotHeardBeforeTheyAreRead() throws Exception {
        Session known = session.knowing(engine.derive(session, Progress.NONE).recordings());
        try (Engine own = new Engine(new KeptWork(folder.resolve("nothing kept")))) {
            assertNothingOpened(told(own, known));
        }
    }

    private static void assertNothingOpened(List<Derived> told) {
        assertThat(told).isNotEmpty().allMatch(d -> ready(d).size() == d.voices().size());
    }

    private static float[] block(VoiceSource source) {
        float[] block = new float[source.sampleRateHertz()];
        source.read(0, source.sampleRateHertz(), block, block.length);
        return block;
    }
}
