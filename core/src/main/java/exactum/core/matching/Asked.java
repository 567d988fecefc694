package exactum.core.matching;

import exactum.core.bank.StatementLine;
import exactum.core.money.Money;
import java.time.LocalDate;

/**
 * A line of which something is to be explained.
 *
 * @param left signed as the line, not zero
 */
public record Asked(StatementLine said, Money left) {
    LocalDate day() {
        return said.bookedOn();
    }

    boolean isIn() {
        return left.isPositive();
    }
}
