package zelvan.analysis;

import zelvan.audio.Sound;
import zelvan.units.Decibels;

/// How loud a sound is, moment by moment: what is seen of it before anybody listens to it.
///
/// @param levelDecibels root mean square of 20 ms around each frame of [VoiceAnalysis#HOP_SECONDS]
/// @param loudestDecibels the highest of them
/// @param seconds length of the sound
public record Outline(float[] levelDecibels, double loudestDecibels, double seconds) {
    /// Loudness grows with amplitude to this power (S. S. Stevens, *The measurement of loudness*,
    /// 1955).
    private static final double LOUDNESS_EXPONENT = 0.6;

    private static final double THINNEST = 0.02;

    /// Frames that are measured together.
    private static final int WINDOW_FRAMES = 4;

    private static final int BLOCK_FRAMES = 256;

    /// Of a sound that nobody has listened to.
    public static Outline of(Sound sound) {
        double hopSamples = VoiceAnalysis.HOP_SECONDS * sound.sampleRateHertz();
        double[] sums = new double[(int) (sound.frames() / hopSamples) + 2];
        for (int f = 0; f + 1 < sums.length; f += BLOCK_FRAMES) {
            int last = Math.min(f + BLOCK_FRAMES, sums.length - 1);
            int start = (int) Math.round(f * hopSamples);
            float[] block = sound.mono(start, (int) Math.round(last * hopSamples) - start);
            for (int k = f; k < last; k++) {
                int from = (int) Math.round(k * hopSamples) - start;
                int to = (int) Math.round((k + 1) * hopSamples) - start;
                sums[k + 1] = sums[k] + power(block, from, to);
            }
        }
        float[] levels = new float[sums.length - 1];
        for (int f = 0; f < levels.length; f++) {
            int from = Math.max(0, f - WINDOW_FRAMES / 2);
            int to = Math.min(levels.length, f + WINDOW_FRAMES / 2);
            double power = (sums[to] - sums[from]) / ((to - from) * hopSamples);
            levels[f] = (float) LevelFrames.decibels(power);
        }
        return of(levels, sound.seconds());
    }

    /// Four sums at once, as each has to wait for what it was before.
    private static double power(float[] samples, int from, int to) {
        double a = 0;
        double b = 0;
        double c = 0;
        double d = 0;
        int i = from;
        for (; i + 4 <= to; i += 4) {
            a += samples[i] * samples[i];
            b += samples[i + 1] * samples[i + 1];
            c += samples[i + 2] * samples[i + 2];
            d += samples[i + 3] * samples[i + 3];
        }
        for (; i < to; i++) {
            a += samples[i] * samples[i];
        }
        return a + b + (c + d);
    }

    /// Of a voice that was listened to.
    public static Outline of(VoiceAnalysis voice) {
        return of(voice.levelDecibels(), voice.seconds());
    }

    private static Outline of(float[] levels, double seconds) {
        double loudest = LevelFrames.SILENCE_DECIBELS;
        for (float level : levels) {
            loudest = Math.max(loudest, level);
        }
        return new Outline(levels, loudest, seconds);
    }

    public int frames() {
        return levelDecibels.length;
    }

    /// Whether it is of a sound that can be heard: not silent, and nothing but numbers.
    public boolean isSound() {
        return loudestDecibels > LevelFrames.SILENCE_DECIBELS && Double.isFinite(loudestDecibels);
    }

    /// How loud it is in some frames, 1 where it is loudest, a little even where it is silent.
    ///
    /// @param to frame after the last; the loudest of them counts
    public double loudness(int from, int to) {
        double level = LevelFrames.SILENCE_DECIBELS;
        for (int f = Math.max(0, from); f < Math.min(to, frames()); f++) {
            level = Math.max(level, levelDecibels[f]);
        }
        return Math.clamp(loudness(Decibels.toAmplitude(level - loudestDecibels)), THINNEST, 1);
    }

    /// How loud something is whose amplitude is that much of another's, against that.
    public static double loudness(double amplitude) {
        return Math.pow(amplitude, LOUDNESS_EXPONENT);
    }
}
