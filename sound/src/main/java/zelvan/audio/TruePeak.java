package zelvan.audio;

import zelvan.dsp.Resampler;

/// The highest value between the samples too, as a converter makes it.
///
/// **Source:** Recommendation ITU-R BS.1770-4 (2015), annex 2: read at four times the rate.
public final class TruePeak {
    private static final int OVERSAMPLING = 4;
    private static final int BLOCK_FRAMES = 1 << 14;

    private TruePeak() {}

    /// The highest true peak of all channels, 1 being full scale.
    public static double of(Sound sound) {
        double peak = 0;
        for (int c = 0; c < sound.channelCount(); c++) {
            peak = Math.max(peak, of(sound.channel(c), sound.sampleRateHertz()));
        }
        return peak;
    }

    private static double of(float[] samples, int sampleRateHertz) {
        Resampler resampler = new Resampler(sampleRateHertz, OVERSAMPLING * sampleRateHertz);
        long frames = resampler.outputFrames(samples.length);
        float[] fine = new float[BLOCK_FRAMES];
        double peak = 0;
        for (float sample : samples) {
            peak = Math.max(peak, Math.abs(sample));
        }
        for (long frame = 0; frame < frames; frame += BLOCK_FRAMES) {
            int count = (int) Math.min(BLOCK_FRAMES, frames - frame);
            float[] input = new float[resampler.inputFramesFor(frame, count)];
            long first = resampler.firstInputFrame(frame);
            for (int i = 0; i < input.length; i++) {
                long at = first + i;
                input[i] = at >= 0 && at < samples.length ? samples[(int) at] : 0;
            }
            resampler.process(input, frame, count, fine);
            for (int i = 0; i < count; i++) {
                peak = Math.max(peak, Math.abs(fine[i]));
            }
        }
        return peak;
    }
}
