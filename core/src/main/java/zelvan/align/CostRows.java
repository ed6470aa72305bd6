package zelvan.align;

/// What matching costs in each cell of a band.
interface CostRows {
    /// Reads the cells of a row; rows are read in order, or in the order from the last to the
    /// first.
    ///
    /// @param into takes one number a cell, in units of [Costs#UNITS]
    /// @param at where the first one goes
    void read(int row, int[] into, int at);
}
