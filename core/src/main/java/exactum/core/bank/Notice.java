package exactum.core.bank;

import java.util.List;

/**
 * A bank's notice of bookings, which a statement has too: details of them, no balances.
 *
 * @param reference the bank's identifier of the notice
 */
public record Notice(String reference, AccountNumber account, List<StatementLine> lines) {
    public Notice {
        lines = List.copyOf(lines);
    }
}
