package zelvan.singers;

import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import zelvan.audio.Sound;

/// Makes a performance audible.
///
/// How it works: glottal pulses (the derivative of a cubic flow, closed abruptly, with natural
/// jitter) and air excite a cascade of five formants; noise of fricatives and bursts is shaped
/// beside it.
///
/// **Source:** D. H. Klatt, *Software for a cascade/parallel formant synthesizer* (1980); D. H.
/// Klatt & L. C. Klatt (1990) for the pulse; V. Välimäki & A. Huovilainen, *Antialiasing
/// oscillators in subtractive synthesis* (2007) for rounding the closure's step.
public final class VoiceSynthesizer {
    private static final double[] BANDWIDTHS_HERTZ = {70, 95, 130, 190, 260};
    private static final double OPEN_QUOTIENT = 0.62;
    private static final double SHIMMER = 0.03;

    /// Of every other period, share of it, where a voice creaks.
    private static final double CREAK_DELAY = 0.2;

    private static final double PEAK = 0.5;
    private static final double FLOOR = 1e-4;
    private static final double NOISE_BANDWIDTH_SHARE = 0.35;
    private static final double ASPIRATION_GAIN = 0.35;
    private static final double NOISE_GAIN = 0.5;
    private static final double BURST_GAIN = 1.2;

    private final Singer singer;
    private final int sampleRateHertz;

    public VoiceSynthesizer(Singer singer, int sampleRateHertz) {
        this.singer = singer;
        this.sampleRateHertz = sampleRateHertz;
    }

    /// A take's sound together with what only its maker knows.
    ///
    /// @param sound mono
    /// @param pulseSeconds the closures of the glottis while the voice sounds, in order
    /// @param hertz the pitch aimed at, without jitter, every millisecond
    /// @param voicing strength of the voice, 0 to 1, every millisecond
    /// @param burstSeconds when plosives open
    public record Take(
            Sound sound,
            double[] pulseSeconds,
            double[] hertz,
            double[] voicing,
            double[] burstSeconds) {}

    /// @param seed decides jitter, noise and the phase of the vibrato
    public Take sing(Performance performance, long seed) {
        return sing(performance, Bending.NONE, seed, seed);
    }

    /// The same take sung otherwise: the same vibrato, at the same moments of the song.
    ///
    /// @param seed of the take
    /// @param noiseSeed decides jitter and noise alone
    public Take sing(Performance performance, Bending bending, long seed, long noiseSeed) {
        Random random = new Random(seed);
        ControlTracks tracks = new ControlTracks(performance, singer, random);
        double seconds = performance.seconds();
        if (bending != Bending.NONE) {
            tracks = tracks.bent(bending);
            seconds = bending.outputSecondsAt(seconds);
        }
        if (noiseSeed != seed) {
            random = new Random(noiseSeed);
        }
        int frames = (int) Math.round(seconds * sampleRateHertz);
        double[] out = new double[frames];
        List<Double> pulses = new ArrayList<>();
        synthesize(tracks, random, out, pulses);
        return new Take(
                Sound.owning(sampleRateHertz, normalized(out, random)),
                pulses.stream().mapToDouble(Double::doubleValue).toArray(),
                tracks.hertz,
                tracks.voicing,
                tracks.burstSeconds());
    }

    private void synthesize(
            ControlTracks tracks, Random random, double[] out, List<Double> pulses) {
        Resonator[] formants = new Resonator[ControlTracks.FORMANTS];
        java.util.Arrays.setAll(formants, i -> new Resonator());
        Resonator noiseBand = new Resonator();
        Glottis glottis = new Glottis(random);
        double step = (double) ControlTracks.PER_SECOND / sampleRateHertz;
        int current = -1;
        double smoothNoise = 0;
        for (int i = 0; i < out.length; i++) {
            double position = i * step;
            int k = (int) position;
            if (k != current) {
                current = k;
                tune(formants, noiseBand, tracks, k);
            }
            double fraction = position - k;
            double voicing = between(tracks.voicing, k, fraction);
            double pulse = glottis.next(between(tracks.hertz, k, fraction) / sampleRateHertz);
            if (glottis.closed() && voicing > 0.05) {
                pulses.add((i - glottis.closedAgo()) / sampleRateHertz);
            }
            double white = random.nextGaussian();
            double air = white * ASPIRATION_GAIN * (voicing > 0.1 ? glottis.airFlow() : 1);
            double value = voicing * pulse + between(tracks.aspiration, k, fraction) * air;
            for (Resonator formant : formants) {
                value = formant.process(value);
            }
            double hiss =
                    NOISE_GAIN * between(tracks.noise, k, fraction) + BURST_GAIN * tracks.burst[k];
            double shaped = noiseBand.process(hiss * (white - smoothNoise));
            smoothNoise += 0.3 * (white - smoothNoise);
            out[i] = value + 0.25 * shaped;
        }
    }

    private void tune(Resonator[] formants, Resonator noiseBand, ControlTracks tracks, int k) {
        for (int f = 0; f < formants.length; f++) {
            formants[f].tune(tracks.formantHertz[f][k], BANDWIDTHS_HERTZ[f], sampleRateHertz);
        }
        double centre = Math.max(800, tracks.noiseHertz[k]) * Math.sqrt(singer.tractScale());
        noiseBand.tune(
                Math.min(centre, 0.45 * sampleRateHertz),
                NOISE_BANDWIDTH_SHARE * centre,
                sampleRateHertz);
    }

    private static double between(double[] track, int k, double fraction) {
        int next = Math.min(k + 1, track.length - 1);
        return track[k] + fraction * (track[next] - track[k]);
    }

    /// A room's noise under the voice, and a sensible level.
    private static float[] normalized(double[] out, Random random) {
        double peak = 1e-9;
        for (double value : out) {
            peak = Math.max(peak, Math.abs(value));
        }
        float[] samples = new float[out.length];
        for (int i = 0; i < out.length; i++) {
            samples[i] = (float) (out[i] / peak * PEAK + FLOOR * random.nextGaussian());
        }
        return samples;
    }

    /// The vocal folds: one number a frame.
    private final class Glottis {
        private final Random random;
        private double phase;
        private double previousPulse;
        private double jitter = 1;
        private double strength = 1;
        private boolean other;
        private boolean closed;
        private double closedAgo;
        private double tilted;

        Glottis(Random random) {
            this.random = random;
        }

        /// @param increment cycles a frame
        double next(double increment) {
            double before = phase;
            phase += increment * jitter;
            closed = before < OPEN_QUOTIENT && phase >= OPEN_QUOTIENT;
            closedAgo = closed ? (phase - OPEN_QUOTIENT) / (increment * jitter) : 0;
            if (phase >= 1) {
                phase -= 1;
                jitter = 1 + singer.jitter() * random.nextGaussian();
                strength = 1 + SHIMMER * random.nextGaussian();
                other = !other;
                jitter *= 1 + (other ? 1 : -1) * CREAK_DELAY * singer.creak();
                strength *= other ? 1 - singer.creak() : 1;
            }
            double x = phase / OPEN_QUOTIENT;
            double raw = x < 1 ? 2 * x - 3 * x * x : 0;
            double pulse = strength * (raw + roundedStep(increment * jitter));
            double dulling = 0.15 + 0.7 * singer.tilt();
            tilted += (1 - dulling) * (pulse - tilted);
            previousPulse = tilted;
            return previousPulse;
        }

        /// Takes the aliasing out of the step from −1 to 0 at the closure (polynomial band-limited
        /// step).
        private double roundedStep(double increment) {
            double t = (phase - OPEN_QUOTIENT) / increment;
            if (t >= 0 && t < 1) {
                return -0.5 * (1 - t) * (1 - t);
            }
            if (t < 0 && t > -1) {
                return 0.5 * (1 + t) * (1 + t);
            }
            return 0;
        }

        boolean closed() {
            return closed;
        }

        /// Frames since the closure, a fraction, in the frame where it happened.
        double closedAgo() {
            return closedAgo;
        }

        /// Air passes while the folds are open.
        double airFlow() {
            return phase < OPEN_QUOTIENT ? 1 : 0.35;
        }
    }

    /// A second-order resonance with unit gain at zero frequency (Klatt 1980, eq. 1 and 2).
    private static final class Resonator {
        private double a;
        private double b;
        private double c;
        private double y1;
        private double y2;

        void tune(double hertz, double bandwidthHertz, double rateHertz) {
            c = -Math.exp(-2 * Math.PI * bandwidthHertz / rateHertz);
            b =
                    2
                            * Math.exp(-Math.PI * bandwidthHertz / rateHertz)
                            * Math.cos(2 * Math.PI * hertz / rateHertz);
            a = 1 - b - c;
        }

        double process(double x) {
            double y = a * x + b * y1 + c * y2;
            y2 = y1;
            y1 = y;
            return y;
        }
    }
}
