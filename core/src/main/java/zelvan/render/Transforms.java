package zelvan.render;

import java.util.concurrent.atomic.AtomicReferenceArray;
import org.jspecify.annotations.Nullable;
import zelvan.dsp.Fft;

/// Fourier transforms of all lengths that are powers of two. Those are made in place, without
/// scratch: all threads may share them.
final class Transforms {
    private static final AtomicReferenceArray<@Nullable Fft> KNOWN =
            new AtomicReferenceArray<>(Integer.SIZE);

    private Transforms() {}

    static Fft of(int points) {
        int index = Integer.numberOfTrailingZeros(points);
        Fft known = KNOWN.get(index);
        if (known == null) {
            known = new Fft(points);
            KNOWN.set(index, known);
        }
        return known;
    }
}
