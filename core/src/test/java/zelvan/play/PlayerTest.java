package zelvan.play;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import org.junit.jupiter.api.Test;
import zelvan.audio.Sound;
import zelvan.render.RawSource;
import zelvan.render.VoiceSource;

class PlayerTest {
    private static final int RATE = 48_000;

    @Test
    void whatIsPlayedReachesTheOutputAndTheClockRuns() throws Exception {
        SimulatedOutput output = new SimulatedOutput(RATE);
        try (Player player = new Player(output)) {
            player.program(MixerTest.program(Version.LOCKED));
            player.seek(1);
            player.play();
            await(() -> output.writtenFrames() > RATE / 4);
            assertThat(player.positionSeconds()).isBetween(1.1, 2.5);
            player.stop();
            float[] last = output.lastLeft(1000);
            for (float sample : last) {
                assertThat(sample).isCloseTo(0.5f, within(1e-6f));
            }
        }
    }

    @Test
    void aLoopGoesBackAndTheEndStops() throws Exception {
        SimulatedOutput output = new SimulatedOutput(RATE);
        try (Player player = new Player(output)) {
            player.program(MixerTest.program(Version.RAW));
            player.loop(java.util.Optional.of(new zelvan.units.SongSpan(0.5, 0.6)));
            player.seek(0.5);
            player.play();
            await(() -> output.writtenFrames() > RATE / 2);
            assertThat(player.positionSeconds()).isBetween(0.45, 0.65);
            player.loop(java.util.Optional.empty());
            player.endSeconds(0.8);
            await(() -> !player.playing());
            assertThat(player.positionSeconds()).isZero();
        }
    }

    @Test
    void aLoopBeyondTheEndIsPlayed() throws Exception {
        SimulatedOutput output = new SimulatedOutput(RATE);
        try (Player player = new Player(output)) {
            player.program(MixerTest.program(Version.RAW));
            player.endSeconds(0.8);
            player.loop(java.util.Optional.of(new zelvan.units.SongSpan(0.6, 1.0)));
            player.seek(0.7);
            player.play();
            await(() -> output.writtenFrames() > 2 * RATE);
            assertThat(player.playing()).isTrue();
            assertThat(player.positionSeconds()).isBetween(0.55, 1.05);
            player.loop(java.util.Optional.empty());
            await(() -> !player.playing());
        }
    }

    /// By a fault of the program: it is silent and named once, and the other one goes on.
    @Test
    void aTrackThatFailsIsSilentAndAllOthersAreHeard() throws Exception {
        VoiceSource sound = MixerTest.program(Version.LOCKED).tracks().getFirst().locked();
        VoiceSource failing =
                new MonoSource(10L * RATE) {
                    @Override
                    public void read(int channel, long frame, float[] into, int count) {
                        throw new IllegalStateException("a fault");
                    }

                    @Override
                    public void read(int channel, long frame, double[] into, int count) {
                        throw new IllegalStateException("a fault");
                    }
                };
        List<String> failed = Collections.synchronizedList(new ArrayList<>());
        SimulatedOutput output = new SimulatedOutput(RATE);
        try (Player player = new Player(output)) {
            player.onFailure((voiceId, fault) -> failed.add(voiceId));
            player.program(
                    new Program(
                            List.of(
                                    new Program.Track("bad", failing, failing, 1, 1),
                                    new Program.Track("good", sound, sound, 1, 1)),
                            Version.LOCKED,
                            1,
                            1,
                            0));
            player.seek(1);
            player.play();
            await(() -> output.writtenFrames() > RATE / 2);
            player.stop();
            assertThat(output.lastLeft(100)).containsOnly(0.5f);
        }
        assertThat(failed).containsExactly("bad");
    }

    /// A ramp: each sample says where it is.
    private static Program ramp(double slowness) {
        float[] samples = new float[(int) (4 * RATE * slowness)];
        for (int i = 0; i < samples.length; i++) {
            samples[i] = (float) i / samples.length;
        }
        VoiceSource source = new RawSource(Sound.owning(RATE, samples));
        return new Program(
                List.of(new Program.Track("t", source, source, 1, 1)),
                Version.LOCKED,
                1,
                slowness,
                0);
    }

    private static float biggestStep(float[] samples) {
        float most = 0;
        for (int i = 1; i < samples.length; i++) {
            most = Math.max(most, Math.abs(samples[i] - samples[i - 1]));
        }
        return most;
    }

    @Test
    void stoppingAndGoingOnDoesNotClick() throws Exception {
        SimulatedOutput output = new SimulatedOutput(RATE);
        try (Player player = new Player(output)) {
            player.program(MixerTest.program(Version.LOCKED));
            player.play();
            await(() -> output.writtenFrames() > RATE / 5);
            player.stop();
            double stopped = player.positionSeconds();
            long soon = output.writtenFrames() + 3L * Mixer.BLOCK_FRAMES;
            await(() -> output.writtenFrames() <= soon && silent(output));
            player.play();
            await(() -> output.writtenFrames() > soon + RATE / 5);
            player.stop();
            await(() -> silent(output));

            assertThat(biggestStep(output.lastLeft(RATE))).isLessThan(0.002f);
            assertThat(player.positionSeconds()).isGreaterThan(stopped);
        }
    }

    private static float loudest(SimulatedOutput output) {
        float loudest = 0;
        for (float sample : output.lastLeft((int) output.writtenFrames())) {
            loudest = Math.max(loudest, Math.abs(sample));
        }
        return loudest;
    }

    private static boolean silent(SimulatedOutput output) {
        float[] last = output.lastLeft(1);
        return last.length == 1 && Math.abs(last[0]) < 1e-6;
    }

    @Test
    void aNewProgramIsHeardWithinTheStatedLatency() throws Exception {
        SimulatedOutput output = new SimulatedOutput(RATE);
        try (Player player = new Player(output)) {
            player.program(MixerTest.program(Version.RAW));
            player.play();
            await(() -> output.writtenFrames() > RATE / 4);
            long before = output.writtenFrames();
            player.program(MixerTest.program(Version.LOCKED));
            await(() -> output.lastLeft(1)[0] > 0.49f);
            long frames = output.writtenFrames() - before;

            // Beside the two blocks that are kept: one that fades, and one that was being written.
            assertThat(frames).isLessThanOrEqualTo(5L * Mixer.BLOCK_FRAMES);
            assertThat(player.latencySeconds())
                    .isEqualTo((2.0 * Mixer.BLOCK_FRAMES + output.bufferFrames()) / RATE);
        }
    }

    @Test
    void aLoopIsAsLongAsAskedFor() throws Exception {
        SimulatedOutput output = new SimulatedOutput(RATE);
        try (Player player = new Player(output)) {
            player.program(ramp(1));
            player.loop(java.util.Optional.of(new zelvan.units.SongSpan(0.5, 0.6)));
            player.seek(0.5);
            player.play();
            await(() -> output.writtenFrames() > RATE);
            player.stop();
            float[] last = output.lastLeft(RATE / 2);
            int period = (int) (0.1 * RATE);
            // It repeats, but for the fade over its seam, which lies on the grid of blocks.
            int same = 0;
            for (int i = 0; i < last.length - period; i++) {
                same += Math.abs(last[i + period] - last[i]) < 1e-6f ? 1 : 0;
            }
            assertThat(same).isGreaterThan((last.length - period) * 6 / 10);
            assertThat(biggestStep(last)).isLessThan(0.001f);
        }
    }

    @Test
    void halfSpeedTakesTwiceAsLong() throws Exception {
        SimulatedOutput output = new SimulatedOutput(RATE);
        try (Player player = new Player(output)) {
            player.program(ramp(2));
            player.seek(1);
            player.play();
            await(() -> output.writtenFrames() >= RATE);
            double half = player.positionSeconds();
            assertThat(half).isBetween(1.4, 1.6);
            player.program(ramp(1));
            await(() -> output.writtenFrames() >= 2L * RATE);
            assertThat(player.positionSeconds()).isBetween(half + 0.85, half + 1.15);
        }
    }

    @Test
    void scrubbingSoundsWhereThePointerIs() throws Exception {
        SimulatedOutput output = new SimulatedOutput(RATE);
        try (Player player = new Player(output)) {
            player.program(ramp(1));
            player.scrub(2);
            // At rest it falls silent; what was heard is remembered.
            await(() -> output.writtenFrames() >= 4L * Mixer.BLOCK_FRAMES && silent(output));
            assertThat(loudest(output)).isCloseTo(0.5f, within(0.02f));
            player.scrub(3);
            await(() -> loudest(output) > 0.7f && silent(output));
            assertThat(loudest(output)).isCloseTo(0.75f, within(0.02f));
            player.endScrub();
            assertThat(player.playing()).isFalse();
            assertThat(player.positionSeconds()).isEqualTo(3);
        }
    }

    /// Takes sound for a while, then no more, like a card that is unplugged.
    private static final class Unplugged implements Output {
        private final SimulatedOutput card = new SimulatedOutput(RATE);
        volatile boolean closed;

        @Override
        public String name() {
            return "card";
        }

        @Override
        public int sampleRateHertz() {
            return RATE;
        }

        @Override
        public int bufferFrames() {
            return card.bufferFrames();
        }

        @Override
        public int bufferedFrames() {
            return card.bufferedFrames();
        }

        @Override
        public void write(float[] left, float[] right, int count) throws OutputLost {
            if (card.writtenFrames() > RATE / 4) {
                throw new OutputLost("unplugged");
            }
            card.write(left, right, count);
        }

        @Override
        public void flush() {}

        @Override
        public void close() {
            closed = true;
        }
    }

    @Test
    void playingGoesOnWithoutTheCardAndOnTheNextOne() throws Exception {
        Unplugged card = new Unplugged();
        SimulatedOutput next = new SimulatedOutput(RATE);
        try (Player player =
                new Player(
                        card,
                        false,
                        () ->
                                card.closed
                                        ? java.util.Optional.of(next)
                                        : java.util.Optional.empty())) {
            player.program(MixerTest.program(Version.LOCKED));
            player.play();
            await(player::standsIn);
            assertThat(player.outputName()).isEqualTo("simulated");
            assertThat(player.playing()).isTrue();
            assertThat(card.closed).isTrue();
            await(() -> next.writtenFrames() > RATE / 10);
            assertThat(player.standsIn()).isFalse();
            assertThat(player.positionSeconds()).isGreaterThan(0.25);
        }
    }

    /// What hands blocks to the output only copies: it must never wait for the collector.
    @Test
    void theSoundThreadAllocatesNothing() throws Exception {
        var threads =
                (com.sun.management.ThreadMXBean)
                        java.lang.management.ManagementFactory.getThreadMXBean();
        SimulatedOutput output = new SimulatedOutput(RATE);
        try (Player player = new Player(output)) {
            player.program(MixerTest.program(Version.LOCKED));
            player.play();
            await(() -> output.writtenFrames() > RATE);
            long[] sound =
                    Arrays.stream(threads.getAllThreadIds())
                            .filter(id -> threads.getThreadInfo(id) != null)
                            .filter(id ->
                                    threads.getThreadInfo(id)
                                            .getThreadName()
                                            .equals("zelvan-sound"))
                            .toArray();
            long before = allocated(threads, sound);
            long from = output.writtenFrames();
            await(() -> output.writtenFrames() > from + RATE);
            assertThat(allocated(threads, sound) - before).isZero();
        }
    }

    private static long allocated(com.sun.management.ThreadMXBean threads, long[] ids) {
        return Arrays.stream(threads.getThreadAllocatedBytes(ids)).sum();
    }

    interface Condition {
        boolean holds();
    }

    /// The simulated card keeps real time; this waits for it, up to a limit that only a hang
    /// reaches.
    static void await(Condition condition) throws InterruptedException {
        long end = System.nanoTime() + 20_000_000_000L;
        while (!condition.holds()) {
            assertThat(System.nanoTime()).as("waited too long").isLessThan(end);
            Thread.onSpinWait();
        }
    }

    @Test
    void aHeldMomentSoundsUntilItIsLetGo() throws Exception {
        SimulatedOutput output = new SimulatedOutput(RATE);
        try (Player player = new Player(output)) {
            player.program(ramp(1));
            player.seek(1);
            player.hold(2);
            await(() -> output.writtenFrames() > RATE);
            for (float sample : output.lastLeft(RATE / 2)) {
                assertThat(4 * sample).as("seconds of the song").isBetween(1.8f, 2.2f);
            }
            assertThat(player.positionSeconds()).isEqualTo(2);
            player.hold(3);
            long from = output.writtenFrames();
            await(() -> output.writtenFrames() > from + RATE / 2);
            for (float sample : output.lastLeft(RATE / 4)) {
                assertThat(4 * sample).isBetween(2.8f, 3.2f);
            }
            player.letGo();
            assertThat(player.positionSeconds()).as("where it was").isEqualTo(1);
            Thread.sleep(200);
            long silent = output.writtenFrames();
            Thread.sleep(100);
            assertThat(output.writtenFrames()).isEqualTo(silent);
        }
    }

    @Test
    void eachTrackHasAMeterAndAClipIsKeptUntilItIsForgotten() throws Exception {
        SimulatedOutput output = new SimulatedOutput(RATE);
        try (Player player = new Player(output)) {
            player.program(
                    new Program(
                            List.of(
                                    new Program.Track(
                                            "soft",
                                            MixerTest.constant(0),
                                            MixerTest.constant(0.25f),
                                            1,
                                            0.5),
                                    new Program.Track(
                                            "loud",
                                            MixerTest.constant(0),
                                            MixerTest.constant(0.6f),
                                            0.2,
                                            2)),
                            Version.LOCKED));
            player.play();
            await(() -> output.writtenFrames() > RATE / 4);
            assertThat(player.peaks().of("soft")).isCloseTo(0.25, within(1e-6));
            assertThat(player.peaks().of("loud")).isCloseTo(1.2, within(1e-6));
            assertThat(player.peaks().of("nobody")).isZero();
            assertThat(player.peaks().clipped("loud")).isTrue();
            assertThat(player.peaks().clipped("soft")).isFalse();
            assertThat(player.peaks().clipped()).as("the sum of the right side").isTrue();
            player.stop();
            await(() -> player.peaks().of("soft") == 0);
            assertThat(player.peaks().clipped("loud")).as("it is kept").isTrue();
            player.peaks().forgetClips();
            assertThat(player.peaks().clipped() || player.peaks().clipped("loud")).isFalse();
        }
    }
}
