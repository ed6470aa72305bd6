package zelvan.audio;

import java.io.IOException;
import java.nio.file.Path;
import net.sourceforge.javaflacencoder.FLACEncoder;
import net.sourceforge.javaflacencoder.FLACFileOutputStream;
import net.sourceforge.javaflacencoder.StreamConfiguration;

/// Writes FLAC with 16 or 24 bits.
final class FlacWriter {
    private static final int BLOCK_FRAMES = 1 << 14;

    private FlacWriter() {}

    static void write(Path file, Sound sound, SoundFormat format) throws IOException {
        int bits = !format.floatingPoint() && format.bits() <= 16 ? 16 : 24;
        FLACEncoder encoder = new FLACEncoder();
        StreamConfiguration stream = new StreamConfiguration();
        stream.setSampleRate(sound.sampleRateHertz());
        stream.setBitsPerSample(bits);
        stream.setChannelCount(sound.channelCount());
        if (!encoder.setStreamConfiguration(stream)) {
            throw new IOException(
                    "FLAC does not take "
                            + sound.channelCount()
                            + " channels at "
                            + sound.sampleRateHertz()
                            + " Hz");
        }
        try (FLACFileOutputStream out = new FLACFileOutputStream(file.toString())) {
            encoder.setOutputStream(out);
            encoder.openFLACStream();
            int[] block = new int[BLOCK_FRAMES * sound.channelCount()];
            for (int from = 0; from < sound.frames(); from += BLOCK_FRAMES) {
                int frames = Math.min(BLOCK_FRAMES, sound.frames() - from);
                fill(block, sound, from, frames, bits);
                encoder.addSamples(block, frames);
                encoder.encodeSamples(encoder.fullBlockSamplesAvailableToEncode(), false);
            }
            encoder.encodeSamples(encoder.samplesAvailableToEncode(), true);
        }
    }

    private static void fill(int[] block, Sound sound, int from, int frames, int bits) {
        int channels = sound.channelCount();
        float[] samples = new float[frames];
        double scale = Samples.fullScale(bits);
        for (int c = 0; c < channels; c++) {
            sound.read(c, from, samples, 0, frames);
            for (int i = 0; i < frames; i++) {
                block[i * channels + c] = (int) Samples.quantized(samples[i], scale, from + i, c);
            }
        }
    }
}
