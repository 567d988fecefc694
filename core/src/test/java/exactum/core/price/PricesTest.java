package exactum.core.price;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.ids.CustomerId;
import exactum.core.money.UnitPrice;
import exactum.core.working.Working;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;
import java.util.UUID;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

/** Which price holds, as a table. Common practice, no source: the nearer one goes first; the figures are our own. */
class PricesTest {
    private static final CustomerId HALLORAN = new CustomerId(new UUID(0, 1));
    private static final CustomerId BRESLIN = new CustomerId(new UUID(0, 2));
    private static final UUID CLUBS = new UUID(0, 9);
    private static final Prices BERTH = new Prices(List.of(
            price(null, null, "EUR", "640.00", "2025-01-01", "2026-04-01"),
            price(null, null, "EUR", "660.00", "2026-04-01", null),
            price(null, null, "USD", "690.00", "2025-01-01", null),
            price(null, CLUBS, "EUR", "620.00", "2026-01-01", "2027-01-01"),
            price(HALLORAN, null, "EUR", "675.00", "2026-05-01", null)));

    private static Price price(
            CustomerId customer, UUID group, String currency, String amount, String from, String until) {
        return new Price(
                UUID.randomUUID(),
                customer,
                group,
                group == null ? "" : "Clubs",
                new Tariff.Flat(UnitPrice.of(currency, amount)),
                LocalDate.parse(from),
                until == null ? null : LocalDate.parse(until));
    }

    @ParameterizedTest
    @CsvSource({
        "somebody, none, EUR, 2026-03-31, 640.00, the old price on its last day",
        "somebody, none, EUR, 2026-04-01, 660.00, the new price on its first day",
        "somebody, none, USD, 2026-06-01, 690.00, each currency by itself",
        "Breslin, clubs, EUR, 2026-06-01, 620.00, the group goes before everybody",
        "Breslin, clubs, EUR, 2027-01-01, 660.00, the group’s price has ended",
        "Breslin, clubs, USD, 2026-06-01, 690.00, the group has none in dollars",
        "Halloran, clubs, EUR, 2026-06-01, 675.00, the customer’s own goes first even if it is higher",
        "Halloran, clubs, EUR, 2026-04-30, 620.00, the customer’s own has not begun",
        "Halloran, none, EUR, 2026-04-30, 660.00, and without a group it is everybody’s"
    })
    void the_price_that_holds(String who, String group, String currency, LocalDate day, String amount, String why) {
        CustomerId customer = who.equals("Halloran") ? HALLORAN : who.equals("Breslin") ? BRESLIN : null;
        var sale = new Prices.Sale(customer, group.equals("clubs") ? CLUBS : null, Currency.getInstance(currency), day);
        assertThat(BERTH.of(sale).orElseThrow().value().tariff().first().text())
                .as(why)
                .isEqualTo(amount);
    }

    @Test
    void the_working_says_which_won_and_why_the_others_did_not() {
        var sale = new Prices.Sale(HALLORAN, CLUBS, Currency.getInstance("EUR"), LocalDate.parse("2026-06-01"));
        Working working = BERTH.of(sale).orElseThrow().working();
        assertThat(working.steps())
                .extracting(Working.Step::text)
                .containsExactly(
                        "Prices in EUR on 1 Jun 2026",
                        "For this customer: 675.00 from 1 May 2026",
                        "For the group Clubs: 620.00 from 1 Jan 2026 until 31 Dec 2026",
                        "For everybody: 660.00 from 1 Apr 2026");
        assertThat(working.steps())
                .extracting(Working.Step::source)
                .containsExactly(
                        "the catalogue",
                        "holds",
                        "does not hold: for this customer goes before",
                        "does not hold: for this customer goes before");
    }

    @Test
    void nothing_holds_before_the_first_or_in_a_currency_without_one() {
        LocalDate day = LocalDate.parse("2024-12-31");
        assertThat(BERTH.of(new Prices.Sale(null, null, Currency.getInstance("EUR"), day)))
                .isEmpty();
        assertThat(BERTH.of(new Prices.Sale(null, null, Currency.getInstance("GBP"), day.plusYears(2))))
                .isEmpty();
    }

    @Test
    void prices_for_the_same_may_not_have_a_day_in_common() {
        assertThat(BERTH.overlapping(price(null, null, "EUR", "1", "2026-03-31", "2026-04-01")))
                .isPresent();
        assertThat(BERTH.overlapping(price(null, null, "EUR", "1", "2024-01-01", "2025-01-01")))
                .isEmpty();
        assertThat(BERTH.overlapping(price(null, null, "EUR", "1", "2027-01-01", null)))
                .isPresent();
        assertThat(BERTH.overlapping(price(null, CLUBS, "EUR", "1", "2027-01-01", null)))
                .isEmpty();
        assertThat(BERTH.overlapping(price(BRESLIN, null, "EUR", "1", "2026-06-01", null)))
                .isEmpty();
        Price same = BERTH.prices().getFirst();
        assertThat(BERTH.overlapping(same)).as("itself").isEmpty();
    }

    @Test
    void a_price_is_for_one_kind_of_buyer_and_ends_after_it_begins() {
        assertThatThrownBy(() -> price(HALLORAN, CLUBS, "EUR", "1", "2026-01-01", null))
                .hasMessageContaining("a customer or a group");
        assertThatThrownBy(() -> price(null, null, "EUR", "1", "2026-01-01", "2026-01-01"))
                .hasMessageContaining("ends after it begins");
    }
}
