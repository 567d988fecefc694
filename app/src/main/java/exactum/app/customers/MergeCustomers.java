package exactum.app.customers;

import exactum.app.audit.Audit;
import exactum.app.audit.Changes;
import exactum.app.business.FindBusinesses;
import exactum.app.database.Ids;
import exactum.app.installation.BusinessClock;
import exactum.app.ledger.Ledger;
import exactum.app.web.NotHere;
import exactum.app.web.Texts;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import exactum.core.ids.EntryId;
import exactum.core.ledger.EntryWriter;
import exactum.core.ledger.Event;
import exactum.core.problem.Refusal;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Makes two customers one who are the same: all that is one's becomes the other's, what they owe and have moves in the books by an
 * entry of its own, and their code and address lead to the other from then on. What is in flight lands at the other.
 */
@Component
public class MergeCustomers {
    private final MergeStore store;
    private final ContactStore contacts;
    private final FindCustomers customers;
    private final FindBusinesses businesses;
    private final Ledger ledger;
    private final BusinessClock clock;
    private final Audit audit;

    MergeCustomers(
            MergeStore store,
            ContactStore contacts,
            FindCustomers customers,
            FindBusinesses businesses,
            Ledger ledger,
            BusinessClock clock,
            Audit audit) {
        this.store = store;
        this.contacts = contacts;
        this.customers = customers;
        this.businesses = businesses;
        this.ledger = ledger;
        this.clock = clock;
        this.audit = audit;
    }

    /** A line of what a merge would move or change, and what becomes of it. */
    public record Line(String what, String becomes) {}

    /** What merging the first into the second would do. */
    @Transactional(readOnly = true)
    public List<Line> rehearse(BusinessId business, Customer from, Customer into) {
        MergeStore.Theirs theirs = store.theirs(business, from.id());
        String name = into.name();
        return Stream.of(
                        line(
                                theirs.documents(),
                                "document",
                                "documents",
                                "under %s; what was issued still names %s".formatted(name, from.name())),
                        line(theirs.openItems(), "open item", "open items", "owed by " + name),
                        line(theirs.payments(), "payment", "payments", "under " + name),
                        line(
                                theirs.inFlight(),
                                "collection in flight",
                                "collections in flight",
                                "goes on, and lands at " + name),
                        line(theirs.recurring(), "recurring invoice", "recurring invoices", "billed to " + name),
                        line(theirs.messages(), "message", "messages", "under " + name),
                        line(theirs.contacts(), "contact", "contacts", "moved, unless the address is there already"),
                        line(
                                theirs.prices(),
                                "price of their own",
                                "prices of their own",
                                "moved, unless there is one for the item already"))
                .flatMap(Optional::stream)
                .toList();
    }

    private static Optional<Line> line(int count, String one, String several, String becomes) {
        return count == 0 ? Optional.empty() : Optional.of(new Line(Texts.count(count, one, several), becomes));
    }

    /**
     * Merges the first into the second, unless somebody changed either since it was shown. The second's own particulars, and how
     * they are billed, stay as they are.
     */
    @Transactional
    public void merge(BusinessId business, CustomerId one, int revision, CustomerId other, int otherRevision) {
        if (one.equals(other))
            throw new Refusal("merge.same", "That is the same customer. Choose another one. Nothing was changed.")
                    .at("into");
        if (!store.lock(business, one, other)) throw new NotHere();
        Customer from = customers.get(business, one);
        Customer into = customers.get(business, other);
        if (from.revision() != revision || into.revision() != otherRevision)
            throw new Refusal(
                    "merge.changed",
                    "Somebody changed one of the two meanwhile. Nothing was merged. Look at both again.");
        moveInBooks(business, from, into);
        store.move(business, from, into.id());
        contacts.follow(business, into.id());
        audit.record(
                business,
                "merged customers",
                from.code() + " " + from.name() + " into " + into.code() + " " + into.name(),
                Changes.of()
                        .and("customer", from.code() + " " + from.name(), into.code() + " " + into.name())
                        .and("e-mail", from.email(), into.email()));
    }

    private void moveInBooks(BusinessId business, Customer from, Customer into) {
        var entry = new EntryWriter(
                new EntryId(Ids.next()),
                Event.CUSTOMERS_MERGED,
                Ids.next(),
                clock.today(business),
                from.code() + " is " + into.code());
        for (MergeStore.Booked b :
                store.booked(business, from.id(), businesses.get(business).currency()))
            entry.credit(b.account(), b.value(), from.id(), b.document())
                    .debit(b.account(), b.value(), into.id(), b.document());
        entry.done().ifPresent(e -> ledger.book(business, e));
    }

    /** Into whom a customer was merged who is not there any more. */
    public Optional<CustomerId> goneInto(BusinessId business, CustomerId gone) {
        return store.merged(business, gone).map(MergeStore.Merged::into);
    }
}
