package zelvan.units;

import java.util.function.IntPredicate;

/// Looks for places in what is in order, by halving.
public final class Search {
    private Search() {}

    /// The first index of which something is true that is true of all after it.
    ///
    /// @param count how many there are
    /// @return `count` if it is true of none
    public static int first(int count, IntPredicate there) {
        int low = 0;
        int high = count;
        while (low < high) {
            int middle = (low + high) >>> 1;
            if (there.test(middle)) {
                high = middle;
            } else {
                low = middle + 1;
            }
        }
        return low;
    }
}
