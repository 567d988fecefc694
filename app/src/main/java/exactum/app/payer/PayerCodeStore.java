package exactum.app.payer;

import static exactumdb.Tables.PAYER_CODE;

import exactum.app.database.Ids;
import exactum.app.links.PaymentLink;
import exactum.core.ids.BusinessId;
import exactum.core.ids.PaymentLinkId;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.Optional;
import java.util.UUID;
import org.jooq.Condition;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** Which codes were sent for which links; the codes themselves are not kept. */
@Component
class PayerCodeStore {
    private final DSLContext db;

    PayerCodeStore(DSLContext db) {
        this.db = db;
    }

    int sentSince(PaymentLink link, Instant moment) {
        return db.fetchCount(PAYER_CODE, of(link).and(PAYER_CODE.SENT_AT.gt(moment.atOffset(ZoneOffset.UTC))));
    }

    UUID add(PaymentLink link, Instant now) {
        UUID id = Ids.next();
        db.insertInto(PAYER_CODE)
                .set(PAYER_CODE.BUSINESS_ID, link.business())
                .set(PAYER_CODE.ID, id)
                .set(PAYER_CODE.LINK_ID, link.id())
                .set(PAYER_CODE.SENT_AT, now.atOffset(ZoneOffset.UTC))
                .execute();
        return id;
    }

    /** The newest code since the moment, one try of which is used up by this; nothing if none is left. */
    Optional<UUID> tryNewest(PaymentLink link, Instant since, int tries) {
        Optional<UUID> newest = db.select(PAYER_CODE.ID)
                .from(PAYER_CODE)
                .where(of(link))
                .and(PAYER_CODE.SENT_AT.gt(since.atOffset(ZoneOffset.UTC)))
                .orderBy(PAYER_CODE.SENT_AT.desc())
                .limit(1)
                .forUpdate()
                .fetchOptional(PAYER_CODE.ID);
        return newest.filter(id -> db.update(PAYER_CODE)
                        .set(PAYER_CODE.TRIES, PAYER_CODE.TRIES.plus(1))
                        .where(of(link))
                        .and(PAYER_CODE.ID.eq(id))
                        .and(PAYER_CODE.TRIES.lt(tries))
                        .execute()
                == 1);
    }

    /** The link that a code was sent for. */
    Optional<PaymentLinkId> linkOf(BusinessId business, UUID id) {
        return db.select(PAYER_CODE.LINK_ID)
                .from(PAYER_CODE)
                .where(PAYER_CODE.BUSINESS_ID.eq(business))
                .and(PAYER_CODE.ID.eq(id))
                .fetchOptional(PAYER_CODE.LINK_ID);
    }

    private static Condition of(PaymentLink link) {
        return PAYER_CODE.BUSINESS_ID.eq(link.business()).and(PAYER_CODE.LINK_ID.eq(link.id()));
    }
}
