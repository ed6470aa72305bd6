package zelvan.render;

/// How strong a voice would be at any frequency, told from its harmonics and, for high voices, from
/// what lies between them.
///
/// How it works: the envelope is known at the harmonics and guessed halfway between them, by a
/// cubic through the nearest four. Where the harmonics lie so far apart that a formant fits in
/// between, the [Valleys] tell: the envelope stands above the mean of the two harmonics by half of
/// what the valley stands above the mean of the next ones. A smooth line runs through all of these.
///
/// **Source:** the cubics are E. Catmull & R. Rom, *A class of local interpolating splines* (1974);
/// listening between the harmonics is ours.
final class HarmonicEnvelope {
    /// Below, harmonics lie close enough to show every formant; measured: bench, quality.
    private static final double VALLEYS_FROM_HERTZ = 180;

    private static final double VALLEYS_FULL_HERTZ = 280;

    /// At every half harmonic: index 2k is harmonic k.
    private final double[] halves;

    private HarmonicEnvelope(double[] halves) {
        this.halves = halves;
    }

    /// Below which pitch valleys are not asked for.
    static boolean needsValleys(double hertz) {
        return hertz > VALLEYS_FROM_HERTZ;
    }

    /// @param harmonics natural logarithms of amplitude, from the first on, at least one
    static HarmonicEnvelope of(double[] harmonics) {
        int count = harmonics.length;
        double[] halves = new double[2 * count + 2];
        for (int k = 0; k < count; k++) {
            halves[2 * k + 2] = harmonics[k];
        }
        for (int k = 1; k < count; k++) {
            double below = halves[Math.max(2, 2 * k - 2)];
            double above = halves[Math.min(2 * count, 2 * k + 4)];
            halves[2 * k + 1] = (9 * (halves[2 * k] + halves[2 * k + 2]) - below - above) / 16;
        }
        halves[0] = halves[2];
        halves[1] = halves[2];
        halves[2 * count + 1] = halves[2 * count];
        return new HarmonicEnvelope(halves);
    }

    /// @param hertz the pitch
    /// @param valleys natural logarithms of amplitude, each halfway from a harmonic to the next
    HarmonicEnvelope ledBy(double[] valleys, double hertz) {
        double share = (hertz - VALLEYS_FROM_HERTZ) / (VALLEYS_FULL_HERTZ - VALLEYS_FROM_HERTZ);
        double[] led = halves.clone();
        for (int v = 1; v + 1 < valleys.length; v++) {
            int at = 2 * v + 3;
            double harmonics = 0.5 * (halves[at - 1] + halves[at + 1]);
            double others = 0.5 * (valleys[v - 1] + valleys[v + 1]);
            double told = harmonics + 0.5 * (valleys[v] - others);
            led[at] += Math.clamp(share, 0, 1) * (told - halves[at]);
        }
        return new HarmonicEnvelope(led);
    }

    /// Natural logarithm of amplitude.
    ///
    /// @param harmonic where, 1 is the first harmonic; beyond the known ones, what holds there
    double at(double harmonic) {
        double at = Math.clamp(2 * harmonic, 1, halves.length - 1.0);
        int i = (int) Math.min(at, halves.length - 2);
        double x = at - i;
        double a = halves[i - 1];
        double b = halves[i];
        double c = halves[i + 1];
        double d = halves[Math.min(halves.length - 1, i + 2)];
        return b + 0.5 * x * (c - a + x * (2 * a - 5 * b + 4 * c - d + x * (3 * (b - c) + d - a)));
    }
}
