package exactum.core.account;

import static org.assertj.core.api.Assertions.assertThat;

import exactum.core.ledger.Event;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Random;
import org.junit.jupiter.api.Test;

class StatementOfAccountTest {
    private static final LocalDate FIRST = LocalDate.of(2026, 6, 1);

    private static Money euro(String amount) {
        return Money.of("EUR", amount);
    }

    private static StatementOfAccount.Move move(int day, Event event, String amount) {
        return new StatementOfAccount.Move(FIRST.plusDays(day), event, "LW-1", euro(amount));
    }

    @Test
    void each_row_says_what_the_account_stood_at_after_it() {
        var statement = StatementOfAccount.of(
                FIRST,
                FIRST.plusDays(29),
                euro("20.00"),
                List.of(
                        move(0, Event.INVOICE_ISSUED, "100.00"),
                        move(4, Event.PAYMENT_RECEIVED, "-120.00"),
                        move(9, Event.CREDIT_NOTE_ISSUED, "-10.00")));
        assertThat(statement.rows())
                .extracting(StatementOfAccount.Row::balance)
                .containsExactly(euro("120.00"), euro("0.00"), euro("-10.00"));
        assertThat(statement.closing()).isEqualTo(euro("-10.00"));
        assertThat(statement.asked()).isEqualTo(euro("100.00"));
        assertThat(statement.settled()).isEqualTo(euro("-130.00"));
        assertThat(statement.working().steps().getLast().text()).isEqualTo("20.00 + 100.00 + −130.00 = −10.00");
    }

    @Test
    void where_nothing_moved_it_stands_as_before() {
        var statement = StatementOfAccount.of(FIRST, FIRST, euro("7.00"), List.of());
        assertThat(statement.closing()).isEqualTo(euro("7.00"));
        assertThat(statement.asked()).isEqualTo(euro("0.00"));
    }

    @Test
    void two_statements_after_one_another_are_one_over_both() {
        long seed = new Random().nextLong();
        var random = new Random(seed);
        for (int n = 0; n < 500; n++) {
            var moves = new ArrayList<StatementOfAccount.Move>();
            for (int i = 0; i < 20; i++)
                moves.add(new StatementOfAccount.Move(
                        FIRST.plusDays(i),
                        Event.INVOICE_ISSUED,
                        "",
                        Money.ofMinor("EUR", random.nextInt(2000) - 1000)));
            int cut = random.nextInt(21);
            Money opening = Money.ofMinor("EUR", random.nextInt(500));
            var whole = StatementOfAccount.of(FIRST, FIRST.plusDays(19), opening, moves);
            var first = StatementOfAccount.of(FIRST, FIRST.plusDays(9), opening, moves.subList(0, cut));
            var then = StatementOfAccount.of(FIRST, FIRST.plusDays(19), first.closing(), moves.subList(cut, 20));
            assertThat(then.closing()).as("seed %d", seed).isEqualTo(whole.closing());
            assertThat(whole.opening().plus(whole.asked()).plus(whole.settled()))
                    .isEqualTo(whole.closing());
        }
    }
}
