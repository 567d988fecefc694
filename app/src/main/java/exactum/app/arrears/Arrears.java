package exactum.app.arrears;

import exactum.app.approvals.ApprovalKind;
import exactum.app.approvals.Approvals;
import exactum.app.audit.Audit;
import exactum.app.database.Ids;
import exactum.app.documents.Document;
import exactum.app.documents.FindDocuments;
import exactum.app.installation.BusinessClock;
import exactum.app.settlement.Claims;
import exactum.app.settlement.FindClaims;
import exactum.app.settlement.Settle;
import exactum.app.settlement.Settled;
import exactum.app.web.NotHere;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import exactum.core.settlement.Signal;
import java.time.LocalDate;
import java.util.List;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Notes what stands between an invoice and its money. While it is disputed, or promised for a day to come, nobody is reminded. */
@Component
public class Arrears {
    private final ArrearsStore store;
    private final PaidStore paid;
    private final FindDocuments documents;
    private final FindClaims claims;
    private final Claims hold;
    private final Settle settle;
    private final Approvals approvals;
    private final BusinessClock clock;
    private final Audit audit;

    Arrears(
            ArrearsStore store,
            PaidStore paid,
            FindDocuments documents,
            FindClaims claims,
            Claims hold,
            Settle settle,
            Approvals approvals,
            BusinessClock clock,
            Audit audit) {
        this.store = store;
        this.paid = paid;
        this.documents = documents;
        this.claims = claims;
        this.hold = hold;
        this.settle = settle;
        this.approvals = approvals;
        this.clock = clock;
        this.audit = audit;
    }

    /** Notes a dispute of an amount. */
    @Transactional
    public void dispute(BusinessId business, Document document, Money amount, String cause) {
        requireWithin(business, document, amount);
        LocalDate today = clock.today(business);
        boolean opened = store.open(
                business, new Dispute(Ids.next(), document.id(), amount, cause, today, Audit.who(), null, null));
        if (!opened) throw new Refusal("dispute.open", "It is disputed already. Nothing was changed.");
        audit.record(business, "noted a dispute", document.number() + ": " + cause);
    }

    /** Ends the dispute; closing it twice changes nothing. */
    @Transactional
    public void settleDispute(BusinessId business, Document document, String outcome) {
        if (store.closeDispute(business, document.id(), clock.today(business), outcome))
            audit.record(business, "ended a dispute", document.number() + ": " + outcome);
    }

    /** Notes that so much will be paid by a day; it stands in place of what was promised before. */
    @Transactional
    public void promise(BusinessId business, Document document, Money amount, LocalDate day, String note) {
        requireWithin(business, document, amount);
        LocalDate today = clock.today(business);
        if (day.isBefore(today))
            throw new Refusal("promise.day", "A promise is for a day to come. Nothing was saved.").at("day");
        store.promise(business, new Promise(Ids.next(), document.id(), amount, day, note, today, Audit.who(), null));
        audit.record(business, "noted a promise to pay", document.number() + ": " + amount.withCurrency());
    }

    /** Watches the promise no more. */
    @Transactional
    public void endPromise(BusinessId business, Document document) {
        store.endPromises(business, document.id(), clock.today(business));
        audit.record(business, "ended a promise to pay", document.number());
    }

    /** Writes off all that is open of it, with the tax inside; false where it waits for a second person from now on. */
    @Transactional
    public boolean writeOff(BusinessId business, Document document, String cause) {
        hold.hold(business, document.customer());
        List<FindClaims.Open> open = claims.openOf(business, document.id());
        if (open.isEmpty())
            throw new Refusal("write-off.nothing", "Nothing is open there any more. Nothing was written off.");
        Money amount = Money.sum(
                document.gross().currency(),
                open.stream().map(FindClaims.Open::left).toList());
        boolean may = approvals.mayGo(
                business,
                new Approvals.What(
                        ApprovalKind.WRITE_OFF,
                        document.id().value(),
                        amount.withCurrency() + " · " + cause,
                        "Write off %s of %s: %s".formatted(amount.withCurrency(), document.number(), cause),
                        List.of(amount),
                        "/invoices/" + document.number()));
        if (!may) return false;
        LocalDate today = clock.today(business);
        LocalDate on = document.date().isAfter(today) ? document.date() : today;
        open.forEach(o -> settle.writeOff(business, o.claim(), on, "Written off: " + cause));
        audit.record(
                business, "wrote off what was open", document.number() + ", " + amount.withCurrency() + ": " + cause);
        return true;
    }

    /**
     * Writes several invoices of a customer off for one cause: all of them or, if one cannot be, none. What needs a second person waits
     * for one.
     *
     * @throws NotHere if one of them is not the customer’s
     */
    @Transactional
    public void writeOff(BusinessId business, CustomerId customer, List<DocumentId> chosen, String cause) {
        if (chosen.isEmpty()) throw new Refusal("write-off.none", "No invoice is chosen. Nothing was written off.");
        for (DocumentId id : chosen)
            writeOff(
                    business,
                    documents
                            .find(business, id)
                            .filter(d -> d.customer().equals(customer))
                            .orElseThrow(NotHere::new),
                    cause);
    }

    /** Notes what is to be done once it is paid in full; it is a decision then. */
    @Transactional
    public void waitForPaid(BusinessId business, Document document, String what) {
        paid.put(business, document.id(), new PaidStore.Waiting(Audit.who(), what, null), clock.today(business));
        audit.record(business, "waits for an invoice to be paid", document.number() + ": " + what);
    }

    /** What was to be done is done. */
    @Transactional
    public void paidSeen(BusinessId business, Document document) {
        paid.seen(business, document.id(), clock.today(business));
    }

    /** What is paid in full is neither promised nor disputed any more. */
    @EventListener
    void settled(Settled what) {
        List<DocumentId> documents = what.signals().stream()
                .filter(s -> s instanceof Signal.FullyPaid)
                .map(s -> ((Signal.FullyPaid) s).document())
                .distinct()
                .toList();
        if (documents.isEmpty()) return;
        LocalDate today = clock.today(what.business());
        store.settled(what.business(), documents, today);
        paid.paid(what.business(), documents, today);
    }

    private void requireWithin(BusinessId business, Document document, Money amount) {
        Money open = Money.sum(
                document.gross().currency(),
                claims.openOf(business, document.id()).stream()
                        .map(FindClaims.Open::left)
                        .toList());
        if (amount.isPositive() && amount.compareTo(open) <= 0) return;
        throw new Refusal(
                "arrears.amount",
                "An amount is above zero and at most %s, which is open. Nothing was saved.".formatted(open.text()));
    }
}
