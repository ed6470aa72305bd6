package zelvan.engine;

import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import zelvan.render.Epochs;

/// Epochs as they are kept on disk.
final class EpochsCodec {
    private EpochsCodec() {}

    static void write(DataOutputStream out, Epochs epochs) throws IOException {
        out.writeInt(epochs.runs());
        for (int r = 0; r < epochs.runs(); r++) {
            out.writeInt(epochs.runStart(r));
            out.writeInt(epochs.runEnd(r));
            ArrayCodec.write(out, epochs.marks(r));
        }
    }

    static Epochs read(DataInputStream in) throws IOException {
        int runs = ArrayCodec.count(in, 3 * Integer.BYTES);
        int[] starts = new int[runs];
        int[] ends = new int[runs];
        double[][] marks = new double[runs][];
        for (int r = 0; r < runs; r++) {
            starts[r] = in.readInt();
            ends[r] = in.readInt();
            marks[r] = ArrayCodec.readDoubles(in);
        }
        return new Epochs(starts, ends, marks);
    }
}
