package zelvan.align;

import java.util.Arrays;

/// A few rows in turn, spread out over all columns so that steps need not look whether they stay in
/// the band: outside it there is nothing. As many empty columns as the longest step is long stand
/// before the first and after the last.
final class BandRows {
    /// The longest step, in rows and in columns.
    static final int LONGEST = 3;

    private static final int PLACES = LONGEST + 1;

    private final Band band;
    private final double nothing;
    private final double[][] values;
    private final int[] opened = new int[PLACES];

    /// @param nothing what stands where nothing is
    BandRows(Band band, int columns, double nothing) {
        this.band = band;
        this.nothing = nothing;
        values = new double[PLACES][columns + 2 * LONGEST];
        for (double[] row : values) {
            Arrays.fill(row, nothing);
        }
        Arrays.fill(opened, -1);
    }

    /// A row that is open; nothing stands in one that is not.
    double[] at(int row) {
        return values[Math.floorMod(row, PLACES)];
    }

    /// Makes room for a row; the one that had its place is forgotten.
    double[] open(int row) {
        int place = Math.floorMod(row, PLACES);
        if (opened[place] >= 0) {
            Arrays.fill(
                    values[place],
                    first(band, opened[place]),
                    last(band, opened[place]) + 1,
                    nothing);
        }
        opened[place] = row;
        return values[place];
    }

    /// Opens a row, if there is one, with what stands in it.
    ///
    /// @param compact by row and by column from the band's lower border
    void open(int row, double[][] compact) {
        double[] room = open(row);
        if (row >= 0) {
            System.arraycopy(compact[row], 0, room, first(band, row), compact[row].length);
        }
    }

    double most(int row) {
        double[] open = at(row);
        double most = 0;
        for (int c = first(band, row); c <= last(band, row); c++) {
            most = open[c] > most ? open[c] : most;
        }
        return most;
    }

    void scale(double factor) {
        for (int row : opened) {
            if (row >= 0) {
                double[] open = at(row);
                for (int c = first(band, row); c <= last(band, row); c++) {
                    open[c] *= factor;
                }
            }
        }
    }

    /// Column of a row's first cell, counted with the empty ones.
    static int first(Band band, int row) {
        return band.low()[row] + LONGEST;
    }

    /// Column of a row's last cell, counted with the empty ones.
    static int last(Band band, int row) {
        return band.high()[row] + LONGEST;
    }
}
