package exactum.app.cards;

import static exactumdb.Tables.CARD_PAGE;

import exactum.core.card.ProcessorPort;
import exactum.core.ids.BusinessId;
import exactum.core.ids.CardId;
import exactum.core.ids.CardPageId;
import exactum.core.ids.ProcessorId;
import exactumdb.tables.records.CardPageRecord;
import java.util.Optional;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** Pages on which cards are entered to be kept, in the database. */
@Component
class CardPageStore {
    private final DSLContext db;

    CardPageStore(DSLContext db) {
        this.db = db;
    }

    void insert(BusinessId business, CardPage page) {
        db.insertInto(CARD_PAGE)
                .set(CARD_PAGE.BUSINESS_ID, business)
                .set(CARD_PAGE.ID, page.id())
                .set(CARD_PAGE.CUSTOMER_ID, page.customer())
                .set(CARD_PAGE.PROCESSOR_ID, page.processor())
                .set(CARD_PAGE.LINK_ID, page.link())
                .set(CARD_PAGE.WAY, page.way().words())
                .set(CARD_PAGE.CONSENT, page.consent())
                .set(CARD_PAGE.MADE_BY, page.by())
                .execute();
    }

    void opened(BusinessId business, CardPageId id, ProcessorPort.Page opened) {
        db.update(CARD_PAGE)
                .set(CARD_PAGE.PAGE_REF, opened.reference())
                .set(CARD_PAGE.PAGE_URL, opened.url())
                .where(CARD_PAGE.BUSINESS_ID.eq(business))
                .and(CARD_PAGE.ID.eq(id))
                .execute();
    }

    void kept(BusinessId business, CardPageId id, CardId card) {
        db.update(CARD_PAGE)
                .set(CARD_PAGE.CARD_ID, card)
                .where(CARD_PAGE.BUSINESS_ID.eq(business))
                .and(CARD_PAGE.ID.eq(id))
                .execute();
    }

    Optional<CardPage> find(BusinessId business, CardPageId id) {
        return db.selectFrom(CARD_PAGE)
                .where(CARD_PAGE.BUSINESS_ID.eq(business))
                .and(CARD_PAGE.ID.eq(id))
                .fetchOptional(CardPageStore::page);
    }

    Optional<CardPage> findByReference(BusinessId business, ProcessorId processor, String reference) {
        return db.selectFrom(CARD_PAGE)
                .where(CARD_PAGE.BUSINESS_ID.eq(business))
                .and(CARD_PAGE.PROCESSOR_ID.eq(processor))
                .and(CARD_PAGE.PAGE_REF.eq(reference))
                .fetchOptional(CardPageStore::page);
    }

    private static CardPage page(CardPageRecord r) {
        return new CardPage(
                r.getId(),
                r.getCustomerId(),
                r.getProcessorId(),
                r.getLinkId(),
                CardOnFile.Way.of(r.getWay()),
                r.getConsent(),
                r.getPageRef(),
                r.getPageUrl(),
                r.getCardId(),
                r.getMadeBy());
    }
}
