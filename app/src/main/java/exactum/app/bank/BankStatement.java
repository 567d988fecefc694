package exactum.app.bank;

import exactum.core.bank.StatementChain;
import exactum.core.ids.BankAccountId;
import exactum.core.ids.StatementId;
import exactum.core.money.Money;
import java.time.LocalDate;

/**
 * A statement as lists show it.
 *
 * @param sequence the bank's number of it, or null
 * @param lines how many lines it has
 * @param unmatched how many of them are not explained in full
 */
public record BankStatement(
        StatementId id,
        BankAccountId account,
        String reference,
        Long sequence,
        LocalDate from,
        LocalDate until,
        Money opening,
        Money closing,
        String fileName,
        int lines,
        int unmatched) {
    StatementChain.Link link() {
        return new StatementChain.Link(from, until, sequence, opening, closing);
    }
}
