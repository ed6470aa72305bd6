package zelvan.render;

import java.util.Arrays;
import zelvan.audio.Sound;

/// Tells how a grain is to be filtered whose pitch is moved: so that its new harmonics are as
/// strong as the voice's envelope is there, and smoothly in between.
final class GrainColour {
    /// 18 decibels.
    private static final double MOST_NEPER = 18 / 20.0 * Math.log(10);

    private static final double FULL_TO_HERTZ = 7000;
    private static final double NONE_FROM_HERTZ = 9000;

    /// A voice stays as loud as it was, wherever its new harmonics lie on the formants. So much of
    /// that, 3 decibels, is done where what makes a vowel loud lies, unless the pitch moves far,
    /// and the rest everywhere.
    private static final double MOST_LOW_NEPER = 3 / 20.0 * Math.log(10);

    private static final double NEAR_CENTS = 300;
    private static final double FAR_CENTS = 700;

    private static final double LEVEL_FULL_TO_HERTZ = 1000;

    private static final double LEVEL_NONE_FROM_HERTZ = 2000;
    private static final double LEAST_POWER = 1e-20;

    private final VoiceSpectra spectra;
    private final int rate;
    private final HarmonicGains wished;
    private final FormantRanges ranges;

    /// @param sound the voice; its filters are the same for all channels
    /// @param shape what is done to it
    GrainColour(Sound sound, Shape shape) {
        this.spectra = new VoiceSpectra(sound);
        this.rate = sound.sampleRateHertz();
        this.wished = shape.harmonics();
        this.ranges = shape.formantRanges();
    }

    /// The harmonics of a grain, in bins of its transform and natural logarithms of amplitude.
    ///
    /// @param points of the transform
    /// @param spacing from harmonic to harmonic in the source
    /// @param next the same as they are to sound
    /// @param source the source's harmonics, from the first on
    /// @param grain what the grain has where they are to sound
    private record Harmonics(
            int points, double spacing, double next, double[] source, double[] grain) {}

    /// The factors of the bins of a cut grain, from 0 up to where nothing is done any more. Its new
    /// harmonics are samples of its own spectrum.
    ///
    /// @param data the grain, transformed
    /// @param strength share of the filter that is applied
    double[] ofCut(double[] data, Grain grain, double strength) {
        double spacing = data.length / grain.cycle();
        double next = spacing * factor(grain);
        double[] source = samples(data, spacing, highest(grain, data.length));
        double[] there = samples(data, next, bins(data.length));
        return gains(grain, new Harmonics(data.length, spacing, next, source, there), strength);
    }

    /// The same for a bent grain, whose harmonics have moved already. They are heard over some tens
    /// of milliseconds, so that filters change no faster than the voice.
    ///
    /// @param points of the grain's transform
    double[] ofBent(int points, Grain grain, double strength) {
        double spacing = points / grain.sourceCycle();
        double next = points / grain.cycle();
        double hertz = rate / grain.sourceCycle();
        double needed = Math.max(highest(grain, points) / spacing, bins(points) / next);
        double[] heard = spectra.harmonics(grain.source(), hertz, Math.max(1, (int) needed));
        return gains(grain, new Harmonics(points, spacing, next, heard, heard), strength);
    }

    private double[] gains(Grain grain, Harmonics harmonics, double strength) {
        double binHertz = (double) rate / harmonics.points;
        int bins = bins(harmonics.points);
        double factor = factor(grain);
        double seconds = grain.source() / rate;
        FormantRange range = ranges.at(seconds);
        double unmoved = Math.pow(2, grain.cents() / 1200);
        HarmonicEnvelope envelope = envelope(harmonics.source, grain);
        int count = (int) (bins / harmonics.next);
        double[] steps = new double[count + 2];
        double[] fades = new double[count + 2];
        double power = LEAST_POWER;
        for (int h = 1; h <= count; h++) {
            double at = h * harmonics.next;
            fades[h] = strength * fade(at * binHertz, FULL_TO_HERTZ, NONE_FROM_HERTZ);
            double there = harmonics.grain[h - 1];
            double own = range.contains(h, at * binHertz) ? factor : unmoved;
            double wanted = envelope.at(h * own) - there;
            steps[h] = fades[h] * Math.clamp(wanted, -MOST_NEPER, MOST_NEPER);
            power += Math.exp(2 * (there + steps[h]));
        }
        double was = LEAST_POWER;
        for (int h = 1; h <= harmonics.source.length && h * harmonics.spacing < bins; h++) {
            was += Math.exp(2 * harmonics.source[h - 1]);
        }
        double louder = grain.cents() / 1200 * Math.log(2);
        // Where only some formants are moved, the others are as loud as they were.
        double level = range.isAll() ? 0.5 * (Math.log(was / power) - louder) : 0;
        double mostLow = MOST_LOW_NEPER * fade(Math.abs(grain.cents()), NEAR_CENTS, FAR_CENTS);
        double low = Math.clamp(level, -mostLow, mostLow);
        double all = Math.clamp(level - low, -MOST_NEPER, MOST_NEPER);
        double[] asked = wished.nepers(count, seconds);
        for (int h = 1; h <= count; h++) {
            double hertz = h * harmonics.next * binHertz;
            double share = fade(hertz, LEVEL_FULL_TO_HERTZ, LEVEL_NONE_FROM_HERTZ);
            steps[h] += fades[h] * (share * low + all + asked[h]);
        }
        steps[0] = steps[1];
        return exponentials(steps, harmonics.next, bins);
    }

    /// The factor by which the pitch rises against the formants.
    private static double factor(Grain grain) {
        return Math.pow(2, (grain.cents() - grain.formantCents()) / 1200);
    }

    private int bins(int points) {
        return (int) Math.min(points / 2 - 1.0, NONE_FROM_HERTZ * points / rate);
    }

    /// The highest bin in which a harmonic of the source is asked for.
    private double highest(Grain grain, int points) {
        return Math.min(bins(points) * Math.max(1, factor(grain)), points / 2 - 1.0);
    }

    private static double fade(double at, double fullTo, double noneFrom) {
        return Math.clamp((noneFrom - at) / (noneFrom - fullTo), 0, 1);
    }

    /// At least one.
    private static double[] samples(double[] data, double spacing, double highest) {
        double[] samples = new double[Math.max(1, (int) (highest / spacing))];
        for (int k = 0; k < samples.length; k++) {
            samples[k] = log(data, (k + 1) * spacing);
        }
        return samples;
    }

    /// Factors along straight lines of logarithms, `spacing` bins apart.
    private static double[] exponentials(double[] logs, double spacing, int bins) {
        double[] factors = new double[bins];
        int bin = 0;
        for (int h = 0; h + 1 < logs.length && bin < bins; h++) {
            double slope = (logs[h + 1] - logs[h]) / spacing;
            double factor = Math.exp(logs[h] + slope * (bin - h * spacing));
            double step = Math.exp(slope);
            for (; bin < bins && bin < (h + 1) * spacing; bin++) {
                factors[bin] = factor;
                factor *= step;
            }
        }
        Arrays.fill(factors, bin, bins, Math.exp(logs[logs.length - 1]));
        return factors;
    }

    private HarmonicEnvelope envelope(double[] harmonics, Grain grain) {
        HarmonicEnvelope plain = HarmonicEnvelope.of(harmonics);
        double hertz = rate / grain.sourceCycle();
        int valleyCount = harmonics.length - 1;
        boolean audible = (valleyCount + 2) * hertz < 0.5 * rate;
        return HarmonicEnvelope.needsValleys(hertz) && audible
                ? plain.ledBy(spectra.valleys(grain.source(), hertz, valleyCount), hertz)
                : plain;
    }

    /// Natural logarithm of the amplitude between two bins.
    private static double log(double[] data, double at) {
        int below = (int) Math.min(at, data.length / 2 - 2.0);
        double log = log(data, below);
        return log + Math.min(1, at - below) * (log(data, below + 1) - log);
    }

    private static double log(double[] data, int bin) {
        double re = data[2 * bin];
        double im = bin == 0 ? 0 : data[2 * bin + 1];
        return 0.5 * Math.log(re * re + im * im + LEAST_POWER);
    }
}
