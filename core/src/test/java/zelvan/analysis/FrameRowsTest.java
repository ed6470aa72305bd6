package zelvan.analysis;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.assertj.core.api.Assertions.within;

import java.util.Random;
import org.junit.jupiter.api.Test;

class FrameRowsTest {
    @Test
    void rowsComeBackWithElevenSignificantBits() {
        Random random = new Random(1);
        float[][] rows = new float[50][7];
        for (float[] row : rows) {
            for (int c = 0; c < row.length; c++) {
                row[c] = (float) (Math.scalb(1.0, random.nextInt(12) - 6) * random.nextGaussian());
            }
        }
        FrameRows kept = FrameRows.of(rows);
        assertThat(kept.frames()).isEqualTo(50);
        assertThat(kept.width()).isEqualTo(7);
        for (int f = 0; f < rows.length; f++) {
            for (int c = 0; c < 7; c++) {
                assertThat(kept.row(f)[c])
                        .isCloseTo(rows[f][c], within(Math.abs(rows[f][c]) / 2048 + 1e-6f));
            }
        }
    }

    @Test
    void sliceHoldsTheSameRows() {
        FrameRows rows = FrameRows.of(new float[][] {{1, 2}, {3, 4}, {5, 6}, {7, 8}});
        FrameRows middle = rows.slice(1, 3);
        assertThat(middle.frames()).isEqualTo(2);
        assertThat(middle.row(0)).containsExactly(3, 4);
        assertThat(middle.row(1)).containsExactly(5, 6);
    }

    @Test
    void bytesComeBackAsTheSameRows() {
        FrameRows rows = FrameRows.of(new float[][] {{1, -2.5f, 0}, {3e-5f, 65504, -0.1f}});
        FrameRows back = FrameRows.ofBytes(3, rows.bytes());
        assertThat(back.frames()).isEqualTo(2);
        assertThat(back.row(0)).isEqualTo(rows.row(0));
        assertThat(back.row(1)).isEqualTo(rows.row(1));
        assertThat(rows.bytes()).startsWith(0x3C, 0x00, 0xC1, 0x00, 0, 0);
        assertThatThrownBy(() -> FrameRows.ofBytes(3, new byte[8]))
                .isInstanceOf(IllegalArgumentException.class);
    }
}
