package zelvan.bench.quality;

import java.util.ArrayList;
import java.util.List;
import zelvan.render.Shape;
import zelvan.singers.Bending;
import zelvan.singers.Singer;
import zelvan.timing.TimeMap;
import zelvan.tuning.PitchMap;

/// One voice, and what is done to it.
///
/// @param singer who sings
/// @param transposeNotes how far above the song, semitones
/// @param regime what the case belongs to
/// @param stretch length of the output relative to the voice as sung
/// @param cents how far up the pitch is moved
record Case(Singer singer, double transposeNotes, String regime, double stretch, double cents) {
    private static final Singer CHILD = new Singer("Pip", 1.35, 0.12, 0.4, 0.003, 6.0, 18, 0.95);
    private static final Singer BREATHY = new Singer("Fen", 1.12, 0.55, 0.6, 0.004, 5.4, 20, 1.05);
    private static final Singer ROUGH = new Singer("Grit", 0.95, 0.2, 0.1, 0.03, 5.0, 20, 1.1);

    private static final double LONGEST_SECONDS = 60;
    private static final double[] STRETCHES = {0.7, 0.85, 1.2, 1.5};

    private static final String UNEVEN = "vibrato uneven";
    private static final double UNEVEN_SECONDS = 0.37;

    /// Wide vibrato on steady cycles: what is off then is the rendering's and not the singer's.
    private static Voice vibrating(double tractScale, double transposeNotes) {
        return new Voice(
                new Singer("Vib", tractScale, 0.08, 0.35, 0.0005, 5.8, 80, 1), transposeNotes);
    }

    private record Voice(Singer singer, double transposeNotes) {
        Case with(String regime, double stretch, double cents) {
            return new Case(singer, transposeNotes, regime, stretch, cents);
        }
    }

    static List<Case> all() {
        List<Voice> voices =
                List.of(
                        new Voice(Singer.ODO, -20),
                        new Voice(Singer.ODO, -12),
                        new Voice(Singer.MARA, 0),
                        new Voice(Singer.WREN, 4),
                        new Voice(CHILD, 9),
                        new Voice(BREATHY, -3),
                        new Voice(ROUGH, -14));
        List<Case> cases = new ArrayList<>();
        for (Voice voice : voices) {
            for (double stretch : STRETCHES) {
                cases.add(voice.with("stretch", stretch, 0));
            }
            for (double cents : new double[] {50, 100, 300, 700, 1200}) {
                String regime = cents == 1200 ? "octave" : "±%.0f cents".formatted(cents);
                cases.add(voice.with(regime, 1, cents));
                cases.add(voice.with(regime, 1, -cents));
            }
            cases.add(voice.with("both", 0.8, 200));
            cases.add(voice.with("both", 1.25, -200));
            cases.add(voice.with("both", 1.25, 400));
        }
        for (Voice voice :
                List.of(
                        vibrating(0.95, -20),
                        vibrating(0.97, -12),
                        vibrating(1.16, 0),
                        vibrating(1.3, 9))) {
            for (double stretch : STRETCHES) {
                cases.add(voice.with("vibrato", stretch, 0));
            }
            cases.add(voice.with("vibrato both", 1.25, 200));
            cases.add(voice.with(UNEVEN, 1, 0));
        }
        return cases;
    }

    String name() {
        return "%s %+.0f, × %.2f, %+.0f cents"
                .formatted(singer.name(), transposeNotes, stretch, cents);
    }

    Shape shape() {
        TimeMap time =
                regime.equals(UNEVEN)
                        ? uneven()
                        : TimeMap.of(
                                List.of(
                                        new TimeMap.Point(0, 0),
                                        new TimeMap.Point(
                                                LONGEST_SECONDS, LONGEST_SECONDS * stretch)));
        return Shape.of(time, PitchMap.constant(0, LONGEST_SECONDS, cents));
    }

    /// Slower and faster by turns, as a voice is that is pulled onto another.
    private static TimeMap uneven() {
        List<TimeMap.Point> points = new ArrayList<>(List.of(new TimeMap.Point(0, 0)));
        for (int k = 0; points.getLast().sourceSeconds() < LONGEST_SECONDS; k++) {
            TimeMap.Point last = points.getLast();
            points.add(
                    new TimeMap.Point(
                            last.sourceSeconds() + UNEVEN_SECONDS,
                            last.outputSeconds() + UNEVEN_SECONDS * STRETCHES[k % 2 * 3]));
        }
        return TimeMap.of(points);
    }

    Bending bending() {
        Shape shape = shape();
        return new Bending() {
            @Override
            public double outputSecondsAt(double sourceSeconds) {
                return shape.time().outputSecondsAt(sourceSeconds);
            }

            @Override
            public double sourceSecondsAt(double outputSeconds) {
                return shape.time().sourceSecondsAt(outputSeconds);
            }

            @Override
            public double centsAt(double sourceSeconds) {
                return shape.pitch().centsAt(sourceSeconds);
            }

            @Override
            public double formantFactor() {
                return 1;
            }
        };
    }
}
