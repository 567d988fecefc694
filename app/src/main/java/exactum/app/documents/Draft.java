package exactum.app.documents;

import exactum.core.cadence.ServicePeriod;
import exactum.core.document.Adjustment;
import exactum.core.document.DocumentKind;
import exactum.core.document.Line;
import exactum.core.document.PriceMode;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.TermsId;
import exactum.core.settlement.EarlySettlement;
import java.time.LocalDate;
import java.util.Currency;
import java.util.List;

/**
 * A document before it is real: no number, no entry, no link that a payer could take for an invoice.
 *
 * @param date the date it will be stated on
 * @param content what it says
 * @param terms when it falls due; null for a document that asks for nothing
 * @param useCredit whether the customer's credit on account is set against it as it is issued
 * @param revision raised by each change of a stored one; 0 for one that was never stored
 */
public record Draft(
        DocumentId id,
        DocumentKind kind,
        CustomerId customer,
        LocalDate date,
        Content content,
        TermsId terms,
        Origin origin,
        boolean useCredit,
        int revision) {

    /**
     * What a document says.
     *
     * @param period the time it is for, or null
     * @param early less to pay if paid early, or null
     */
    public record Content(
            Currency currency,
            PriceMode mode,
            List<Line> lines,
            List<Adjustment> adjustments,
            ServicePeriod period,
            Wording wording,
            EarlySettlement early) {
        public Content {
            lines = List.copyOf(lines);
            adjustments = List.copyOf(adjustments);
        }
    }

    /** Texts of the business and the payer; empty for none. */
    public record Wording(String theirReference, String memo) {
        public static final Wording NONE = new Wording("", "");
    }
}
