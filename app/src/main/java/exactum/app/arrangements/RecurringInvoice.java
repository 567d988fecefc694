package exactum.app.arrangements;

import exactum.app.documents.Draft;
import exactum.app.documents.Origin;
import exactum.core.cadence.Occurrence;
import exactum.core.cadence.Recurrence;
import exactum.core.document.DocumentKind;
import exactum.core.document.Line;
import exactum.core.document.PriceMode;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.ids.RecurringId;
import exactum.core.ids.TermsId;
import java.util.Currency;
import java.util.List;

/**
 * The standing arrangement that makes invoices.
 *
 * @param nextIndex the occurrence that is billed next
 * @param revision raised by each change; a rehearsal holds on to the one it saw
 */
public record RecurringInvoice(
        RecurringId id,
        String name,
        CustomerId customer,
        Recurrence recurrence,
        TermsId terms,
        Content content,
        RecurringState state,
        int nextIndex,
        int revision) {

    /** What each of its invoices says; the tax rates are those of each invoice's date. */
    public record Content(Currency currency, PriceMode mode, List<Line> lines, Draft.Wording wording) {
        public Content {
            lines = List.copyOf(lines);
        }
    }

    /** The same arrangement, in a state and with the occurrence that is billed next. */
    RecurringInvoice goingOn(RecurringState otherState, int otherNextIndex) {
        return new RecurringInvoice(
                id, name, customer, recurrence, terms, content, otherState, otherNextIndex, revision);
    }

    /** Whether both agree on the same, whatever their states and revisions. */
    boolean agreesWith(RecurringInvoice other) {
        return agreed().equals(other.agreed());
    }

    private List<Object> agreed() {
        return List.of(
                name,
                customer,
                recurrence.cadence().rule(),
                recurrence.startsOn(),
                recurrence.coverage(),
                recurrence.end(),
                recurrence.madeDaysBefore(),
                terms,
                content);
    }

    /** The draft of one of its invoices. */
    public Draft draft(DocumentId document, Occurrence occurrence) {
        return new Draft(
                document,
                DocumentKind.INVOICE,
                customer,
                occurrence.date(),
                new Draft.Content(
                        content.currency(),
                        content.mode(),
                        content.lines(),
                        List.of(),
                        occurrence.period(),
                        content.wording(),
                        null),
                terms,
                Origin.of(id),
                false,
                0);
    }
}
