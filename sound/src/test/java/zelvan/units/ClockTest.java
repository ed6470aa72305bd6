package zelvan.units;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class ClockTest {
    @ParameterizedTest
    @CsvSource({
        "0, 0, 0:00",
        "0, 1, 0:00.0",
        "62.46, 1, 1:02.5",
        "62.46, 2, 1:02.46",
        "599.9994, 3, 9:59.999",
        "3725, 0, 62:05",
        "-0.5, 1, −0:00.5",
        "-0.01, 1, 0:00.0"
    })
    void minutesAndSeconds(double seconds, int digits, String text) {
        assertThat(Clock.text(seconds, digits)).isEqualTo(text);
    }

    /// No minute has sixty seconds.
    @ParameterizedTest
    @CsvSource({"59.97, 1, 1:00.0", "59.5, 0, 1:00", "119.9996, 3, 2:00.000", "59.94, 1, 0:59.9"})
    void whatIsRoundedUpGoesOnInTheNextMinute(double seconds, int digits, String text) {
        assertThat(Clock.text(seconds, digits)).isEqualTo(text);
    }
}
