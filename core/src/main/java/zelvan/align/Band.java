package zelvan.align;

/// For each row of the guide the rows of the voice that may belong to it: `low[i]` to `high[i]`,
/// both included. Both borders never fall, and neighbouring rows touch.
record Band(int[] low, int[] high) {
    /// Cells that are looked at in a whole song, a byte each: ten minutes at 80 ms, every moment
    /// against every other.
    private static final long MOST_CELLS = 60_000_000;

    /// Everything is possible; in songs so long that this would take too much memory, everything
    /// within reach: a minute in half an hour.
    static Band ofSong(int guideRows, int voiceRows) {
        int[] low = new int[guideRows];
        int[] high = new int[guideRows];
        long radius = MOST_CELLS / 2 / guideRows;
        boolean all = (long) guideRows * voiceRows <= MOST_CELLS;
        for (int i = 0; i < guideRows; i++) {
            low[i] = all ? 0 : Math.clamp(i - radius, 0, voiceRows - 1);
            high[i] = all ? voiceRows - 1 : Math.clamp(i + radius, 0, voiceRows - 1);
        }
        high[guideRows - 1] = voiceRows - 1;
        return new Band(low, high);
    }

    /// Around a path found at a coarser resolution.
    ///
    /// @param path the voice's row for each of the guide's, at the coarser resolution
    /// @param ratio fine rows in a coarse one
    /// @param radius fine rows to both sides
    static Band around(WarpPath path, int ratio, int radius, int guideRows, int voiceRows) {
        int[] low = new int[guideRows];
        int[] high = new int[guideRows];
        java.util.Arrays.fill(low, Integer.MAX_VALUE);
        for (int k = 0; k < path.length(); k++) {
            int guide = path.guideRow(k) * ratio;
            int voice = path.voiceRow(k) * ratio;
            for (int i = Math.max(0, guide - radius);
                    i < Math.min(guideRows, guide + ratio + radius);
                    i++) {
                low[i] = Math.min(low[i], voice - radius);
                high[i] = Math.max(high[i], voice + ratio + radius);
            }
        }
        for (int i = 0; i < guideRows; i++) {
            if (low[i] == Integer.MAX_VALUE) {
                low[i] = i > 0 ? low[i - 1] : 0;
                high[i] = i > 0 ? high[i - 1] : voiceRows - 1;
            }
            low[i] = Math.clamp(low[i], 0, voiceRows - 1);
            high[i] = Math.clamp(high[i], low[i], voiceRows - 1);
        }
        low[0] = 0;
        high[guideRows - 1] = voiceRows - 1;
        for (int i = 1; i < guideRows; i++) {
            high[i] = Math.max(high[i], high[i - 1]);
        }
        for (int i = guideRows - 2; i >= 0; i--) {
            low[i] = Math.min(low[i], low[i + 1]);
        }
        return new Band(low, high);
    }

    /// How much steeper than the other voice a way may rise: as the steps of [Warping].
    private static final int STEEPEST = 3;

    /// Narrows the band to pass through a pair of rows. Where the pair lies beside the band, ways
    /// lead from it to the pair and back, as steep as a voice can be matched.
    ///
    /// @param previousRow row of the guide of the pair before, which the band keeps passing
    ///   through; −1 if there is none
    void passThrough(int guideRow, int voiceRow, int previousRow) {
        for (int i = 0; i < low.length; i++) {
            if (i < guideRow) {
                high[i] = Math.min(high[i], Math.max(voiceRow - 1, 0));
                low[i] = Math.min(low[i], high[i]);
            } else if (i > guideRow) {
                low[i] = Math.max(low[i], Math.min(voiceRow, high[high.length - 1]));
                high[i] = Math.max(high[i], low[i]);
            }
        }
        low[guideRow] = voiceRow;
        high[guideRow] = voiceRow;
        int way = voiceRow - 1;
        for (int i = guideRow - 1; i > previousRow && high[i] < way; i--) {
            high[i] = way;
            way -= STEEPEST;
        }
        way = voiceRow + 1;
        for (int i = guideRow + 1; i < low.length && low[i] > way; i++) {
            low[i] = way;
            way += STEEPEST;
        }
    }
}
