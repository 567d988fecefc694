package exactum.core.books;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.ledger.AccountCode;
import exactum.core.ledger.EntryByHand;
import exactum.core.ledger.Event;
import exactum.core.ledger.Periods;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.List;
import java.util.Set;
import java.util.UUID;
import org.junit.jupiter.api.Test;

/** Months close in order and reopen from the last one back; entries by hand balance and leave kept accounts alone. */
class PeriodsTest {
    private static final YearMonth MAY = YearMonth.of(2026, 5);

    @Test
    void a_month_reopens_only_if_it_was_the_last_to_close() {
        Periods closed = new Periods(MAY);
        assertThatThrownBy(() -> closed.reopening(MAY.minusMonths(1)))
                .hasMessageContaining("Months reopen from the last one back: 2026-05 comes before 2026-04");
        assertThatThrownBy(() -> closed.reopening(MAY.plusMonths(1))).hasMessageContaining("2026-06 is open");
        assertThatThrownBy(() -> Periods.ALL_OPEN.reopening(MAY)).hasMessageContaining("2026-05 is open");
        Periods open = closed.reopening(MAY);
        assertThat(open.countsOn(LocalDate.of(2026, 5, 20))).isEqualTo(LocalDate.of(2026, 5, 20));
        assertThat(open.countsOn(LocalDate.of(2026, 4, 30))).isEqualTo(LocalDate.of(2026, 5, 1));
        assertThat(open.closing(MAY)).isEqualTo(closed);
    }

    private static EntryByHand.Line line(String account, String amount) {
        return new EntryByHand.Line(new AccountCode(account), Money.of("EUR", amount), List.of());
    }

    private static EntryByHand entry(String cause, EntryByHand.Line... lines) {
        return new EntryByHand(LocalDate.of(2026, 5, 31), cause, List.of(lines));
    }

    @Test
    void an_entry_by_hand_balances_has_a_cause_and_touches_two_accounts() {
        assertThatThrownBy(() -> entry("", line("5010", "5.00"), line("4000", "-5.00")))
                .hasMessageContaining("Why it is booked is missing");
        assertThatThrownBy(() -> entry("x", line("5010", "5.00"), line("4000", "-4.99")))
                .hasMessageContaining("Debits and credits differ by 0.01");
        assertThatThrownBy(() -> entry("x", line("5010", "5.00"), line("5010", "-5.00")))
                .hasMessageContaining("touches two accounts");
        assertThatThrownBy(() -> entry("x", line("5010", "0.00"), line("4000", "0.00")))
                .hasMessageContaining("has an amount");
        EntryByHand right = entry("x", line("5010", "5.00"), line("4000", "-5.00"));
        var bank = new AccountCode("1000");
        var known = Set.of(new AccountCode("5010"), new AccountCode("4000"), bank);
        assertThatThrownBy(() ->
                        entry("x", line("1000", "5.00"), line("4000", "-5.00")).require(known, Set.of(bank)))
                .hasMessageContaining("On account 1000 every cent belongs");
        assertThatThrownBy(() -> right.require(Set.of(bank), Set.of())).hasMessageContaining("no account 5010");
        right.require(known, Set.of(bank));
    }

    @Test
    void it_is_taken_back_by_the_same_the_other_way_round() {
        EntryByHand made = entry("accrual", line("5010", "5.00"), line("4000", "-5.00"));
        var books = new TestBooks();
        var booked = made.entry(books.ids, new UUID(0, 1), null);
        var undone = made.mirrored(LocalDate.of(2026, 6, 1), "over").entry(books.ids, new UUID(0, 2), booked.id());
        assertThat(booked.event()).isEqualTo(Event.BOOKED_BY_HAND);
        assertThat(undone.reverses()).isEqualTo(booked.id());
        assertThat(undone.postings())
                .extracting(p -> p.account() + " " + p.amount().plain())
                .containsExactly("5010 -5.00", "4000 5.00");
    }
}
