package zelvan.units;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.Arrays;
import java.util.Random;
import org.junit.jupiter.api.Test;

class SearchTest {
    /// The library's own search, in what has no two alike.
    @Test
    void itFindsWhatALibraryFinds() {
        Random random = new Random(3);
        for (int count = 0; count < 40; count++) {
            double[] values = random.doubles(count).sorted().toArray();
            for (int k = 0; k < 20; k++) {
                double wanted = count > 0 && k % 2 == 0 ? values[k % count] : random.nextDouble();
                int found = Arrays.binarySearch(values, wanted);
                assertThat(Search.first(count, i -> values[i] >= wanted))
                        .isEqualTo(found >= 0 ? found : -found - 1);
            }
        }
    }
}
