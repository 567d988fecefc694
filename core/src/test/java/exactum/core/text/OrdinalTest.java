package exactum.core.text;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class OrdinalTest {
    @ParameterizedTest
    @CsvSource({
        "1, 1st",
        "2, 2nd",
        "3, 3rd",
        "4, 4th",
        "10, 10th",
        "11, 11th",
        "12, 12th",
        "13, 13th",
        "14, 14th",
        "20, 20th",
        "21, 21st",
        "22, 22nd",
        "23, 23rd",
        "30, 30th",
        "101, 101st",
        "111, 111th",
        "112, 112th",
        "121, 121st"
    })
    void a_number_is_said_with_its_ending(int number, String said) {
        assertThat(Ordinal.of(number)).isEqualTo(said);
    }
}
