package exactum.formats.pain;

import exactum.core.bank.CreditorIdentifier;
import exactum.core.bank.Iban;
import exactum.core.money.Money;
import exactum.core.scheme.Scheme;
import exactum.core.scheme.Sequence;
import java.time.LocalDate;

/**
 * What the collections of a group share; see ISO 20022 {@code PmtInf}.
 *
 * @param id ours, unique for ever
 * @param on the day of collection
 * @param isBatch whether the bank books the group as one line
 * @param count and total of its collections
 */
public record DebitGroup(
        String id,
        Scheme scheme,
        Sequence sequence,
        LocalDate on,
        boolean isBatch,
        Creditor creditor,
        int count,
        Money total) {

    /**
     * Who collects.
     *
     * @param name in the scheme's letters
     * @param bic of the bank, or empty
     */
    public record Creditor(String name, Iban account, String bic, CreditorIdentifier identifier) {}
}
