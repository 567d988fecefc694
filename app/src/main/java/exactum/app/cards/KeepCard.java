package exactum.app.cards;

import exactum.app.audit.Audit;
import exactum.app.audit.Changes;
import exactum.app.database.Ids;
import exactum.app.installation.BusinessClock;
import exactum.app.setup.ProcessorAccount;
import exactum.core.card.CardExpiry;
import exactum.core.card.ProcessorPort;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CardId;
import exactum.core.ids.CustomerId;
import java.util.Optional;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/** Takes a card on file that a processor keeps because its holder agreed to it; told twice, it is one. */
@Component
class KeepCard {
    private final CardStore cards;
    private final CardPageStore pages;
    private final CollectionStore collections;
    private final BusinessClock clock;
    private final Audit audit;

    KeepCard(CardStore cards, CardPageStore pages, CollectionStore collections, BusinessClock clock, Audit audit) {
        this.cards = cards;
        this.pages = pages;
        this.collections = collections;
        this.clock = clock;
        this.audit = audit;
    }

    /** The card that was entered on a page; false if nobody agreed on that page to have it kept. */
    @Transactional(propagation = Propagation.MANDATORY)
    public boolean onPage(ProcessorAccount processor, String page, ProcessorPort.KeptCard card) {
        BusinessId business = processor.business();
        Optional<CardPage> asked = pages.findByReference(business, processor.id(), page);
        if (asked.isPresent()) {
            CardPage a = asked.get();
            CardId id = keep(processor, a.customer(), card, a.way(), a.consent(), a.by());
            pages.kept(business, a.id(), id);
            return true;
        }
        Optional<Collection> paid = collections
                .findByCheckout(business, processor.id(), page)
                .filter(c -> c.checkout().consent() != null);
        paid.ifPresent(c -> keep(
                processor, c.customer(), card, CardOnFile.Way.PAGE, c.checkout().consent(), "payer"));
        return paid.isPresent();
    }

    /** The issuer replaced a card that we have; false if we have none of that token. */
    @Transactional(propagation = Propagation.MANDATORY)
    public boolean updated(ProcessorAccount processor, ProcessorPort.KeptCard card) {
        Optional<CardOnFile> known = cards.findByToken(processor.business(), processor.id(), card.token());
        known.ifPresent(k -> {
            cards.update(processor.business(), k.id(), card);
            audit.record(
                    processor.business(),
                    "took in a new month of a card on file",
                    k.shown(),
                    Changes.of()
                            .and("valid until", k.until(), CardExpiry.words(card.expires()))
                            .and("card", k.shown(), card.shown()));
        });
        return known.isPresent();
    }

    private CardId keep(
            ProcessorAccount processor,
            CustomerId customer,
            ProcessorPort.KeptCard kept,
            CardOnFile.Way way,
            String consent,
            String by) {
        BusinessId business = processor.business();
        var card = new CardOnFile(
                new CardId(Ids.next()),
                customer,
                processor.id(),
                kept.brand(),
                kept.lastFour(),
                kept.expires(),
                kept.network(),
                way,
                consent,
                clock.today(business),
                CardOnFile.State.USABLE,
                "");
        if (cards.insert(business, card, kept.token(), by)) {
            audit.record(business, "took a card on file", card.shown() + ", given by " + way.words());
            return card.id();
        }
        return cards.findByToken(business, processor.id(), kept.token())
                .orElseThrow()
                .id();
    }
}
