package exactum.core.terms;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.cadence.Cadence.Unit;
import exactum.core.cadence.ServicePeriod;
import exactum.core.calendar.TargetCalendar;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Currency;
import java.util.List;
import java.util.SplittableRandom;
import java.util.stream.IntStream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Worked examples: common practice, no source, unless a source is named; the figures are our own. */
class TermsTest {
    private static final TargetCalendar TARGET = TargetCalendar.INSTANCE;
    private static final LocalDate ISSUED = LocalDate.of(2026, 2, 16);

    private static Money euro(String amount) {
        return Money.of(Currency.getInstance("EUR"), new BigDecimal(amount));
    }

    private static Share share(String text) {
        if (text.equals("rest")) return Share.REST;
        return text.endsWith("%")
                ? Share.Percent.of(text.substring(0, text.length() - 1))
                : new Share.Amount(euro(text));
    }

    private static Terms parts(String... shares) {
        return Terms.of(List.of(shares).stream()
                .map(s -> TermsPart.of(share(s), new DueRule(0, 14, false)))
                .toArray(TermsPart[]::new));
    }

    private static List<String> amounts(Terms terms, String total) {
        return terms.schedule(euro(total), Anchors.of(ISSUED), TARGET).instalments().stream()
                .map(i -> i.amount().plain())
                .toList();
    }

    private static List<LocalDate> dues(Schedule schedule) {
        return schedule.instalments().stream().map(Instalment::due).toList();
    }

    /** 1,375.00 with 160.00 down and seven every three weeks from 2 Mar 2026. */
    @Test
    void a_down_payment_and_seven_every_three_weeks() {
        Terms plan = Terms.of(
                TermsPart.of(share("160"), DueRule.on(LocalDate.of(2026, 3, 2))).described("down payment"),
                TermsPart.of(Share.REST, DueRule.on(LocalDate.of(2026, 3, 2)))
                        .repeated(new Repeat(7, Unit.WEEK, 3, false)));
        Schedule schedule = plan.schedule(euro("1375.00"), Anchors.of(ISSUED), TARGET);
        assertThat(schedule.instalments().stream().map(i -> i.amount().plain()))
                .containsExactly("160.00", "173.58", "173.57", "173.57", "173.57", "173.57", "173.57", "173.57");
        assertThat(dues(schedule))
                .startsWith(LocalDate.of(2026, 3, 2), LocalDate.of(2026, 3, 23), LocalDate.of(2026, 4, 13))
                .endsWith(LocalDate.of(2026, 7, 6), LocalDate.of(2026, 7, 27));
        assertThat(schedule.working().steps())
                .anySatisfy(s -> assertThat(s.text()).isEqualTo("1,215.00 in 7 = 173.58 + 6 × 173.57"))
                .anySatisfy(s -> assertThat(s.source()).contains("to the earliest"));
        assertThat(schedule.instalments().getLast().working().steps())
                .anySatisfy(s -> assertThat(s.text()).isEqualTo("Payment 7 of 7 = Mon 27 Jul 2026"));
    }

    @Test
    void parts_after_the_down_payment_are_expected_until_it_is_there_and_counted_from_then() {
        Terms plan = Terms.of(
                TermsPart.of(share("160"), new DueRule(0, 14, false)),
                TermsPart.of(Share.REST, DueRule.daysAfter(Anchor.DOWN_PAID, 0))
                        .repeated(new Repeat(2, Unit.MONTH, 1, false)));
        Schedule before = plan.schedule(euro("500.00"), Anchors.of(ISSUED), TARGET);
        assertThat(before.instalments()).extracting(Instalment::expected).containsExactly(false, true, true);
        assertThat(dues(before))
                .containsExactly(LocalDate.of(2026, 3, 2), LocalDate.of(2026, 4, 2), LocalDate.of(2026, 5, 2));
        Schedule after = plan.schedule(euro("500.00"), Anchors.of(ISSUED).paid(LocalDate.of(2026, 3, 31)), TARGET);
        assertThat(after.instalments()).extracting(Instalment::expected).containsOnly(false);
        assertThat(dues(after))
                .as("a month after 31 Mar is 30 Apr, two are 31 May")
                .containsExactly(LocalDate.of(2026, 3, 2), LocalDate.of(2026, 4, 30), LocalDate.of(2026, 5, 31));
    }

    /** A quarter at issue, the rest on the 20th after its service ends. */
    @Test
    void the_rest_on_the_20th_after_the_service_ends() {
        Terms terms = Terms.of(
                TermsPart.of(share("25%"), new DueRule(0, 0, false)),
                TermsPart.of(Share.REST, new DueRule(Anchor.SERVICE_END, null, 0, 1, new Then.OnDay(20))));
        var season = new ServicePeriod(LocalDate.of(2026, 4, 1), LocalDate.of(2026, 11, 1));
        Schedule schedule = terms.schedule(euro("1845.30"), Anchors.of(ISSUED, season), TARGET);
        assertThat(schedule.instalments().stream().map(i -> i.amount().plain()))
                .as("25 % of 1,845.30 is 461.325, half-up")
                .containsExactly("461.33", "1383.97");
        assertThat(dues(schedule)).containsExactly(ISSUED, LocalDate.of(2026, 11, 20));
        assertThatThrownBy(() -> terms.schedule(euro("1.00"), Anchors.of(ISSUED), TARGET))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("the last day of its service, which this document does not say");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "30%,30%,40% | 1234.57 | to the last | 370.37,370.37,493.83",
                "50%,50% | 0.03 | to the earliest | 0.02,0.01",
                "50%,50% | 0.03 | to the last | 0.01,0.02",
                "33.3333%,33.3333%,33.3334% | 100.00 | to the earliest | 33.34,33.33,33.33",
                "10%,rest | 1375.55 | to the earliest | 137.56,1237.99",
                "160,rest | 1375.00 | to the earliest | 160.00,1215.00"
            })
    void shares_make_the_total_exactly(String shares, String total, String remainder, String expected) {
        Terms plain = parts(shares.split(","));
        Terms terms = new Terms(plain.parts(), Remainder.of(remainder), Counting.DUE_ORDER);
        assertThat(terms.problem()).isEmpty();
        assertThat(amounts(terms, total)).containsExactly(expected.split(","));
    }

    @Test
    void each_of_several_payments_takes_its_share_by_the_remainder_rule() {
        var inThree = new Repeat(3, Unit.MONTH, 1, true);
        TermsPart all = TermsPart.of(share("100%"), new DueRule(0, 0, false)).repeated(inThree);
        assertThat(amounts(new Terms(List.of(all), Remainder.TO_THE_EARLIEST, Counting.DUE_ORDER), "1000.00"))
                .containsExactly("333.34", "333.33", "333.33");
        assertThat(amounts(new Terms(List.of(all), Remainder.TO_THE_LAST, Counting.DUE_ORDER), "1000.00"))
                .containsExactly("333.33", "333.33", "333.34");
        assertThatThrownBy(() -> amounts(Terms.of(all), "0.02"))
                .isInstanceOf(Refusal.class)
                .hasMessage(
                        "Part 3 of 0.02 would be 0.00, and every part has to be more than nothing. Nothing was made.");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "50%,49.99% | The parts make 99.99 %: 0.01 % are missing.",
                "50%,50.01% | The parts make 100.01 %: 0.01 % are too much.",
                "160,50% | With a part of a fixed amount, one part has to take the rest.",
                "60%,40%,rest | The parts by percent make 100 %, so nothing is left for the rest."
            })
    void what_does_not_make_all_of_it_is_said(String shares, String problem) {
        assertThat(parts(shares.split(",")).problem().replace('\u00a0', ' ')).isEqualTo(problem);
    }

    @Test
    void what_does_not_add_up_cannot_be_issued() {
        Terms short1 = parts("160", "1214.99");
        assertThat(short1.difference(euro("1375.00"))).isEqualTo(euro("0.01"));
        assertThatThrownBy(() -> amounts(short1, "1375.00"))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("The parts make 1,374.99, but 1,375.00 is to be paid: 0.01 is missing");
        assertThatThrownBy(() -> amounts(parts("160", "1215.01"), "1375.00")).hasMessageContaining("0.01 is too much");
        assertThatThrownBy(
                        () -> parts("160", "rest").schedule(Money.ofMinor("GBP", 20_000), Anchors.of(ISSUED), TARGET))
                .isInstanceOf(Refusal.class)
                .hasMessageContaining("and this is in GBP");
        assertThatThrownBy(() -> parts("160", "rest").schedule(euro("160.00"), Anchors.of(ISSUED), TARGET))
                .hasMessageContaining("every part has to be more than nothing");
    }

    /** 2 % of 1,200.00 within 10 days: 24.00 (Directive 2006/112/EC Art. 90 for what it does to the tax). */
    @Test
    void less_is_due_early_with_its_own_length() {
        Terms terms = Terms.of(TermsPart.of(share("100%"), new DueRule(0, 30, false))
                .earlier(new EarlyRule(new BigDecimal("2"), null, Anchor.ISSUE, 10)));
        Instalment one = terms.schedule(euro("1200.00"), Anchors.of(LocalDate.of(2026, 6, 1)), TARGET)
                .instalments()
                .getFirst();
        assertThat(one.early().discount()).isEqualTo(euro("24.00"));
        assertThat(one.early().until()).isEqualTo(LocalDate.of(2026, 6, 11));
        Terms all = Terms.of(TermsPart.of(share("100%"), new DueRule(0, 30, false))
                .earlier(new EarlyRule(null, euro("1200.00"), Anchor.ISSUE, 10)));
        assertThatThrownBy(() -> amounts(all, "1200.00")).hasMessageContaining("leaves nothing");
    }

    @Test
    void they_read_as_a_sentence() {
        assertThat(Terms.single(new DueRule(0, 14, false)).words()).isEqualTo("14 days after the invoice’s own date");
        assertThat(Terms.of(
                                TermsPart.of(share("25%"), new DueRule(0, 0, false)),
                                TermsPart.of(Share.REST, new DueRule(Anchor.SERVICE_END, null, 1, 0, Then.BANKING_DAY)))
                        .words()
                        .replace('\u00a0', ' '))
                .isEqualTo(
                        "25 % on the invoice’s own date; the rest 1 month after the last day of its service, then the next banking day");
        assertThat(TermsPart.of(Share.REST, DueRule.on(LocalDate.of(2026, 3, 2)))
                        .repeated(new Repeat(7, Unit.WEEK, 3, false))
                        .words())
                .isEqualTo("the rest in 7 payments every 3 weeks from 2 Mar 2026");
    }

    @Test
    void what_makes_no_sense_cannot_be_made() {
        assertThatThrownBy(() -> Terms.of()).hasMessageContaining("at least one part");
        assertThatThrownBy(() -> parts("rest", "rest")).hasMessageContaining("only one part");
        assertThatThrownBy(() -> Terms.of(TermsPart.of(Share.REST, DueRule.daysAfter(Anchor.DOWN_PAID, 3))))
                .hasMessageContaining("cannot wait for itself");
        assertThatThrownBy(() -> share("0%")).hasMessageContaining("above 0");
        assertThatThrownBy(() -> share("33.33333%")).hasMessageContaining("at most four decimals");
        assertThatThrownBy(() -> new Repeat(1, Unit.MONTH, 1, false)).hasMessageContaining("2 to 600");
        assertThatThrownBy(() -> new EarlyRule(new BigDecimal("100"), null, Anchor.ISSUE, 1))
                .hasMessageContaining("below 100");
    }

    /** Over 100,000 seeded totals and divisions: exact, every part above zero, and those of one share a cent apart at most. */
    @Test
    void a_hundred_thousand_divisions_are_exact() {
        var random = new SplittableRandom(1_375);
        for (int n = 0; n < 100_000; n++) {
            Money total = Money.ofMinor("EUR", random.nextLong(1_000, 100_000_000));
            int percents = random.nextInt(1, 5);
            var parts = new ArrayList<TermsPart>();
            int left = 100;
            for (int i = 0; i < percents; i++) {
                boolean last = i == percents - 1;
                int share = last ? left : random.nextInt(1, left - (percents - i - 1) + 1);
                left -= share;
                TermsPart part = TermsPart.of(
                        last && random.nextBoolean() && percents > 1 ? Share.REST : Share.Percent.of("" + share),
                        new DueRule(0, i, false));
                parts.add(
                        random.nextInt(3) == 0
                                ? part.repeated(new Repeat(random.nextInt(2, 9), Unit.MONTH, 1, true))
                                : part);
            }
            Terms terms = new Terms(parts, Remainder.values()[random.nextInt(2)], Counting.DUE_ORDER);
            Schedule schedule = terms.schedule(total, Anchors.of(ISSUED), TARGET);
            assertThat(schedule.instalments().stream()
                            .mapToLong(i -> i.amount().minor())
                            .sum())
                    .isEqualTo(total.minor());
            assertThat(schedule.instalments()).allMatch(i -> i.amount().isPositive());
            assertThat(schedule.instalments())
                    .extracting(Instalment::seq)
                    .isEqualTo(IntStream.rangeClosed(1, schedule.instalments().size())
                            .boxed()
                            .toList());
        }
    }

    @Test
    void what_was_typed_wrong_is_mended_with_as_little_change_as_can_be() {
        assertThat(mend("1375.00", "160.00", "185.00", "185.00", "185.00", "185.00", "185.00", "185.00", "185.00"))
                .isEqualTo("160.00 + 173.58 + 6 × 173.57");
        assertThat(mend("100.00", "40.00", "50.00")).isEqualTo("40.00 + 60.00");
        assertThat(mend("100.00", "90.00", "80.00", "30.00")).isEqualTo("45.00 + 40.00 + 15.00");
        assertThatThrownBy(() -> mend("0.02", "1.00", "1.00", "1.00")).hasMessageContaining("too little for 3 parts");
    }

    private static String mend(String total, String... amounts) {
        return Schedule.added(Mending.mend(
                euro(total), List.of(amounts).stream().map(TermsTest::euro).toList()));
    }
}
