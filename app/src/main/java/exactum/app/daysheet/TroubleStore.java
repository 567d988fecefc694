package exactum.app.daysheet;

import static exactumdb.Tables.TROUBLE;

import exactum.core.ids.BusinessId;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.UUID;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** Troubles in the database. */
@Component
class TroubleStore {
    private final DSLContext db;

    TroubleStore(DSLContext db) {
        this.db = db;
    }

    record Trouble(String source, UUID id, String words, OffsetDateTime since) {}

    void put(BusinessId business, String source, UUID id, String words) {
        db.insertInto(TROUBLE)
                .set(TROUBLE.BUSINESS_ID, business)
                .set(TROUBLE.SOURCE, source)
                .set(TROUBLE.SOURCE_ID, id)
                .set(TROUBLE.WORDS, words)
                .onConflict(TROUBLE.BUSINESS_ID, TROUBLE.SOURCE, TROUBLE.SOURCE_ID)
                .doUpdate()
                .set(TROUBLE.WORDS, words)
                .execute();
    }

    void delete(BusinessId business, String source, UUID id) {
        db.deleteFrom(TROUBLE)
                .where(TROUBLE.BUSINESS_ID.eq(business))
                .and(TROUBLE.SOURCE.eq(source))
                .and(TROUBLE.SOURCE_ID.eq(id))
                .execute();
    }

    List<Trouble> all(BusinessId business) {
        return db.selectFrom(TROUBLE)
                .where(TROUBLE.BUSINESS_ID.eq(business))
                .orderBy(TROUBLE.SINCE, TROUBLE.SOURCE_ID)
                .fetch(t -> new Trouble(t.getSource(), t.getSourceId(), t.getWords(), t.getSince()));
    }
}
