package exactum.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.Test;

/** One sum through all its events: the balances after each are those of the trade (common practice, no source). */
class EveryEventTest {
    private static final Bookings BOOKINGS = new Bookings(new Accounts("1100", "2000", "3900", "5010"));
    private static final UUID ID = new UUID(7, 7);
    private final Map<String, Money> balances = new LinkedHashMap<>();

    private static Money eur(String amount) {
        return Money.of("EUR", amount);
    }

    private static LocalDate day(int day) {
        return LocalDate.of(2026, 6, day);
    }

    private void book(Entry entry) {
        assertThat(entry.postings().stream().map(Posting::amount).reduce(Money::plus))
                .hasValueSatisfying(sum -> assertThat(sum.isZero()).isTrue());
        entry.postings().forEach(p -> balances.merge(p.account(), p.amount(), Money::plus));
    }

    private String balance(String account) {
        return balances.getOrDefault(account, eur("0.00")).plain();
    }

    @Test
    void from_opening_to_payout() {
        book(BOOKINGS.openingBalance(day(1), ID, "Current account", eur("18240.55"), "1000"));
        assertThat(balance("1000")).isEqualTo("18240.55");
        assertThat(balance("3900")).isEqualTo("-18240.55");

        book(BOOKINGS.invoiceIssued(
                day(1),
                ID,
                "LW-1",
                ID,
                eur("832.74"),
                eur("152.62"),
                Map.of("4000", eur("640.00"), "4020", eur("40.12"))));
        assertThat(balance("1100")).isEqualTo("832.74");
        assertThat(balance("2000")).isEqualTo("-152.62");
        assertThat(balance("4020")).isEqualTo("-40.12");

        book(BOOKINGS.cardSale(day(2), ID, "LW-1", ID, ID, eur("832.74"), eur("20.24"), "1060", "5000"));
        assertThat(balance("1100")).isEqualTo("0.00");
        assertThat(balance("1060")).isEqualTo("812.50");
        assertThat(balance("5000")).isEqualTo("20.24");

        book(BOOKINGS.processorFee(day(2), ID, "Terminal rental", eur("12.40"), "5000", "1060"));
        book(BOOKINGS.payoutLanded(day(4), ID, "PO-1", eur("800.10"), "1000", "1060"));
        assertThat(balance("1060")).isEqualTo("0.00");
        assertThat(balance("1000")).isEqualTo("19040.65");

        book(BOOKINGS.bankCharge(day(30), ID, "Account fee", eur("4.50"), "1000"));
        assertThat(balance("1000")).isEqualTo("19036.15");
        assertThat(balance("5010")).isEqualTo("4.50");
    }

    @Test
    void a_transfer_clears_the_receivable_of_its_customer_and_invoice() {
        UUID customer = new UUID(1, 1);
        UUID invoice = new UUID(2, 2);
        var entry = BOOKINGS.transferReceived(day(3), ID, "LW-2", customer, invoice, eur("300.00"), "1000");
        assertThat(entry.event()).isEqualTo(Entry.Event.TRANSFER_RECEIVED);
        assertThat(entry.postings())
                .extracting(p -> p.account() + " " + p.amount().plain() + " " + p.customer() + " " + p.invoice())
                .containsExactly("1000 300.00 null null", "1100 -300.00 " + customer + " " + invoice);
    }

    @Test
    void a_fee_of_nothing_and_tax_of_nothing_leave_no_posting() {
        assertThat(BOOKINGS.cardSale(day(2), ID, "LW-1", ID, ID, eur("80.00"), eur("0.00"), "1060", "5000")
                        .postings())
                .hasSize(2);
        assertThat(BOOKINGS.invoiceIssued(
                                day(2), ID, "LW-1", ID, eur("80.00"), eur("0.00"), Map.of("4000", eur("80.00")))
                        .postings())
                .hasSize(2);
    }

    @Test
    void each_currency_balances_by_itself() {
        var euro = new Posting("1", eur("1.00"), null, null);
        var pound = new Posting("2", Money.of("GBP", "-1.00"), null, null);
        assertThatThrownBy(() -> new Entry(day(1), Entry.Event.BANK_CHARGE, ID, "mixed", List.of(euro, pound)))
                .hasMessageContaining("out of balance");
        assertThatThrownBy(() -> new Posting("1", eur("0.00"), null, null))
                .hasMessageContaining("a posting of nothing");
    }
}
