package exactum.core.bank;

import exactum.core.money.Money;
import java.time.LocalDate;

/**
 * One booked line of a bank statement, as the bank says it.
 *
 * @param bookedOn the bank's booking date
 * @param valueOn the bank's value date
 * @param amount positive where money came in
 * @param bankReference the bank's own reference, or empty
 * @param endToEndId the payer's end-to-end reference, or empty
 * @param counterparty the other party's name, or empty
 * @param remittance what the payer wrote, or empty
 * @param structuredReference the creditor's reference that the payer gave (ISO 11649 or other), or empty
 * @param bankCode the ISO bank transaction code as {@code PMNT/RCDT/ESCT}, or empty
 */
public record StatementLine(
        LocalDate bookedOn,
        LocalDate valueOn,
        Money amount,
        String bankReference,
        String endToEndId,
        String counterparty,
        String remittance,
        String structuredReference,
        String bankCode) {}
