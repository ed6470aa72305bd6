package zelvan.analysis;

import java.io.DataInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;

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

    private final int context;
    private final float[][] hiddenWeights;
    private final float[] hiddenBias;
    private final float[][] outputWeights;
    private final float[] outputBias;

    private PhoneticNet(DataInputStream in) throws IOException {
        int inputs = in.readInt();
        int hidden = in.readInt();
        int outputs = in.readInt();
        context = inputs / MelBands.BANDS;
        hiddenWeights = matrix(in, inputs, hidden);
        hiddenBias = matrix(in, 1, hidden)[0];
        outputWeights = matrix(in, hidden, outputs);
        outputBias = matrix(in, 1, outputs)[0];
    }

    private static float[][] matrix(DataInputStream in, int rows, int columns) throws IOException {
        float[][] matrix = new float[rows][columns];
        for (float[] row : matrix) {
            for (int c = 0; c < columns; c++) {
                row[c] = in.readFloat();
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
        float[] hidden = new float[hiddenBias.length];
        float[] input = new float[hiddenWeights.length];
        for (int f = 0; f < rows.length; f++) {
            for (int c = 0; c < context; c++) {
                int at = f + CONTEXT_STEP * (c - context / 2);
                float[] row = bands[Math.clamp(at, 0, bands.length - 1)];
                System.arraycopy(row, 0, input, c * row.length, row.length);
            }
            System.arraycopy(hiddenBias, 0, hidden, 0, hidden.length);
            int i = 0;
            for (; i + 3 < input.length; i += 4) {
                addFour(hidden, input, i);
            }
            for (; i < input.length; i++) {
                add(hidden, input[i], hiddenWeights[i]);
            }
            rows[f] = outputBias.clone();
            for (int h = 0; h < hidden.length; h++) {
                if (hidden[h] > 0) {
                    add(rows[f], hidden[h], outputWeights[h]);
                }
            }
        }
        return rows;
    }

    /// Four rows at once: the sum is fetched and put back only once for them.
    private void addFour(float[] sum, float[] input, int first) {
        float a = input[first];
        float b = input[first + 1];
        float c = input[first + 2];
        float d = input[first + 3];
        float[] rowA = hiddenWeights[first];
        float[] rowB = hiddenWeights[first + 1];
        float[] rowC = hiddenWeights[first + 2];
        float[] rowD = hiddenWeights[first + 3];
        for (int i = 0; i < sum.length; i++) {
            sum[i] += a * rowA[i] + b * rowB[i] + (c * rowC[i] + d * rowD[i]);
        }
    }

    private static void add(float[] sum, float factor, float[] row) {
        for (int i = 0; i < sum.length; i++) {
            sum[i] += factor * row[i];
        }
    }
}
