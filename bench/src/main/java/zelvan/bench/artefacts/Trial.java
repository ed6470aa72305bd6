package zelvan.bench.artefacts;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import zelvan.render.Shape;
import zelvan.timing.TimeMap;
import zelvan.tuning.PitchMap;

/// A change that is made to a track.
record Trial(String name, Shape shape) {
    private static final double STEP_SECONDS = 0.01;
    private static final double RATE_DEPTH = 0.15;
    private static final double CENTS_DEPTH = 40;
    private static final double FAR_CENTS = 300;

    /// Time that runs up to 15 % faster and slower, pitch that moves by 40 cents both ways, both,
    /// and 300 cents up and down.
    static List<Trial> of(double seconds, long seed) {
        Random random = new Random(seed);
        double ratePeriod = random.nextDouble(1.2, 2);
        double ratePhase = random.nextDouble(2 * Math.PI);
        double centsPeriod = random.nextDouble(1, 1.8);
        double centsPhase = random.nextDouble(2 * Math.PI);
        List<TimeMap.Point> time = new ArrayList<>();
        List<PitchMap.Point> pitch = new ArrayList<>();
        double output = 0;
        for (double t = 0; t < seconds + STEP_SECONDS; t += STEP_SECONDS) {
            time.add(new TimeMap.Point(t, output));
            double rate = wave(t + 0.5 * STEP_SECONDS, ratePeriod, ratePhase);
            output += STEP_SECONDS * (1 + RATE_DEPTH * rate);
            double cents = CENTS_DEPTH * wave(t, centsPeriod, centsPhase);
            pitch.add(new PitchMap.Point(t, cents));
        }
        TimeMap bent = TimeMap.of(time);
        PitchMap waving = PitchMap.of(pitch);
        return List.of(
                new Trial("time", Shape.of(bent)),
                new Trial("±40", Shape.of(TimeMap.IDENTITY, waving)),
                new Trial("both", Shape.of(bent, waving)),
                new Trial("+300", moved(seconds, FAR_CENTS)),
                new Trial("−300", moved(seconds, -FAR_CENTS)));
    }

    private static Shape moved(double seconds, double cents) {
        return Shape.of(TimeMap.IDENTITY, PitchMap.constant(0, seconds, cents));
    }

    private static double wave(double seconds, double period, double phase) {
        return Math.sin(2 * Math.PI * seconds / period + phase);
    }
}
