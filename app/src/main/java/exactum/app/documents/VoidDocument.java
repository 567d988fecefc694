package exactum.app.documents;

import exactum.app.audit.Audit;
import exactum.app.database.Ids;
import exactum.app.installation.BusinessClock;
import exactum.app.ledger.FindBooks;
import exactum.app.ledger.Ledger;
import exactum.app.messages.FindMessages;
import exactum.app.settlement.Claims;
import exactum.core.document.DocumentKind;
import exactum.core.document.DocumentState;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.ledger.Entry;
import exactum.core.ledger.Event;
import exactum.core.problem.Refusal;
import java.time.LocalDate;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Voids an invoice: only while nothing settled it, its period is open and it was not sent. Its number stays, a reversing
 * entry stands beside its own, its claims close. Otherwise a credit note is the way.
 */
@Component
public class VoidDocument {
    private final FindDocuments documents;
    private final IssueStore store;
    private final Claims claims;
    private final FindMessages messages;
    private final FindBooks books;
    private final Ledger ledger;
    private final BusinessClock clock;
    private final Audit audit;
    private final ApplicationEventPublisher events;

    VoidDocument(
            FindDocuments documents,
            IssueStore store,
            Claims claims,
            FindMessages messages,
            FindBooks books,
            Ledger ledger,
            BusinessClock clock,
            Audit audit,
            ApplicationEventPublisher events) {
        this.events = events;
        this.documents = documents;
        this.store = store;
        this.claims = claims;
        this.messages = messages;
        this.books = books;
        this.ledger = ledger;
        this.clock = clock;
        this.audit = audit;
    }

    /**
     * Makes it void.
     *
     * @param again whether the date that it billed may be billed again
     * @throws Refusal if it was sent, something settled it, or its month is closed
     */
    @Transactional
    public void voidIt(BusinessId business, DocumentId id, boolean again) {
        Document document = documents.get(business, id);
        if (document.kind() != DocumentKind.INVOICE || document.state() != DocumentState.ISSUED)
            throw refused("Only an issued invoice can be voided.");
        claims.close(business, document.customer(), id);
        if (messages.wasSent(business, id)) throw refused("It was sent already. Make a credit note instead.");
        LocalDate counted =
                books.countsOn(business, Event.INVOICE_ISSUED, id.value()).orElseThrow();
        if (!books.periods(business).isOpen(counted)) throw refused("Its month is closed. Make a credit note instead.");
        Entry issued = books.find(business, Event.INVOICE_ISSUED, id.value()).orElseThrow();
        LocalDate today = clock.today(business);
        ledger.book(
                business,
                issued.reversed(
                        Ids.NEW,
                        Event.DOCUMENT_VOIDED,
                        id.value(),
                        document.date().isAfter(today) ? document.date() : today));
        if (!store.markVoid(business, id)) throw refused("Somebody voided it meanwhile.");
        events.publishEvent(new DocumentVoided(business, document, again));
        audit.record(business, "voided an invoice", document.number());
    }

    private static Refusal refused(String why) {
        return new Refusal("void.refused", why + " Nothing was changed.");
    }
}
