package exactum.app.quotes;

import exactum.app.documents.AskedBefore;
import exactum.app.documents.Document;
import exactum.app.settlement.FindPayments;
import exactum.core.document.DocumentKind;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** What a quote asks to be paid as it is accepted, less what was paid of it. */
@Component
public class PaidAhead implements AskedBefore {
    private final FindQuotes quotes;
    private final FindPayments payments;

    PaidAhead(FindQuotes quotes, FindPayments payments) {
        this.quotes = quotes;
        this.payments = payments;
    }

    @Override
    public Money asked(BusinessId business, Document document) {
        Money nothing = document.gross().withMinor(0);
        if (document.kind() != DocumentKind.QUOTE) return nothing;
        return quotes.find(business, document.id())
                .filter(q -> q.isAccepted() && q.invoice() == null)
                .map(q -> q.ahead().minus(paid(business, document)).max(nothing))
                .orElse(nothing);
    }

    /** What was paid ahead of it and waits. */
    public Money paid(BusinessId business, Document document) {
        return Money.sum(
                document.gross().currency(),
                payments.reservedFor(business, document.id()).stream()
                        .map(FindPayments.Credit::left)
                        .filter(m -> m.currency().equals(document.gross().currency()))
                        .toList());
    }

    @Override
    public Optional<DocumentId> invoiceOf(BusinessId business, DocumentId document) {
        return quotes.find(business, document).map(Quote::invoice);
    }
}
