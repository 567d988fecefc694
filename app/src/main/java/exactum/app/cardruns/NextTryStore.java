package exactum.app.cardruns;

import static exactumdb.Tables.CARD_RUN_OUTCOME;
import static exactumdb.Tables.COLLECTION;
import static exactumdb.Tables.COLLECTION_ITEM;
import static exactumdb.Tables.COLLECT_AGAIN;

import exactum.app.database.IdArray;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
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

    /** Of several items; one that was never tried is not there. */
    Map<ClaimId, Tries> of(BusinessId business, List<ClaimId> claims) {
        return db.select(COLLECTION_ITEM.CLAIM_ID, DSL.min(COLLECTION.STARTED_ON), DSL.count())
                .from(COLLECTION_ITEM)
                .join(COLLECTION)
                .on(COLLECTION.BUSINESS_ID.eq(COLLECTION_ITEM.BUSINESS_ID))
                .and(COLLECTION.ID.eq(COLLECTION_ITEM.COLLECTION_ID))
                .where(COLLECTION_ITEM.BUSINESS_ID.eq(business))
                .and(DSL.condition("collection_item.claim_id = any({0})", IdArray.of(claims)))
                .and(COLLECTION.CHANNEL.eq(DSL.inline("card")))
                .and(COLLECTION.STATE.eq(DSL.inline("rejected")))
                .and(DSL.exists(DSL.selectOne()
                        .from(CARD_RUN_OUTCOME)
                        .where(CARD_RUN_OUTCOME.BUSINESS_ID.eq(business))
                        .and(CARD_RUN_OUTCOME.COLLECTION_ID.eq(COLLECTION.ID))))
                .groupBy(COLLECTION_ITEM.CLAIM_ID)
                .fetchMap(COLLECTION_ITEM.CLAIM_ID, r -> new Tries(r.value2(), r.value3()));
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

    /** They are not tried again: whoever collects them by another way begins again. */
    void forget(BusinessId business, List<ClaimId> claims) {
        if (claims.isEmpty()) return;
        db.deleteFrom(COLLECT_AGAIN)
                .where(COLLECT_AGAIN.BUSINESS_ID.eq(business))
                .and(DSL.condition("collect_again.claim_id = any({0})", IdArray.of(claims)))
                .execute();
    }

    void put(BusinessId business, Map<ClaimId, Next> planned) {
        if (planned.isEmpty()) return;
        db.execute(
                """
                insert into collect_again (business_id, claim_id, not_before, tries) select {0}, v.claim, v.day, v.tries from unnest({1}, {2}, {3}) as v(claim, day, tries)
                on conflict (business_id, claim_id) do update set not_before = excluded.not_before, tries = excluded.tries
                """,
                DSL.inline(business.value()),
                IdArray.of(planned.keySet()),
                DSL.val(planned.values().stream().map(Next::notBefore).toArray(LocalDate[]::new)),
                DSL.val(planned.values().stream().map(Next::tries).toArray(Integer[]::new)));
    }
}
