package exactum.core.arrears;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.money.Money;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;
import java.util.SplittableRandom;
import java.util.TreeMap;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Interest and fixed sums for late payment, against the published figures of the laws that name them. */
class LateInterestTest {
    private static final LocalDate DUE = LocalDate.of(2026, 1, 1);

    private static Money gbp(String amount) {
        return Money.of("GBP", amount);
    }

    private static LateInterest rule(LateLaw law, String... dayAndPercent) {
        var rates = new TreeMap<LocalDate, BigDecimal>();
        for (int i = 0; i < dayAndPercent.length; i += 2)
            rates.put(LocalDate.parse(dayAndPercent[i]), new BigDecimal(dayAndPercent[i + 1]));
        return new LateInterest(law, new BigDecimal("8"), rates);
    }

    private static String interest(LateInterest rule, Money owed, LocalDate since, LocalDate until) {
        return rule.on(List.of(new LateInterest.Owed(since, owed)), until)
                .value()
                .plain();
    }

    /**
     * The example of the guidance “Late commercial payments: charging interest and debt recovery” of the United Kingdom’s government
     * (from memory): GBP 1,000 at a base rate of 0.5 % bears GBP 85 a year and 23p a day. Its fifty days are of the rounded day (11.50);
     * ours are exact until their end (11.64).
     */
    @Test
    void the_example_of_the_british_guidance() {
        LateInterest rule = rule(LateLaw.UK, "2009-03-05", "0.5");
        LocalDate due = LocalDate.of(2014, 12, 31);
        assertThat(interest(rule, gbp("1000.00"), due, due.plusDays(365))).isEqualTo("85.00");
        assertThat(interest(rule, gbp("1000.00"), due, due.plusDays(1))).isEqualTo("0.23");
        assertThat(interest(rule, gbp("1000.00"), due, due.plusDays(50))).isEqualTo("11.64");
    }

    /** Late Payment of Commercial Debts (Interest) Act 1998, section 5A(2). */
    @ParameterizedTest
    @CsvSource({
        "0.01, 40.00",
        "999.99, 40.00",
        "1000.00, 70.00",
        "9999.99, 70.00",
        "10000.00, 100.00",
        "250000.00, 100.00"
    })
    void the_fixed_sums_of_the_british_act(String debt, String sum) {
        assertThat(LateLaw.UK.compensation(gbp(debt))).isEqualTo(gbp(sum));
    }

    /** Directive 2011/7/EU, Art. 6(1); in a currency that the law does not name there is no fixed sum. */
    @Test
    void the_fixed_sum_of_the_directive() {
        assertThat(LateLaw.EU.compensation(Money.of("EUR", "12.00"))).isEqualTo(Money.of("EUR", "40.00"));
        assertThat(LateLaw.EU.compensation(Money.of("USD", "12.00")).isZero()).isTrue();
        assertThat(LateLaw.UK.compensation(Money.of("EUR", "12.00")).isZero()).isTrue();
    }

    /** Directive 2011/7/EU, Art. 5: the rate in force on 1 January and on 1 July, for the half-year that begins with it. */
    @Test
    void the_reference_rate_of_a_half_year_is_that_of_its_first_day() {
        LateInterest rule = rule(LateLaw.EU, "2025-06-11", "2.15", "2026-03-18", "2.40");
        Money owed = Money.of("EUR", "1000.00");
        LocalDate endOfJune = LocalDate.of(2026, 6, 30);
        assertThat(interest(rule, owed, LocalDate.of(2026, 3, 31), endOfJune))
                .as("91 days at 10.15 %, the change in March counts from July")
                .isEqualTo("25.31");
        assertThat(interest(rule, owed, LocalDate.of(2026, 3, 31), endOfJune.plusDays(31)))
                .as("and 31 days at 10.40 %")
                .isEqualTo("34.14");
        var working = rule.on(List.of(new LateInterest.Owed(LocalDate.of(2026, 3, 31), owed)), endOfJune.plusDays(31))
                .working();
        assertThat(working.steps()).hasSize(3);
        assertThat(working.steps().getFirst().text()).contains("10.15 %", "91 / 365");
        assertThat(working.steps().get(1).source()).contains("2026-07-01", "8 points");
    }

    @Test
    void a_day_before_the_half_year_counts_in_the_united_kingdom() {
        assertThat(LateLaw.UK.fixing(LocalDate.of(2026, 7, 1))).isEqualTo(LocalDate.of(2026, 6, 30));
        assertThat(LateLaw.UK.fixing(LocalDate.of(2026, 6, 30))).isEqualTo(LocalDate.of(2025, 12, 31));
        assertThat(LateLaw.EU.fixing(LocalDate.of(2026, 12, 31))).isEqualTo(LocalDate.of(2026, 7, 1));
    }

    @Test
    void a_part_payment_bears_interest_until_its_day() {
        LateInterest rule = rule(LateLaw.EU, "2025-01-01", "2");
        var owed = List.of(
                new LateInterest.Owed(DUE, Money.of("EUR", "1000.00")),
                new LateInterest.Owed(DUE.plusDays(73), Money.of("EUR", "400.00")),
                new LateInterest.Owed(DUE.plusDays(146), Money.of("EUR", "0.00")));
        assertThat(rule.on(owed, DUE.plusDays(300)).value().plain())
                .as("1000 × 10 % / 5 and 400 × 10 % / 5")
                .isEqualTo("28.00");
        assertThat(rule.on(owed, DUE.plusDays(73)).value().plain()).isEqualTo("20.00");
        assertThat(rule.on(owed, DUE).value().isZero()).isTrue();
    }

    @Test
    void without_a_rate_nothing_is_guessed() {
        LateInterest rule = rule(LateLaw.EU, "2026-02-01", "2");
        assertThatThrownBy(() -> interest(rule, gbp("10.00"), DUE, DUE.plusDays(9)))
                .hasMessageContaining("No reference rate is known for 2026-01-01");
    }

    /** Two neighbouring stretches are as much as the one over both, but for the cent that each of them may round. */
    @Test
    void charged_in_two_parts_it_comes_to_the_same() {
        LateInterest rule = rule(LateLaw.EU, "2020-01-01", "2.15", "2026-06-20", "1.9");
        var random = new SplittableRandom(20_261_130L);
        for (int i = 0; i < 2_000; i++) {
            Money owed = Money.ofMinor("EUR", random.nextLong(1, 2_000_000));
            LocalDate since = DUE.plusDays(random.nextInt(200));
            LocalDate middle = since.plusDays(random.nextInt(1, 200));
            LocalDate until = middle.plusDays(random.nextInt(1, 200));
            BigDecimal parts = new BigDecimal(interest(rule, owed, since, middle))
                    .add(new BigDecimal(interest(rule, owed, middle, until)));
            assertThat(parts.subtract(new BigDecimal(interest(rule, owed, since, until)))
                            .abs())
                    .as("%s %s %s %s", owed, since, middle, until)
                    .isLessThanOrEqualTo(new BigDecimal("0.01"));
        }
    }
}
