package zelvan.align;

import zelvan.dsp.Sums;

/// The inner loops of matching, over the cells of a row: plain, and with the processor's wide
/// instructions. Both compute the same to the last bit.
sealed interface Kernels permits PlainKernels, WideKernels {
    /// The quickest that there are.
    static Kernels quickest() {
        return Sums.canBeWide() ? new WideKernels() : new PlainKernels();
    }

    /// How unlike a row and neighbouring rows of another voice are.
    ///
    /// @param row its numbers
    /// @param columns of the other voice: all first numbers, then all second ones and so on
    /// @param length how many there are of each
    /// @param from first row of the other voice
    /// @param scale what squared distances are multiplied by
    /// @param into takes `count` numbers in units of [Costs#UNITS], from `at` on
    void unlikeness(
            float[] row,
            float[] columns,
            int length,
            int from,
            int count,
            float scale,
            int[] into,
            int at);

    /// Takes the steps of [Warping] that lead on from rows before, in the columns from `first` to
    /// `last`.
    void withGuide(WarpingRows rows, int first, int last);

    /// Takes the steps of [Warping] that enter "voice only".
    void enterVoiceOnly(WarpingRows rows, int first, int last);

    // The sums of [PathPosterior], in the columns from `first` to `last`.

    void weighSteps(PosteriorRows rows, int first, int last);

    void gather(PosteriorRows rows, int first, int last);

    void gatherBeside(PosteriorRows rows, int first, int last);

    void leaveForMatch(PosteriorRows rows, int first, int last);

    void leave(PosteriorRows rows, int first, int last);

    /// `1 − exp(−x)` in units of [Costs#UNITS], `exp` being the 64th power of the first terms of
    /// its series: neither a call nor a table, so that many are worked out at once.
    ///
    /// @param x 0 or more
    static int unlikeness(float x) {
        float y = x * (1 / 64f);
        float e = 1 + y + 0.5f * y * y;
        e *= e;
        e *= e;
        e *= e;
        e *= e;
        e *= e;
        e *= e;
        return Costs.UNITS - (int) (Costs.UNITS / e + 0.5f);
    }
}
