package exactum.app.quotes;

import exactum.app.audit.Audit;
import exactum.app.database.Digest;
import exactum.app.documents.Document;
import exactum.app.documents.DocumentPdfs;
import exactum.app.documents.FindDocuments;
import exactum.app.documents.IssueDocuments;
import exactum.app.installation.BusinessClock;
import exactum.app.links.PaymentLinks;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.problem.Refusal;
import java.time.LocalDate;
import java.time.ZoneOffset;
import java.util.Arrays;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * A quote is accepted, declined or withdrawn, once: who says so later finds what was said first. A yes is kept with the digest of
 * the very PDF that was seen, and with what proves it.
 */
@Component
public class AnswerQuote {
    private static final int LARGEST_DRAWING = 200_000;
    private static final byte[] PNG = {(byte) 0x89, 'P', 'N', 'G', '\r', '\n', 0x1a, '\n'};
    private final QuoteStore store;
    private final FindDocuments documents;
    private final DocumentPdfs pdfs;
    private final InvoiceQuote invoice;
    private final PaymentLinks links;
    private final BusinessClock clock;
    private final Audit audit;
    private final TransactionTemplate transaction;

    AnswerQuote(
            QuoteStore store,
            FindDocuments documents,
            DocumentPdfs pdfs,
            InvoiceQuote invoice,
            PaymentLinks links,
            BusinessClock clock,
            Audit audit,
            TransactionTemplate transaction) {
        this.store = store;
        this.documents = documents;
        this.pdfs = pdfs;
        this.invoice = invoice;
        this.links = links;
        this.clock = clock;
        this.audit = audit;
        this.transaction = transaction;
    }

    /**
     * A yes as it is said.
     *
     * @param drawing a signature as a PNG, or null
     * @param address and agent of the machine that it came from; empty where we record it
     */
    public record Yes(Acceptance.How how, String name, String note, byte[] drawing, String address, String agent) {}

    /** The digest of the PDF that is seen now. */
    public byte[] digest(BusinessId business, DocumentId id) {
        return Digest.sha256(pdfs.of(business, documents.get(business, id)));
    }

    /**
     * Accepts it, and makes its invoice where that was agreed. What was accepted already stays as it was.
     *
     * @return the invoice that was issued with it, if one was
     * @throws Refusal if it is not open any more, or is to be signed and is not
     */
    public Optional<IssueDocuments.Issued> accept(BusinessId business, DocumentId id, Yes yes) {
        Document document = documents.get(business, id);
        byte[] seen = Digest.sha256(pdfs.of(business, document));
        return transaction.execute(s -> {
            Quote quote = store.hold(business, id).orElseThrow();
            if (quote.isAccepted()) return Optional.<IssueDocuments.Issued>empty();
            LocalDate today = clock.today(business);
            requireOpen(quote, today);
            requireSigned(quote, yes);
            store.accept(
                    business,
                    id,
                    new Acceptance(
                            yes.how(),
                            yes.name(),
                            yes.note(),
                            yes.drawing(),
                            today,
                            clock.now().atOffset(ZoneOffset.UTC),
                            yes.address(),
                            yes.agent(),
                            seen,
                            Audit.who()));
            store.close(business, id, QuoteState.ACCEPTED, today, null);
            audit.record(business, "noted that a quote was accepted", document.number() + " by " + yes.name());
            return quote.byItself() ? invoice.issue(business, id, true) : Optional.<IssueDocuments.Issued>empty();
        });
    }

    /** Declines it, with the customer's reason. */
    public void decline(BusinessId business, DocumentId id, String reason) {
        close(business, id, QuoteState.DECLINED, reason, "noted that a quote was declined");
    }

    /** Withdraws it: its link leads to nothing any more. */
    public void withdraw(BusinessId business, DocumentId id, String cause) {
        transaction.executeWithoutResult(s -> {
            close(business, id, QuoteState.WITHDRAWN, cause, "withdrew a quote");
            links.all(business, id).forEach(l -> links.withdraw(business, l.id()));
        });
    }

    private void close(BusinessId business, DocumentId id, QuoteState state, String cause, String what) {
        transaction.executeWithoutResult(s -> {
            Quote quote = store.hold(business, id).orElseThrow();
            if (quote.state() == state) return;
            LocalDate today = clock.today(business);
            if (quote.state() != QuoteState.OPEN) throw closed(quote);
            store.close(business, id, state, today, cause);
            audit.record(business, what, documents.get(business, id).number() + (cause.isEmpty() ? "" : ": " + cause));
        });
    }

    private static void requireOpen(Quote quote, LocalDate today) {
        if (quote.isExpired(today))
            throw new Refusal("quote.expired", "It could be accepted until a day that is past. Nothing was accepted.");
        if (quote.state() != QuoteState.OPEN) throw closed(quote);
    }

    private static Refusal closed(Quote quote) {
        return new Refusal(
                "quote.closed",
                "It was %s already. Nothing was changed."
                        .formatted(quote.state().words()));
    }

    private static void requireSigned(Quote quote, Yes yes) {
        if (yes.name().isBlank()) throw new Refusal("quote.name", "Your name is missing. Nothing was accepted.");
        if (yes.how() == Acceptance.How.READ && quote.signed())
            throw new Refusal("quote.signature", "Your signature is missing. Nothing was accepted.");
        if (yes.how() != Acceptance.How.DRAWN) return;
        byte[] drawing = yes.drawing();
        boolean picture = drawing != null
                && drawing.length > PNG.length
                && drawing.length <= LARGEST_DRAWING
                && Arrays.equals(PNG, Arrays.copyOf(drawing, PNG.length));
        if (!picture)
            throw new Refusal("quote.drawing", "The signature did not arrive whole. Nothing was accepted. Sign again.");
    }
}
