package zelvan.audio;

import java.lang.invoke.MethodHandles;
import java.lang.invoke.VarHandle;
import java.nio.ByteOrder;

/// Interleaved integers of 16 or 24 bits, as a file keeps them.
///
/// @param bytes holds them; never written to
/// @param offset where the first frame begins in `bytes`
/// @param channels samples in a frame
/// @param bits 16 or 24
/// @param order of the bytes of a sample
/// @param frames how many
record PackedSamples(
        byte[] bytes, int offset, int channels, int bits, ByteOrder order, int frames) {
    private static final VarHandle LITTLE_INT =
            MethodHandles.byteArrayViewVarHandle(int[].class, ByteOrder.LITTLE_ENDIAN);
    private static final float SCALE_16 = 0x1p-15f;
    private static final float SCALE_24 = 0x1p-23f;

    static boolean canHold(SoundFormat format) {
        return !format.floatingPoint() && (format.bits() == 16 || format.bits() == 24);
    }

    /// Both conversions are exact: a number of single precision holds 24 bits and any scale.
    void read(int channel, int from, float[] into, int at, int count) {
        int sampleBytes = bits / 8;
        int stride = channels * sampleBytes;
        boolean little = order.equals(ByteOrder.LITTLE_ENDIAN);
        int first = little ? 0 : sampleBytes - 1;
        int step = little ? 1 : -1;
        int low = offset + channel * sampleBytes + from * stride + first;
        if (bits == 16) {
            read16(low, stride, step, into, at, count);
        } else if (little && low > 0) {
            readLittle24(low, stride, into, at, count);
        } else {
            read24(low, stride, step, into, at, count);
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
}
