package zelvan.dsp;

/// Sums of products, the inner loops of listening: plain, and with the processor's wide
/// instructions. Both compute the same to the last bit.
public sealed interface Sums permits PlainSums, WideSums {
    /// Signals that are transformed side by side, and lags of which sums are made at once.
    int LANES = 16;

    /// What the wide ones like the length of rows to be a multiple of.
    int FULL = 32;

    /// Whether the Java runtime was started with its module for wide instructions.
    static boolean canBeWide() {
        return ModuleLayer.boot().findModule("jdk.incubator.vector").isPresent();
    }

    /// The quickest that there are.
    static Sums quickest() {
        return canBeWide() ? new WideSums() : new PlainSums();
    }

    /// Weighted sums of neighbouring numbers, of a signal that is divided into strands: number n of
    /// it stands in strand `n % strands.length` at `n / strands.length`. Each sum is the sum of
    /// four: those of the first, fifth and so on product, of the second ones, the third and the
    /// fourth.
    ///
    /// @param start the number that the first sum begins with
    /// @param weights a multiple of four
    /// @param into the next sum begins as many numbers further on as there are strands
    void ofStrands(float[][] strands, int start, float[] weights, float[] into);

    /// One weighted sum of neighbouring numbers, the sum of four as in [#ofStrands], each product
    /// added without rounding it first.
    ///
    /// @param start the number that it begins with
    /// @param weights a multiple of four
    float ofTaps(float[] signal, int start, float[] weights);

    /// Some rows by a matrix: `into[r][c] += Σ rows[r][i] · matrix[i · width + c]`, in order of
    /// `i`.
    ///
    /// @param rows all equally long
    /// @param matrix a row of `width` numbers for each number of a row
    void ofRows(float[][] rows, float[] matrix, int width, float[][] into);

    /// Products of a stretch of a signal with the stretches that begin later by one of [#LANES]
    /// neighbouring lags: `into[k] = Σ signal[start + i] · signal[start + lag + k + i]`. Each sum
    /// is the sum of four, as in [#ofStrands].
    ///
    /// @param count length of the stretch, a multiple of four
    void ofLags(float[] signal, int start, int count, int lag, float[] into);

    /// [#LANES] numbers times a factor, in another place.
    void scaled(float[] values, int from, float factor, float[] into, int to);

    /// The discrete Fourier transforms of [#LANES] complex signals, in place.
    ///
    /// @param real `real[i · LANES + signal]`, a power of two of places, in bit-reversed order
    /// @param imaginary the same
    /// @param cosines of `2πk / length`, for half as many k as there are places
    /// @param sines of `−2πk / length`
    void transform(float[] real, float[] imaginary, float[] cosines, float[] sines);

    /// The power of real signals that were transformed in pairs, as real and imaginary parts: of
    /// the bins 0 to `length / 2`, `power[bin · 2 · LANES + signal]`, first the real ones.
    void powers(float[] real, float[] imaginary, float[] power);
}
