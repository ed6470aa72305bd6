package zelvan.render;

import java.util.concurrent.atomic.AtomicReferenceArray;
import org.jspecify.annotations.Nullable;
import zelvan.audio.Sound;
import zelvan.dsp.Fft;
import zelvan.dsp.Windows;

/// How strong a voice is halfway between its harmonics. What sounds there (breath, and all that
/// makes one cycle differ from the next) comes through the same mouth as the harmonics, and so
/// tells of the vowel's colour where no harmonic does.
///
/// Spectra are made when they are first asked for; the latest are kept.
final class Valleys {
    private static final double LONGEST_WINDOW_SECONDS = 0.06;
    private static final double HOP_SECONDS = 0.02;

    /// Spectra on each side of a moment that are averaged: less, and it is noise that is measured.
    private static final int AVERAGED_HOPS = 1;

    /// Share of the distance between two harmonics that is listened to, on each side of the middle.
    private static final double HALF_WIDTH = 0.25;

    private static final double LEAST_POWER = 1e-12;
    private static final int KEPT = 64;

    private final Sound sound;
    private final double[] window;
    private final AtomicReferenceArray<@Nullable Spectrum> kept = new AtomicReferenceArray<>(KEPT);

    Valleys(Sound sound) {
        this.sound = sound;
        int longest = (int) Math.round(LONGEST_WINDOW_SECONDS * sound.sampleRateHertz());
        this.window = Windows.hann(Integer.highestOneBit(longest));
    }

    private record Spectrum(int hop, double[] power) {}

    /// Natural logarithms of amplitude, each halfway from a harmonic to the next.
    ///
    /// @param frame the moment, in frames of the voice
    /// @param hertz the pitch there
    /// @param count how many, from between the first harmonic and the second
    double[] at(double frame, double hertz, int count) {
        int rate = sound.sampleRateHertz();
        int hop = (int) Math.round(frame / rate / HOP_SECONDS);
        double bin = (double) rate / window.length;
        double[] logs = new double[count];
        for (int k = 0; k < count; k++) {
            double middle = (k + 1.5) * hertz / bin;
            double half = Math.max(1, HALF_WIDTH * hertz / bin);
            int from = (int) Math.ceil(middle - half);
            int to = (int) Math.min(window.length / 2.0, middle + half);
            double sum = LEAST_POWER;
            for (int h = hop - AVERAGED_HOPS; h <= hop + AVERAGED_HOPS; h++) {
                double[] power = spectrum(h).power;
                for (int b = from; b <= to; b++) {
                    sum += power[b];
                }
            }
            int counted = (2 * AVERAGED_HOPS + 1) * Math.max(1, to - from + 1);
            logs[k] = 0.5 * Math.log(sum / counted);
        }
        return logs;
    }

    private Spectrum spectrum(int hop) {
        int index = Math.floorMod(hop, KEPT);
        Spectrum known = kept.get(index);
        if (known == null || known.hop != hop) {
            known = new Spectrum(hop, power(hop));
            kept.set(index, known);
        }
        return known;
    }

    private double[] power(int hop) {
        long middle = Math.round(hop * HOP_SECONDS * sound.sampleRateHertz());
        float[] samples = sound.mono(middle - window.length / 2, window.length);
        double[] data = new double[window.length];
        for (int i = 0; i < data.length; i++) {
            data[i] = window[i] * samples[i];
        }
        Fft fft = Transforms.of(data.length);
        fft.forward(data);
        double[] power = new double[data.length / 2 + 1];
        fft.power(data, power);
        return power;
    }
}
