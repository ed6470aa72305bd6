package zelvan.render;

import java.util.List;
import java.util.concurrent.atomic.AtomicReference;
import java.util.concurrent.atomic.AtomicReferenceArray;
import org.jspecify.annotations.Nullable;
import zelvan.audio.Sound;
import zelvan.dsp.Fft;

/// Cuts grains out of a voice, and where the pitch is moved filters them so that they keep the
/// colour of the vowel ([GrainColour]). The latest grains are kept, for blocks that share them.
final class GrainShaper {
    /// How far a filtered grain reaches beyond the grain itself, on each side, at most.
    static final int MOST_AROUND_FRAMES = 512;

    private static final double LEAST_CENTS = 5;
    private static final double FULL_CENTS = 25;

    /// Transforms are at least so much longer than what they are made of, for filters to ring out.
    private static final double LEAST_ROOM = 1.25;

    private static final int ALL = -1;

    /// More than a block of playing needs.
    private static final int KEPT = 128;

    private final Sound sound;
    private final GrainColour colour;
    private final HarmonicGains harmonics;
    private final AtomicReferenceArray<@Nullable Shaped> kept = new AtomicReferenceArray<>(KEPT);
    private final AtomicReference<@Nullable HalfRead> lastRead = new AtomicReference<>();

    /// A grain's samples in one channel.
    ///
    /// @param begin its first frame in the output
    record Shaped(Grain grain, int channel, long begin, float[] samples) {}

    private record HalfRead(Grain.Half half, int channel, float[] samples) {}

    /// @param sound the voice; its filters are the same for all channels
    /// @param shape what is done to it
    GrainShaper(Sound sound, Shape shape) {
        this.sound = sound;
        this.colour = new GrainColour(sound, shape);
        this.harmonics = shape.harmonics();
    }

    /// The samples of one channel, or of all together, faded in and out.
    private float[] windowed(int channel, Grain grain) {
        float[] samples = new float[(int) (grain.end() - grain.begin())];
        int at = 0;
        for (Grain.Half half : grain.halves()) {
            float[] read = read(channel, half);
            System.arraycopy(read, 0, samples, at, read.length);
            at += read.length;
        }
        GrainWindow.apply(grain, grain.begin(), samples);
        return samples;
    }

    /// Where a grain goes on from the one before, both read the same in between.
    private float[] read(int channel, Grain.Half half) {
        HalfRead last = lastRead.get();
        if (last != null && last.channel == channel && last.half.equals(half)) {
            return last.samples;
        }
        float[] samples = new float[half.frames()];
        List<Grain.Line> lines = half.lines();
        if (!lines.isEmpty()) {
            SourceSpan span = span(channel, lines.getFirst().place(), lines.getLast().last());
            if (half.isRigid()) {
                span.read(lines.getFirst().place(), samples);
            } else {
                read(span, lines, samples);
            }
        }
        lastRead.set(new HalfRead(half, channel, samples));
        return samples;
    }

    private SourceSpan span(int channel, double first, double last) {
        return channel == ALL
                ? SourceSpan.ofMono(sound, first, last)
                : SourceSpan.of(sound, channel, first, last);
    }

    private static void read(SourceSpan span, List<Grain.Line> lines, float[] into) {
        int at = 0;
        for (Grain.Line line : lines) {
            span.read(line.place(), line.step(), into, at, line.frames());
            at += line.frames();
        }
    }

    /// A grain as it is to sound.
    ///
    /// @param number of the grain in its stretch
    @SuppressWarnings("ReferenceEquality") // the very grain, not one like it
    Shaped shaped(Grain grain, int number, int channel) {
        int place = (number * sound.channelCount() + channel) % KEPT;
        Shaped known = kept.get(place);
        if (known == null || known.grain != grain || known.channel != channel) {
            known = shape(grain, channel);
            kept.set(place, known);
        }
        return known;
    }

    private Shaped shape(Grain grain, int channel) {
        long begin = grain.begin();
        int length = (int) (grain.end() - begin);
        float[] plain = windowed(channel, grain);
        double strength = strength(grain);
        if (strength == 0) {
            return new Shaped(grain, channel, begin, plain);
        }
        Fft fft = Transforms.of(Integer.highestOneBit(2 * (int) (LEAST_ROOM * length) - 1));
        int around = Math.min(MOST_AROUND_FRAMES, Math.min(length, fft.length() - length) / 2);
        double[] own = transformed(fft, plain, around);
        double[] gains =
                grain.isBent()
                        ? colour.ofBent(fft.length(), grain, strength)
                        : colour.ofCut(heard(fft, own, grain, around), grain, strength);
        for (int b = 1; b < gains.length; b++) {
            own[2 * b] *= gains[b];
            own[2 * b + 1] *= gains[b];
        }
        own[0] *= gains[0];
        fft.inverse(own);
        float[] samples = new float[length + 2 * around];
        for (int i = 0; i < samples.length; i++) {
            samples[i] = (float) own[i];
        }
        for (int i = 0; i < around; i++) {
            float fade = (i + 0.5f) / around;
            samples[i] *= fade;
            samples[samples.length - 1 - i] *= fade;
        }
        return new Shaped(grain, channel, begin - around, samples);
    }

    /// The share of its filter that a grain gets: where next to nothing changes, none.
    private double strength(Grain grain) {
        double moved = Math.abs(grain.cents() - grain.formantCents());
        boolean wished = harmonics.isAnyAt(grain.source() / sound.sampleRateHertz());
        return wished ? 1 : Math.clamp((moved - LEAST_CENTS) / (FULL_CENTS - LEAST_CENTS), 0, 1);
    }

    /// All channels of a grain together.
    private double[] heard(Fft fft, double[] own, Grain grain, int around) {
        return sound.channelCount() == 1 ? own : transformed(fft, windowed(ALL, grain), around);
    }

    private static double[] transformed(Fft fft, float[] samples, int around) {
        double[] data = new double[fft.length()];
        for (int i = 0; i < samples.length; i++) {
            data[around + i] = samples[i];
        }
        fft.forward(data);
        return data;
    }
}
