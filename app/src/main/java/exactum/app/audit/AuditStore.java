package exactum.app.audit;

import static exactumdb.Tables.AUDIT_RECORD;

import exactum.app.database.Ids;
import exactum.core.ids.BusinessId;
import java.time.OffsetDateTime;
import java.util.List;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** Audit records in the database, which lets nobody edit them. */
@Component
class AuditStore {
    private final DSLContext db;

    AuditStore(DSLContext db) {
        this.db = db;
    }

    /** One recorded deed. */
    record Deed(OffsetDateTime at, String who, String what, String subject) {}

    void insert(BusinessId business, String who, String what, String subject) {
        db.insertInto(AUDIT_RECORD)
                .set(AUDIT_RECORD.BUSINESS_ID, business)
                .set(AUDIT_RECORD.ID, Ids.next())
                .set(AUDIT_RECORD.WHO, who)
                .set(AUDIT_RECORD.WHAT, what)
                .set(AUDIT_RECORD.SUBJECT, subject)
                .execute();
    }

    /** The latest deeds, newest first. */
    List<Deed> latest(BusinessId business, int count) {
        return db.selectFrom(AUDIT_RECORD)
                .where(AUDIT_RECORD.BUSINESS_ID.eq(business))
                .orderBy(AUDIT_RECORD.ID.desc())
                .limit(count)
                .fetch(r -> new Deed(r.getRecordedAt(), r.getWho(), r.getWhat(), r.getSubject()));
    }
}
