package exactum.app.statements;

import exactum.core.bank.StatementLine;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.UUID;

/**
 * A line of a statement that was read in.
 *
 * @param matchedAs what it was joined to, or null while it is without a home
 */
public record BankLine(
        UUID id,
        UUID statementId,
        UUID bankAccountId,
        LocalDate bookedOn,
        LocalDate valueOn,
        Money amount,
        String bankReference,
        String endToEndId,
        String counterparty,
        String remittance,
        String bankCode,
        String matchedAs,
        UUID entryId) {

    /** As the bank said it, for matching. */
    public StatementLine said() {
        return new StatementLine(
                bookedOn, valueOn, amount, bankReference, endToEndId, counterparty, remittance, bankCode);
    }

    /** The most telling of its texts. */
    public String words() {
        return !remittance.isEmpty() ? remittance : !counterparty.isEmpty() ? counterparty : bankReference;
    }
}
