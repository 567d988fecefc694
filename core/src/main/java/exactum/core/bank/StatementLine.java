package exactum.core.bank;

import exactum.core.money.Money;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;

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
 * @param further what else the bank says of it
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
        String bankCode,
        Further further) {

    /**
     * What the bank says of some lines only.
     *
     * @param returnReason why money came back, by its ISO code as {@code AM04}, or empty
     * @param charges what the bank kept of the amount or added to it, in words as {@code € 1.50}, or empty
     * @param charged the same as an amount in the line's currency that was taken off it; null where the bank states none
     * @param account the other party's account as the bank writes it, or empty
     * @param foreign what was sent in another currency, or null
     * @param debits what it says of collections of ours
     */
    public record Further(
            String returnReason, String charges, Money charged, String account, Foreign foreign, OfDebits debits) {
        public static final Further NOTHING = new Further("", "", null, "", null);

        /** Of a line that says nothing of collections. */
        public Further(String returnReason, String charges, Money charged, String account, Foreign foreign) {
            this(returnReason, charges, charged, account, foreign, OfDebits.NOTHING);
        }

        /** With the other party's account alone. */
        public static Further of(String account) {
            return new Further("", "", null, account, null);
        }
    }

    /**
     * What a line says of collections of ours.
     *
     * @param message and group the batch that it books, as our file named them, or empty
     * @param count how many the bank booked together, or 0
     * @param returned those that come back with it
     */
    public record OfDebits(String message, String group, int count, List<Returned> returned) {
        public static final OfDebits NOTHING = new OfDebits("", "", 0, List.of());

        public OfDebits {
            returned = List.copyOf(returned);
        }
    }

    /**
     * A collection that comes back.
     *
     * @param endToEndId ours, or empty where it got lost
     * @param amount what was collected, above zero
     * @param charged what the bank took on top in the same entry, zero for nothing
     * @param reason by its ISO code, or empty
     */
    public record Returned(
            String endToEndId,
            String mandate,
            Money amount,
            Money charged,
            String reason,
            String name,
            String account) {}

    /**
     * The amount in the currency in which it was sent.
     *
     * @param rate units of that currency for one of the line's, as the bank states it; null where it states none
     */
    public record Foreign(Money amount, BigDecimal rate) {}

    /** With more that the bank says of it elsewhere. */
    public StatementLine withMore(String words) {
        if (words.isEmpty()) return this;
        return new StatementLine(
                bookedOn,
                valueOn,
                amount,
                bankReference,
                endToEndId,
                counterparty,
                (remittance + " " + words).strip(),
                structuredReference,
                bankCode,
                further);
    }

    /** A line of which the bank says nothing further. */
    public StatementLine(
            LocalDate bookedOn,
            LocalDate valueOn,
            Money amount,
            String bankReference,
            String endToEndId,
            String counterparty,
            String remittance,
            String structuredReference,
            String bankCode) {
        this(
                bookedOn,
                valueOn,
                amount,
                bankReference,
                endToEndId,
                counterparty,
                remittance,
                structuredReference,
                bankCode,
                Further.NOTHING);
    }
}
