package zelvan.bench.artefacts;

import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.function.ToDoubleFunction;
import zelvan.analysis.PitchTrack;
import zelvan.audio.Sound;
import zelvan.dsp.Percentile;
import zelvan.measure.Artefact;
import zelvan.measure.ArtefactFinder;
import zelvan.render.Shape;
import zelvan.units.Pitch;

/// What was found in one track after one change.
///
/// @param voiced frames in which the source has a steady pitch
/// @param levelMillis too loud or too soft
/// @param flat frames of those that are flatter than the source
/// @param told frames of those in which a pitch is heard
/// @param astray frames of those that are more than 50 cents from what was asked for
/// @param lost frames in which no pitch is heard any more
/// @param cents median distance from what was asked for
/// @param centsWorst the same, 95th percentile
/// @param onsets sharp beginnings in the source, more than 12 dB in 5 ms
/// @param missing those that are gone
/// @param extra those that are new
/// @param onsetMillis their displacement, 95th percentile
record Score(
        int voiced,
        int clicks,
        int steps,
        int levels,
        double levelMillis,
        double flat,
        int told,
        int astray,
        int lost,
        double cents,
        double centsWorst,
        int onsets,
        int missing,
        int extra,
        double onsetMillis) {
    private static final double GROSS_CENTS = 50;
    private static final double LOWEST_HERTZ = 65;
    private static final double HIGHEST_HERTZ = 1050;
    private static final double SHARP_DECIBELS = 12;
    private static final double THERE_DECIBELS = 5;
    private static final double NEAR_SECONDS = 0.015;

    static Score of(
            Sound source,
            Sound rendered,
            Shape shape,
            ArtefactFinder.Found found,
            PitchTrack before,
            PitchTrack after) {
        boolean[] steady = found.steadilyVoiced();
        double[] away = new double[steady.length];
        int voiced = 0;
        int told = 0;
        int lost = 0;
        for (int f = 0; f < steady.length; f++) {
            double at = ArtefactFinder.seconds(f);
            double place = shape.time().sourceSecondsAt(at);
            double wanted = before.hertzAt(place) * Pitch.ratio(shape.pitch().centsAt(place));
            if (!steady[f]) {
                continue;
            }
            voiced++;
            if (wanted > LOWEST_HERTZ && wanted < HIGHEST_HERTZ) {
                double heard = after.hertzNear(at);
                if (Double.isNaN(heard)) {
                    lost++;
                } else {
                    away[told++] = Math.abs(Pitch.centsBetween(wanted, heard));
                }
            }
        }
        double[] cents = Arrays.copyOf(away, told);
        int astray = (int) Arrays.stream(cents).filter(c -> c > GROSS_CENTS).count();
        double[] levels = Onsets.levels(source.mono(), source.sampleRateHertz(), 1);
        double reference = Onsets.reference(levels);
        double[] renderedLevels = Onsets.levels(rendered.mono(), rendered.sampleRateHertz(), 1);
        double[] sharp = Onsets.find(levels, SHARP_DECIBELS, reference);
        double[] there = Onsets.find(levels, THERE_DECIBELS, reference);
        double[] sharpAfter = Onsets.find(renderedLevels, SHARP_DECIBELS, reference);
        double[] thereAfter = Onsets.find(renderedLevels, THERE_DECIBELS, reference);
        double[] displaced =
                Arrays.stream(sharp)
                        .map(s -> nearest(shape.time().outputSecondsAt(s), thereAfter))
                        .toArray();
        int missing = (int) Arrays.stream(displaced).filter(d -> d > NEAR_SECONDS).count();
        double[] expected = Arrays.stream(there).map(shape.time()::outputSecondsAt).toArray();
        int extra =
                (int)
                        Arrays.stream(sharpAfter)
                                .filter(s -> nearest(s, expected) > NEAR_SECONDS)
                                .count();
        double[] near = Arrays.stream(displaced).filter(d -> d <= NEAR_SECONDS).toArray();
        return new Score(
                voiced,
                count(found, Artefact.Kind.CLICK),
                count(found, Artefact.Kind.STEP),
                count(found, Artefact.Kind.LEVEL),
                1000 * seconds(found, Artefact.Kind.LEVEL),
                seconds(found, Artefact.Kind.FLAT) / ArtefactFinder.HOP_SECONDS,
                told,
                astray,
                lost,
                told == 0 ? 0 : Percentile.median(cents),
                told == 0 ? 0 : Percentile.of(cents, 95),
                sharp.length,
                missing,
                extra,
                near.length == 0 ? 0 : 1000 * Percentile.of(near, 95));
    }

    private static double nearest(double moment, double[] others) {
        return Arrays.stream(others)
                .map(o -> Math.abs(o - moment))
                .min()
                .orElse(Double.POSITIVE_INFINITY);
    }

    private static int count(ArtefactFinder.Found found, Artefact.Kind kind) {
        return (int) found.artefacts().stream().filter(a -> a.kind() == kind).count();
    }

    private static double seconds(ArtefactFinder.Found found, Artefact.Kind kind) {
        return found.artefacts().stream()
                .filter(a -> a.kind() == kind)
                .mapToDouble(a -> a.span().seconds())
                .sum();
    }

    static String heads() {
        return " clicks  steps  levels level ms  flat %    cents   95 %  >50 % lost %"
                + "  onsets missing  extra  95 % ms";
    }

    static String total(List<Score> all) {
        double voiced = Math.max(1, sum(all, Score::voiced));
        double told = Math.max(1, sum(all, Score::told));
        double asked = Math.max(1, told + sum(all, Score::lost));
        return String.format(
                Locale.ROOT,
                "%7.0f%7.0f%8.0f%9.0f%8.1f%9.1f%7.1f%7.1f%7.1f%8.0f%8.0f%7.0f%9.1f",
                sum(all, Score::clicks),
                sum(all, Score::steps),
                sum(all, Score::levels),
                sum(all, Score::levelMillis),
                100 * sum(all, Score::flat) / voiced,
                sum(all, s -> s.cents * s.told) / told,
                sum(all, s -> s.centsWorst * s.told) / told,
                100 * sum(all, Score::astray) / told,
                100 * sum(all, Score::lost) / asked,
                sum(all, Score::onsets),
                sum(all, Score::missing),
                sum(all, Score::extra),
                Percentile.median(all.stream().mapToDouble(Score::onsetMillis).toArray()));
    }

    private static double sum(List<Score> all, ToDoubleFunction<Score> figure) {
        return all.stream().mapToDouble(figure).sum();
    }
}
