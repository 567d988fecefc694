package exactum.core.bank;

import static org.assertj.core.api.Assertions.assertThatThrownBy;

import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.Test;

class StatementTest {
    private static final Iban IBAN = new Iban("DE89370400440532013000");
    private static final LocalDate DAY = LocalDate.of(2026, 5, 8);

    private static Statement statement(String opening, String closing, String... amounts) {
        var lines = List.of(amounts).stream()
                .map(a -> new StatementLine(DAY, DAY, Money.of("EUR", a), "", "", "", "", "", ""))
                .toList();
        return new Statement("S1", 1L, IBAN, DAY, DAY, Money.of("EUR", opening), Money.of("EUR", closing), lines);
    }

    @Test
    void it_must_add_up() {
        statement("10000.00", "12993.54", "1368.95", "-119.00", "1152.09", "595.00", "-3.50");
        assertThatThrownBy(() -> statement("100.00", "150.00", "40.00"))
                .hasMessage(
                        "The statement does not add up: 100.00 and its lines make 140.00, but it ends at 150.00. Nothing was stored. Ask the bank for it again.");
    }
}
