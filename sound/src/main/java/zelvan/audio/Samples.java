package zelvan.audio;

import java.nio.ByteBuffer;

/// Samples as bytes and back. The buffer's byte order decides which end comes first.
final class Samples {
    private static final double SCALE_8 = 1 << 7;

    private Samples() {}

    /// Reads `frames` interleaved frames.
    ///
    /// @param unsigned8 whether 8-bit samples are offset by 128, as WAV keeps them
    ///
    /// @param bytes with an array behind it, which the sound may keep
    static Sound decode(
            ByteBuffer bytes,
            int sampleRateHertz,
            int channels,
            int frames,
            SoundFormat format,
            boolean unsigned8) {
        // Numbers of single precision take no more room as such.
        boolean single = format.floatingPoint() && format.bits() == Float.SIZE;
        if (PackedSamples.canHold(format) && !single) {
            int offset = bytes.arrayOffset() + bytes.position();
            return Sound.of(
                    sampleRateHertz,
                    channels,
                    frames,
                    new PackedSamples(
                            bytes.array(), offset, channels, format, bytes.order(), frames));
        }
        float[][] samples = new float[channels][frames];
        for (int i = 0; i < frames; i++) {
            for (int c = 0; c < channels; c++) {
                samples[c][i] = format.floatingPoint() ? bytes.getFloat() : get8(bytes, unsigned8);
            }
        }
        return Sound.owning(sampleRateHertz, samples);
    }

    private static float get8(ByteBuffer bytes, boolean unsigned8) {
        byte sample = bytes.get();
        return (float) (unsigned8 ? (sample & 0xFF) / SCALE_8 - 1 : sample / SCALE_8);
    }

    /// Writes frames `from` to `to` of the sound, interleaved. Integers are rounded with [Dither]
    /// and held within range.
    static void encode(Sound sound, int from, int to, SoundFormat format, ByteBuffer bytes) {
        double[][] samples = new double[sound.channelCount()][to - from];
        for (int c = 0; c < samples.length; c++) {
            sound.read(c, from, samples[c], 0, to - from);
        }
        for (int i = 0; i < to - from; i++) {
            for (int c = 0; c < samples.length; c++) {
                put(bytes, samples[c][i], format, from + i, c);
            }
        }
    }

    private static void put(
            ByteBuffer bytes, double sample, SoundFormat format, int frame, int channel) {
        if (format.floatingPoint()) {
            if (format.bits() == 64) {
                bytes.putDouble(sample);
            } else {
                bytes.putFloat((float) sample);
            }
            return;
        }
        long value = quantized(sample, fullScale(format.bits()), frame, channel);
        switch (format.bits()) {
            case 8 -> bytes.put((byte) (value + 128));
            case 16 -> bytes.putShort((short) value);
            case 24 -> put24(bytes, (int) value);
            default -> bytes.putInt((int) value);
        }
    }

    private static void put24(ByteBuffer bytes, int value) {
        boolean little = bytes.order() == java.nio.ByteOrder.LITTLE_ENDIAN;
        bytes.put((byte) (little ? value : value >> 16));
        bytes.put((byte) (value >> 8));
        bytes.put((byte) (little ? value >> 16 : value));
    }

    /// The sample as an integer of that format; what is over full scale is held at it.
    static long quantized(double sample, double scale, int frame, int channel) {
        return (long) Math.clamp(Dither.rounded(sample * scale, frame, channel), -scale, scale - 1);
    }

    static double fullScale(int bits) {
        return Math.scalb(1.0, bits - 1);
    }
}
