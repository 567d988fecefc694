package exactum.app.cards;

import static exactumdb.Tables.PROCESSOR_EVENT;

import exactum.app.setup.ProcessorAccount;
import exactum.core.ids.BusinessId;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.time.ZoneOffset;
import java.util.List;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** The processors' notices in the database. */
@Component
class NoticeStore {
    private final DSLContext db;

    NoticeStore(DSLContext db) {
        this.db = db;
    }

    /** A notice as lists show it. */
    record Notice(String id, String kind, OffsetDateTime receivedAt, String outcome) {}

    /** Notes a notice; false if it was noted before. */
    boolean note(ProcessorAccount processor, String event, String kind, String body, Instant sentAt) {
        return db.insertInto(PROCESSOR_EVENT)
                        .set(PROCESSOR_EVENT.BUSINESS_ID, processor.business())
                        .set(PROCESSOR_EVENT.PROCESSOR_ID, processor.id())
                        .set(PROCESSOR_EVENT.EVENT_ID, event)
                        .set(PROCESSOR_EVENT.KIND, kind)
                        .set(PROCESSOR_EVENT.BODY, body)
                        .set(PROCESSOR_EVENT.SENT_AT, sentAt.atOffset(ZoneOffset.UTC))
                        .set(PROCESSOR_EVENT.OUTCOME, "taking in")
                        .onConflictDoNothing()
                        .execute()
                == 1;
    }

    void setOutcome(ProcessorAccount processor, String event, String outcome) {
        db.update(PROCESSOR_EVENT)
                .set(PROCESSOR_EVENT.OUTCOME, outcome)
                .where(PROCESSOR_EVENT.BUSINESS_ID.eq(processor.business()))
                .and(PROCESSOR_EVENT.PROCESSOR_ID.eq(processor.id()))
                .and(PROCESSOR_EVENT.EVENT_ID.eq(event))
                .execute();
    }

    List<Notice> latest(BusinessId business, int most) {
        return db.selectFrom(PROCESSOR_EVENT)
                .where(PROCESSOR_EVENT.BUSINESS_ID.eq(business))
                .orderBy(PROCESSOR_EVENT.RECEIVED_AT.desc())
                .limit(most)
                .fetch(e -> new Notice(e.getEventId(), e.getKind(), e.getReceivedAt(), e.getOutcome()));
    }
}
