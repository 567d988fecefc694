package exactum.core.arrangement;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.cadence.Cadence;
import exactum.core.cadence.Coverage;
import exactum.core.cadence.DayRule;
import exactum.core.cadence.Occurrence;
import exactum.core.cadence.Proration;
import exactum.core.cadence.Recurrence;
import exactum.core.cadence.ServicePeriod;
import exactum.core.document.Line;
import exactum.core.ids.ItemId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import exactum.core.money.UnitPrice;
import exactum.core.price.Tariff;
import exactum.core.problem.Refusal;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.Test;

/** Figures: common practice, no source. */
class BilledLinesTest {
    private static final ItemId POWER = new ItemId(UUID.fromString("0197a000-0000-7000-8000-000000000001"));
    private static final LocalDate START = LocalDate.of(2026, 1, 1);

    private static Occurrence month(int index, Proration by) {
        return new Recurrence(
                        Cadence.monthly(new DayRule.MonthDay(1)),
                        START,
                        Coverage.MONTH_OF_DATE,
                        new Recurrence.End.Never(),
                        0)
                .prorated(by)
                .occurrence(index)
                .orElseThrow();
    }

    private static Line line(String what, String price) {
        return Line.of(what, BigDecimal.ONE, "month", UnitPrice.of("EUR", price), "standard", new AccountCode("4000"));
    }

    private static DatedLine there(String what, String price, String from, String until) {
        return new DatedLine(
                line(what, price),
                Basis.PERIOD,
                from.isEmpty() ? null : LocalDate.parse(from),
                until.isEmpty() ? null : LocalDate.parse(until));
    }

    private static List<String> amounts(List<Line> lines) {
        return lines.stream().map(l -> l.amount().value().plain()).toList();
    }

    private static List<Line> billed(List<DatedLine> lines, int index, Proration by) {
        return BilledLines.of(lines, month(index, by), Readings.NONE, WhenUnread.WAIT);
    }

    @Test
    void a_price_change_from_a_date_holds_from_the_period_that_begins_then() {
        var lines = List.of(there("Berth", "20.00", "", "2026-03-01"), there("Berth", "50.00", "2026-03-01", ""));
        assertThat(amounts(billed(lines, 1, Proration.NONE))).containsExactly("20.00");
        assertThat(amounts(billed(lines, 2, Proration.NONE))).containsExactly("50.00");
    }

    /** From 20 to 50 on 11 Mar: 10 of 31 days at 20.00 are 6.45, 21 of 31 at 50.00 are 33.87. */
    @Test
    void within_a_period_both_prices_are_charged_for_their_days() {
        var lines = List.of(there("Berth", "20.00", "", "2026-03-11"), there("Berth", "50.00", "2026-03-11", ""));
        List<Line> march = billed(lines, 2, Proration.DAYS);
        assertThat(amounts(march)).containsExactly("6.45", "33.87");
        assertThat(march.getLast().adjustments().getFirst().text()).isEqualTo("21 of 31 days 16.13");
        assertThat(march.getLast().period().words()).isEqualTo("11 Mar 2026 – 31 Mar 2026");
        assertThat(amounts(billed(lines, 2, Proration.NONE)))
                .as("without parts, the price of the first day")
                .containsExactly("20.00");
    }

    @Test
    void what_is_charged_each_time_is_not_divided_and_text_stays() {
        var lines = List.of(
                new DatedLine(line("Key", "12.00"), Basis.EACH, LocalDate.of(2026, 3, 1), null),
                DatedLine.of(Line.text("Thank you")));
        assertThat(billed(lines, 1, Proration.DAYS))
                .extracting(Line::description)
                .containsExactly("Thank you");
        assertThat(billed(lines, 2, Proration.DAYS))
                .extracting(Line::description)
                .containsExactly("Key", "Thank you");
    }

    private static DatedLine metered() {
        Line power = new Line(
                POWER,
                "Shore power",
                BigDecimal.ONE,
                "kWh",
                UnitPrice.of("EUR", "0.34"),
                List.of(),
                "reduced",
                new AccountCode("4020"),
                List.of(),
                null);
        return new DatedLine(power, Basis.METERED, null, null);
    }

    private static Reading read(String from, String until, String quantity) {
        return new Reading(
                POWER, new ServicePeriod(LocalDate.parse(from), LocalDate.parse(until)), new BigDecimal(quantity));
    }

    private static List<Line> read(WhenUnread unread, Reading... readings) {
        var tariff = new Tariff.Graduated(List.of(
                new Tariff.Step(new BigDecimal("100"), UnitPrice.of("EUR", "0.34")),
                new Tariff.Step(null, UnitPrice.of("EUR", "0.29"))));
        return BilledLines.of(
                List.of(metered()),
                month(5, Proration.NONE),
                new Readings(List.of(readings), Map.of(POWER, tariff)),
                unread);
    }

    @Test
    void readings_of_the_period_are_added_up_and_priced_by_the_block() {
        List<Line> june = read(
                WhenUnread.WAIT,
                read("2026-06-16", "2026-07-01", "70"),
                read("2026-06-01", "2026-06-16", "48"),
                read("2026-05-01", "2026-06-01", "999"));
        assertThat(june).extracting(l -> l.quantity().toPlainString()).containsExactly("100", "18");
        assertThat(amounts(june)).containsExactly("34.00", "5.22");
        assertThat(june.getFirst().description()).isEqualTo("Shore power, up to 100");
    }

    @Test
    void a_gap_in_the_readings_holds_the_invoice_or_is_left_out_as_it_is_set() {
        Reading half = read("2026-06-16", "2026-07-01", "70");
        assertThatThrownBy(() -> read(WhenUnread.WAIT, half))
                .isInstanceOf(Refusal.class)
                .hasMessage("It waits for readings: “Shore power” for 1 Jun 2026 – 15 Jun 2026. Nothing was made.");
        assertThat(amounts(read(WhenUnread.GO_WITHOUT, half))).containsExactly("23.80");
        assertThat(read(WhenUnread.GO_WITHOUT)).isEmpty();
        assertThat(amounts(read(WhenUnread.WAIT, read("2026-06-01", "2026-07-01", "0"))))
                .as("nothing used is a reading too")
                .containsExactly("0.00");
    }

    /** 640.00 for June that ends on the 20th: 426.67 served, 213.33 back; both make what was billed. */
    @Test
    void what_is_not_served_is_given_back_to_the_cent() {
        var june = new ServicePeriod(LocalDate.of(2026, 6, 1), LocalDate.of(2026, 7, 1));
        Line back = Unserved.of(line("Berth", "640.00"), june, LocalDate.of(2026, 6, 20), Proration.DAYS)
                .orElseThrow();
        assertThat(back.amount().value()).isEqualTo(euro("213.33"));
        assertThat(back.period().words()).isEqualTo("21 Jun 2026 – 30 Jun 2026");
        assertThat(Unserved.of(line("Berth", "640.00"), june, LocalDate.of(2026, 6, 30), Proration.DAYS))
                .isEmpty();
        assertThat(Unserved.of(line("Berth", "640.00"), june, LocalDate.of(2026, 6, 20), Proration.NONE))
                .isEmpty();
        assertThat(amounts(
                        Unserved.of(line("Berth", "640.00"), june, LocalDate.of(2026, 5, 31), Proration.NONE).stream()
                                .toList()))
                .containsExactly("640.00");
    }

    private static Money euro(String amount) {
        return Money.of(Currency.getInstance("EUR"), new BigDecimal(amount));
    }

    @Test
    void a_raise_ends_each_line_and_begins_it_at_the_new_price() {
        var raise = new Raise(new BigDecimal("4.5"), null, LocalDate.of(2026, 7, 1));
        var lines = List.of(
                DatedLine.of(line("Berth", "213.00")),
                metered(),
                DatedLine.of(Line.text("Thank you")),
                there("Storage", "40.00", "2026-10-01", ""),
                there("Summer", "10.00", "", "2026-07-01"));
        List<DatedLine> after = raise.on(lines);
        assertThat(after).hasSize(6);
        assertThat(after.get(0).until()).isEqualTo(LocalDate.of(2026, 7, 1));
        assertThat(after.get(1).from()).isEqualTo(LocalDate.of(2026, 7, 1));
        assertThat(after.get(1).line().price().text()).isEqualTo("222.59");
        assertThat(raise.changes(lines))
                .extracting(c -> c.after().line().price().text())
                .containsExactly("222.59", "41.80");
        assertThat(after.get(4).from()).as("one that begins later").isEqualTo(LocalDate.of(2026, 10, 1));
        assertThat(raise.of(UnitPrice.of("EUR", "0.3425")).text()).isEqualTo("0.3579");
        assertThat(raise.words().replace('\u00a0', ' ')).isEqualTo("4.5 % more from 1 Jul 2026");
        assertThatThrownBy(() -> new Raise(null, euro("-213.00"), START).on(lines))
                .hasMessageContaining("It would cost 0.00");
    }
}
