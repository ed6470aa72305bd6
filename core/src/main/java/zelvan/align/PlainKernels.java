package zelvan.align;

/// Cell by cell.
final class PlainKernels implements Kernels {
    @Override
    public void unlikeness(
            float[] row,
            float[] columns,
            int length,
            int from,
            int count,
            float scale,
            int[] into,
            int at) {
        float[] sums = new float[count];
        for (int c = 0; c < row.length; c++) {
            addSquares(row[c], columns, c * length + from, sums);
        }
        for (int k = 0; k < count; k++) {
            into[at + k] = Kernels.unlikeness(sums[k] * scale);
        }
    }

    private static void addSquares(float value, float[] column, int from, float[] sums) {
        for (int k = 0; k < sums.length; k++) {
            float d = value - column[from + k];
            sums[k] += d * d;
        }
    }

    @Override
    public void withGuide(WarpingRows rows, int first, int last) {
        for (int c = first; c <= last; c++) {
            rows.stepWithGuide(c);
        }
    }

    @Override
    public void enterVoiceOnly(WarpingRows rows, int first, int last) {
        for (int c = first; c <= last; c++) {
            rows.stepEnterVoiceOnly(c);
        }
    }

    @Override
    public void weighSteps(PosteriorRows rows, int first, int last) {
        for (int c = first; c <= last; c++) {
            rows.weighSteps(c);
        }
    }

    @Override
    public void gather(PosteriorRows rows, int first, int last) {
        for (int c = first; c <= last; c++) {
            rows.gather(c);
        }
    }

    @Override
    public void gatherBeside(PosteriorRows rows, int first, int last) {
        for (int c = first; c <= last; c++) {
            rows.gatherBeside(c);
        }
    }

    @Override
    public void leaveForMatch(PosteriorRows rows, int first, int last) {
        for (int c = first; c <= last; c++) {
            rows.leaveForMatch(c);
        }
    }

    @Override
    public void leave(PosteriorRows rows, int first, int last) {
        for (int c = first; c <= last; c++) {
            rows.leave(c);
        }
    }
}
