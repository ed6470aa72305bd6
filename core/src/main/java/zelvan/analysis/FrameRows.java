package zelvan.analysis;

import java.nio.ByteBuffer;
import java.util.Arrays;
import java.util.List;

/// A row of numbers for each frame. Kept with eleven significant bits, which is far finer than what
/// is measured, so that a long session stays small.
public final class FrameRows {
    private final int width;
    private final short[] halves;

    private FrameRows(int width, short[] halves) {
        this.width = width;
        this.halves = halves;
    }

    /// @param rows one a frame, at least one, all equally long; values up to ±65,504, finer steps
    ///   than 1 in 2,048 are lost
    public static FrameRows of(float[][] rows) {
        int width = rows[0].length;
        short[] halves = new short[rows.length * width];
        for (int f = 0; f < rows.length; f++) {
            for (int c = 0; c < width; c++) {
                halves[f * width + c] = Float.floatToFloat16(rows[f][c]);
            }
        }
        return new FrameRows(width, halves);
    }

    /// Rows as [#bytes] gives them.
    ///
    /// @throws IllegalArgumentException if they are not whole rows
    public static FrameRows ofBytes(int width, byte[] bytes) {
        if (width < 1 || bytes.length % (width * Short.BYTES) != 0) {
            throw new IllegalArgumentException(
                    bytes.length + " bytes are not rows of " + width + " numbers");
        }
        short[] halves = new short[bytes.length / Short.BYTES];
        ByteBuffer.wrap(bytes).asShortBuffer().get(halves);
        return new FrameRows(width, halves);
    }

    /// All rows, one after the other, as they are kept: 16-bit floating point numbers, the higher
    /// byte first.
    public byte[] bytes() {
        ByteBuffer bytes = ByteBuffer.allocate(Short.BYTES * halves.length);
        bytes.asShortBuffer().put(halves);
        return bytes.array();
    }

    public int frames() {
        return halves.length / width;
    }

    /// Numbers in a row.
    public int width() {
        return width;
    }

    /// The row of a frame, made anew by each call.
    public float[] row(int frame) {
        float[] row = new float[width];
        for (int c = 0; c < width; c++) {
            row[c] = Float.float16ToFloat(halves[frame * width + c]);
        }
        return row;
    }

    /// Rows of several, put together.
    ///
    /// @param frames how many there are
    /// @param parts which rows go where; where none does, all numbers are 0
    static FrameRows assembled(int width, int frames, List<Part> parts) {
        short[] halves = new short[frames * width];
        for (Part part : parts) {
            System.arraycopy(
                    part.rows.halves,
                    part.from * width,
                    halves,
                    part.at * width,
                    part.count * width);
        }
        return new FrameRows(width, halves);
    }

    /// @param from first row
    /// @param at where it goes
    record Part(FrameRows rows, int from, int at, int count) {}

    /// Frames `from` up to, not including, `to`.
    FrameRows slice(int from, int to) {
        return new FrameRows(width, Arrays.copyOfRange(halves, from * width, to * width));
    }
}
