package exactum.core.terms;

import static org.assertj.core.api.Assertions.assertThat;

import java.time.LocalDate;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Common practice, no source: the dates are counted by hand. */
class DueRuleTest {
    @ParameterizedTest
    @CsvSource({
        "2026-01-20, 0, 30, false, 2026-02-19",
        "2026-01-31, 0, 30, false, 2026-03-02",
        "2026-02-01, 0, 30, false, 2026-03-03",
        "2026-05-01, 0, 30, false, 2026-05-31",
        "2026-01-20, 0, 30, true, 2026-02-28",
        "2026-01-31, 0, 30, true, 2026-03-31",
        "2026-01-31, 1, 0, false, 2026-02-28",
        "2026-01-31, 0, 0, false, 2026-01-31"
    })
    void months_then_days_then_month_end(LocalDate issued, int months, int days, boolean monthEnd, LocalDate due) {
        assertThat(new DueRule(months, days, monthEnd).due(issued).value()).isEqualTo(due);
    }
}
