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
        float[] values = new float[in.readInt()];
        bytes(in, values.length * Float.BYTES).asFloatBuffer().get(values);
        return values;
    }

    static double[] readDoubles(DataInputStream in) throws IOException {
        double[] values = new double[in.readInt()];
        bytes(in, values.length * Double.BYTES).asDoubleBuffer().get(values);
        return values;
    }

    private static ByteBuffer bytes(DataInputStream in, int count) throws IOException {
        byte[] bytes = new byte[count];
        in.readFully(bytes);
        return ByteBuffer.wrap(bytes);
    }
}
