package exactum.app.returns;

import exactum.core.ids.BankLineId;
import exactum.core.ids.MeansId;
import exactum.core.ledger.AccountCode;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.List;

/**
 * A payment that came back, as a person tells it.
 *
 * @param amount above zero
 * @param on the day on which it came back
 * @param reason in words
 * @param line the bank line that took it, or null while it is still to come
 * @param fee what the bank takes for it, or null
 * @param passedOn what the customer is billed for it, zero for nothing
 * @param told whether the customer gets a message with what is open again
 */
public record ReturnWish(
        MeansId payment,
        Money amount,
        LocalDate on,
        String reason,
        BankLineId line,
        Fee fee,
        Money passedOn,
        boolean told) {

    /**
     * What the bank takes.
     *
     * @param on the day on which it takes it
     */
    public record Fee(Money amount, LocalDate on, AccountCode account, List<String> tags) {
        public Fee {
            tags = List.copyOf(tags);
        }
    }
}
