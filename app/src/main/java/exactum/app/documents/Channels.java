package exactum.app.documents;

import exactum.app.customers.BillingRules;
import exactum.app.customers.HowBilled;
import exactum.app.customers.PaysBy;
import exactum.app.setup.BankAccount;
import exactum.app.setup.FindSetup;
import exactum.app.setup.Layout;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CustomerId;
import java.util.Collection;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.function.Function;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;

/**
 * The channels by which a document that is out can be paid: those that it names, and those that its layout or its customer was given
 * since. None is ever taken from it.
 */
@Component
public class Channels {
    private final FindSetup setup;
    private final BillingRules rules;

    Channels(FindSetup setup, BillingRules rules) {
        this.setup = setup;
        this.rules = rules;
    }

    /** The document as it can be paid now; its paper stays as it is. */
    public Document now(BusinessId business, Document d) {
        return of(business, List.of(d)).apply(d);
    }

    /** What says so of some documents, with what is needed for it read at once. */
    UnaryOperator<Document> of(BusinessId business, Collection<Document> documents) {
        List<Document> asked = documents.stream().filter(Channels::mayHaveMore).toList();
        if (asked.isEmpty()) return d -> d;
        Map<CustomerId, HowBilled> how = rules.of(
                business, asked.stream().map(Document::customer).distinct().toList());
        Map<UUID, Layout> layouts =
                setup.layouts(business).stream().collect(Collectors.toMap(Layout::id, Function.identity()));
        List<BankAccount> banks = setup.bankAccounts(business);
        return d -> mayHaveMore(d) ? now(d, how.get(d.customer()), layouts, banks) : d;
    }

    private static boolean mayHaveMore(Document d) {
        Manner manner = d.manner();
        boolean all = manner.byCard() && manner.bankAccount() != null;
        return !all && !manner.collected() && manner.style() != null && d.kind().isOwed();
    }

    private static Document now(Document d, HowBilled how, Map<UUID, Layout> layouts, List<BankAccount> banks) {
        Manner manner = d.manner();
        PaysBy pays = manner.own() == null ? how.paysBy().value() : manner.own();
        Layout layout = layouts.get(manner.style().layout());
        if (layout == null) return d;
        boolean card = manner.byCard() || layout.byCard() && pays.mayBeCard();
        UUID account = manner.bankAccount() == null && layout.byTransfer() && pays.mayBeTransfer()
                ? banks.stream()
                        .filter(b -> b.opening().currency().equals(d.gross().currency()))
                        .findFirst()
                        .map(b -> b.id().value())
                        .orElse(null)
                : manner.bankAccount();
        return d.with(manner.paid(card, account));
    }
}
