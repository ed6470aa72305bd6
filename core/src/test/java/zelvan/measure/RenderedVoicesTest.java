package zelvan.measure;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.function.UnaryOperator;
import java.util.stream.Stream;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;
import zelvan.analysis.PitchTrack;
import zelvan.analysis.VoiceAnalyser;
import zelvan.audio.Sound;
import zelvan.render.EpochFinder;
import zelvan.render.Epochs;
import zelvan.render.Shape;
import zelvan.render.VoiceRenderer;
import zelvan.singers.Performer.Departures;
import zelvan.singers.Performer.Habits;
import zelvan.singers.Recording;
import zelvan.singers.Singer;
import zelvan.testing.Takes;
import zelvan.timing.TimeMap;
import zelvan.tuning.PitchMap;

/// What makes voices of people harder than clean ones (breath, creak, rough periods, noise, a room)
/// leaves no traces when they are changed.
class RenderedVoicesTest {
    private static final Singer BREATHY = new Singer("Breathy", 1.1, 0.6, 0.6, 0.004, 5.4, 20, 1);
    private static final Singer ROUGH = new Singer("Rough", 1, 0.15, 0.1, 0.03, 5, 20, 1);
    private static final Singer CREAKY = new Singer("Creaky", 1, 0.1, 0.2, 0.01, 0.3, 5, 15, 1);

    static Stream<Arguments> voices() {
        UnaryOperator<Sound> clean = s -> s;
        return Stream.of(
                Arguments.of("breathy", BREATHY, -3, clean),
                Arguments.of("rough", ROUGH, -18, clean),
                Arguments.of("creaky", CREAKY, -20, clean),
                Arguments.of(
                        "in noise",
                        Singer.WREN,
                        0,
                        (UnaryOperator<Sound>) s -> Recording.noise(s, -30)),
                Arguments.of("in a room", Singer.MARA, 0, (UnaryOperator<Sound>) Recording::room));
    }

    private static Shape time(double seconds) {
        List<TimeMap.Point> points = new ArrayList<>();
        double output = 0;
        for (double t = 0; t < seconds + 0.01; t += 0.01) {
            points.add(new TimeMap.Point(t, output));
            output += 0.01 * (1 + 0.15 * Math.sin(2 * Math.PI * t / 1.6));
        }
        return Shape.of(TimeMap.of(points));
    }

    private static Shape pitch(double seconds, double cents) {
        List<PitchMap.Point> points = new ArrayList<>();
        for (double t = 0; t < seconds; t += 0.01) {
            points.add(new PitchMap.Point(t, cents * Math.sin(2 * Math.PI * t / 1.3)));
        }
        return Shape.of(TimeMap.IDENTITY, PitchMap.of(points));
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("voices")
    void noTracesAreLeft(
            String name, Singer singer, int transposeNotes, UnaryOperator<Sound> recording) {
        Habits habits = new Habits(0, 1, 0, 0, 0, 0, transposeNotes, false);
        Sound sound = recording.apply(Takes.sing(singer, habits, Departures.NONE, 21).sound());
        PitchTrack heard = new VoiceAnalyser().analyse(sound).pitch();
        Epochs epochs = new EpochFinder().find(sound, heard);
        ArtefactFinder finder = new ArtefactFinder(sound.mono(), sound.sampleRateHertz(), heard);
        for (Shape shape : List.of(time(sound.seconds()), pitch(sound.seconds(), 40))) {
            VoiceRenderer renderer = new VoiceRenderer(sound, epochs, shape);
            float[] rendered = new float[(int) renderer.frames()];
            renderer.read(0, 0, rendered, rendered.length);
            ArtefactFinder.Found found = finder.find(rendered, shape.time());
            int voiced = 0;
            for (boolean steady : found.steadilyVoiced()) {
                voiced += steady ? 1 : 0;
            }
            // One frame may be an accident of noise.
            assertThat(found.artefacts())
                    .filteredOn(a ->
                            a.kind() != Artefact.Kind.FLAT
                                    || a.span().seconds() > 1.5 * ArtefactFinder.HOP_SECONDS)
                    .as(name)
                    .isEmpty();
            assertThat(voiced * ArtefactFinder.HOP_SECONDS).isGreaterThan(3);
        }
    }
}
