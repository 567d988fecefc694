package exactum.app.settlement;

import static exactumdb.Tables.CLAIM;
import static exactumdb.Tables.RESCHEDULING;

import exactum.app.audit.Audit;
import exactum.core.ids.BusinessId;
import exactum.core.ids.ClaimId;
import exactum.core.ids.DocumentId;
import java.time.LocalDate;
import java.util.Collection;
import java.util.List;
import java.util.UUID;
import org.jooq.DSLContext;
import org.jooq.impl.DSL;
import org.springframework.stereotype.Component;

/** New schedules of what is open of documents: when, by whom and why. */
@Component
class ScheduleStore implements FindSchedules {
    private final DSLContext db;

    ScheduleStore(DSLContext db) {
        this.db = db;
    }

    /** Adds the next one of a document and answers its number, from 1. The customer is locked by the caller. */
    int add(BusinessId business, DocumentId document, String cause, LocalDate on) {
        int no = of(business, document).size() + 1;
        db.insertInto(RESCHEDULING)
                .set(RESCHEDULING.BUSINESS_ID, business)
                .set(RESCHEDULING.DOCUMENT_ID, document)
                .set(RESCHEDULING.NO, (short) no)
                .set(RESCHEDULING.CAUSE, cause)
                .set(RESCHEDULING.MADE_ON, on)
                .set(RESCHEDULING.MADE_BY, Audit.who())
                .execute();
        return no;
    }

    @Override
    public List<Rescheduled> of(BusinessId business, DocumentId document) {
        return db.selectFrom(RESCHEDULING)
                .where(RESCHEDULING.BUSINESS_ID.eq(business))
                .and(RESCHEDULING.DOCUMENT_ID.eq(document))
                .orderBy(RESCHEDULING.NO)
                .fetch(r -> new Rescheduled(r.getNo(), r.getCause(), r.getMadeOn(), r.getMadeBy()));
    }

    @Override
    public List<DocumentId> waitingFor(BusinessId business, Collection<ClaimId> claims) {
        UUID[] ids = claims.stream().map(ClaimId::value).toArray(UUID[]::new);
        return db.selectDistinct(CLAIM.DOCUMENT_ID)
                .from(CLAIM)
                .where(CLAIM.BUSINESS_ID.eq(business))
                .and(DSL.condition("claim.id = any({0})", DSL.val(ids)))
                .and(CLAIM.SEQ.eq((short) 1))
                .and(CLAIM.LEFT_MINOR.eq(0L))
                .and(DSL.condition("exists (select 1 from claim later where later.business_id = claim.business_id"
                        + " and later.document_id = claim.document_id and later.expected and later.left_minor > 0)"))
                .fetch(CLAIM.DOCUMENT_ID);
    }

    @Override
    public LocalDate paidOn(BusinessId business, DocumentId document) {
        return db.fetchSingle(
                        "select max(a.counts_on) from allocation a join claim c on c.business_id = a.business_id and c.id = a.claim_id where c.business_id = {0} and c.document_id = {1} and c.seq = 1",
                        DSL.inline(business.value()), DSL.val(document.value()))
                .get(0, LocalDate.class);
    }
}
