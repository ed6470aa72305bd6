package zelvan.cli;

import java.util.List;
import java.util.Locale;
import zelvan.derived.Derived;
import zelvan.derived.DerivedVoice;
import zelvan.dsp.Percentile;
import zelvan.render.Shape;
import zelvan.render.VoiceSound;
import zelvan.render.VoiceSource;
import zelvan.session.Voice;
import zelvan.timing.TimeMap;
import zelvan.tuning.PitchMap;

/// Renders a session for the benchmark, on one thread.
record RenderingTrial(Derived derived) {
    private static final int BENT_RUNS = 5;
    private static final double SLOWER = 1.1;
    private static final double HIGHER_CENTS = 70;

    List<String> lines() {
        return List.of(all(), bent());
    }

    private String all() {
        long start = System.nanoTime();
        double rendered = 0;
        for (Voice voice : derived.session().followers()) {
            rendered += render(derived.voice(voice.id()).orElseThrow().locked().orElseThrow());
        }
        double seconds = seconds(start);
        return String.format(
                Locale.ROOT,
                "  rendering                   %8.2f s   %6.0f times real time",
                seconds,
                rendered / seconds);
    }

    /// A voice whose time and pitch change everywhere, with its cycles to be found first.
    private String bent() {
        VoiceSound voice =
                derived.voice(derived.session().followers().getFirst().id())
                        .flatMap(DerivedVoice::sound)
                        .orElseThrow();
        double end = voice.seconds();
        TimeMap slower =
                TimeMap.of(List.of(new TimeMap.Point(0, 0), new TimeMap.Point(end, SLOWER * end)));
        Shape shape = Shape.of(slower, PitchMap.constant(0, end, HIGHER_CENTS));
        double[] speeds = new double[BENT_RUNS];
        for (int i = 0; i < BENT_RUNS; i++) {
            long start = System.nanoTime();
            double rendered = render(voice.along(shape));
            speeds[i] = rendered / seconds(start);
        }
        return String.format(
                Locale.ROOT,
                "  time and pitch everywhere   %8.0f times real time (first run %.0f)",
                Percentile.median(speeds),
                speeds[0]);
    }

    /// @return how long it sounds
    private static double render(VoiceSource source) {
        float[] block = new float[4096];
        for (long frame = 0; frame < source.frames(); frame += block.length) {
            source.read(0, frame, block, block.length);
        }
        return (double) source.frames() / source.sampleRateHertz();
    }

    private static double seconds(long startNanos) {
        return (System.nanoTime() - startNanos) * 1e-9;
    }
}
