package exactum.app.documents;

import exactum.app.customers.BillingRules;
import exactum.app.customers.PaysBy;
import exactum.app.setup.FindSetup;
import exactum.app.setup.Layout;
import exactum.core.ids.BusinessId;
import java.util.UUID;
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
        Manner manner = d.manner();
        boolean all = manner.byCard() && manner.bankAccount() != null;
        if (all || manner.collected() || manner.style() == null || !d.kind().isOwed()) return d;
        PaysBy pays =
                manner.own() == null ? rules.of(business, d.customer()).paysBy().value() : manner.own();
        Layout layout = setup.layouts(business).stream()
                .filter(l -> l.id().equals(manner.style().layout()))
                .findFirst()
                .orElse(null);
        if (layout == null) return d;
        boolean card = manner.byCard() || layout.byCard() && pays.mayBeCard();
        UUID account = manner.bankAccount() == null && layout.byTransfer() && pays.mayBeTransfer()
                ? setup.bankAccounts(business).stream()
                        .filter(b -> b.opening().currency().equals(d.gross().currency()))
                        .findFirst()
                        .map(b -> b.id().value())
                        .orElse(null)
                : manner.bankAccount();
        return d.with(manner.paid(card, account));
    }
}
