package exactum.app.documents;

import exactum.core.cadence.ServicePeriod;
import exactum.core.document.Adjustment;
import exactum.core.document.DocumentKind;
import exactum.core.document.DocumentState;
import exactum.core.document.Line;
import exactum.core.document.PriceMode;
import exactum.core.document.TaxRate;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import exactum.core.terms.Terms;
import java.time.LocalDate;
import java.util.List;

/**
 * An issued document, frozen. What settles it is told by its open items.
 *
 * @param date its own date
 * @param period the time it is for, or null
 * @param particulars what belongs to its kind alone
 * @param rule the terms it was issued with; null where it asks for nothing
 */
public record Document(
        DocumentId id,
        DocumentKind kind,
        DocumentState state,
        String number,
        CustomerId customer,
        LocalDate date,
        ServicePeriod period,
        Parties parties,
        Manner manner,
        Amounts amounts,
        Texts texts,
        Terms rule,
        Origin origin,
        Particulars particulars,
        List<IssuedLine> lines,
        List<Tax> taxes) {

    /** Whether it is a cash sale that a card on file was to pay. */
    public boolean isOnFile() {
        return kind == DocumentKind.CASH_SALE && particulars.sale().onFile();
    }

    /** The same, to be paid otherwise. */
    Document with(Manner other) {
        return new Document(
                id,
                kind,
                state,
                number,
                customer,
                date,
                period,
                parties,
                other,
                amounts,
                texts,
                rule,
                origin,
                particulars,
                lines,
                taxes);
    }

    /** Who says it to whom, as they were. */
    public record Parties(Party seller, Party buyer) {}

    /**
     * What it comes to.
     *
     * @param prepaid what was paid before it was issued, as it states
     */
    public record Amounts(
            PriceMode mode, List<Adjustment> adjustments, Money net, Money tax, Money gross, Money prepaid) {}

    /** What it says beside its figures; empty for nothing. */
    public record Texts(String terms, String theirReference, String ourReference, String memo, String footer) {}

    /**
     * A line as issued.
     *
     * @param rate the tax of its document's date; null for a line of text
     * @param amount what it comes to in the price mode
     * @param net the same without tax, after its share of the document's adjustments
     */
    public record IssuedLine(Line line, TaxRate rate, Money amount, Money net) {}

    /** The tax of one rate. */
    public record Tax(TaxRate rate, Money base, Money tax) {}

    public Money gross() {
        return amounts.gross();
    }

    public Party seller() {
        return parties.seller();
    }

    public Party buyer() {
        return parties.buyer();
    }

    /** {@code Invoice LW-2026-0001}. */
    public String title() {
        return kind.title() + " " + number;
    }
}
