package exactum.bench;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;

/** Fifty of the five hundred days of {@link FaultSchedule}; {@code ./exactum bench faults} plays all. */
class FaultsTest {
    @Test
    void whatever_goes_wrong_the_books_agree_with_the_processor_at_the_end_of_the_day() throws Exception {
        assertThat(FaultsBench.run(50))
                .matches("[1-9]\\d+ sales of \\S+ [1-9]\\d* refunds sent, [1-9]\\d* sent back, [1-9]\\d* refused, "
                        + "[1-9]\\d* credit notes, [1-9]\\d* chargebacks, [1-9]\\d* on account");
    }
}
