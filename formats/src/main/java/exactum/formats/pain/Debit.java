package exactum.formats.pain;

import exactum.core.bank.Iban;
import exactum.core.money.Money;
import exactum.core.scheme.MandateReference;
import java.time.LocalDate;

/**
 * One collection of a file.
 *
 * @param endToEndId ours, new for each attempt
 * @param remittance what the payer reads, in the scheme's letters, or empty
 */
public record Debit(String endToEndId, Money amount, OfMandate mandate, Payer payer, String remittance) {

    /**
     * What of the mandate goes with it.
     *
     * @param formerReference the reference that it had before, or empty
     * @param isNewAccount whether the payer's account is another one than at the last collection
     */
    public record OfMandate(
            MandateReference reference, LocalDate signedOn, String formerReference, boolean isNewAccount) {
        boolean isAmended() {
            return isNewAccount || !formerReference.isEmpty();
        }
    }

    /**
     * Whose account is debited.
     *
     * @param name in the scheme's letters
     * @param bic of their bank, or empty
     */
    public record Payer(String name, Iban account, String bic) {}
}
