package zelvan.render;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;
import zelvan.analysis.PitchTrack;
import zelvan.analysis.VoiceAnalyser;
import zelvan.audio.Sound;
import zelvan.dsp.Percentile;
import zelvan.testing.Takes;
import zelvan.timing.TimeMap;
import zelvan.timing.TimeMap.Point;
import zelvan.tuning.PitchMap;
import zelvan.units.Pitch;

class VoiceRendererTest {
    private static final int BESIDE = 200;
    private static final Sound SOUND = Takes.LEAD.sound();
    private static final Epochs EPOCHS =
            new EpochFinder().find(SOUND, Takes.LEAD.analysis().pitch());

    private static float[] render(TimeMap map) {
        return render(Shape.of(map));
    }

    private static float[] render(Shape shape) {
        VoiceRenderer renderer = new VoiceRenderer(SOUND, EPOCHS, shape);
        float[] out = new float[(int) renderer.frames()];
        renderer.read(0, 0, out, out.length);
        return out;
    }

    private static int differing(float[] a, int fromA, float[] b, int fromB, int count) {
        int differing = 0;
        for (int i = 0; i < count; i++) {
            differing +=
                    Float.floatToRawIntBits(a[fromA + i]) != Float.floatToRawIntBits(b[fromB + i])
                            ? 1
                            : 0;
        }
        return differing;
    }

    static Stream<Integer> seeds() {
        return IntStream.range(0, 20).boxed();
    }

    /// Stretches of slope 1, moved by whole frames, with bent stretches between them.
    private static TimeMap randomMap(Random random, List<int[]> straight) {
        return randomMap(random, straight, 3000, 20_000);
    }

    private static TimeMap randomMap(Random random, List<int[]> straight, int shortest, int range) {
        List<Point> points = new ArrayList<>();
        int source = 0;
        int output = random.nextInt(2000);
        while (source < SOUND.frames() - 2 * (shortest + range)) {
            int length = shortest + random.nextInt(range);
            straight.add(new int[] {source, output, length});
            points.add(point(source, output));
            source += length;
            output += length;
            points.add(point(source, output));
            int bent = shortest / 2 + random.nextInt(range);
            source += bent;
            output += Math.max(1, (int) (bent * (0.55 + 1.3 * random.nextDouble())));
        }
        return TimeMap.of(points);
    }

    private static Point point(int source, int output) {
        return new Point((double) source / Takes.RATE_HERTZ, (double) output / Takes.RATE_HERTZ);
    }

    /// In every other straight stretch, the pitch is moved in a random part of it; what is left of
    /// it is to come out as it is.
    private static PitchMap randomPitch(Random random, List<int[]> straight, List<int[]> left) {
        List<PitchMap.Point> points = new ArrayList<>();
        for (int[] stretch : straight) {
            if (random.nextBoolean()) {
                left.add(stretch);
                continue;
            }
            int from = random.nextInt(stretch[2] - 1);
            int length = 1 + random.nextInt(stretch[2] - from);
            double start = (double) (stretch[0] + from) / Takes.RATE_HERTZ;
            double end = (double) (stretch[0] + from + length) / Takes.RATE_HERTZ;
            double cents = 800 * random.nextDouble() - 400;
            points.add(new PitchMap.Point(start, 0));
            points.add(new PitchMap.Point(start, cents));
            points.add(new PitchMap.Point(end, cents));
            points.add(new PitchMap.Point(end, 0));
            int after = from + length;
            left.add(new int[] {stretch[0], stretch[1], from});
            left.add(new int[] {stretch[0] + after, stretch[1] + after, stretch[2] - after});
        }
        return PitchMap.of(points);
    }

    /// A thousand random maps of time and pitch: stretches from a thousandth of a second to a half.
    @ParameterizedTest(name = "fifty maps from seed {0}")
    @MethodSource("seeds")
    void whatDoesNotChangeComesOutBitForBit(int seed) {
        Random random = new Random(seed);
        for (int i = 0; i < 50; i++) {
            List<int[]> straight = new ArrayList<>();
            int shortest = 50 + random.nextInt(3000);
            TimeMap time = randomMap(random, straight, shortest, 20_000);
            List<int[]> left = new ArrayList<>();
            PitchMap pitch =
                    random.nextBoolean() ? PitchMap.NONE : randomPitch(random, straight, left);
            float[] out = render(Shape.of(time, pitch));
            for (int[] stretch : pitch.equals(PitchMap.NONE) ? straight : left) {
                assertThat(differing(SOUND.channel(0), stretch[0], out, stretch[1], stretch[2]))
                        .as("map %d, %s", i, Arrays.toString(stretch))
                        .isZero();
            }
        }
    }

    /// What single precision cannot hold, too.
    @Test
    void whatDoesNotChangeIsReadWithoutLoss() {
        Random random = new Random(5);
        double[] deep = new double[SOUND.frames()];
        Arrays.setAll(
                deep, i -> SOUND.channel(0)[i] + Math.scalb((double) random.nextInt(1 << 20), -50));
        Sound sound = Sound.owning(Takes.RATE_HERTZ, deep);
        List<int[]> straight = new ArrayList<>();
        VoiceRenderer renderer =
                new VoiceRenderer(sound, EPOCHS, Shape.of(randomMap(random, straight)));
        double[] out = new double[(int) renderer.frames()];
        renderer.read(0, 0, out, out.length);
        float[] single = new float[out.length];
        renderer.read(0, 0, single, single.length);
        for (int i = 0; i < out.length; i++) {
            assertThat((float) out[i]).isEqualTo(single[i]);
        }
        for (int[] stretch : straight) {
            int source = stretch[0];
            int output = stretch[1];
            int length = stretch[2];
            assertThat(Arrays.mismatch(out, output, output + length, deep, source, source + length))
                    .isEqualTo(-1);
        }
    }

    @Test
    void theIdentityIsTheSource() {
        float[] out = render(TimeMap.IDENTITY);
        assertThat(out).hasSize(SOUND.frames());
        assertThat(differing(SOUND.channel(0), 0, out, 0, out.length)).isZero();
    }

    @Test
    void whatIsPreparedSoundsTheSame() {
        TimeMap map = randomMap(new Random(9), new ArrayList<>());
        float[] whole = render(map);
        VoiceRenderer renderer = new VoiceRenderer(SOUND, EPOCHS, Shape.of(map));
        int pieces = 0;
        while (renderer.prepare(0, whole.length)) {
            pieces++;
        }
        assertThat(pieces).isGreaterThan(3);
        float[] out = new float[whole.length];
        renderer.read(0, 0, out, out.length);
        assertThat(differing(whole, 0, out, 0, out.length)).isZero();
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 7, 64, 512, 4096})
    void blocksOfAnySizeInAnyOrderAreTheSame(int size) {
        TimeMap map = randomMap(new Random(size), new ArrayList<>());
        float[] whole = render(map);
        VoiceRenderer renderer = new VoiceRenderer(SOUND, EPOCHS, Shape.of(map));
        int count = Math.min(whole.length, 60_000);
        float[] pieces = new float[count];
        for (int start = (count - 1) / size * size; start >= 0; start -= size) {
            int n = Math.min(size, count - start);
            float[] block = new float[n + 1];
            block[n] = 999;
            renderer.read(0, start, block, n);
            assertThat(block[n]).isEqualTo(999);
            System.arraycopy(block, 0, pieces, start, n);
        }
        assertThat(differing(whole, 0, pieces, 0, count)).isZero();
    }

    @ParameterizedTest
    @ValueSource(doubles = {0.7, 0.85, 1.2, 1.5})
    void stretchingKeepsThePitch(double rate) {
        TimeMap map =
                TimeMap.of(
                        List.of(new Point(0, 0), new Point(Takes.SECONDS, Takes.SECONDS * rate)));
        Takes.Take steady = Takes.STEADY;
        VoiceRenderer renderer =
                new VoiceRenderer(
                        steady.sound(),
                        new EpochFinder().find(steady.sound(), steady.analysis().pitch()),
                        Shape.of(map));
        float[] samples = new float[(int) renderer.frames()];
        renderer.read(0, 0, samples, samples.length);
        Sound out = Sound.owning(Takes.RATE_HERTZ, samples);
        PitchTrack before = steady.analysis().pitch();
        PitchTrack after = new VoiceAnalyser().analyse(out).pitch();
        double[] cents = new double[before.frames()];
        int compared = 0;
        for (int f = 4; f < before.frames() - 4; f++) {
            double t = f * before.hopSeconds() * rate;
            if (before.voiced(f - 4) && before.voiced(f + 4) && after.voiced(after.frameAt(t))) {
                cents[compared++] = Math.abs(Pitch.centsBetween(before.hertz(f), after.hertzAt(t)));
            }
        }
        assertThat(compared).isGreaterThan(500);
        double[] errors = Arrays.copyOf(cents, compared);
        // Well under the just noticeable difference of about 5 cents in the middle, within
        // vibrato's slope at the edges.
        assertThat(Percentile.median(errors)).isLessThan(5);
        assertThat(Percentile.of(errors, 90)).isLessThan(25);
    }

    /// A click is a jump that the source's own slope does not have.
    @ParameterizedTest(name = "seed {0}")
    @ValueSource(ints = {1, 2, 3, 4, 5})
    void nothingClicks(int seed) {
        float[] out = render(randomMap(new Random(seed), new ArrayList<>()));
        assertThat(steepest(out)).isLessThan(1.3 * steepest(SOUND.channel(0)));
    }

    /// Where stretches meet, samples differ from their neighbours, and these differences from each
    /// other, no more than they do on both sides.
    @ParameterizedTest(name = "ten maps from seed {0}")
    @MethodSource("seeds")
    void whereStretchesMeetNothingIsCutOff(int seed) {
        Random random = new Random(seed);
        for (int i = 0; i < 10; i++) {
            List<int[]> straight = new ArrayList<>();
            TimeMap time = randomMap(random, straight, 50 + random.nextInt(3000), 20_000);
            PitchMap pitch = randomPitch(random, straight, new ArrayList<>());
            Shape shape = Shape.of(time, pitch);
            float[] out = render(shape);
            for (Pin pin : new RenderPlanner(SOUND, EPOCHS, shape).pins()) {
                int at = (int) pin.output();
                if (at < BESIDE || at + BESIDE > out.length) {
                    continue;
                }
                for (int order = 1; order <= 2; order++) {
                    double there = steepest(order, out, at - 3, at + 4);
                    double beside =
                            Math.max(
                                    steepest(order, out, at - BESIDE, at - 3),
                                    steepest(order, out, at + 4, at + BESIDE));
                    double sung =
                            steepest(
                                    order,
                                    SOUND.channel(0),
                                    (int) pin.source() - BESIDE,
                                    (int) pin.source() + BESIDE);
                    assertThat(there)
                            .as("pin %s of map %d, order %d", pin, i, order)
                            .isLessThanOrEqualTo(1.2 * Math.max(beside, sung) + 1e-4);
                }
            }
        }
    }

    private static double steepest(int order, float[] samples, int from, int to) {
        double steepest = 0;
        for (int i = Math.max(2, from); i < Math.min(samples.length, to); i++) {
            double first = samples[i] - samples[i - 1];
            double second = first - (samples[i - 1] - samples[i - 2]);
            steepest = Math.max(steepest, Math.abs(order == 1 ? first : second));
        }
        return steepest;
    }

    private static double steepest(float[] samples) {
        double steepest = 0;
        for (int i = 1; i < samples.length; i++) {
            steepest = Math.max(steepest, Math.abs(samples[i] - samples[i - 1]));
        }
        return steepest;
    }

    @Test
    void channelsAreSplicedAtTheSameFrames() {
        float[] mono = SOUND.channel(0);
        float[] inverted = new float[mono.length];
        for (int i = 0; i < mono.length; i++) {
            inverted[i] = -0.5f * mono[i];
        }
        Sound stereo = Sound.owning(Takes.RATE_HERTZ, mono, inverted);
        VoiceRenderer renderer =
                new VoiceRenderer(
                        stereo,
                        new EpochFinder().find(stereo, Takes.LEAD.analysis().pitch()),
                        Shape.of(TimeMap.of(List.of(new Point(0, 0), new Point(5, 6)))));
        float[] left = new float[200_000];
        float[] right = new float[200_000];
        renderer.read(0, 30_000, left, left.length);
        renderer.read(1, 30_000, right, right.length);
        for (int i = 0; i < left.length; i++) {
            assertThat(right[i]).isCloseTo(-0.5f * left[i], within(1e-6f));
        }
    }

    @Test
    void aSourceOfAnotherRateIsTheSameSoundAtThatRate() {
        VoiceSource source = ResampledSource.at(44_100, new RawSource(SOUND));
        float[] expected =
                new zelvan.dsp.Resampler(Takes.RATE_HERTZ, 44_100).resample(SOUND.channel(0));
        float[] block = new float[3000];
        source.read(0, 50_000, block, block.length);
        assertThat(differing(expected, 50_000, block, 0, block.length)).isZero();
        assertThat(ResampledSource.at(Takes.RATE_HERTZ, new RawSource(SOUND)))
                .isEqualTo(new RawSource(SOUND));
    }

    /// Repeating or leaving out pieces of noise must not make it softer or louder.
    @ParameterizedTest
    @ValueSource(doubles = {0.75, 1.3})
    void noiseKeepsItsPower(double rate) {
        Random random = new Random(9);
        float[] noise = new float[4 * Takes.RATE_HERTZ];
        for (int i = 0; i < noise.length; i++) {
            noise[i] = (float) (0.1 * random.nextGaussian());
        }
        Sound sound = Sound.owning(Takes.RATE_HERTZ, noise);
        Epochs none = new Epochs(new int[0], new int[0], new double[0][]);
        VoiceRenderer renderer =
                new VoiceRenderer(
                        sound,
                        none,
                        Shape.of(TimeMap.of(List.of(new Point(0, 0), new Point(4, 4 * rate)))));
        float[] out = new float[(int) renderer.frames()];
        renderer.read(0, 0, out, out.length);
        assertThat(decibels(out)).isCloseTo(decibels(noise), within(0.5));
    }

    private static double decibels(float[] samples) {
        double sum = 0;
        for (float sample : samples) {
            sum += (double) sample * sample;
        }
        return 10 * Math.log10(sum / samples.length);
    }

    @ParameterizedTest
    @ValueSource(doubles = {0.8, 1.25})
    void aStretchedVoiceKeepsItsLevel(double rate) {
        TimeMap map =
                TimeMap.of(
                        List.of(new Point(0, 0), new Point(Takes.SECONDS, Takes.SECONDS * rate)));
        assertThat(decibels(render(map))).isCloseTo(decibels(SOUND.channel(0)), within(0.6));
    }

    /// Beyond both ends there is silence, however the map lies.
    @Test
    void outsideTheVoiceThereIsSilence() {
        VoiceRenderer renderer =
                new VoiceRenderer(
                        SOUND,
                        EPOCHS,
                        Shape.of(TimeMap.of(List.of(new Point(0, 0.5), new Point(2, 3)))));
        float[] before = new float[2000];
        renderer.read(0, -3000, before, before.length);
        assertThat(before).containsOnly(0);
        float[] after = new float[2000];
        renderer.read(0, renderer.frames() + 10, after, after.length);
        assertThat(after).containsOnly(0);
    }
}
