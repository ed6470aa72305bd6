package zelvan.render;

import zelvan.dsp.Biquad;

/// Takes away what is low: a Butterworth high-pass.
///
/// **Source:** S. Butterworth, *On the theory of filter amplifiers* (1930); as second-order
/// sections, their poles on a circle.
///
/// @param hertz where it takes 3 dB away, at least [#LEAST_HERTZ]; 0 if nothing is cut
/// @param slope how steep it falls below
public record LowCut(double hertz, Slope slope) {
    public static final double LEAST_HERTZ = 20;

    private static final double RINGS_CYCLES = 10;

    public static final LowCut NONE = new LowCut(0, Slope.SOFT);

    /// How steep it falls.
    public enum Slope {
        SOFT("12", 1),
        STEEP("24", 2);

        private final String word;
        private final int sections;

        Slope(String word, int sections) {
            this.word = word;
            this.sections = sections;
        }

        /// Decibels an octave, as they are typed.
        public String word() {
            return word;
        }
    }

    public LowCut {
        if (hertz != 0 && !(hertz >= LEAST_HERTZ)) {
            throw new IllegalArgumentException(
                    "hertz must be 0 or at least " + LEAST_HERTZ + ", was " + hertz);
        }
    }

    boolean isNone() {
        return hertz == 0;
    }

    /// After so long nothing is left of what it had heard before: its slowest poles have fallen by
    /// more than 200 dB.
    double ringsSeconds() {
        return RINGS_CYCLES / hertz;
    }

    /// Filters to be run one after the other.
    Biquad[] sections(int sampleRateHertz) {
        Biquad[] sections = new Biquad[slope.sections];
        for (int k = 0; k < sections.length; k++) {
            double angle = Math.PI * (2 * k + 1) / (4.0 * sections.length);
            sections[k] = Biquad.highPass(hertz, 1 / (2 * Math.cos(angle)), sampleRateHertz);
        }
        return sections;
    }
}
