package zelvan.engine;

import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;

/// Numbers in a row as bytes, all at once: a song has millions, and they are read before anything
/// is seen.
final class ArrayCodec {
    private ArrayCodec() {}

    static void write(DataOutputStream out, float[] values) throws IOException {
        ByteBuffer bytes = ByteBuffer.allocate(values.length * Float.BYTES);
        bytes.asFloatBuffer().put(values);
        out.writeInt(values.length);
        out.write(bytes.array());
    }

    static void write(DataOutputStream out, double[] values) throws IOException {
        ByteBuffer bytes = ByteBuffer.allocate(values.length * Double.BYTES);
        bytes.asDoubleBuffer().put(values);
        out.writeInt(values.length);
        out.write(bytes.array());
    }

    static float[] readFloats(DataInputStream in) throws IOException {
        ByteBuffer bytes = bytes(in, Float.BYTES);
        float[] values = new float[bytes.limit() / Float.BYTES];
        bytes.asFloatBuffer().get(values);
        return values;
    }

    static double[] readDoubles(DataInputStream in) throws IOException {
        ByteBuffer bytes = bytes(in, Double.BYTES);
        double[] values = new double[bytes.limit() / Double.BYTES];
        bytes.asDoubleBuffer().get(values);
        return values;
    }

    /// @throws IOException if there are not as many as are said to come
    private static ByteBuffer bytes(DataInputStream in, int width) throws IOException {
        int count = count(in, width);
        byte[] bytes = new byte[count * width];
        in.readFully(bytes);
        return ByteBuffer.wrap(bytes);
    }

    /// How many of something come next.
    ///
    /// @param width of each of them, bytes at least
    /// @throws IOException if there is no room left for so many
    static int count(DataInputStream in, int width) throws IOException {
        int count = in.readInt();
        if (count < 0 || count > in.available() / width) {
            throw new IOException("there are not " + count + " of what comes next");
        }
        return count;
    }
}
