package zelvan.render;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import zelvan.audio.Sound;
import zelvan.timing.TimeMap;

/// Divides a voice into stretches: what is copied, what is spliced, what is put together from
/// cycles. Immutable: any thread may ask for any stretch.
///
/// How it works: where nothing changes, sound is copied, whole frames away from where it was.
/// Voiced sound that changes is put together from grains, from an epoch to an epoch
/// ([GrainPlanner]). Sound without pitch keeps its pitch whatever the maps say, and where its time
/// changes proceeds in short steps, each continued where it resembles itself most.
///
/// **Source:** W. Verhelst & M. Roelands, *An overlap-add technique based on waveform similarity
/// (WSOLA) for high quality time-scale modification of speech* (1993).
final class RenderPlanner {
    private static final double STEP_SECONDS = 0.008;
    private static final double SEARCH_SECONDS = 0.005;

    /// Sound without pitch is continued as it is until it is off by this much.
    private static final double TOLERANCE_SECONDS = 0.006;

    /// Two pieces of noise that resemble each other less are faded with equal power.
    private static final double ALIKE = 0.5;

    private static final int SEARCH_STRIDE = 3;

    private final float[][] channels;
    private final float[] samples;
    private final TimeMap map;
    private final int rate;
    private final GrainPlanner grains;
    private final List<Pin> pins;

    RenderPlanner(Sound sound, Epochs epochs, Changes changes) {
        this.channels = new float[sound.channelCount()][];
        Arrays.setAll(channels, sound::channel);
        this.samples = sound.mono();
        int sampleRateHertz = sound.sampleRateHertz();
        this.map = changes.time();
        this.rate = sampleRateHertz;
        this.grains =
                new GrainPlanner(
                        new GrainShaper(channels, samples, sampleRateHertz, changes.formantCents()),
                        epochs,
                        changes,
                        sampleRateHertz);
        this.pins = new PinFinder(epochs, changes, sampleRateHertz).pins();
    }

    float[] channel(int channel) {
        return channels[channel];
    }

    /// Where stretches begin, in order; the last one ends at the last.
    List<Pin> pins() {
        return pins;
    }

    /// What sounds from one pin to the next.
    Stretch between(Pin a, Pin b) {
        return switch (a.after()) {
            case COPIED -> throw new IllegalArgumentException("nothing is to be planned there");
            case GRAINS -> grains.between(a, b);
            case SPLICED -> spliced(a, b);
        };
    }

    /// Step after step, continued as it is as long as possible, then from the most similar place.
    private Splices spliced(Pin a, Pin b) {
        int step = Math.max(1, (int) (STEP_SECONDS * rate));
        List<long[]> marks = new ArrayList<>();
        List<Boolean> equalPower = new ArrayList<>();
        marks.add(new long[] {a.output(), a.shift()});
        equalPower.add(false);
        long output = a.output();
        long source = a.source();
        while (output + 2L * step < b.output()) {
            output += step;
            source += step;
            double wanted = map.sourceSecondsAt((double) output / rate) * rate;
            boolean noise = false;
            if (Math.abs(wanted - source) > TOLERANCE_SECONDS * rate) {
                long natural = source;
                source = mostSimilar(natural, Math.round(wanted), step);
                noise = likeness(natural, source, step, 1) < ALIKE;
            }
            marks.add(new long[] {output, source - output});
            equalPower.add(noise);
        }
        marks.add(new long[] {b.output(), b.shift()});
        equalPower.add(true);
        boolean[] power = new boolean[marks.size()];
        for (int i = 0; i < power.length; i++) {
            power[i] = equalPower.get(i);
        }
        return new Splices(
                channels,
                marks.stream().mapToLong(mark -> mark[0]).toArray(),
                marks.stream().mapToLong(mark -> mark[1]).toArray(),
                power);
    }

    private long mostSimilar(long natural, long wanted, int length) {
        int radius = (int) (SEARCH_SECONDS * rate);
        long best = wanted;
        double most = Double.NEGATIVE_INFINITY;
        for (long candidate = wanted - radius;
                candidate <= wanted + radius;
                candidate += SEARCH_STRIDE) {
            double alike = likeness(natural, candidate, length, SEARCH_STRIDE);
            if (alike > most) {
                most = alike;
                best = candidate;
            }
        }
        return best;
    }

    /// Normalised correlation of the steps that end at two frames, −1 to 1.
    private double likeness(long a, long b, int length, int stride) {
        long low = Math.min(a, b) - length;
        if (low < 0 || Math.max(a, b) > samples.length) {
            return 0;
        }
        double product = 0;
        double powerA = 1e-12;
        double powerB = 1e-12;
        for (int i = -length; i < 0; i += stride) {
            double x = samples[(int) (a + i)];
            double y = samples[(int) (b + i)];
            product += x * y;
            powerA += x * x;
            powerB += y * y;
        }
        return product / Math.sqrt(powerA * powerB);
    }
}
