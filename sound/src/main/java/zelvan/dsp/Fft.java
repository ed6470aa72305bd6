package zelvan.dsp;

import org.jtransforms.fft.DoubleFFT_1D;
import org.visnow.jlargearrays.ConcurrencyUtils;

/// The discrete Fourier transform of real signals of one fixed length.
///
/// An instance is used by one thread at a time, unless its length is a power of two: those are
/// transformed in place, without scratch.
public final class Fft {
    static {
        // The library parallelises by itself from 8192 points; the engine owns all threads.
        ConcurrencyUtils.setNumberOfThreads(1);
    }

    private final int length;
    private final DoubleFFT_1D plan;

    /// @param length points; a power of two is fastest; at least 2 and even
    public Fft(int length) {
        if (length < 2 || length % 2 != 0) {
            throw new IllegalArgumentException("length must be even and at least 2, was " + length);
        }
        this.length = length;
        this.plan = new DoubleFFT_1D(length);
    }

    public int length() {
        return length;
    }

    /// Transforms in place. Afterwards `data[2k]` and `data[2k+1]` hold the real and imaginary part
    /// of bin k for 0 < k < length/2; `data[0]` is bin 0 and `data[1]` is bin length/2, both real.
    public void forward(double[] data) {
        plan.realForward(data);
    }

    /// Undoes [#forward], with the scale, in place.
    public void inverse(double[] data) {
        plan.realInverse(data, true);
    }

    /// The power |X|² of the bins 0 to length/2 of a transformed array.
    ///
    /// @param transformed as [#forward] leaves it
    /// @param power receives length/2 + 1 values
    public void power(double[] transformed, double[] power) {
        int half = length / 2;
        power[0] = transformed[0] * transformed[0];
        power[half] = transformed[1] * transformed[1];
        for (int k = 1; k < half; k++) {
            double re = transformed[2 * k];
            double im = transformed[2 * k + 1];
            power[k] = re * re + im * im;
        }
    }
}
