package exactum.app.audit;

import static exactumdb.Tables.AUDIT_RECORD;

import exactum.app.business.Business;
import exactum.app.ids.Ids;
import java.time.OffsetDateTime;
import java.util.List;
import org.jooq.DSLContext;
import org.springframework.security.core.Authentication;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.stereotype.Component;

/** Who did what, written in the same transaction as the deed. */
@Component
public class Audit {
    private final DSLContext db;

    Audit(DSLContext db) {
        this.db = db;
    }

    /** One recorded deed. */
    public record Deed(OffsetDateTime at, String who, String what, String subject) {}

    public void record(String what, String subject) {
        db.insertInto(AUDIT_RECORD)
                .set(AUDIT_RECORD.BUSINESS_ID, Business.ID)
                .set(AUDIT_RECORD.ID, Ids.next())
                .set(AUDIT_RECORD.WHO, who())
                .set(AUDIT_RECORD.WHAT, what)
                .set(AUDIT_RECORD.SUBJECT, subject)
                .execute();
    }

    /** The latest deeds, newest first. */
    public List<Deed> latest(int count) {
        return db.selectFrom(AUDIT_RECORD)
                .where(AUDIT_RECORD.BUSINESS_ID.eq(Business.ID))
                .orderBy(AUDIT_RECORD.ID.desc())
                .limit(count)
                .fetch(r -> new Deed(r.getRecordedAt(), r.getWho(), r.getWhat(), r.getSubject()));
    }

    /** The signed-in person, or Exactum itself for what runs on a timer. */
    public static String who() {
        Authentication signedIn = SecurityContextHolder.getContext().getAuthentication();
        return signedIn == null || "anonymousUser".equals(signedIn.getName()) ? "Exactum" : signedIn.getName();
    }
}
