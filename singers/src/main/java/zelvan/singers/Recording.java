package zelvan.singers;

import java.util.Arrays;
import java.util.Random;
import zelvan.audio.Sound;

/// What a recording can do to a voice. All of it is mono, and the same each time.
public final class Recording {
    private static final double ROOM_SECONDS = 0.4;
    private static final double ROOM_DECIBELS = -14;
    private static final double GATE_DECIBELS = -42;

    private Recording() {}

    private static double loudness(float[] samples) {
        double sum = 0;
        int count = 1;
        for (float x : samples) {
            if (Math.abs(x) > 1e-3) {
                sum += x * x;
                count++;
            }
        }
        return Math.sqrt(sum / count);
    }

    /// The bed, heard through the singer's headphones.
    ///
    /// @param decibels its level, relative to the voice's
    public static Sound bleed(Sound sound, double decibels) {
        float[] voice = sound.mono();
        float[] bed = DemoSession.bed(sound.sampleRateHertz(), sound.seconds()).mono();
        double gain = loudness(voice) / loudness(bed) * Math.pow(10, decibels / 20);
        float[] mixed = new float[voice.length];
        for (int i = 0; i < mixed.length; i++) {
            mixed[i] = (float) (voice[i] + gain * (i < bed.length ? bed[i] : 0));
        }
        return Sound.owning(sound.sampleRateHertz(), mixed);
    }

    /// Sparse decaying reflections.
    public static Sound room(Sound sound) {
        Random random = new Random(77);
        float[] dry = sound.mono();
        float[] wet = dry.clone();
        int rate = sound.sampleRateHertz();
        int reflections = 400;
        for (int k = 0; k < reflections; k++) {
            double at = ROOM_SECONDS * Math.pow(random.nextDouble(), 1.5);
            int delay = 1 + (int) (rate * at);
            double gain =
                    random.nextGaussian()
                            * Math.exp(-6.9 * at / ROOM_SECONDS)
                            * Math.pow(10, ROOM_DECIBELS / 20)
                            * Math.sqrt(6.9 * 2 / reflections);
            for (int i = delay; i < wet.length; i++) {
                wet[i] += (float) (gain * dry[i - delay]);
            }
        }
        return Sound.owning(rate, wet);
    }

    /// White noise.
    ///
    /// @param decibels its level, relative to the voice's
    public static Sound noise(Sound sound, double decibels) {
        Random random = new Random(78);
        float[] samples = sound.mono().clone();
        double gain = loudness(samples) * Math.pow(10, decibels / 20);
        for (int i = 0; i < samples.length; i++) {
            samples[i] += (float) (gain * random.nextGaussian());
        }
        return Sound.owning(sound.sampleRateHertz(), samples);
    }

    /// Silence where the voice is quiet, cut hard.
    public static Sound gated(Sound sound) {
        float[] samples = sound.mono().clone();
        double limit = loudness(samples) * Math.pow(10, GATE_DECIBELS / 20);
        int hold = sound.sampleRateHertz() / 20;
        int last = -hold;
        int from = 0;
        for (int i = 0; i < samples.length; i++) {
            if (Math.abs(samples[i]) > limit) {
                if (i - last > hold) {
                    Arrays.fill(samples, from, i, 0);
                }
                last = i;
                from = i + hold;
            }
        }
        if (from < samples.length) {
            Arrays.fill(samples, from, samples.length, 0);
        }
        return Sound.owning(sound.sampleRateHertz(), samples);
    }
}
