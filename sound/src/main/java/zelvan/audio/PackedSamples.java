package zelvan.audio;

import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;

/// Interleaved samples as a file keeps them: integers of 16, 24 or 32 bits, or floating-point
/// numbers of 32 or 64.
///
/// @param bytes holds them; never written to
/// @param offset where the first frame begins in `bytes`
/// @param channels samples in a frame
/// @param format of a sample
/// @param order of the bytes of a sample
/// @param frames how many
record PackedSamples(
        byte[] bytes, int offset, int channels, SoundFormat format, ByteOrder order, int frames)
        implements Sound.Reader {
    /// Bytes before the first sample with which reading is quicker.
    static final int ROOM_BEFORE = 1;

    private static final VarHandle LITTLE_INT =
            MethodHandles.byteArrayViewVarHandle(int[].class, ByteOrder.LITTLE_ENDIAN);
    private static final double SCALE_32 = 0x1p-31;
    private static final float SCALE_16 = 0x1p-15f;
    private static final float SCALE_24 = 0x1p-23f;

    static boolean canHold(SoundFormat format) {
        return format.floatingPoint() || format.bits() >= 16;
    }

    /// Exact up to 24 bits: so many fit into a number of single precision, at any scale.
    @Override
    public void read(int channel, int from, float[] into, int at, int count) {
        if (format.floatingPoint() && format.bits() == Float.SIZE) {
            readFloats(channel, from, into, at, count);
            return;
        }
        if (format.needsDoubles()) {
            double[] exact = new double[count];
            read(channel, from, exact, 0, count);
            for (int i = 0; i < count; i++) {
                into[at + i] = (float) exact[i];
            }
            return;
        }
        int sampleBytes = format.bits() / 8;
        int stride = channels * sampleBytes;
        boolean little = order.equals(ByteOrder.LITTLE_ENDIAN);
        int first = little ? 0 : sampleBytes - 1;
        int step = little ? 1 : -1;
        int low = offset + channel * sampleBytes + from * stride + first;
        if (format.bits() == 16) {
            read16(low, stride, step, into, at, count);
        } else if (little && low > 0) {
            readLittle24(low, stride, into, at, count);
        } else {
            read24(low, stride, step, into, at, count);
        }
    }

    /// Exact.
    @Override
    public void read(int channel, int from, double[] into, int at, int count) {
        if (!format.needsDoubles()) {
            float[] exact = new float[count];
            read(channel, from, exact, 0, count);
            for (int i = 0; i < count; i++) {
                into[at + i] = exact[i];
            }
            return;
        }
        ByteBuffer samples = ByteBuffer.wrap(bytes).order(order);
        int sampleBytes = format.bits() / 8;
        int stride = channels * sampleBytes;
        int first = offset + channel * sampleBytes + from * stride;
        for (int i = 0, b = first; i < count; i++, b += stride) {
            into[at + i] =
                    format.floatingPoint() ? samples.getDouble(b) : SCALE_32 * samples.getInt(b);
        }
    }

    private void readFloats(int channel, int from, float[] into, int at, int count) {
        ByteBuffer samples = ByteBuffer.wrap(bytes).order(order);
        int stride = channels * Float.BYTES;
        int first = offset + channel * Float.BYTES + from * stride;
        for (int i = 0, b = first; i < count; i++, b += stride) {
            into[at + i] = samples.getFloat(b);
        }
    }

    private void read16(int low, int stride, int step, float[] into, int at, int count) {
        for (int i = 0, b = low; i < count; i++, b += stride) {
            into[at + i] = SCALE_16 * ((bytes[b] & 0xFF) | bytes[b + step] << 8);
        }
    }

    /// A sample and the byte before it at once.
    private void readLittle24(int low, int stride, float[] into, int at, int count) {
        for (int i = 0, b = low; i < count; i++, b += stride) {
            into[at + i] = SCALE_24 * ((int) LITTLE_INT.get(bytes, b - 1) >> 8);
        }
    }

    private void read24(int low, int stride, int step, float[] into, int at, int count) {
        for (int i = 0, b = low; i < count; i++, b += stride) {
            into[at + i] =
                    SCALE_24
                            * ((bytes[b] & 0xFF)
                                    | (bytes[b + step] & 0xFF) << 8
                                    | bytes[b + 2 * step] << 16);
        }
    }

    @Override
    public long bytesInMemory() {
        return (long) format.bits() / Byte.SIZE * channels * frames;
    }
}
