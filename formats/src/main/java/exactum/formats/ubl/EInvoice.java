package exactum.formats.ubl;

import exactum.core.document.TaxRate;
import exactum.core.money.Money;
import java.math.BigDecimal;
import java.time.LocalDate;
import java.util.List;

/**
 * An invoice or a credit note as EN 16931 knows it (BT numbers in the writer). Lines carry their net after discounts, so that they add up to the net
 * of the document, and each tax to its base.
 *
 * @param buyerReference what the buyer calls it; empty for nothing
 * @param notes sentences that are printed with it
 * @param prepaid what was paid before it was issued
 * @param account the number that a transfer is asked to, or null
 * @param debit the mandate that it is collected by, or null
 * @param credits the number of the invoice that a credit note is on, or empty; null for an invoice
 */
public record EInvoice(
        String number,
        LocalDate date,
        LocalDate due,
        String buyerReference,
        List<String> notes,
        String terms,
        Party seller,
        Party buyer,
        List<Line> lines,
        List<Tax> taxes,
        Money prepaid,
        String account,
        Debit debit,
        String credits) {

    /** Who it is from or for; the address in lines, the tax number empty for none. */
    public record Party(String name, List<String> address, String country, String taxNumber) {}

    /** The reference of a mandate and who collects by it (BT-89, BT-90). */
    public record Debit(String mandate, String creditor) {}

    /** What is sold. */
    public record Line(String name, BigDecimal quantity, String unit, Money net, TaxRate rate) {}

    /**
     * The tax of one rate.
     *
     * @param reason why there is none; empty where there is
     */
    public record Tax(TaxRate rate, Money base, Money amount, String reason) {}
}
