package zelvan.analysis;

import java.io.DataInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.Arrays;
import zelvan.dsp.Sums;

/// What is sung, whoever sings it: the spectrum around each frame, seen through a small network
/// that has learnt to tell speech sounds apart.
///
/// How it works: eleven rows of [MelBands], 10 ms apart, go through a layer of rectified units into
/// a narrow linear layer, the bottleneck. In training two more layers led from there to the thirds
/// of the phones of three languages; they are not needed here. The bottleneck is turned and scaled
/// so that rows of the same sound differ by a standard deviation of 1 in each direction: the
/// distance of two rows says how unlike the sounds are, in units of how much one sound varies from
/// one speaker to the next.
///
/// The weights were trained by `scripts/train` on synthetic speech and singing of seven voices; see
/// `docs/decisions`.
///
/// **Source:** F. Grézl, M. Karafiát, S. Kontár & J. Černocký, *Probabilistic and bottle-neck
/// features for LVCSR of meetings* (2007); K. Veselý et al., *The language-independent bottleneck
/// features* (2012); T. J. Hazen, W. Shen & C. White, *Query-by-example spoken term detection using
/// phonetic posteriorgram templates* (2009), for comparing by them.
final class PhoneticNet {
    /// Rows of the context are this many frames apart.
    private static final int CONTEXT_STEP = 2;

    private static final PhoneticNet SHIPPED = read("phonetic-net.bin");

    private static final Sums SUMS = Sums.quickest();

    /// Frames that are looked at together.
    private static final int FRAMES = 64;

    private final int context;
    private final int outputs;

    // By input and then by unit.
    private final float[] hiddenWeights;
    private final float[] hiddenBias;
    private final float[] outputWeights;
    private final float[] outputBias;

    private PhoneticNet(DataInputStream in) throws IOException {
        int inputs = in.readInt();
        int hidden = in.readInt();
        outputs = in.readInt();
        context = inputs / MelBands.BANDS;
        hiddenWeights = matrix(in, inputs, hidden, full(hidden));
        hiddenBias = matrix(in, 1, hidden, full(hidden));
        outputWeights =
                Arrays.copyOf(
                        matrix(in, hidden, outputs, full(outputs)), full(hidden) * full(outputs));
        outputBias = matrix(in, 1, outputs, full(outputs));
    }

    private static int full(int width) {
        return Math.ceilDiv(width, Sums.FULL) * Sums.FULL;
    }

    private static float[] matrix(DataInputStream in, int rows, int columns, int width)
            throws IOException {
        float[] matrix = new float[rows * width];
        for (int r = 0; r < rows; r++) {
            for (int c = 0; c < columns; c++) {
                matrix[r * width + c] = in.readFloat();
            }
        }
        return matrix;
    }

    private static PhoneticNet read(String resource) {
        try (InputStream in = PhoneticNet.class.getResourceAsStream(resource)) {
            if (in == null) {
                throw new IllegalStateException(resource + " is not part of this build");
            }
            return new PhoneticNet(
                    new DataInputStream(new java.io.BufferedInputStream(in, 1 << 16)));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    static PhoneticNet shipped() {
        return SHIPPED;
    }

    /// @param bands rows of [MelBands], one a frame
    /// @return one row a frame: its place in the bottleneck
    float[][] look(float[][] bands) {
        float[][] rows = new float[bands.length][];
        for (int f = 0; f < rows.length; f += FRAMES) {
            int count = Math.min(FRAMES, rows.length - f);
            float[][] input = new float[count][];
            float[][] hidden = new float[count][];
            float[][] output = new float[count][];
            for (int k = 0; k < count; k++) {
                input[k] = around(bands, f + k);
                hidden[k] = hiddenBias.clone();
                output[k] = outputBias.clone();
            }
            SUMS.ofRows(input, hiddenWeights, hiddenBias.length, hidden);
            for (float[] row : hidden) {
                rectify(row);
            }
            SUMS.ofRows(hidden, outputWeights, outputBias.length, output);
            for (int k = 0; k < count; k++) {
                rows[f + k] = Arrays.copyOf(output[k], outputs);
            }
        }
        return rows;
    }

    /// What the network is shown of a frame: the rows around it, one after the other.
    private float[] around(float[][] bands, int frame) {
        float[] around = new float[context * MelBands.BANDS];
        for (int c = 0; c < context; c++) {
            int at = Math.clamp(frame + CONTEXT_STEP * (c - context / 2), 0, bands.length - 1);
            System.arraycopy(bands[at], 0, around, c * MelBands.BANDS, MelBands.BANDS);
        }
        return around;
    }

    private static void rectify(float[] row) {
        for (int h = 0; h < row.length; h++) {
            row[h] = Math.max(0, row[h]);
        }
    }
}
