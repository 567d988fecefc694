package exactum.core.ledger;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.Test;

/** Common practice, no source. */
class BookingsTest {
    private static final Bookings BOOKINGS = new Bookings(new Accounts("1100", "2000", "3900", "5010"));
    private static final LocalDate DAY = LocalDate.of(2026, 6, 1);
    private static final UUID ID = new UUID(1, 2);

    private static Money eur(String amount) {
        return Money.of("EUR", amount);
    }

    @Test
    void an_invoice_is_receivable_against_income_and_tax() {
        var entry = BOOKINGS.invoiceIssued(
                DAY, ID, "LW-1", ID, eur("119.00"), eur("19.00"), Map.of("4000", eur("100.00"), "4010", eur("0.00")));
        assertThat(entry.postings())
                .extracting(p -> p.account() + " " + p.amount().plain())
                .containsExactly("1100 119.00", "4000 -100.00", "2000 -19.00");
    }

    @Test
    void a_card_sale_sits_at_the_processor_less_its_fee() {
        var entry = BOOKINGS.cardSale(DAY, ID, "LW-1", ID, ID, eur("80.00"), eur("2.17"), "1060", "5000");
        assertThat(entry.postings())
                .extracting(p -> p.account() + " " + p.amount().plain())
                .containsExactly("1060 80.00", "1100 -80.00", "5000 2.17", "1060 -2.17");
    }

    @Test
    void an_entry_out_of_balance_is_a_fault_of_ours() {
        assertThatThrownBy(() -> new Entry(
                        DAY,
                        Entry.Event.BANK_CHARGE,
                        ID,
                        "odd",
                        List.of(new Posting("1", eur("1.00"), null, null), new Posting("2", eur("-0.99"), null, null))))
                .hasMessageStartingWith("Exactum bug: entry for “odd” is out of balance");
    }
}
