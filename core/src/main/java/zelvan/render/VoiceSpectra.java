package zelvan.render;

import java.util.concurrent.atomic.AtomicReferenceArray;
import org.jspecify.annotations.Nullable;
import zelvan.audio.Sound;
import zelvan.dsp.Fft;
import zelvan.dsp.Windows;

/// How strong a voice is at its harmonics and halfway between them, heard over some tens of
/// milliseconds. What sounds between the harmonics (breath, and all that makes one cycle differ
/// from the next) comes through the same mouth, and so tells of the vowel's colour where no
/// harmonic does.
///
/// Spectra are made when they are first asked for; the latest are kept.
final class VoiceSpectra {
    private static final double LONGEST_WINDOW_SECONDS = 0.06;
    private static final double HOP_SECONDS = 0.02;

    /// Spectra on each side of a moment that valleys are averaged over: less, and it is noise that
    /// is measured.
    private static final int AVERAGED_HOPS = 1;

    /// Share of the distance between two harmonics that a valley is listened to in, on each side of
    /// the middle.
    private static final double HALF_WIDTH = 0.25;

    private static final double LEAST_POWER = 1e-12;
    private static final int KEPT = 64;

    private final Sound sound;
    private final double[] window;
    private final double hopFrames;
    private final AtomicReferenceArray<@Nullable Spectrum> kept = new AtomicReferenceArray<>(KEPT);

    /// Each the sum of those that valleys are averaged over.
    private final AtomicReferenceArray<@Nullable Spectrum> sums = new AtomicReferenceArray<>(KEPT);

    VoiceSpectra(Sound sound) {
        this.sound = sound;
        int longest = (int) Math.round(LONGEST_WINDOW_SECONDS * sound.sampleRateHertz());
        this.window = Windows.hann(Integer.highestOneBit(longest));
        this.hopFrames = HOP_SECONDS * sound.sampleRateHertz();
    }

    /// @param powerBelow of all bins below each
    private record Spectrum(int hop, double[] powerBelow) {
        /// @param low bins from 0, with fractions: a bin reaches half of one to both sides
        double between(double low, double high) {
            return Math.max(0, below(high) - below(low));
        }

        private double below(double bin) {
            double at = Math.clamp(bin + 0.5, 0, powerBelow.length - 1.0);
            int whole = (int) Math.min(at, powerBelow.length - 2.0);
            return powerBelow[whole] + (at - whole) * (powerBelow[whole + 1] - powerBelow[whole]);
        }
    }

    /// Natural logarithms of amplitude of the harmonics, from the first on, each with all that
    /// sounds nearer to it than to the next.
    ///
    /// @param frame the moment, in frames of the voice
    /// @param hertz the pitch there
    /// @param count how many
    double[] harmonics(double frame, double hertz, int count) {
        double place = frame / hopFrames;
        int hop = (int) Math.floor(place);
        double share = place - hop;
        Spectrum before = spectrum(hop);
        Spectrum after = spectrum(hop + 1);
        double spacing = hertz / binHertz();
        double[] logs = new double[count];
        for (int k = 0; k < count; k++) {
            double low = (k + 0.5) * spacing;
            double high = low + spacing;
            double power =
                    (1 - share) * before.between(low, high) + share * after.between(low, high);
            logs[k] = 0.5 * Math.log(power + LEAST_POWER);
        }
        return logs;
    }

    /// Natural logarithms of amplitude, each halfway from a harmonic to the next.
    ///
    /// @param frame the moment, in frames of the voice
    /// @param hertz the pitch there
    /// @param count how many, from between the first harmonic and the second
    double[] valleys(double frame, double hertz, int count) {
        Spectrum spectra = sum((int) Math.round(frame / hopFrames));
        double spacing = hertz / binHertz();
        double half = Math.max(1, HALF_WIDTH * spacing);
        double counted = (2 * AVERAGED_HOPS + 1) * 2 * half;
        double[] logs = new double[count];
        for (int k = 0; k < count; k++) {
            double middle = (k + 1.5) * spacing;
            double power = spectra.between(middle - half, middle + half);
            logs[k] = 0.5 * Math.log((power + LEAST_POWER) / counted);
        }
        return logs;
    }

    private double binHertz() {
        return (double) sound.sampleRateHertz() / window.length;
    }

    private Spectrum sum(int hop) {
        int index = Math.floorMod(hop, KEPT);
        Spectrum known = sums.get(index);
        if (known == null || known.hop != hop) {
            double[] below = new double[window.length / 2 + 2];
            for (int h = hop - AVERAGED_HOPS; h <= hop + AVERAGED_HOPS; h++) {
                double[] one = spectrum(h).powerBelow;
                for (int b = 0; b < below.length; b++) {
                    below[b] += one[b];
                }
            }
            known = new Spectrum(hop, below);
            sums.set(index, known);
        }
        return known;
    }

    private Spectrum spectrum(int hop) {
        int index = Math.floorMod(hop, KEPT);
        Spectrum known = kept.get(index);
        if (known == null || known.hop != hop) {
            known = new Spectrum(hop, powerBelow(hop));
            kept.set(index, known);
        }
        return known;
    }

    private double[] powerBelow(int hop) {
        long middle = Math.round(hop * hopFrames);
        float[] samples = sound.mono(middle - window.length / 2, window.length);
        double[] data = new double[window.length];
        for (int i = 0; i < data.length; i++) {
            data[i] = window[i] * samples[i];
        }
        Fft fft = Transforms.of(data.length);
        fft.forward(data);
        double[] below = new double[data.length / 2 + 2];
        fft.power(data, below);
        double sum = 0;
        for (int b = 0; b < below.length; b++) {
            double power = below[b];
            below[b] = sum;
            sum += power;
        }
        return below;
    }
}
