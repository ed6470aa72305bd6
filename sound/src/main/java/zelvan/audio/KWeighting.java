package zelvan.audio;

import zelvan.dsp.Biquad;

/// Weighs one channel as loudness is measured: what is high counts more, what is very low less.
/// Used by one thread.
///
/// **Source:** Recommendation ITU-R BS.1770-5 (2023), annex 1. The filters are given there for 48
/// kHz; for other rates they are designed from the same analogue prototypes, after B. De Man,
/// *Evaluation of implementations of the EBU R128 loudness measurement* (2018).
public final class KWeighting {
    private final Biquad shelf;
    private final Biquad highPass;

    public KWeighting(int sampleRateHertz) {
        shelf = shelf(sampleRateHertz);
        highPass = highPass(sampleRateHertz);
    }

    /// The next sample, weighed.
    public double process(double sample) {
        return highPass.process(shelf.process(sample));
    }

    /// Loudness of weighed sound.
    ///
    /// @param power mean square over the channels together, above 0
    public static double lufs(double power) {
        return -0.691 + 10 * Math.log10(power);
    }

    /// What the head does to sound: a little more from 1.5 kHz up.
    static Biquad shelf(int sampleRateHertz) {
        double k = Math.tan(Math.PI * 1681.974450955533 / sampleRateHertz);
        double q = 0.7071752369554196;
        double high = Math.pow(10, 3.999843853973347 / 20);
        double band = Math.pow(high, 0.4996667741545416);
        double a0 = 1 + k / q + k * k;
        return new Biquad(
                (high + band * k / q + k * k) / a0,
                2 * (k * k - high) / a0,
                (high - band * k / q + k * k) / a0,
                2 * (k * k - 1) / a0,
                (1 - k / q + k * k) / a0);
    }

    /// What is very low counts less.
    static Biquad highPass(int sampleRateHertz) {
        double k = Math.tan(Math.PI * 38.13547087602444 / sampleRateHertz);
        double q = 0.5003270373238773;
        double a0 = 1 + k / q + k * k;
        return new Biquad(1, -2, 1, 2 * (k * k - 1) / a0, (1 - k / q + k * k) / a0);
    }
}
