package exactum.formats.einvoice;

import exactum.core.cadence.ServicePeriod;
import exactum.core.document.TaxCategory;
import exactum.core.document.TaxRate;
import exactum.core.money.Money;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.time.LocalDate;
import java.util.Currency;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * An invoice or a credit note as EN 16931-1 knows it (its BT and BG numbers stand in the writers). Lines carry their net after
 * discounts, so that they add up to the net of the document, and each tax to its base.
 *
 * @param period the time it is for, or null
 * @param buyerReference what the buyer calls it; empty for nothing
 * @param notes sentences that are printed with it
 * @param prepaid what was paid before it was issued
 * @param credits the number of the invoice that a credit note is on, or empty; null for an invoice
 */
public record EInvoice(
        String number,
        LocalDate date,
        LocalDate due,
        ServicePeriod period,
        String buyerReference,
        List<String> notes,
        Payment payment,
        Party seller,
        Party buyer,
        List<Line> lines,
        List<Tax> taxes,
        Money prepaid,
        String credits) {

    /** What CustomizationID and GuidelineSpecifiedDocumentContextParameter name: the standard itself, no extension (BT-24). */
    static final String SPECIFICATION = "urn:cen.eu:en16931:2017";

    private static final int PRICE_DECIMALS = 8;

    /**
     * How it is paid.
     *
     * @param terms in words; empty for none
     * @param account the number that a transfer is asked to, or null
     * @param iban whether that is an IBAN
     * @param reference what a transfer or a debit is to name (BT-83); empty for none
     * @param debit the mandate that it is collected by, or null
     */
    public record Payment(String terms, String account, boolean iban, String reference, Debit debit) {}

    /** Who it is from or for; the address in lines, the tax number empty for none. */
    public record Party(String name, List<String> address, String country, String taxNumber) {
        String street() {
            return address.isEmpty() ? "" : address.getFirst();
        }

        /** What stands between the first line and the last. */
        String further() {
            return address.size() < 3 ? "" : String.join(", ", address.subList(1, address.size() - 1));
        }

        String city() {
            return address.size() < 2 ? "" : address.getLast();
        }
    }

    /** The reference of a mandate and who collects by it (BT-89, BT-90). */
    public record Debit(String mandate, String creditor) {}

    /**
     * What is sold.
     *
     * @param detail what it says beside its name; empty for nothing
     * @param unit as it is printed
     * @param period the time it is for, or null
     */
    public record Line(
            String name,
            String detail,
            BigDecimal quantity,
            String unit,
            Money net,
            TaxRate rate,
            ServicePeriod period) {

        /** The quantity as it is stated (BT-129): below zero where the line takes something off, since no price may be (BR-27). */
        String billed() {
            BigDecimal units = units();
            boolean turned = net.isNegative() == units.signum() > 0 && !net.isZero();
            return (turned ? units.negate() : units).toPlainString();
        }

        /** What has an amount and no quantity is one of it. */
        private BigDecimal units() {
            return quantity.signum() == 0 ? BigDecimal.ONE : quantity;
        }

        /** What a unit comes to (BT-146): the net by the quantity, half up to 8 decimals, without zeros at its end. */
        String price() {
            BigDecimal each = net.amount().abs().divide(units().abs(), PRICE_DECIMALS, RoundingMode.HALF_UP);
            return each.signum() == 0 ? "0" : each.stripTrailingZeros().toPlainString();
        }
    }

    /**
     * The tax of one rate.
     *
     * @param reason why there is none; empty where there is
     */
    public record Tax(TaxRate rate, Money base, Money amount, String reason) {

        /** Those of one category and percentage as one, since EN 16931-1 knows them by nothing else (BR-S-08); in their order. */
        public static List<Tax> joined(List<Tax> taxes) {
            Map<String, Tax> joined = new LinkedHashMap<>();
            for (Tax tax : taxes) joined.merge(tax.rate.category().code() + EInvoice.percent(tax.rate), tax, Tax::with);
            return List.copyOf(joined.values());
        }

        private Tax with(Tax other) {
            boolean said = other.reason.isEmpty() || reason.contains(other.reason);
            return new Tax(
                    rate,
                    base.plus(other.base),
                    amount.plus(other.amount),
                    said ? reason : reason.isEmpty() ? other.reason : reason + "; " + other.reason);
        }
    }

    boolean isCredit() {
        return credits != null;
    }

    Currency currency() {
        return prepaid.currency();
    }

    /** UNTDID 1001 (BT-3): commercial invoice, or credit note. */
    String typeCode() {
        return isCredit() ? "381" : "380";
    }

    /** What the lines come to (BT-106), which is the net of the document. */
    Money net() {
        return Money.sum(currency(), lines.stream().map(Line::net).toList());
    }

    /** BT-110. */
    Money tax() {
        return Money.sum(currency(), taxes.stream().map(Tax::amount).toList());
    }

    /** BT-112. */
    Money gross() {
        return net().plus(tax());
    }

    /** BT-115. */
    Money payable() {
        return gross().minus(prepaid);
    }

    /** Where nothing is within the scope of tax, neither side names a tax number (BR-O-02). */
    boolean isOutsideScope() {
        return taxes.stream().anyMatch(t -> t.rate().category() == TaxCategory.OUTSIDE_SCOPE);
    }

    /** The percentage as it is written (BT-119, BT-152), which what is outside the scope of tax has none of. */
    static String percent(TaxRate rate) {
        return rate.category() == TaxCategory.OUTSIDE_SCOPE
                ? ""
                : rate.percent().stripTrailingZeros().toPlainString();
    }
}
