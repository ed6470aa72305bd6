package zelvan.render;

import java.util.concurrent.atomic.AtomicReferenceArray;
import org.jspecify.annotations.Nullable;
import zelvan.audio.Sound;
import zelvan.dsp.Fft;

/// Cuts grains out of a voice, and where the pitch is moved keeps the colour of the vowel: a grain
/// by itself shows the envelope truly at the harmonics that the voice had, and not between them,
/// where the new ones will be. So it is filtered to read, between its harmonics, straight lines
/// from one to the next on a logarithmic scale.
final class GrainShaper {
    /// How far a filtered grain reaches beyond the grain itself, on each side, at most.
    static final int MOST_AROUND_FRAMES = 512;

    private static final double LEAST_CENTS = 5;
    private static final double FULL_CENTS = 25;

    /// 18 decibels.
    private static final double MOST_NEPER = 18 / 20.0 * Math.log(10);

    private static final double FULL_TO_HERTZ = 7000;
    private static final double NONE_FROM_HERTZ = 9000;
    private static final double LEAST_POWER = 1e-20;

    private final AtomicReferenceArray<@Nullable Fft> transforms =
            new AtomicReferenceArray<>(Integer.SIZE);
    private final Sound sound;
    private final int rate;
    private final double formantCents;
    private final double speed;

    /// @param sound the voice; its filters are the same for all channels
    GrainShaper(Sound sound, double formantCents) {
        this.sound = sound;
        this.rate = sound.sampleRateHertz();
        this.formantCents = formantCents;
        this.speed = Math.pow(2, formantCents / 1200);
    }

    /// The factor by which the formants rise.
    double speed() {
        return speed;
    }

    /// What a grain takes from the source from a frame of the output to another, at the source's
    /// own speed.
    SourceSpan plain(int channel, Grain grain, long begin, long end) {
        return SourceSpan.of(sound, channel, place(grain, begin, 1), place(grain, end, 1));
    }

    /// Where in the source a grain is at a frame of the output.
    static double place(Grain grain, long frame, double speed) {
        return grain.source() + speed * (frame - grain.output());
    }

    Grains.Shaped shape(int index, Grain grain, int channel) {
        long begin = grain.begin();
        int length = (int) (grain.end() - begin);
        double first = place(grain, begin, speed);
        double last = place(grain, grain.end(), speed);
        SourceSpan span = SourceSpan.of(sound, channel, first, last);
        double strength =
                Math.clamp(
                        (Math.abs(grain.cents() - formantCents) - LEAST_CENTS)
                                / (FULL_CENTS - LEAST_CENTS),
                        0,
                        1);
        if (strength == 0) {
            float[] samples = new float[length];
            for (int i = 0; i < length; i++) {
                samples[i] = sample(span, grain, begin + i);
            }
            return new Grains.Shaped(index, channel, begin, samples);
        }
        int around = Math.min(MOST_AROUND_FRAMES, length / 2);
        int points = Integer.highestOneBit(2 * (length + 2 * around) - 1);
        Fft fft = fft(points);
        double[] own = transformed(fft, span, grain, begin, length, around);
        double[] heard =
                sound.channelCount() == 1
                        ? own
                        : transformed(
                                fft,
                                SourceSpan.ofMono(sound, first, last),
                                grain,
                                begin,
                                length,
                                around);
        double[] gains = gains(heard, grain, strength);
        for (int b = 1; b < gains.length; b++) {
            own[2 * b] *= gains[b];
            own[2 * b + 1] *= gains[b];
        }
        own[0] *= gains[0];
        fft.inverse(own);
        float[] samples = new float[length + 2 * around];
        for (int i = 0; i < samples.length; i++) {
            int inside = Math.min(i, samples.length - 1 - i);
            double fade = inside < around ? (inside + 0.5) / around : 1;
            samples[i] = (float) (own[i] * fade);
        }
        return new Grains.Shaped(index, channel, begin - around, samples);
    }

    /// Powers of two are transformed in place, without scratch: all threads may share an instance.
    private Fft fft(int points) {
        int index = Integer.numberOfTrailingZeros(points);
        Fft known = transforms.get(index);
        if (known == null) {
            known = new Fft(points);
            transforms.set(index, known);
        }
        return known;
    }

    private float sample(SourceSpan span, Grain grain, long frame) {
        return grain.gain() * GrainWindow.at(grain, frame) * span.at(place(grain, frame, speed));
    }

    private double[] transformed(
            Fft fft, SourceSpan span, Grain grain, long begin, int length, int around) {
        double[] data = new double[fft.length()];
        for (int i = 0; i < length; i++) {
            data[around + i] = sample(span, grain, begin + i);
        }
        fft.forward(data);
        return data;
    }

    /// The factors of the bins from 0 up to where nothing is done any more.
    private double[] gains(double[] data, Grain grain, double strength) {
        int points = data.length;
        double binHertz = (double) rate / points;
        int bins = (int) Math.min(points / 2.0, NONE_FROM_HERTZ / binHertz);
        double[] logs = new double[bins + 1];
        for (int b = 1; b <= bins; b++) {
            int at = Math.min(2 * b, points - 2);
            logs[b] =
                    0.5 * Math.log(data[at] * data[at] + data[at + 1] * data[at + 1] + LEAST_POWER);
        }
        logs[0] = Math.log(Math.abs(data[0]) + LEAST_POWER);
        // Lengths are in frames of the output, where the grain runs at its own speed.
        double before = points / (0.5 * (grain.fadeIn() + grain.fadeOut()));
        double after = before * Math.pow(2, (grain.cents() - formantCents) / 1200);
        int harmonics = (int) (bins / after);
        double[] steps = new double[harmonics + 2];
        for (int h = 1; h <= harmonics; h++) {
            double at = h * after;
            double fade =
                    Math.clamp(
                            (NONE_FROM_HERTZ - at * binHertz) / (NONE_FROM_HERTZ - FULL_TO_HERTZ),
                            0,
                            1);
            double wanted = envelope(logs, before, at) - between(logs, at);
            steps[h] = strength * fade * Math.clamp(wanted, -MOST_NEPER, MOST_NEPER);
        }
        steps[0] = steps[1];
        double[] gains = new double[bins];
        for (int b = 0; b < bins; b++) {
            gains[b] = Math.exp(between(steps, b / after));
        }
        return gains;
    }

    /// A smooth line through the harmonics that the voice had: a cubic between each two that leads
    /// on the slope of their neighbours (E. Catmull & R. Rom 1974), because formants peak between
    /// harmonics as well.
    private static double envelope(double[] logs, double harmonic, double at) {
        int below = (int) (at / harmonic);
        double x = at / harmonic - below;
        double a = between(logs, Math.max(1, below - 1) * harmonic);
        double b = between(logs, Math.max(1, below) * harmonic);
        double c = between(logs, (below + 1) * harmonic);
        double d = between(logs, (below + 2) * harmonic);
        return b + 0.5 * x * (c - a + x * (2 * a - 5 * b + 4 * c - d + x * (3 * (b - c) + d - a)));
    }

    private static double between(double[] values, double at) {
        int whole = (int) Math.min(at, values.length - 2);
        return values[whole] + Math.min(1, at - whole) * (values[whole + 1] - values[whole]);
    }
}
