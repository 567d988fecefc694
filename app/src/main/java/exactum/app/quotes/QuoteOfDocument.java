package exactum.app.quotes;

import exactum.app.documents.Document;
import exactum.app.documents.DocumentSection;
import exactum.app.documents.FindDocuments;
import exactum.app.installation.BusinessClock;
import exactum.core.document.DocumentKind;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** What became of a quote, on its page; and on an invoice, the quote that it came of. */
@Component
@Order(10)
class QuoteOfDocument implements DocumentSection {
    private final FindQuotes quotes;
    private final FindDocuments documents;
    private final PaidAhead ahead;
    private final BusinessClock clock;

    QuoteOfDocument(FindQuotes quotes, FindDocuments documents, PaidAhead ahead, BusinessClock clock) {
        this.quotes = quotes;
        this.documents = documents;
        this.ahead = ahead;
        this.clock = clock;
    }

    /** A version with its number. */
    public record Version(String number, int version, String state, boolean here) {}

    /**
     * What is shown.
     *
     * @param quote its own, or the one that the invoice came of
     * @param number of the quote
     * @param acceptance null while it was not accepted
     * @param invoice where its invoice is looked at, or null
     * @param asked what is still to be paid ahead
     */
    public record Content(
            Quote quote,
            String number,
            boolean own,
            Acceptance acceptance,
            List<Version> versions,
            String invoice,
            String invoiceNumber,
            Money paid,
            Money asked,
            LocalDate today) {}

    @Override
    public String template() {
        return "quotes/section";
    }

    @Override
    public Optional<Object> of(BusinessId business, Document document) {
        boolean own = document.kind() == DocumentKind.QUOTE;
        Optional<Quote> quote = own ? quotes.find(business, document.id()) : quotes.ofInvoice(business, document.id());
        return quote.map(q -> content(business, own ? document : documents.get(business, q.document()), q, own));
    }

    private Content content(BusinessId business, Document d, Quote q, boolean own) {
        Optional<Document> invoice = Optional.ofNullable(q.invoice()).flatMap(i -> documents.find(business, i));
        return new Content(
                q,
                d.number(),
                own,
                quotes.acceptance(business, q.document()).orElse(null),
                versions(business, q),
                q.invoice() == null
                        ? null
                        : invoice.map(i -> "/invoices/" + i.number()).orElse("/drafts/" + q.invoice()),
                invoice.map(Document::number).orElse("its draft"),
                ahead.paid(business, d),
                ahead.asked(business, d),
                clock.today(business));
    }

    private List<Version> versions(BusinessId business, Quote quote) {
        List<Quote> all = quotes.versions(business, quote);
        if (all.size() < 2) return List.of();
        var numbers =
                documents.numbers(business, all.stream().map(Quote::document).toList());
        return all.stream()
                .map(v -> new Version(
                        numbers.get(v.document()), v.version(), v.state().words(), isHere(v, quote.document())))
                .toList();
    }

    private static boolean isHere(Quote version, DocumentId here) {
        return version.document().equals(here);
    }
}
