package exactum.core.matching;

import exactum.core.bank.StatementLine;
import exactum.core.money.Money;
import java.time.LocalDate;

/**
 * A line of which something is to be explained.
 *
 * @param left signed as the line, not zero
 * @param account which of our accounts it is on; equal for lines of the same one, null where it is not known
 */
public record Asked(StatementLine said, Money left, Object account) {
    /** A line on an account that is not known. */
    public Asked(StatementLine said, Money left) {
        this(said, left, null);
    }

    LocalDate day() {
        return said.bookedOn();
    }

    boolean isIn() {
        return left.isPositive();
    }
}
