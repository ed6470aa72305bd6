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

    private final Valleys valleys;
    private final int rate;
    private final double formantCents;

    /// @param sound the voice; its filters are the same for all channels
    GrainColour(Sound sound, double formantCents) {
        this.valleys = new Valleys(sound);
        this.rate = sound.sampleRateHertz();
        this.formantCents = formantCents;
    }

    /// The factors of the bins from 0 up to where nothing is done any more.
    ///
    /// @param data the grain, transformed
    double[] gains(double[] data, Grain grain, double strength) {
        double binHertz = (double) rate / data.length;
        int bins = (int) Math.min(data.length / 2 - 1.0, NONE_FROM_HERTZ / binHertz);
        double factor = Math.pow(2, (grain.cents() - formantCents) / 1200);
        // Bins from harmonic to harmonic, in the grain as it is and as it is to sound.
        double before = data.length / grain.cycle();
        double after = grain.isBent() ? before : before * factor;
        HarmonicEnvelope envelope = envelope(data, before, grain, bins * Math.max(1, factor));
        int harmonics = (int) (bins / after);
        double[] steps = new double[harmonics + 2];
        double[] fades = new double[harmonics + 2];
        double power = LEAST_POWER;
        for (int h = 1; h <= harmonics; h++) {
            double at = h * after;
            fades[h] = strength * fade(at * binHertz, FULL_TO_HERTZ, NONE_FROM_HERTZ);
            double there = log(data, at);
            double wanted = envelope.at(h * factor) - there;
            steps[h] = fades[h] * Math.clamp(wanted, -MOST_NEPER, MOST_NEPER);
            power += Math.exp(2 * (there + steps[h]));
        }
        double louder = grain.cents() / 1200 * Math.log(2);
        double level = 0.5 * (Math.log(harmonicPower(data, before, bins) / power) - louder);
        double mostLow = MOST_LOW_NEPER * fade(Math.abs(grain.cents()), NEAR_CENTS, FAR_CENTS);
        double low = Math.clamp(level, -mostLow, mostLow);
        double all = Math.clamp(level - low, -MOST_NEPER, MOST_NEPER);
        for (int h = 1; h <= harmonics; h++) {
            double share = fade(h * after * binHertz, LEVEL_FULL_TO_HERTZ, LEVEL_NONE_FROM_HERTZ);
            steps[h] += fades[h] * (share * low + all);
        }
        steps[0] = steps[1];
        return exponentials(steps, after, bins);
    }

    private static double fade(double at, double fullTo, double noneFrom) {
        return Math.clamp((noneFrom - at) / (noneFrom - fullTo), 0, 1);
    }

    private static double harmonicPower(double[] data, double spacing, int bins) {
        double power = LEAST_POWER;
        for (int h = 1; h * spacing < bins; h++) {
            power += Math.exp(2 * log(data, h * spacing));
        }
        return power;
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

    /// @param spacing bins from harmonic to harmonic
    /// @param highest the last bin that is read
    private HarmonicEnvelope envelope(double[] data, double spacing, Grain grain, double highest) {
        double last = Math.min(highest, data.length / 2 - 1.0);
        double[] harmonics = new double[Math.max(1, (int) (last / spacing))];
        for (int k = 0; k < harmonics.length; k++) {
            harmonics[k] = log(data, (k + 1) * spacing);
        }
        HarmonicEnvelope plain = HarmonicEnvelope.of(harmonics);
        double hertz = rate / grain.sourceCycle();
        int valleyCount = harmonics.length - 1;
        boolean audible = (valleyCount + 2) * hertz < 0.5 * rate;
        return HarmonicEnvelope.needsValleys(hertz) && audible
                ? plain.ledBy(valleys.at(grain.source(), hertz, valleyCount), hertz)
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
