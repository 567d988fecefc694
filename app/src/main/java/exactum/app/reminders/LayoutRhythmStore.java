package exactum.app.reminders;

import static exactumdb.Tables.LAYOUT;

import exactum.core.ids.BusinessId;
import java.util.Map;
import java.util.UUID;
import org.jooq.DSLContext;
import org.springframework.stereotype.Component;

/** Which layouts have a rhythm of their own. */
@Component
class LayoutRhythmStore {
    private final DSLContext db;

    LayoutRhythmStore(DSLContext db) {
        this.db = db;
    }

    /** The rhythms of those that have one. */
    Map<UUID, UUID> all(BusinessId business) {
        return db.select(LAYOUT.ID, LAYOUT.RHYTHM_ID)
                .from(LAYOUT)
                .where(LAYOUT.BUSINESS_ID.eq(business))
                .and(LAYOUT.RHYTHM_ID.isNotNull())
                .fetchMap(LAYOUT.ID, LAYOUT.RHYTHM_ID);
    }

    /** False if there is no such layout. */
    boolean set(BusinessId business, UUID layout, UUID rhythm) {
        return db.update(LAYOUT)
                        .set(LAYOUT.RHYTHM_ID, rhythm)
                        .where(LAYOUT.BUSINESS_ID.eq(business))
                        .and(LAYOUT.ID.eq(layout))
                        .execute()
                == 1;
    }
}
