package exactum.formats.pain;

import exactum.core.bank.Iban;
import exactum.core.money.Money;
import java.time.Instant;
import java.time.LocalDate;

/**
 * What stands at the head of a file of transfers, all from one account on one day.
 *
 * @param messageId ours, unique for ever
 * @param payer whose account it is, in the scheme's letters
 * @param bic of its bank, or empty
 * @param on the day on which it is to leave
 */
public record TransferHeader(
        String messageId,
        Instant createdAt,
        String payer,
        Iban account,
        String bic,
        LocalDate on,
        int count,
        Money total) {}
