package exactum.app.cardruns;

import static exactumdb.Tables.CARD_RUN_OUTCOME;
import static exactumdb.Tables.COLLECTION;
import static exactumdb.Tables.COLLECTION_ITEM;
import static exactumdb.Tables.COLLECT_AGAIN;

import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import java.time.LocalDate;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** Since when and how often an open item was tried by card, and when it is tried next. */
@Component
class NextTryStore {
    private final DSLContext db;

    NextTryStore(DSLContext db) {
        this.db = db;
    }

    /** The tries of an item by card while its payer was away. */
    record Tries(LocalDate first, int count) {}

    Tries of(BusinessId business, ClaimId claim) {
        return db.select(DSL.min(COLLECTION.STARTED_ON), DSL.count())
                .from(COLLECTION_ITEM)
                .join(COLLECTION)
                .on(COLLECTION.BUSINESS_ID.eq(COLLECTION_ITEM.BUSINESS_ID))
                .and(COLLECTION.ID.eq(COLLECTION_ITEM.COLLECTION_ID))
                .where(COLLECTION_ITEM.BUSINESS_ID.eq(business))
                .and(COLLECTION_ITEM.CLAIM_ID.eq(claim))
                .and(COLLECTION.CHANNEL.eq(DSL.inline("card")))
                .and(COLLECTION.STATE.eq(DSL.inline("rejected")))
                .and(DSL.exists(DSL.selectOne()
                        .from(CARD_RUN_OUTCOME)
                        .where(CARD_RUN_OUTCOME.BUSINESS_ID.eq(business))
                        .and(CARD_RUN_OUTCOME.COLLECTION_ID.eq(COLLECTION.ID))))
                .fetchSingle(r -> new Tries(r.value1(), r.value2()));
    }

    /** When an item is tried next, null for its due day, and how often it was tried. */
    record Next(LocalDate notBefore, int tries) {}

    Next next(BusinessId business, ClaimId claim) {
        return db.select(COLLECT_AGAIN.NOT_BEFORE, COLLECT_AGAIN.TRIES)
                .from(COLLECT_AGAIN)
                .where(COLLECT_AGAIN.BUSINESS_ID.eq(business))
                .and(COLLECT_AGAIN.CLAIM_ID.eq(claim))
                .fetchOptional(r -> new Next(r.value1(), r.value2()))
                .orElse(new Next(null, 0));
    }

    /** It is not tried again: whoever collects it by another way begins again. */
    void forget(BusinessId business, ClaimId claim) {
        db.deleteFrom(COLLECT_AGAIN)
                .where(COLLECT_AGAIN.BUSINESS_ID.eq(business))
                .and(COLLECT_AGAIN.CLAIM_ID.eq(claim))
                .execute();
    }

    void put(BusinessId business, ClaimId claim, LocalDate notBefore, int tries) {
        db.insertInto(COLLECT_AGAIN)
                .set(COLLECT_AGAIN.BUSINESS_ID, business)
                .set(COLLECT_AGAIN.CLAIM_ID, claim)
                .set(COLLECT_AGAIN.NOT_BEFORE, notBefore)
                .set(COLLECT_AGAIN.TRIES, tries)
                .onConflict(COLLECT_AGAIN.BUSINESS_ID, COLLECT_AGAIN.CLAIM_ID)
                .doUpdate()
                .set(COLLECT_AGAIN.NOT_BEFORE, notBefore)
                .set(COLLECT_AGAIN.TRIES, tries)
                .execute();
    }
}
