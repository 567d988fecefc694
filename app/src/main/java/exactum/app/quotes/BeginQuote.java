package exactum.app.quotes;

import exactum.app.documents.DocumentIssued;
import exactum.app.documents.DraftDeleted;
import exactum.app.documents.Origin;
import exactum.app.documents.Particulars;
import exactum.app.documents.Prepared;
import exactum.app.installation.BusinessClock;
import exactum.app.settlement.Settle;
import exactum.core.ids.BusinessId;
import exactum.core.ids.DocumentId;
import exactum.core.money.Money;
import exactum.core.problem.Refusal;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Follows what becomes of papers: a quote that is issued is open from then on, and stands in place of the version before. */
@Component
class BeginQuote {
    private final QuoteStore store;
    private final Settle settle;
    private final BusinessClock clock;

    BeginQuote(QuoteStore store, Settle settle, BusinessClock clock) {
        this.store = store;
        this.settle = settle;
        this.clock = clock;
    }

    @EventListener
    void issued(DocumentIssued what) {
        Prepared p = what.document();
        Particulars.Offer offer = p.draft().particulars().offer();
        if (offer == null) return;
        int version = offer.replaces() == null ? 1 : replace(what.business(), offer.replaces()) + 1;
        store.insert(
                what.business(),
                new Quote(
                        p.id(),
                        version,
                        offer.replaces(),
                        offer.expiresOn(),
                        offer.signed(),
                        offer.asks(),
                        ahead(p, offer.asks()),
                        offer.byItself(),
                        QuoteState.OPEN,
                        null,
                        null,
                        null));
    }

    /** Closes the version before, unless its customer answered meanwhile; answers which version it was. */
    private int replace(BusinessId business, DocumentId before) {
        Quote old = store.hold(business, before).orElseThrow();
        if (old.state() == QuoteState.ACCEPTED)
            throw new Refusal(
                    "quote.accepted",
                    "The version before was accepted meanwhile. Nothing was issued. Look at it first.");
        if (store.replacedBy(business, before).isPresent())
            throw new Refusal("quote.replaced", "Another version stands in its place already. Nothing was issued.");
        if (old.state() == QuoteState.OPEN)
            store.close(business, before, QuoteState.REPLACED, clock.today(business), null);
        return old.version();
    }

    private static Money ahead(Prepared p, Particulars.Ask asks) {
        return switch (asks) {
            case NOTHING, AUTHORISED -> p.totals().gross().withMinor(0);
            case FIRST_PART -> p.terms().schedule().instalments().getFirst().amount();
            case ALL -> p.totals().gross();
        };
    }

    /** A draft that was deleted leaves its quote without an invoice; money that waited for it waits for the quote again. */
    @EventListener
    void deleted(DraftDeleted what) {
        Origin origin = what.draft().origin();
        if (origin.quote() == null) return;
        store.setInvoice(what.business(), origin.quote(), null);
        settle.reserveFor(what.business(), what.draft().id(), origin.quote());
    }
}
